/** An evening with bad wireless on a tablet: the page is loaded again without a connection, and everything arrives once. */
import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { demo, openEpisode, openMachine, openTablet, signIn, write } from './people.ts'

test.describe.configure({ mode: 'serial' })
let tablet: Page
let desk: Page
let episode = ''

const log = (page: Page) => page.locator('li[id^=entry-]')
const entriesSaying = async (page: Page, words: string) =>
  page.evaluate(
    async ([id, text]) => {
      const view = (await (await fetch(`/api/episodes/${id}`)).json()) as { rows: { body: object }[] }
      return view.rows.filter((row) => JSON.stringify(row.body).includes(text ?? '')).length
    },
    [episode, words],
  )

test.beforeAll(async ({ browser }) => {
  tablet = await openTablet(browser, 'jonas')
  desk = await signIn(browser, 'rasmus')
  await openMachine(tablet, 'E2026-113')
  await openEpisode(tablet, 'An evening in the cellar')
  episode = new URL(tablet.url()).pathname.split('/').at(-1) ?? ''
  await desk.goto(tablet.url())
  await expect(desk.getByRole('heading', { name: /An evening in the cellar/ })).toBeVisible()
})
test.afterAll(async () => {
  await tablet.context().close()
  await desk.context().close()
})

test('the shell and the episode come to lie on the device', async () => {
  await tablet.waitForFunction(() => navigator.serviceWorker.controller !== null)
  await tablet.reload()
  await expect(tablet.getByRole('heading', { name: /An evening in the cellar/ })).toBeVisible()
  await expect
    .poll(() =>
      tablet.evaluate(
        () =>
          new Promise((resolve) => {
            const ask = indexedDB.open('anamnesis-episodes')
            ask.onsuccess = () => {
              const all = ask.result.transaction('episodes').objectStore('episodes').count()
              all.onsuccess = () => resolve(all.result)
            }
          }),
      ),
    )
    .toBe(1)
})

test('without a connection the sheet takes entries, a jot and a photograph, and knows what they did', async () => {
  await tablet.context().setOffline(true)
  await write(tablet, 'out IC1 bag 6')
  await write(tablet, 'note the cellar has no wireless')
  await tablet.getByRole('button', { name: /^Off the machine/ }).click()
  await expect(tablet.getByRole('complementary', { name: 'Off, waiting, asked' })).toContainText('bag 6')
  await tablet.getByRole('button', { name: /^Off the machine/ }).click()
  const line = tablet.getByRole('combobox', { name: /^Write one line/ })
  await line.fill('one leg of it looked green')
  await line.press('Shift+Enter')
  await expect(line).toHaveValue('')
  await tablet.getByLabel('Photograph', { exact: true }).setInputFiles({
    name: 'leg.jpg',
    mimeType: 'image/jpeg',
    buffer: await sharp({ create: { width: 640, height: 480, channels: 3, background: '#466' } })
      .jpeg()
      .toBuffer(),
  })
  await expect(tablet.getByRole('button', { name: '4 not sent yet' })).toBeVisible()
})

test('the page opens again without a connection, with everything in its place', async () => {
  await tablet.reload()
  await expect(tablet.getByRole('heading', { name: /An evening in the cellar/ })).toBeVisible()
  await expect(log(tablet).filter({ hasText: 'not sent yet' })).toHaveCount(4)
  await expect(log(tablet).filter({ hasText: 'IC1' }).last()).toContainText('bag 6')
  // What was taken out can be put back: the line knows of it.
  await write(tablet, 'in IC1')
  await expect(log(tablet).filter({ hasText: 'not sent yet' })).toHaveCount(5)
})

test('a question is answered from what the device holds, what waits included', async () => {
  const line = tablet.getByRole('combobox', { name: /^Write one line/ })
  await line.fill('when was IC1 put back?')
  await line.press('Enter')
  const answer = tablet.getByRole('status').filter({ hasText: 'from what this device holds' })
  await expect(answer).toContainText('IC1')
  await answer.getByRole('button', { name: 'Close the answer' }).click()
})

test('meanwhile somebody else writes, and both see everything once', async () => {
  await write(desk, 'note the lamp over the bench is new')
  await tablet.context().setOffline(false)
  await expect(tablet.getByRole('button', { name: /not sent yet/ })).toHaveCount(0, { timeout: 30_000 })
  for (const page of [tablet, desk]) {
    await expect(log(page).filter({ hasText: 'the cellar has no wireless' })).toHaveCount(1)
    await expect(log(page).filter({ hasText: 'the lamp over the bench is new' })).toHaveCount(1)
    await expect(log(page).filter({ hasText: 'one leg of it looked green' })).toHaveCount(1)
  }
  for (const words of ['no wireless', 'looked green', '"kind":"photo"', '"bag 6"'])
    expect(await entriesSaying(desk, words)).toBeGreaterThan(0)
  expect(await entriesSaying(desk, 'no wireless')).toBe(1)
  expect(await entriesSaying(desk, '"kind":"photo"')).toBe(1)
})

test('the connection is cut a second time, in the middle of sending', async () => {
  await tablet.context().setOffline(true)
  for (let i = 1; i <= 8; i++) await write(tablet, `note line ${String(i)} of the second cut`)
  await tablet.context().setOffline(false)
  await tablet.waitForTimeout(150)
  await tablet.context().setOffline(true)
  await tablet.reload()
  await tablet.context().setOffline(false)
  await expect.poll(() => entriesSaying(desk, 'of the second cut'), { timeout: 30_000 }).toBe(8)
  await expect(tablet.getByRole('button', { name: /not sent yet/ })).toHaveCount(0, { timeout: 30_000 })
  expect(await entriesSaying(desk, 'of the second cut')).toBe(8)
})

test('two people on one tablet: what one wrote and could not send stays in their own box', async () => {
  await tablet.context().setOffline(true)
  await write(tablet, 'note written by Jonas, unsent')
  const context = tablet.context()
  // The tablet is handed over before it has sent: no page of his is open any more, and his session is gone.
  const handOver = async (who: string, name: RegExp) => {
    await tablet.close()
    await context.setOffline(false)
    await context.clearCookies()
    tablet = await context.newPage()
    await tablet.goto(demo())
    await tablet.getByLabel('E-mail address').fill(`${who}@example.org`)
    await tablet.getByLabel('Password').fill('museum-workshop')
    await tablet.getByRole('button', { name: 'Sign in', exact: true }).click()
    await expect(tablet.getByRole('button', { name })).toBeVisible()
  }
  await handOver('imke', /Imke Dahlhus/)
  // Longer than the box rests between two tries.
  await tablet.waitForTimeout(6_000)
  await expect(tablet.getByRole('button', { name: /not sent yet/ })).toHaveCount(0)
  expect(await entriesSaying(desk, 'written by Jonas, unsent')).toBe(0)
  await handOver('jonas', /Jonas Feld/)
  await expect.poll(() => entriesSaying(desk, 'written by Jonas, unsent'), { timeout: 30_000 }).toBe(1)
})
