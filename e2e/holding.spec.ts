/** The server in trouble, hands in gloves: nothing that was written is lost, and what matters is in sight. */
import { expect, test, type Browser, type Page } from '@playwright/test'
import sharp from 'sharp'
import { demo, openEpisode, openMachine, signIn, write } from './people.ts'

test.describe.configure({ mode: 'serial' })
let page: Page
let episode = ''
const box = (on: Page) => on.getByRole('combobox', { name: /^Write one line/ })
const problem = (status: number, type: string, detail = 'Something went wrong here.') => ({
  status,
  contentType: 'application/problem+json',
  body: JSON.stringify({ type, title: type, status, detail }),
})
const entries = /\/api\/(?:entries|machines\/[^/]+\/photos)$/
const sendNow = () => page.evaluate(() => window.dispatchEvent(new Event('online')))
const saying = async (words: string) =>
  page.evaluate(
    async ([id, text]) => {
      const view = (await (await fetch(`/api/episodes/${id}`)).json()) as { rows?: { body: object }[] }
      return (view.rows ?? []).filter((row) => JSON.stringify(row.body).includes(text ?? '')).length
    },
    [episode, words],
  )

test.beforeAll(async ({ browser }) => {
  page = await signIn(browser, 'imke')
  await openMachine(page, 'E2026-114')
  await openEpisode(page, 'While the server is in trouble')
  episode = new URL(page.url()).pathname.split('/').at(-1) ?? ''
})
test.afterAll(() => page.context().close())

test('whatever the server answers that is no judgement, a line and a photograph wait, say why, and arrive once', async () => {
  const answers: [string, object, RegExp][] = [
    ['500', problem(500, 'internal'), /busy or being brought up/],
    ['503', problem(503, 'busy'), /busy or being brought up/],
    ['507', problem(507, 'disk-full'), /disk is full/],
    ['429', problem(429, 'too-many-tries'), /asks to wait/],
    ['413', { status: 413, body: '' }, /larger than this server takes/],
    ['401', problem(401, 'not-signed-in'), /session has run out/],
  ]
  for (const [name, answer, why] of answers) {
    await page.route(entries, (route) =>
      route.request().method() === 'POST' ? route.fulfill(answer) : route.continue(),
    )
    await box(page).fill(`note written during ${name}`)
    await box(page).press('Enter')
    await expect(box(page)).toHaveValue('')
    await expect(page.getByRole('status').filter({ hasText: why })).toBeVisible()
    await sendNow()
    await page.unroute(entries)
    await sendNow()
    await expect.poll(() => saying(`written during ${name}`)).toBe(1)
    await expect(page.getByRole('button', { name: /not sent yet|refused/ })).toHaveCount(0)
  }
  await page.route(entries, (route) =>
    route.request().method() === 'POST' ? route.fulfill(problem(500, 'internal')) : route.continue(),
  )
  await page.getByLabel('Photograph', { exact: true }).setInputFiles({
    name: 'foot.jpg',
    mimeType: 'image/jpeg',
    buffer: await sharp({ create: { width: 320, height: 240, channels: 3, background: '#864' } })
      .jpeg()
      .toBuffer(),
  })
  await expect(page.getByRole('button', { name: '1 not sent yet' })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: '1 not sent yet' })).toBeVisible()
  await page.unroute(entries)
  await sendNow()
  await expect(page.getByRole('button', { name: /not sent yet|refused/ })).toHaveCount(0)
  await expect.poll(() => saying('"photo"')).toBe(1)
})

