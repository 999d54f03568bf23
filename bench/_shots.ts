import { chromium } from '@playwright/test'
const at = 'http://127.0.0.1:4181'
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] })
const open = async (who: string, options = {}) => {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block', ...options })).newPage()
  await page.goto(at)
  await page.getByLabel('E-mail address').fill(`${who}@example.org`)
  await page.getByLabel('Password').fill('museum-workshop')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.getByRole('navigation', { name: 'Places' }).waitFor()
  return page
}
const imke = await open('imke')
await imke.waitForTimeout(800)
await imke.screenshot({ path: '/tmp/w/bench.png' })
const link = imke.locator('a[href^="/episodes/"]').nth(1)
await link.click()
await imke.getByRole('textbox', { name: /Write one line/ }).waitFor()
const url = imke.url()
await imke.waitForTimeout(800)
await imke.screenshot({ path: '/tmp/w/episode.png' })
const tablet = await open('jonas', { viewport: { width: 834, height: 1112 }, hasTouch: true })
await tablet.goto(url)
await tablet.waitForTimeout(1500)
await tablet.screenshot({ path: '/tmp/w/tablet.png' })
// The server in trouble: what waits says so.
await imke.route(/\/api\/entries$/, (r) =>
  r.fulfill({ status: 503, contentType: 'application/problem+json', body: JSON.stringify({ type: 'busy', title: 'x', status: 503, detail: 'x' }) }),
)
const box = imke.getByRole('textbox', { name: /Write one line/ })
await box.fill('note the lamp on the back flickers')
await box.press('Enter')
await imke.waitForTimeout(1500)
await imke.screenshot({ path: '/tmp/w/waits.png' })
await imke.unroute(/\/api\/entries$/)
await imke.route(/\/api\/entries$/, (r) =>
  r.fulfill({
    status: 400,
    contentType: 'application/problem+json',
    body: JSON.stringify({ type: 'invalid', title: 'x', status: 400, detail: 'happenedAt: This is of the wrong kind.' }),
  }),
)
await imke.evaluate(() => window.dispatchEvent(new Event('online')))
await imke.waitForTimeout(1500)
await imke.getByRole('button', { name: /refused/ }).click()
await imke.waitForTimeout(500)
await imke.screenshot({ path: '/tmp/w/refused.png' })
await imke.unroute(/\/api\/entries$/)
await browser.close()
process.exit(0)
