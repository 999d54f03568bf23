/**
 * faults: 3,000 faults of four kinds while people write. 200 times the server is killed, 50 times PostgreSQL, 500 times what
 * a browser's outbox sends goes wrong in one of the ways in which it can; the rest are connections cut before, amid or after a
 * request. Value: entries that were acknowledged and are not there, or are there twice, and files that are not what was sent.
 */
import { spawn, type ChildProcess } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync } from 'node:fs'
import net from 'node:net'
import os from 'node:os'
import path from 'node:path'
import { chromium, type Page, type Route } from '@playwright/test'
import sharp from 'sharp'
import { v7 } from 'uuid'
import type { Draft } from '#core/history/entry.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { samePlace, type Place } from '#core/place.ts'
import { connect, rows } from '#server/db/connection.ts'
import { HouseModel } from '#server/db/models.ts'
import { findFaults } from '#server/features/entries/faults.ts'
import { rebuild } from '#server/features/entries/rebuild.ts'
import { createPerson } from '#server/features/session/new-person.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare } from '#server/server.ts'
import { ensureDatabase, freePort, root, startCluster } from '#tools/provision.mjs'
import { Client, draft, minutesAgo, password, register } from './house.ts'
import { dice, failures, print } from './measure.ts'

const share = (n: number) => Math.max(1, Math.round(n * Number(process.env['SHARE'] ?? 1)))
const kills = { server: share(200), database: share(50), outbox: share(500), cut: share(2250) }
const roll = dice(Number(process.env['SEED'] ?? 7))
const below = (n: number) => Math.floor(roll() * n)
const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

// A house of its own: cluster, database, server as people run it.
const folder = path.join(root, '.data')
let cluster = await startCluster(folder, 'postgres-faults')
const clusterPort = Number(new URL(cluster.url).port)
const url = await ensureDatabase(cluster.url, 'bench_faults', { fresh: true })
const data = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-faults-'))
const serverPort = await freePort()
const prepared = await prepare(
  readConfig({ DATABASE_URL: url, ANAMNESIS_DATA: data, NODE_ENV: 'test' }),
  createLog('silent'),
)
await HouseModel.create({ id: 1, name: 'Faults', zone: 'UTC', currency: 'EUR' })
for (const role of ['steward', 'volunteer'] as const)
  await createPerson(prepared, { name: `A ${role}`, email: `${role}@example.org`, password, role })
await prepared.db.close()

