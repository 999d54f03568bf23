/**
 * keystroke: key event to committed document in the composer, on a machine with 2,000 entries and 500 positions, against a
 * bare input in the same page. live: from Enter on one screen to the entry visible on another, while 28 plain clients
 * listen to the event stream.
 */
import http from 'node:http'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import type { Page } from '@playwright/test'
import { v7 } from 'uuid'
import type { AccountId, EntryId, MachineId, PartyId } from '#core/ids.ts'
import type { Entry } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import { numberedId } from '#core/testing/script.ts'
import { pointAt } from '#core/quantity/time.ts'
import { terminalSheet, typeId } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { houseIdOf } from '#server/db/house.ts'
import { HouseModel } from '#server/db/models.ts'
import { rebuild } from '#server/features/entries/rebuild.ts'
import { insertEntry } from '#server/features/entries/insert.ts'
import { createPerson } from '#server/features/session/new-person.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer } from '#server/server.ts'
import { openBrowser, signedIn } from './demo-server.ts'
import { median, percentile, print } from './measure.ts'

const password = 'a long enough passphrase'
const config = readConfig({
  ...process.env,
  NODE_ENV: 'test',
  PORT: '0',
  ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-bench-')),
  ANAMNESIS_WEB: path.resolve(import.meta.dirname, '../dist/web'),
})
const services = await prepare(config, createLog('silent'))
const { db } = services
await HouseModel.create({ id: 1, name: 'Bench', zone: 'UTC', currency: 'EUR' })
const house = await houseIdOf(db)
const steward = await createPerson(services, {
  name: 'A steward',
  email: 'steward@example.org',
  password,
  role: 'steward',
})
await createPerson(services, {
  name: 'A restorer',
  email: 'restorer@example.org',
  password,
  role: 'restorer',
})

const machine = numberedId<MachineId>(1, 4)
const positions = 500
const entries = 2000
const anEpisode = 100
const sheet = sheetSchema.parse({
  ...terminalSheet,
  positions: [
    ...terminalSheet.positions,
    ...Array.from({ length: positions - terminalSheet.positions.length }, (_, i) => ({
      designator: `R${i + 1}`,
      accepts: 'resistor',
      mount: 'soldered',
    })),
  ],
})

/** The type, the machine, and episodes of a hundred entries each; the last one is open. */
async function fill(): Promise<EntryId> {
  let episode: EntryId | undefined
  let n = 0
  const start = Date.now() - (entries + 10) * 60_000
  await db.transaction(async (transaction) => {
    const add = async (body: Body) => {
      const id = v7() as EntryId
      const at = new Date(start + n++ * 60_000).toISOString()
      const inside =
        episode &&
        body.kind !== 'machine' &&
        body.kind !== 'type' &&
        !(body.kind === 'episode' && body.what === 'opened')
      const entry: Entry = {
        id,
        v: 1,
        basis: 'seen',
        doneBy: steward.party as PartyId,
        recordedBy: steward.id as AccountId,
        became: 'recorded',
        happenedAt: pointAt(at),
        house,
        recordedAt: at,
        receivedAt: at,
        seq: 0,
        body,
        about: subjectsOf({ body }),
        ...(inside ? { episode } : {}),
      }
      await insertEntry(db, entry, id, transaction)
      return id
    }
    await add({ kind: 'type', type: typeId, sheet })
    await add({
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber: 'E-1',
      name: 'Corvel 88 terminal',
      type: typeId,
      source: { how: 'gift' },
    })
    while (n < entries) {
      if (n % anEpisode === 2) {
        if (episode)
          await add({ kind: 'episode', what: 'closed', machine, episode, next: '', report: [], deferred: [] })
        episode = undefined
        episode = await add({ kind: 'episode', what: 'opened', machine, title: 'Long work' })
      } else if (n % 5 === 0)
        await add({
          kind: 'test',
          machine,
          depth: 'full',
          gear: [],
          results: [{ fn: 'screen', result: { is: n % 25 === 0 ? 'fail' : 'pass' } }],
        })
      else if (n % 5 === 1)
        await add({ kind: 'reading', machine, point: '5V', read: { value: 5, unit: 'V', asWritten: '5.00' } })
      else
        await add({
          kind: 'change',
          machine,
          target: { sort: 'position', name: `R${n % 480}` },
          verb: 'soldered',
          reach: 'altered',
        })
    }
  })
  if (!episode) throw new Error('no episode was opened')
  return episode
}
const episode = await fill()
await rebuild(db, new Date().toISOString())
const running = await startServer(config, createLog('silent'), services)
const browser = await openBrowser()
const at = { password, at: running.address, viewport: { width: 1280, height: 800 } }
const writer = await signedIn(browser, 'steward@example.org', at)
const reader = await signedIn(browser, 'restorer@example.org', at)
for (const page of [writer, reader]) {
  await page.goto(`${running.address}/episodes/${episode}`)
  await page.getByRole('combobox', { name: /^Write one line/ }).waitFor()
}

interface KeyTime {
  /** From the event's dispatch in the page to the end of the work that it set off, ms. */
  readonly work: number
  /** The same from the moment at which the browser took the key, waiting for a processor included. */
  readonly clock: number
}

