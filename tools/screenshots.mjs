/** `npm run screenshots`: one current picture of each main view, from a fresh demo, into docs/screenshots. */
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { chromiumPath, ensureBuild, ensureChromium, ensureDatabase, ensurePackages, freePort, root, startCluster } from './provision.mjs'

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
  env: { ...process.env, DATABASE_URL: url, ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-shots-')), ANAMNESIS_DEMO: '1', PORT: port },
})
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
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
})
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, timezoneId: 'Europe/Oslo', locale: 'en-GB' })).newPage()
await page.goto(base)
await page.getByRole('button', { name: /Rasmus Tveit/ }).click()
await page.getByRole('heading', { name: 'Needs a person' }).waitFor()

const machines = await page.evaluate(async () => (await (await fetch('/api/machines?limit=100')).json()).machines)
const machine = (number) => machines.find((m) => m.plate.number === number).id
const episode = (number, n) => page.evaluate(async ([id, nth]) => (await (await fetch(`/api/machines/${id}`)).json()).episodes.at(nth).id, [machine(number), n])
const shoot = async (name, where, ready, act) => {
  await page.goto(`${base}${where}`)
  await page.getByText(ready).first().waitFor()
  await act?.()
  await page.waitForTimeout(500)
  await page.screenshot({ path: path.join(root, 'docs', 'screenshots', `${name}.png`) })
}
const line = () => page.getByRole('textbox', { name: /^Write one line/ })
await shoot('bench', '/', 'Needs a person')
await shoot('collection', '/collection', 'Working status')
await shoot('machine', `/machines/${machine('SW 2024.3')}`, 'Retest due')
await shoot('episode', `/episodes/${await episode('SW 2024.11', -1)}`, 'Read again', async () => {
  await line().fill('swap IC6 < E2024-004 IC40')
  await page.getByText('Enter writes it').waitFor()
})
await shoot('checks', `/episodes/${await episode('SW 2025.2', -1)}`, 'Sticky keys', () => page.getByRole('button', { name: /^Close,/ }).click())
await shoot('coming-back', `/episodes/${await episode('E2025-012', -1)}`, 'Go on')
await shoot('parts', '/parts', 'On loan, and to whom')
await shoot(
  'part-life',
  `/parts/${await page.evaluate(async () => (await (await fetch('/api/parts?q=timing rom')).json()).parts.find((p) => p.place.includes(' of ')).id)}`,
  'Its life',
)
await shoot('types-and-house', '/types', 'House rules')
await browser.close()
server.kill('SIGTERM')
await new Promise((resolve) => server.on('exit', resolve))
await cluster.stop()