let server: ChildProcess | undefined
const address = `http://127.0.0.1:${serverPort}`
/** What a server said that ended by itself: a supervisor would start it again, but it should not have to. */
const died: string[] = []
function startServer() {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'pipe'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: url,
      ANAMNESIS_DATA: data,
      ANAMNESIS_WEB: path.join(root, 'dist/web'),
      PORT: String(serverPort),
    },
  })
  let said = ''
  child.stderr?.on('data', (bytes: Buffer) => (said = (said + bytes.toString()).slice(-2000)))
  child.once('exit', (code, signal) => {
    if (signal === 'SIGKILL' || ending) return
    died.push(`${String(code ?? signal)}: ${said}`)
    startServer()
  })
  server = child
}
let ending = false
async function answers(timeoutMs = 60_000): Promise<void> {
  const until = performance.now() + timeoutMs
  while (performance.now() < until) {
    if (
      await fetch(`${address}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return
    await rest(20)
  }
  throw new Error('the server did not come up')
}
async function killServer() {
  const child = server
  const gone = new Promise((resolve) => child?.once('exit', resolve))
  child?.kill('SIGKILL')
  await gone
  startServer()
}
async function killDatabase() {
  process.kill(
    Number(readFileSync(path.join(cluster.folder, 'postmaster.pid'), 'utf8').split('\n')[0]),
    'SIGKILL',
  )
  for (let i = 0; ; i++) {
    // Its backends notice within moments that it is gone, and until then it may not start again.
    await rest(600)
    try {
      cluster = await startCluster(folder, 'postgres-faults', { port: clusterPort })
      if (cluster.started) return
    } catch (error) {
      if (i > 50) throw error
    }
  }
}

// Between the writers and the server: connections that are cut when they are told to.
let cutting: 'not' | 'before' | 'amid' | 'after' = 'not'
const cuts = { before: 0, amid: 0, after: 0 }
const proxy = net.createServer((client) => {
  const upstream = net.connect(serverPort, '127.0.0.1')
  const end = () => {
    client.destroy()
    upstream.destroy()
  }
  client.on('error', end)
  upstream.on('error', end)
  client.on('close', end)
  upstream.on('close', end)
  let answerLost = false
  client.on('data', (bytes: Buffer) => {
    const way = cutting
    cutting = 'not'
    if (way !== 'not') cuts[way]++
    if (way === 'before') return end()
    if (way === 'amid') {
      upstream.write(bytes.subarray(0, bytes.length >> 1))
      setTimeout(end, 1)
      return
    }
    answerLost = way === 'after'
    upstream.write(bytes)
  })
  upstream.on('data', (bytes: Buffer) => (answerLost ? end() : client.write(bytes)))
})
const proxyPort = await freePort()
await new Promise<void>((resolve) => proxy.listen(proxyPort, '127.0.0.1', resolve))

startServer()
await answers()
const steward = await new Client(address).signIn('steward@example.org')
const { machines } = await register(steward, 3)
const [home, other, bench] = machines as [MachineId, MachineId, MachineId]
const opened = draft({ kind: 'episode', what: 'opened', machine: bench, title: 'Faults' }, minutesAgo(30))
await steward.ask('POST', '/api/entries', { entries: [opened] })

/** Acknowledged entries with what they became, photographs with their bytes, places where the wandering parts should be. */
const acknowledged = new Map<string, string>()
const groups: string[][] = []
const photographs = new Map<string, { entry: string; sha256: string }>()
const wandering = new Map<PartId, Place>()
let writing = true
let requests = 0
let unanswered = 0

/** Asks until there is an answer that judges; whatever else comes is asked again. */
async function until<T>(
  ask: () => Promise<{ status: number; body: T }>,
): Promise<{ status: number; body: T } | undefined> {
  for (;;) {
    requests++
    const answer = await ask().catch(() => undefined)
    if (answer?.body !== undefined && answer.status < 500 && answer.status !== 429 && answer.status !== 401)
      return answer
    unanswered++
    if (!writing && unanswered > 1e6) return undefined
    await rest(5 + below(20))
  }
}
type Entries = { entries: { id: string; became: string }[] }
async function write(client: Client, entries: readonly Draft[]) {
  const answer = await until(() =>
    client.ask<Entries>('POST', '/api/entries', { entries, contested: 'keep' }),
  )
  for (const e of answer?.body.entries ?? [])
    if (e.became === 'recorded' || e.became === 'already recorded' || e.became === 'contested')
      acknowledged.set(e.id, e.became)
  return answer
}
async function writer(client: Client, n: number) {
  const part = v7() as PartId
  const places: Place[] = ['a', 'b', 'c'].map((s) => ({ in: { kind: 'store', id: `shelf ${n}${s}` } }))
  let at = 0
  await write(client, [
    draft(
      { kind: 'part', what: 'identified', part, partKind: 'card', place: places[0] as Place },
      minutesAgo(120),
    ),
  ])
  for (let i = 0; writing; i++) {
    const machine = i % 2 ? home : other
    const way = below(10)
    if (way < 4) await write(client, [draft({ kind: 'note', machine, words: `writer ${n}, ${i}` })])
    else if (way < 6)
      await write(client, [
        draft({
          kind: 'test',
          machine,
          depth: 'short',
          gear: [],
          results: [{ fn: 'bell', result: { is: 'pass' } }],
        }),
      ])
    else if (way < 8) {
      const next = (at + 1) % places.length
      const now = new Date().toISOString()
      const answer = await write(client, [
        draft(
          { kind: 'move', legs: [{ part, from: places[at] as Place, to: places[next] as Place }] },
          { happenedAt: { earliest: now, latest: now } },
        ),
      ])
      if (answer?.body.entries.every((e) => e.became !== 'contested' && e.became !== 'refused')) at = next
      wandering.set(part, places[at] as Place)
    } else if (way < 9) {
      const together = v7()
      const trio = [0, 1, 2].map((k) =>
        draft(
          { kind: 'note', machine: machines[k] as MachineId, words: `trio ${n}, ${i}, ${k}` },
          { together },
        ),
      )
      groups.push(trio.map((d) => d.id))
      await write(client, trio)
    } else {
      const bytes = await sharp({
        create: {
          width: 24,
          height: 16,
          channels: 3,
          background: { r: below(256), g: below(256), b: below(256) },
        },
      })
        .png()
        .toBuffer()
      const stored = await until(async () => {
        const form = new FormData()
        form.append('photo', new Blob([new Uint8Array(bytes)]), 'p.png')
        const response = await client.raw('POST', `/api/machines/${machine}/photos`, { body: form })
        return { status: response.status, body: (await response.json()) as { file: string } }
      })
      if (stored?.status !== 201) continue
      const photo = draft({ kind: 'photo', machine, file: stored.body.file, width: 24, height: 16 })
      await write(client, [photo])
      photographs.set(photo.id, { entry: machine, sha256: createHash('sha256').update(bytes).digest('hex') })
    }
  }
}

// A browser with an outbox of its own, beside the writers.
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
})
const page: Page = await (
  await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
).newPage()
await page.goto(address)
await page.getByLabel('E-mail address').fill('volunteer@example.org')
await page.getByLabel('Password').fill(password)
await page.getByRole('button', { name: 'Sign in', exact: true }).click()
await page.getByRole('navigation', { name: 'Places' }).waitFor()
await page.goto(`${address}/episodes/${opened.id}`)
const box = page.getByRole('textbox', { name: /Write one line/ })
await box.waitFor()
let outboxFaults = 0
/** What goes wrong with a sending: no answer, an answer that is no judgement, or one that is lost on its way back. */
async function spoil(route: Route) {
  const method = route.request().method()
  if (method !== 'POST' || outboxFaults >= kills.outbox) return route.continue()
  outboxFaults++
  const problem = (status: number, type: string) =>
    route.fulfill({
      status,
      contentType: 'application/problem+json',
      body: JSON.stringify({ type, title: type, status, detail: 'Injected.' }),
    })
  switch (below(10)) {
    case 0:
      return route.abort('connectionrefused')
    case 1:
      return route.abort('connectionreset')
    case 2:
      return problem(500, 'internal')
    case 3:
      return problem(503, 'busy')
    case 4:
      return problem(507, 'disk-full')
    case 5:
      return problem(401, 'not-signed-in')
    case 6:
      return problem(429, 'too-many-tries')
    case 7:
      return route.fulfill({ status: 502, body: 'a proxy says something' })
    case 8:
      return route.fulfill({ status: 413, body: '' })
    default:
      // Taken, and the answer lost.
      await route.fetch().catch(() => undefined)
      return route.abort('connectionreset')
  }
}
await page.route(/\/api\/(?:entries|machines\/[^/]+\/photos)$/, (route) =>
  spoil(route).catch(() => undefined),
)
const typed: string[] = []
async function typist() {
  for (let i = 0; outboxFaults < kills.outbox || i < 40; i++) {
    if (typed.length < 120) {
      const words = `typed number ${typed.length} of the browser`
      await box.fill(`note ${words}`)
      await box.press('Enter')
      typed.push(words)
      await page
        .waitForFunction(
          () =>
            (document.querySelector('input[aria-label^="Write one line"]') as HTMLInputElement | null)
              ?.value === '',
          undefined,
          { timeout: 20_000 },
        )
        .catch(() => undefined)
    }
    // The outbox rests between tries; this is what a connection that comes back does.
    await page.evaluate(() => window.dispatchEvent(new Event('online')))
    await rest(30)
    if (i % 40 === 39)
      await page
        .goto(`${address}/episodes/${opened.id}`)
        .then(() => box.waitFor({ timeout: 20_000 }))
        .catch(() => undefined)
  }
}

// First the outbox by itself; then the kills and the cut connections, while six people write.
const phases: Record<string, number> = {}
let phaseBegan = performance.now()
const phase = (name: string) => {
  phases[name] = (performance.now() - phaseBegan) / 1000
  phaseBegan = performance.now()
}
await typist()
phase('outbox')
await page.unroute(/\/api\/(?:entries|machines\/[^/]+\/photos)$/)
for (let i = 0; i < 100; i++) {
  await page.evaluate(() => window.dispatchEvent(new Event('online')))
  await rest(200)
  if ((await page.getByRole('button', { name: /not sent yet/ }).count()) === 0) break
}
const leftInOutbox = await page.getByRole('button', { name: /not sent yet|refused/ }).count()
await browser.close()
phase('outbox emptied')
const signedIn = await new Client(address).signIn('volunteer@example.org')
const writers = Array.from({ length: 6 }, (_, n) =>
  writer(signedIn.through(`http://127.0.0.1:${proxyPort}`), n),
)
const cutter = (async () => {
  const ways = ['before', 'amid', 'after'] as const
  while (cuts.before + cuts.amid + cuts.after < kills.cut) {
    if (cutting === 'not') cutting = ways[below(3)] ?? 'amid'
    await rest(2)
  }
})()
let killed = 0
let databaseKilled = 0
while (killed < kills.server || databaseKilled < kills.database) {
  await rest(200 + below(500))
  if (databaseKilled < kills.database && (killed >= kills.server || below(5) === 0)) {
    await killDatabase()
    databaseKilled++
  } else {
    await killServer()
    killed++
  }
  await answers()
}
phase('kills')
await cutter
phase('cuts')
writing = false
await Promise.all(writers)

// What is there, held against what was acknowledged.
const db = connect(url, 2)
const stored = await rows<{ id: string; together: string | null; words: string | null; n: string }>(
  db,
  `SELECT id::text, entry->>'together' AS together, entry->'body'->>'words' AS words, (SELECT count(*) FROM entry_subjects s WHERE s.entry = e.id) AS n FROM entries e`,
)
const ids = new Set(stored.map((s) => s.id))
const lost = [...acknowledged.keys()].filter((id) => !ids.has(id))
const partGroups = groups.filter((g) => g.some((id) => ids.has(id)) && !g.every((id) => ids.has(id)))
const times = (words: string) => stored.filter((s) => s.words === words).length
const lostTyped = typed.filter((words) => times(words) === 0)
const doubled = [
  ...new Set(stored.flatMap((s) => (s.words && /^(writer|trio|typed)/.test(s.words) ? [s.words] : []))),
].filter((words) => times(words) > 1)
const bare = stored.filter((s) => s.n === '0')
const fresh = await new Client(address).signIn('steward@example.org')
const wrongFiles: string[] = []
for (const [entry, { entry: machine, sha256 }] of photographs) {
  const response = await fresh.raw('GET', `/api/machines/${machine}/photos/${entry}?size=original`)
  const bytes = Buffer.from(await response.arrayBuffer())
  if (response.status !== 200 || createHash('sha256').update(bytes).digest('hex') !== sha256)
    wrongFiles.push(entry)
}
const misplaced: string[] = []
for (const [part, place] of wandering) {
  const [row] = await rows<{ holder_kind: string; holder: string }>(
    db,
    'SELECT holder_kind, holder FROM placements WHERE part = $1',
    [part],
  )
  if (!row || !samePlace({ in: { kind: row.holder_kind as 'store', id: row.holder } }, place))
    misplaced.push(part)
}
const differ = (await rebuild(db, new Date().toISOString())).length
const faults = await findFaults(db, new Date().toISOString())
await db.close()
ending = true
server?.kill('SIGTERM')
proxy.close()
await cluster.stop()
const amiss = { died, lost, lostTyped, doubled, partGroups, bare, wrongFiles, misplaced, faults }
for (const [what, list] of Object.entries(amiss))
  if (list.length > 0) console.error(what, JSON.stringify(list).slice(0, 400))
print({
  name: 'faults',
  value:
    lost.length +
    lostTyped.length +
    doubled.length +
    partGroups.length +
    wrongFiles.length +
    misplaced.length +
    leftInOutbox,
  unit: 'entries lost or doubled',
  limit: 0,
  injected: killed + databaseKilled + outboxFaults + cuts.before + cuts.amid + cuts.after,
  serverKilled: killed,
  databaseKilled,
  outboxFaults,
  cut: `${cuts.before} before, ${cuts.amid} amid, ${cuts.after} after`,
  acknowledged: acknowledged.size,
  typed: typed.length,
  photographs: photographs.size,
  requests,
  unanswered,
  differAfterRebuild: differ,
  brokenLedger: faults.length,
  serverDied: died.length,
  seconds: Object.entries(phases)
    .map(([name, seconds]) => `${name} ${seconds.toFixed(0)}`)
    .join(', '),
})
process.exit(failures() || (differ + faults.length > 0 ? 1 : 0))
