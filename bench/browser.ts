/**
 * scroll: main-thread work a frame while the list of all machines is scrolled, from a trace; rows in the document; heap
 * after ten passes against the first. photo: a 12-megapixel picture from choosing it to its preview on screen, against
 * sharp alone making the same preview.
 */
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { chromium, type CDPSession, type Page } from '@playwright/test'
import sharp from 'sharp'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer } from '#server/server.ts'
import { failures, percentile, print } from './measure.ts'

const config = readConfig({
  ...process.env,
  NODE_ENV: 'test',
  PORT: '0',
  ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-bench-')),
  ANAMNESIS_WEB: path.resolve(import.meta.dirname, '../dist/web'),
})
const running = await startServer(config, createLog('silent'), await prepare(config, createLog('silent')))
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--enable-precise-memory-info', '--js-flags=--expose-gc'],
})
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
await page.goto(running.address)
await page.getByLabel('E-mail address').fill('steward@example.org')
await page.getByLabel('Password').fill('a long enough passphrase')
await page.getByRole('button', { name: 'Sign in', exact: true }).click()
await page.getByRole('navigation', { name: 'Places' }).waitFor()
await page.goto(`${running.address}/collection`)
await page.getByRole('row').nth(5).waitFor()
const total = Number(await page.getByRole('grid').getAttribute('aria-rowcount'))
const cdp = await page.context().newCDPSession(page)

interface TraceEvent {
  readonly name: string
  readonly ph: string
  readonly ts: number
  readonly dur?: number
  /** Time of the thread's own on a processor. */
  readonly tdur?: number
  readonly tid: number
  readonly pid: number
  readonly args?: { readonly name?: string }
}

/** Scrolls in equal steps, one a frame: `pixels` a step, or the whole list in that many steps. Answers most rows at once. */
const pass = (view: Page, steps: number, down: boolean, pixels?: number) =>
  view.evaluate(
    async ([n, forward, px]) => {
      const grid = document.querySelector('[role=grid]')
      if (!grid) return 0
      const end = px === undefined ? grid.scrollHeight - grid.clientHeight : n * px
      let most = 0
      for (let i = 0; i <= n; i++) {
        grid.scrollTop = (forward ? i / n : 1 - i / n) * end
        await new Promise((resolve) => requestAnimationFrame(resolve))
        most = Math.max(most, grid.querySelectorAll('[role=row]').length)
      }
      return most
    },
    [steps, down, pixels] as const,
  )

const heapBytes = async (session: CDPSession): Promise<number> => {
  for (let i = 0; i < 3; i++) await session.send('HeapProfiler.collectGarbage')
  const { usedSize } = (await session.send('Runtime.getHeapUsage')) as { usedSize: number }
  return usedSize
}

await pass(page, 60, true)
await page.waitForTimeout(22_000)
await pass(page, 300, false)
await page.waitForTimeout(22_000)
const heapFirst = await heapBytes(cdp)

for (let i = 0; i < 9; i++) await pass(page, 300, i % 2 === 1)
await page.waitForTimeout(22_000)
const heapLast = await heapBytes(cdp)
print({
  name: 'scroll-heap',
  value: heapLast / 1e6,
  unit: 'MB after ten passes',
  against: `${(heapFirst / 1e6).toFixed(1)} MB after the first`,
  ratio: heapLast / heapFirst,
  limit: 1.1,
})

/**
 * Main-thread work of every frame of a pass, ms of the thread's own processor time, so that waiting for a processor that
 * the drawing, the server and the database share on this machine is not counted as work; by the clock it is `elapsed`.
 */