test('a session that ends while something waits costs nothing: it goes after signing in again', async () => {
  await page.route(entries, (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  )
  await write(page, 'note written before the session ended')
  await expect(page.getByRole('button', { name: '1 not sent yet' })).toBeVisible()
  await page.context().clearCookies()
  await page.unroute(entries)
  await sendNow()
  await page.getByLabel('Password').fill('museum-workshop')
  await page.getByLabel('E-mail address').fill('imke@example.org')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect.poll(() => saying('before the session ended')).toBe(1)
  await expect(page.getByRole('button', { name: /not sent yet|refused/ })).toHaveCount(0)
})

test('a line that was refused later is mended and sent again, or sent as it is, or deleted by its writer only', async () => {
  await page.route(entries, (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  )
  await write(page, 'note the wrong lamp')
  await write(page, 'note the right lamp')
  await page.unroute(entries)
  await page.route(entries, (route) =>
    route.request().method() === 'POST'
      ? route.fulfill(problem(400, 'invalid', 'This cannot be read.'))
      : route.continue(),
  )
  await sendNow()
  await expect(page.getByRole('button', { name: '2 refused' })).toBeVisible()
  await page.unroute(entries)
  await page.getByRole('button', { name: '2 refused' }).click()
  const slip = page.getByRole('region', { name: /refused/ })
  await expect(slip.getByRole('listitem').first()).toContainText('This cannot be read.')
  await slip
    .getByRole('listitem')
    .filter({ hasText: 'the right lamp' })
    .getByRole('button', { name: 'Send it again' })
    .click()
  await expect.poll(() => saying('the right lamp')).toBe(1)
  await slip
    .getByRole('listitem')
    .filter({ hasText: 'the wrong lamp' })
    .getByRole('button', { name: 'Mend the line' })
    .click()
  await expect(box(page)).toHaveValue('note the wrong lamp')
  await write(page, 'note the lamp on the left')
  await expect.poll(() => saying('the lamp on the left')).toBe(1)
  expect(await saying('the wrong lamp')).toBe(0)
  await expect(page.getByRole('button', { name: /not sent yet|refused/ })).toHaveCount(0)
})

test('a page that is opened while the server is away comes back by itself', async ({ browser }) => {
  const late = await (await browser.newContext()).newPage()
  let away = true
  await late.route(/\/api\//, (route) => (away ? route.fulfill(problem(503, 'busy')) : route.continue()))
  await late.goto(demo())
  await expect(late.getByText('This page tries again by itself.')).toBeVisible()
  away = false
  await expect(late.getByLabel('E-mail address')).toBeVisible()
  await late.context().close()
})

async function touchPage(browser: Browser, width: number, height: number): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width, height },
    hasTouch: true,
    storageState: await page.context().storageState(),
  })
  return context.newPage()
}

for (const [width, height] of [
  [834, 1112],
  [390, 844],
] as const)
  test(`at ${width} px by touch: hazards are in sight, a correction is tapped, nothing unseen can be`, async ({
    browser,
  }) => {
    if (width === 834) await write(page, 'hazard the spring under the lid is loaded')
    const tablet = await touchPage(browser, width, height)
    await tablet.goto(`${demo()}/episodes/${episode}`)
    await expect(box(tablet)).toBeVisible()
    const hazards = tablet.getByRole('region', { name: 'Hazards' })
    await expect(hazards).toContainText('the spring under the lid is loaded')
    await expect(hazards).toBeInViewport()
    await tablet.getByRole('button', { name: /^Open points/ }).tap()
    await expect(hazards).toBeInViewport()
    await tablet.getByRole('button', { name: /^Open points/ }).tap()
    // Whatever takes a tap can be seen.
    const unseen = await tablet.evaluate(() =>
      [...document.querySelectorAll('main button, main a')]
        .filter(
          (e) =>
            e.getClientRects().length > 0 &&
            getComputedStyle(e).pointerEvents !== 'none' &&
            Number(getComputedStyle(e).opacity) < 0.5 &&
            !(e as HTMLButtonElement).disabled,
        )
        .map((e) => e.textContent),
    )
    expect(unseen).toEqual([])
    const line = tablet.locator('li[id^=entry-]').filter({ hasText: 'the lamp on the left' })
    await line.getByRole('button', { name: /^Correct/ }).tap()
    await expect(line.getByLabel('Reason')).toBeVisible()
    await tablet.context().close()
  })

test('a reason typed at closing is kept as it is typed, key by key, with its date', async () => {
  await write(page, 'hazard clear 1 the spring is relaxed')
  await write(page, 'off lid 4 M3x8 cup 9')
  await page.getByRole('button', { name: /^Close/ }).click()
  const slip = page.getByRole('region', { name: /^Closing/ })
  const item = slip.getByRole('listitem').filter({ hasText: /fasteners/i })
  const reason = item.getByLabel(/because$/)
  await reason.click()
  await page.keyboard.type('the lid stays off over the winter', { delay: 5 })
  await expect(reason).toBeFocused()
  await expect(reason).toHaveValue('the lid stays off over the winter')
  await item.getByLabel(/until/).fill('2027-03-01')
  await expect(item).toContainText('left for later')
  // What else is wanting is left for later too, each in one word.
  for (const other of await slip.getByLabel(/because$/).all())
    if ((await other.inputValue()) === '') await other.fill('later')
  await slip.getByLabel('Next step, handed on').fill('put the lid on')
  await slip.getByRole('button', { name: 'Close the episode' }).click()
  await expect(page.getByText(/^Closed\./)).toBeVisible()
  const stored = await page.evaluate(async (id) => {
    const view = (await (await fetch(`/api/episodes/${id}`)).json()) as {
      rows: {
        body: { kind: string; what?: string; deferred?: { what: string; reason: string; until?: string }[] }
      }[]
    }
    return view.rows.find((row) => row.body.kind === 'episode' && row.body.what === 'closed')?.body.deferred
  }, episode)
  expect(stored?.find((d) => d.reason.startsWith('the lid'))).toEqual({
    what: '4 M3x8 left over',
    reason: 'the lid stays off over the winter',
    until: expect.stringMatching(/^2027-03-0[12]T/),
  })
})
