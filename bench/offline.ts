/**
 * offline: two devices write 500 entries and choose 50 photographs without a connection; when it is back, the server is
 * killed three times while they send. What is stored, doubled and lost is counted by what each entry says.
 */
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { rows, connect } from '#server/db/connection.ts'
import { address, DemoServer, openBrowser, signedIn } from './demo-server.ts'
import { print } from './measure.ts'

const databaseUrl = process.env['DATABASE_URL'] ?? ''
const lines = 250
const photos = 25
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

const server = new DemoServer()
await server.start()
const browser = await openBrowser()
async function device(who: string, episode?: string): Promise<Page> {
  const page = await signedIn(browser, `${who}@example.org`)
  if (episode) await page.goto(episode)
  else {
    await page.goto(`${address}/collection?q=E2024-004`)
    await page.getByRole('row').filter({ hasText: 'E2024-004' }).first().click()
    await page.getByRole('button', { name: 'Open an episode' }).click()
    await page.getByLabel('What it is about').fill('Two tablets in the cellar')
    await page.getByRole('button', { name: 'Open it' }).click()
  }
  await page.getByRole('combobox', { name: /^Write one line/ }).waitFor()
  return page
}
const first = await device('rasmus')
const second = await device('jonas', first.url())
const episode = new URL(first.url()).pathname.split('/').at(-1) ?? ''
await wait(1500)

const wanted: string[] = []
for (const [page, name] of [
  [first, 'first'],
  [second, 'second'],
] as const) {
  await page.context().setOffline(true)
  const line = page.getByRole('combobox', { name: /^Write one line/ })
  for (let i = 0; i < lines; i++) {
    const words = `${name} device, line ${String(i)}.`
    wanted.push(words)
    await line.fill(`note ${words}`)
    await line.press('Enter')
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('[aria-describedby=line-says]')?.value === '',
    )
  }
  const files = await Promise.all(
    Array.from({ length: photos }, async (_, i) => ({
      name: `${name}-${String(i)}.jpg`,
      mimeType: 'image/jpeg',
      // Each its own picture: the same bytes would be the same photograph.
      buffer: await sharp({
        create: {
          width: 1200,
          height: 900,
          channels: 3,
          background: { r: i * 9, g: name.length * 20, b: 90 },
          noise: { type: 'gaussian', mean: 120, sigma: 20 + i },
        },
      })
        .jpeg()
        .toBuffer(),
    })),
  )
  await page.getByLabel('Photograph', { exact: true }).setInputFiles(files)
  await page
    .getByRole('button', { name: `${String(lines + photos)} not sent yet` })
    .waitFor({ timeout: 120_000 })
}

const db = connect(databaseUrl)
const stored = async () =>
  rows<{ kind: string; words: string | null }>(
    db,
    `SELECT kind, entry->'body'->>'words' AS words FROM entries WHERE entry->>'episode' = $1 AND kind IN ('note', 'photo')`,
    [episode],
  )
const began = performance.now()
await Promise.all([first.context().setOffline(false), second.context().setOffline(false)])
for (const share of [0.2, 0.5, 0.8]) {
  while ((await stored()).length < (lines + photos) * 2 * share) await wait(20)
  await server.kill()
  await wait(500)
  await server.start()
}
const patience = performance.now() + 180_000
while (
  performance.now() < patience &&
  ((await first.getByRole('button', { name: /not sent yet/ }).count()) > 0 ||
    (await second.getByRole('button', { name: /not sent yet/ }).count()) > 0)
)
  await wait(200)
const all = await stored()
const notes = all.flatMap((e) => (e.kind === 'note' && e.words ? [e.words] : []))
const shots = all.filter((e) => e.kind === 'photo').length
const lost = wanted.filter((w) => !notes.includes(w)).length + Math.max(0, photos * 2 - shots)
const doubled = notes.length - new Set(notes).size + Math.max(0, shots - photos * 2)
print({
  name: 'offline',
  value: all.length,
  unit: `entries stored of ${String((lines + photos) * 2)}, ${String(shots)} of them photographs`,
  against: 'two devices, server killed (−9) three times while they sent',
  doubled,
  lost,
  seconds: (performance.now() - began) / 1000,
})
await browser.close()
await server.kill()
await db.close()
process.exit(lost + doubled > 0 ? 1 : 0)