interface Measured {
  readonly keys: readonly KeyTime[]
  /** From a key to what the line says being on screen, ms. */
  readonly understood: readonly number[]
}

async function keyTimes(page: Page, text: string, times: number): Promise<Measured> {
  // What the page does when it has just been opened is over.
  await page.waitForTimeout(2000)
  await page.evaluate(() => {
    const taken: KeyTime[] = []
    const understood: number[] = []
    Object.assign(window, { measured: { keys: taken, understood } })
    const says = document.querySelector('#line-says')
    let since = 0
    const watch = new MutationObserver(() => {
      if (says?.getAttribute('aria-busy') === 'false') understood.push(performance.now() - since)
    })
    if (says) watch.observe(says, { attributes: true, attributeFilter: ['aria-busy'] })
    window.addEventListener(
      'keydown',
      (event) => {
        const dispatched = performance.now()
        since = dispatched
        // Heard at the window after React heard it at its root: the microtask comes after the one in which it commits.
        window.addEventListener(
          'input',
          () =>
            queueMicrotask(() => {
              const now = performance.now()
              taken.push({ work: now - dispatched, clock: now - event.timeStamp })
            }),
          { once: true },
        )
      },
      { capture: true },
    )
  })
  for (let i = 0; i < times; i++) {
    for (const letter of text) {
      await page.keyboard.press(letter)
      await page.waitForTimeout(60)
    }
    await page.keyboard.press('ControlOrMeta+a')
    await page.keyboard.press('Delete')
  }
  return page.evaluate(() => (window as unknown as { measured: Measured }).measured)
}

const lines = [
  'swap R241 < P-0007',
  'test screen fail: rolls, keyboard pass',
  'resolder R40-R48, IC31',
  '5V 4.98 load 2A',
  'ask what is the wire at R12?',
]
await writer.getByRole('combobox', { name: /^Write one line/ }).focus()
const typed: KeyTime[] = []
const understood: number[] = []
for (const line of lines) {
  await writer.reload()
  await writer.getByRole('combobox', { name: /^Write one line/ }).focus()
  await writer.keyboard.press('Escape')
  const measured = await keyTimes(writer, line, 2)
  typed.push(...measured.keys)
  understood.push(...measured.understood)
}
const bare: KeyTime[] = []
for (const line of lines) {
  await writer.reload()
  await writer.getByRole('combobox', { name: /^Write one line/ }).waitFor()
  await writer.evaluate(() => {
    const input = document.createElement('input')
    document.querySelector('main')?.prepend(input)
    input.focus()
  })
  bare.push(...(await keyTimes(writer, line, 2)).keys)
}
const p95 = (times: readonly KeyTime[], of: keyof KeyTime) =>
  percentile(
    times.map((t) => t[of]),
    95,
  )
print({
  name: 'keystroke',
  value: p95(typed, 'work'),
  unit: `ms from key event to committed document, p95 of ${typed.length} keys, ${entries} entries, ${positions} positions`,
  against: `limit 16; a bare input in the same page ${p95(bare, 'work').toFixed(2)} ms`,
  ratio: p95(typed, 'work') / p95(bare, 'work'),
  median: median(typed.map((t) => t.work)),
  byTheClock: p95(typed, 'clock'),
  understood: percentile(understood, 95),
  bareByTheClock: p95(bare, 'clock'),
})

const cookie = (await writer.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ')
const listeners = 28
let heard = 0
const streams = await Promise.all(
  Array.from(
    { length: listeners },
    () =>
      new Promise<http.ClientRequest>((resolve, reject) => {
        const request = http.get(
          `${running.address}/api/live`,
          { headers: { cookie, accept: 'text/event-stream' } },
          (response) => {
            response.on('data', () => heard++)
            resolve(request)
          },
        )
        request.on('error', reject)
      }),
  ),
)
const box = writer.getByRole('combobox', { name: /^Write one line/ })
await writer.reload()
await box.waitFor()
await reader.bringToFront()
const shown: number[] = []
for (let i = 0; i < 30; i++) {
  const words = `seen from afar ${i}`
  await box.fill(`note ${words}`)
  const seen = reader.evaluate(
    (wanted) =>
      new Promise<number>((resolve) => {
        const sheet = document.querySelector('main')
        const observer = new MutationObserver(() => {
          if (!sheet?.textContent.includes(wanted)) return
          observer.disconnect()
          resolve(Date.now())
        })
        if (sheet) observer.observe(sheet, { childList: true, subtree: true, characterData: true })
      }),
    words,
  )
  const pressed = Date.now()
  await box.press('Enter')
  shown.push((await seen) - pressed)
  await writer.waitForTimeout(150)
}
for (const request of streams) request.destroy()
print({
  name: 'live',
  value: percentile(shown, 95),
  unit: `ms from Enter on one screen to visible on another, p95 of ${shown.length}, ${entries} entries`,
  against: `${listeners} plain clients of the event stream, which heard ${heard} chunks, and 2 browsers`,
  median: median(shown),
})
await browser.close()
await running.stop()
process.exit(0)