async function traced(
  steps: number,
  pixels?: number,
): Promise<{ work: number[]; elapsed: number[]; most: number }> {
  await browser.startTracing(page, { categories: ['devtools.timeline', 'toplevel', '__metadata'] })
  const most = await pass(page, steps, true, pixels)
  const { traceEvents: events } = JSON.parse((await browser.stopTracing()).toString()) as {
    traceEvents: TraceEvent[]
  }
  const main = events.find(
    (e) =>
      e.ph === 'M' &&
      e.name === 'thread_name' &&
      e.args?.name === 'CrRendererMain' &&
      events.some((x) => x.pid === e.pid && x.name === 'FireAnimationFrame'),
  )
  const own = events.filter((e) => e.pid === main?.pid && e.tid === main.tid)
  const tasks = own.filter((e) => e.ph === 'X' && e.name === 'ThreadControllerImpl::RunTask')
  const frames = own
    .filter((e) => e.name === 'FireAnimationFrame')
    .map((e) => e.ts)
    .sort((a, b) => a - b)
  // Every task is counted once, in the frame in which it began; a task holds the frame's animation callback, layout and paint.
  const summed = (of: (t: TraceEvent) => number) =>
    frames
      .slice(0, -1)
      .map(
        (from, i) =>
          tasks.reduce((sum, t) => (t.ts >= from && t.ts < (frames[i + 1] ?? from) ? sum + of(t) : sum), 0) /
          1000,
      )
  return { work: summed((t) => t.tdur ?? 0), elapsed: summed((t) => t.dur ?? 0), most }
}
// 60 px a frame are 3,600 a second: 36 notches of a usual wheel. Twice that is a flick; dragging the bar draws every row anew.
for (const { name, pixels, limit } of [
  { name: 'scroll', pixels: 60, limit: { limit: 8 } },
  { name: 'scroll-flick', pixels: 120, limit: {} },
  { name: 'scroll-drag', pixels: undefined, limit: {} },
]) {
  const { work, elapsed, most } = await traced(600, pixels)
  print({
    name,
    value: percentile(work, 95),
    unit: `ms of main-thread work a frame, p95 of ${work.length} frames of ${pixels ? `${pixels} px` : 'a 600th of the list'}, ${total} machines`,
    ...limit,
    median: percentile(work, 50),
    byTheClock: percentile(elapsed, 95),
    rowsInDocument: most,
    rowsLimit: 120,
  })
}

// A photograph of 12 megapixels with detail everywhere, as a camera gives it.
const noise = await sharp({
  create: {
    width: 1000,
    height: 750,
    channels: 3,
    background: '#888',
    noise: { type: 'gaussian', mean: 128, sigma: 30 },
  },
})
  .resize(4000, 3000)
  .jpeg({ quality: 88 })
  .toBuffer()
const alone: number[] = []
for (let i = 0; i < 5; i++) {
  const start = performance.now()
  await sharp(noise, { failOn: 'error' })
    .rotate()
    .resize(900, 900, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 82 })
    .toBuffer()
  alone.push(performance.now() - start)
}
await page.getByRole('row').nth(3).click()
await page.getByRole('tab', { name: /^Photographs/ }).click()
const shown = () =>
  page.evaluate(
    () =>
      [...document.querySelectorAll('main li img')].filter(
        (img) => (img as HTMLImageElement).complete && (img as HTMLImageElement).naturalWidth > 0,
      ).length,
  )
const whole: number[] = []
for (let i = 0; i < 5; i++) {
  // Another picture each time, or the second would be known by its content.
  const bytes = Buffer.concat([noise, Buffer.from(`/${i}`)])
  const before = await shown()
  const start = performance.now()
  await page
    .getByLabel('Add photographs: choose')
    .setInputFiles({ name: `p${i}.jpg`, mimeType: 'image/jpeg', buffer: bytes })
  await page.waitForFunction(
    (n) =>
      [...document.querySelectorAll('main li img')].filter(
        (img) => (img as HTMLImageElement).complete && (img as HTMLImageElement).naturalWidth > 0,
      ).length > n,
    before,
    { polling: 'raf' },
  )
  whole.push(performance.now() - start)
}
print({
  name: 'photo',
  value: percentile(whole, 50),
  unit: `ms from choosing ${(noise.length / 1e6).toFixed(1)} MB, 12 megapixels, to its preview on screen, median of ${whole.length}`,
  against: `sharp alone, ${percentile(alone, 50).toFixed(0)} ms`,
  ratio: percentile(whole, 50) / percentile(alone, 50),
})
await browser.close()
await running.stop()
// Nothing of the server or the browser is left; pools that a library still holds open do not keep this from ending.
process.exit(failures())
