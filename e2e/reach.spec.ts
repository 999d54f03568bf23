/** Within reach: small screens without sideways scrolling, targets that a finger meets, the main job on a phone (WCAG 2.2: 1.4.10, 2.5.8). */
import { expect, test, type Page } from '@playwright/test'
import { demo, lineBox, openEpisode, openMachine, signIn, write } from './people.ts'

let page: Page
let machine = ''
let faulty = ''
let episode = ''

/** What sticks out at the side, and what is smaller than `least` px in either direction. */
const measured = (least: number) =>
  page.evaluate((px) => {
    const over = document.documentElement.scrollWidth - document.documentElement.clientWidth
    const big = (e: Element | null | undefined) => {
      const box = e?.getBoundingClientRect()
      return box !== undefined && box.width >= px - 0.5 && box.height >= px - 0.5
    }
    const small = [...document.querySelectorAll('a,button,input,select,textarea,summary')]
      .filter((e) => {
        const box = e.getBoundingClientRect()
        const style = getComputedStyle(e)
        const seen = box.width > 1 && box.height > 1 && style.visibility !== 'hidden'
        // A link in a sentence is as high as its line (2.5.8, inline).
        const inline = e.tagName === 'A' && style.display === 'inline'
        return seen && !inline && !big(e) && !big(e.closest('label'))
      })
      .map((e) => `${e.tagName} ${e.getAttribute('aria-label') ?? e.textContent.trim().slice(0, 30)}`)
    return { over, small: [...new Set(small)] }
  }, least)

const views = () => [
  '/',
  '/collection',
  `/machines/${machine}`,
  `/machines/${machine}?show=parts`,
  `/machines/${machine}?show=entries`,
  `/machines/${machine}?show=condition`,
  `/machines/${machine}/donors`,
  `/machines/${faulty}/fault`,
  `/episodes/${episode}`,
  '/parts',
  '/parts/needs',
  '/parts/stock',
  '/parts/lots',
  '/types',
  '/people',
  '/loans',
  '/plan',
  '/practice',
  '/practice/cases/written/rails-first',
  '/batches',
  '/machines/new',
]

test.beforeAll(async ({ browser }) => {
  page = await signIn(browser, 'rasmus')
  await openMachine(page, 'SW 2025.6')
  machine = new URL(page.url()).pathname.split('/').at(-1) ?? ''
  await openMachine(page, 'E2024-004')
  faulty = new URL(page.url()).pathname.split('/').at(-1) ?? ''
  await openMachine(page, 'SW 2025.6')
  await openEpisode(page, 'On a phone')
  episode = new URL(page.url()).pathname.split('/').at(-1) ?? ''
})
test.afterAll(async () => page.context().close())

for (const [width, height, what] of [
  [390, 844, 'a phone'],
  [320, 568, 'a small phone, or 400 % at 1280'],
  [834, 1112, 'a tablet'],
] as const)
  test(`nothing sticks out and nothing is too small on ${what}`, async () => {
    await page.setViewportSize({ width, height })
    for (const view of views()) {
      await page.goto(`${demo()}${view}`)
      await expect(page.getByRole('main').or(page.getByRole('heading')).first()).toBeVisible()
      const { over, small } = await measured(24)
      expect.soft({ view, over, small }).toEqual({ view, over: 0, small: [] })
    }
  })

test('lines are written on a phone: taken out, put back, worked on, with the newest lines in sight', async () => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${demo()}/episodes/${episode}`)
  // Lines that contradict nothing, whatever was written here before.
  for (const line of [
    'note the phone lies beside it',
    'took K2 out, into bag 7',
    'K2 is back in',
    'reseated the hammer card',
  ]) {
    await write(page, line)
    await expect(page.getByRole('log').getByRole('listitem').last()).toBeInViewport()
    await expect(lineBox(page)).toBeInViewport()
  }
  // What is dangerous stays in sight.
  await expect(page.getByText('Mains inside').locator('visible=true').first()).toBeInViewport()
})

test('a page is called by its name at once, and a digit does nothing where a button has the focus', async () => {
  await page.goto(`${demo()}/types`)
  await expect(page).toHaveTitle(/^Types and house · /)
  await page.getByRole('button', { name: 'Teach a word' }).focus()
  await page.keyboard.press('2')
  await expect(page).toHaveURL(/\/types$/)
})
