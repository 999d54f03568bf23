/**
 * claim: 200 clients claim 50 parts at random for 30 seconds over HTTP, each from where it last saw the part. Doubles are parts
 * whose chain of moves is broken or that lie in two places afterwards.
 */
import http from 'node:http'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { v7 } from 'uuid'
import type { Leg } from '#core/history/bodies/move.ts'
import { samePlace, type Place } from '#core/place.ts'
import { rows } from '#server/db/connection.ts'
import { HouseModel } from '#server/db/models.ts'
import { rebuild } from '#server/features/entries/rebuild.ts'
import { createPerson } from '#server/features/session/new-person.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer } from '#server/server.ts'
import { print } from './measure.ts'

const clients = 200
const parts = 50
const seconds = Number(process.env['BENCH_SECONDS'] ?? 30)
const config = readConfig({
  ...process.env,
  NODE_ENV: 'test',
  PORT: '0',
  ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-bench-')),
})
const services = await prepare(config, createLog('silent'))
const { db } = services
await HouseModel.create({ id: 1, name: 'Bench', zone: 'UTC', currency: 'EUR' })
const password = 'a long enough passphrase'
await createPerson(services, {
  name: 'A restorer',
  email: 'restorer@example.org',
  password,
  role: 'restorer',
})
const running = await startServer(config, createLog('silent'), services)
const agent = new http.Agent({ keepAlive: true, maxSockets: clients })

let cookie = ''
let token = ''
function ask(method: string, where: string, body?: unknown): Promise<{ status: number; body: unknown }> {
  return new Promise((resolve, reject) => {
    const text = body === undefined ? undefined : JSON.stringify(body)
    const request = http.request(
      `${running.address}${where}`,
      {
        method,
        agent,
        headers: {
          cookie,
          'x-anamnesis-token': token,
          ...(text ? { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) } : {}),
        },
      },
      (response) => {
        const set = response.headers['set-cookie']?.[0]?.split(';')[0]
        if (set) cookie = set
        let answer = ''
        response.setEncoding('utf8')
        response.on('data', (chunk: string) => (answer += chunk))
        response.on('end', () =>
          resolve({
            status: response.statusCode ?? 0,
            body: answer ? (JSON.parse(answer) as unknown) : undefined,
          }),
        )
      },
    )
    request.on('error', reject)
    request.end(text)
  })
}
token = ((await ask('GET', '/api/session')).body as { csrf: string }).csrf
token = (
  (await ask('POST', '/api/session', { email: 'restorer@example.org', password })).body as { csrf: string }
).csrf

const entry = (body: unknown) => {
  const now = new Date().toISOString()
  return { id: v7(), v: 1, happenedAt: { earliest: now, latest: now }, basis: 'seen', body }
}
const start: Place = { in: { kind: 'store', id: 'drawer' } }
const ids = Array.from({ length: parts }, () => v7())
for (const [i, part] of ids.entries())
  await ask('POST', '/api/entries', {
    entries: [
      entry({ kind: 'part', what: 'identified', part, partKind: 'relay', tag: `P-${i + 1}`, place: start }),
    ],
  })
const seen = new Map<string, Place>(ids.map((id) => [id, start]))

let won = 0
let lost = 0
const end = performance.now() + seconds * 1000
await Promise.all(
  Array.from({ length: clients }, async (_, client) => {
    const mine: Place = { in: { kind: 'store', id: `client ${client}` } }
    for (let n = client; performance.now() < end; n += 7) {
      const part = ids[(n * 31 + client) % parts] ?? ''
      const from = seen.get(part) ?? start
      if (samePlace(from, mine)) continue
      const answer = await ask('POST', '/api/entries', {
        entries: [entry({ kind: 'move', legs: [{ part, from, to: mine }] })],
        contested: 'refuse',
      })
      if (answer.status === 200) {
        won++
        seen.set(part, mine)
      } else lost++
    }
  }),
)
const moves = await rows<{ legs: Leg[] }>(
  db,
  `SELECT entry->'body'->'legs' AS legs FROM entries WHERE kind = 'move' AND entry->>'became' = 'recorded' ORDER BY entry->'happenedAt'->>'earliest', id::text`,
)
const at = new Map<string, Place>(ids.map((id) => [id, start]))
let doubles = 0
for (const { legs } of moves)
  for (const leg of legs) {
    if (!samePlace(at.get(leg.part) ?? start, leg.from)) doubles++
    at.set(leg.part, leg.to)
  }
const placed = await rows<{ part: string; holder: string }>(db, 'SELECT part, holder FROM placements')
doubles += placed.filter((p) => at.get(p.part)?.in.id !== p.holder).length + Math.abs(placed.length - parts)
const differ = (await rebuild(db, new Date().toISOString())).length
print({
  name: 'claim',
  value: won / seconds,
  unit: `claims a second won by ${clients} clients over ${parts} parts in ${seconds} s`,
  against: `${lost} lost to somebody quicker, refused with who has it`,
  doubles,
  differAfterRebuild: differ,
})
await running.stop()
process.exit(doubles + differ > 0 ? 1 : 0)
