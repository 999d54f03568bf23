/** `npm run screenshots`: one current picture of each main view, from a fresh demo, into docs/screenshots. */
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import {
  chromiumPath,
  ensureBuild,
  ensureChromium,
  ensureDatabase,
  ensurePackages,
  freePort,
  root,
  startCluster,
} from './provision.mjs'

ensurePackages()
ensureChromium()
ensureBuild()
const cluster = await startCluster(path.join(root, '.data'), 'postgres-test', { durable: false })
const url = await ensureDatabase(cluster.url, 'screenshots', { fresh: true })
const port = String(await freePort())
const base = `http://127.0.0.1:${port}`
const server = spawn(process.execPath, ['--import', 'tsx', 'demo/main.ts'], {
  cwd: root,
  stdio: 'inherit',
  env: {
    ...process.env,
    DATABASE_URL: url,
    ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-shots-')),
    ANAMNESIS_DEMO: '1',
    PORT: port,
  },
})
// Whatever goes wrong below, the server does not outlive this script.
process.on('exit', () => server.kill('SIGTERM'))
for (;;) {
  if (
    await fetch(`${base}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
  )
    break
  await new Promise((resolve) => setTimeout(resolve, 100))
}
const { chromium } = await import('@playwright/test')
const browser = await chromium.launch({
  executablePath: chromiumPath,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})
const page = await (
  await browser.newContext({
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Oslo',
    locale: 'en-GB',
  })
).newPage()
await page.goto(base)
await page.getByRole('button', { name: /Rasmus Tveit/ }).click()
await page.getByRole('heading', { name: 'Needs a person' }).waitFor()

const machines = await page.evaluate(
  async () => (await (await fetch('/api/machines?limit=100')).json()).machines,
)
const machine = (number) => machines.find((m) => m.plate.number === number).id
const episode = (number, n) =>
  page.evaluate(
    async ([id, nth]) => (await (await fetch(`/api/machines/${id}`)).json()).episodes.at(nth).id,
    [machine(number), n],
  )
const shoot = async (name, where, ready, act) => {
  await page.goto(`${base}${where}`)
  await page.getByText(ready).first().waitFor()
  await act?.()
  await page.waitForTimeout(500)
  await page.screenshot({ path: path.join(root, 'docs', 'screenshots', `${name}.png`) })
}
const line = () => page.getByRole('combobox', { name: /^Write one line/ })
await shoot('bench', '/', 'Needs a person')
await shoot('machine', `/machines/${machine('SW 2024.3')}`, 'Retest due')
await shoot('episode', `/episodes/${await episode('SW 2024.11', -1)}`, 'Read again', async () => {
  await line().fill('swap IC6 < E2024-004 IC40')
  await page.getByText('Enter writes it').waitFor()
})
await shoot('coming-back', `/episodes/${await episode('E2025-012', -1)}`, 'Go on')
await shoot('fault', `/machines/${machine('E2024-004')}/fault`, 'Something no sheet names')
await shoot('parts', '/parts', 'On loan, and to whom')
await shoot(
  'part-life',
  `/parts/${await page.evaluate(async () => (await (await fetch('/api/parts?q=power supply')).json()).parts.find((p) => p.place.includes(' of ')).id)}`,
  'Its life',
)
await shoot('types-and-house', '/types', 'House practice')
await shoot(
  'entry',
  `/machines/${machine('E2026-021')}/entry?step=before+it+is+touched`,
  'Before it is touched',
)
await shoot('survey', `/machines/${machine('SW 2024.3')}/survey?zone=chassis`, 'came back')
await shoot(
  'photo-compare',
  `/machines/${machine('SW 2024.3')}?show=photos`,
  'Before and after',
  async () => {
    await page.getByRole('slider').scrollIntoViewIfNeeded()
    await page.mouse.wheel(0, 900)
    await page.waitForTimeout(800)
  },
)
await shoot('donor-choice', `/machines/${machine('SW 2024.3')}/donors?position=IC40`, 'Take the part')
await shoot('set-renewal', `/machines/${machine('SW 2024.3')}/renewal`, 'Still to be bought')
await shoot(
  'batch',
  `/batches/${await page.evaluate(async () => (await (await fetch('/api/batches')).json()).batches[0].id)}`,
  'work now',
)

await shoot('loans', '/loans', 'Not closed')
await shoot('plan', '/plan', 'Whether the days hold', async () => {
  await page.getByText('Nothing better was found.').waitFor()
  await page.getByText('From 2000 draws').waitFor()
  await page
    .getByRole('group', { name: 'Lanes of the plan' })
    .getByRole('button', { name: /Find the fault/ })
    .first()
    .click()
  await page.getByRole('region', { name: 'The next evenings' }).evaluate((e) => e.scrollIntoView())
})
await shoot('treatments', `/machines/${machine('E2025-003')}/treatments`, 'Share of yellow left')
const guest = await (
  await browser.newContext({
    viewport: { width: 390, height: 844 },
    timezoneId: 'Europe/Oslo',
    locale: 'en-GB',
  })
).newPage()
await guest.goto(base)
await guest.getByRole('button', { name: /Lindvik harbour hall/ }).click()
await guest.getByRole('heading', { name: 'Asked of you' }).waitFor()
await guest.waitForTimeout(500)
await guest.screenshot({ path: path.join(root, 'docs', 'screenshots', 'guest-home.png') })

// The list as a large house sees it: two thousand machines more, by a table.
const makers = ['Arden', 'Brasket', 'Dunmere', 'Ellow', 'Gorsay', 'Hallin', 'Ister', 'Kvale']
const nouns = [
  'data terminal',
  'tape punch',
  'message printer',
  'desk calculator',
  'till',
  'weighing terminal',
  'signal bell',
  'ticket machine',
]
const legal = ['accessioned', '"entered, undecided"', 'parts stock', 'handling collection']
const lines = Array.from(
  { length: 2000 },
  (_, i) =>
    `R-${String(i + 1).padStart(4, '0')},${makers[i % 8]} ${10 + ((i * 7) % 80)} ${nouns[(i * 5 + (i >> 3)) % 8]},${10000 + i * 37},${legal[i % 4]},20${10 + (i % 15)}`,
)
// Legal statuses are a steward's to say.
const steward = await (await browser.newContext()).newPage()
await steward.goto(base)
await steward.getByRole('button', { name: /Ottoline Brack/ }).click()
await steward.getByRole('heading', { name: 'Needs a person' }).waitFor()
const taken = await steward.evaluate(
  async (csv) => {
    const { csrf } = await (await fetch('/api/session')).json()
    const form = new FormData()
    form.append('store', 'yes')
    form.append('table', new Blob([csv]), 'machines.csv')
    return (
      await fetch('/api/table', { method: 'POST', headers: { 'x-anamnesis-token': csrf }, body: form })
    ).json()
  },
  ['Entry number,Name,Serial,Legal status,Came in on', ...lines].join('\n'),
)
if (!taken.stored) throw new Error(JSON.stringify(taken).slice(0, 400))
await shoot('collection', '/collection?sort=grade', 'Working status')
await browser.close()
server.kill('SIGTERM')
await new Promise((resolve) => server.on('exit', resolve))
await cluster.stop()
