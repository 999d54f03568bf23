/**
 * round-trips: how many requests after a written line have to be answered before the next line may go. Every request but the
 * writing itself is held back in the browser; a line that then still goes waited for none of them.
 */
import type { Request } from '@playwright/test'
import { address, DemoServer, openBrowser, signedIn } from './demo-server.ts'
import { failures, median, print } from './measure.ts'

const lines = 20
const server = new DemoServer()
await server.start()
const browser = await openBrowser()
const page = await signedIn(browser, 'imke@example.org')
await page.goto(`${address}/collection?q=E2026-101`)
await page.getByRole('row').filter({ hasText: 'E2026-101' }).first().click()
await page
  .getByRole('button', { name: /^(Open an episode|Go on with episode)/ })
  .first()
  .click()
const title = page.getByLabel('What it is about')
if (await title.isVisible()) {
  await title.fill('Round trips')
  await page.getByRole('button', { name: 'Open it' }).click()
}
const box = page.getByRole('combobox', { name: /^Write one line/ })
await box.waitFor()

const held: (() => void)[] = []
await page.route('**/api/**', async (route) => {
  const writes = route.request().method() === 'POST' && route.request().url().endsWith('/api/entries')
  if (!writes) await new Promise<void>((resolve) => held.push(resolve))
  await route.continue().catch(() => undefined)
})
/** Lets requests through one at a time until the next line goes; answers how many it took. */
async function neededFor(sent: Promise<Request>): Promise<number> {
  let gone = false
  void sent.then(() => (gone = true))
  for (let through = 0; ; through++) {
    for (let i = 0; i < 40 && !gone; i++) await page.waitForTimeout(25)
    if (gone) return through
    const next = held.shift()
    if (!next) throw new Error('the line did not go, and no request is waiting')
    next()
  }
}
const needed: number[] = []
const times: number[] = []
for (let i = 0; i < lines; i++) {
  await box.fill(`note trip ${i}`)
  const sent = page.waitForRequest((r) => r.method() === 'POST' && r.url().endsWith('/api/entries'))
  const began = performance.now()
  await box.press('Enter')
  needed.push(await neededFor(sent))
  await page.waitForResponse((r) => r.url().endsWith('/api/entries'))
  await page.getByText(`trip ${i}`, { exact: true }).first().waitFor()
  times.push(performance.now() - began)
}
print({
  name: 'round-trips',
  value: Math.max(...needed),
  unit: `requests after a written line before the next may go, of ${lines} lines`,
  limit: 0,
  shownAfterMs: median(times),
  heldBack: held.length,
})
for (const release of held) release()
await browser.close()
await server.kill('SIGTERM')
process.exit(failures())
