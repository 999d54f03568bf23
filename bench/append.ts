/**
 * append: one entry over HTTP to a machine with 200 entries, against a route of the same server that checks the session and
 * inserts only that row; append-growth: the same at 2,000 entries. PostgreSQL with its usual durability.
 */
import { randomUUID } from 'node:crypto'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import express from 'express'
import { v7 } from 'uuid'
import { numberedId } from '#core/testing/script.ts'
import type { Entry } from '#core/history/entry.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import type { EntryId, MachineId, PartyId, AccountId } from '#core/ids.ts'
import { pointAt } from '#core/quantity/time.ts'
import { terminalSheet, typeId } from '#core/testing/terminal.ts'
import { houseIdOf } from '#server/db/house.ts'
import { HouseModel } from '#server/db/models.ts'
import { run } from '#server/db/connection.ts'
import { insertEntry } from '#server/features/entries/insert.ts'
import { rebuild } from '#server/features/entries/rebuild.ts'
import { createPerson } from '#server/features/session/new-person.ts'
import { requireVisitor } from '#server/platform/access.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer } from '#server/server.ts'
import { failures, percentile, print } from './measure.ts'

const config = readConfig({
  ...process.env,
  NODE_ENV: 'test',
  PORT: '0',
  ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-bench-')),
})
const services = await prepare(config, createLog('silent'))
const { db } = services
await run(db, 'CREATE TABLE IF NOT EXISTS bare (id uuid PRIMARY KEY, entry json NOT NULL)')
await HouseModel.create({ id: 1, name: 'Bench', zone: 'UTC', currency: 'EUR' })
const house = await houseIdOf(db)
const password = 'a long enough passphrase'
const account = await createPerson(services, {
  name: 'A steward',
  email: 'steward@example.org',
  password,
  role: 'steward',
})

/** Fills a machine with notes, tests and changes; one in four is a move out or back. */
async function fill(machine: MachineId, count: number, family: number) {
  const base = {
    v: 1,
    basis: 'seen' as const,
    doneBy: account.party as PartyId,
    recordedBy: account.id as AccountId,
    became: 'recorded' as const,
  }
  const start = Date.UTC(2025, 0, 1)
  const part = numberedId<never>(family, 6)
  let out = false
  await db.transaction(async (transaction) => {
    for (let i = 0; i < count; i++) {
      const at = new Date(start + i * 60_000).toISOString()
      const slot = { in: { kind: 'machine' as const, id: machine }, position: 'LS1' }
      const rig = { in: { kind: 'rig' as const, id: 'rig' } }
      const body: Entry['body'] =
        i === 0
          ? {
              kind: 'machine',
              what: 'registered',
              machine,
              entryNumber: `E-${family}`,
              name: 'Corvel 88 terminal',
              type: typeId,
              source: { how: 'gift' },
            }
          : i === 1
            ? { kind: 'part', what: 'identified', part, partKind: 'loudspeaker', place: rig }
            : i === 2
              ? { kind: 'part', what: 'content', machine, place: slot, content: 'empty' }
              : i % 4 === 3
                ? { kind: 'move', legs: [{ part, from: out ? slot : rig, to: out ? rig : slot }] }
                : i % 4 === 0
                  ? {
                      kind: 'test',
                      machine,
                      depth: 'full',
                      gear: [],
                      results: [{ fn: 'screen', result: { is: 'pass' } }],
                    }
                  : {
                      kind: 'change',
                      machine,
                      target: { sort: 'position', name: 'IC31' },
                      verb: 'cleaned',
                      reach: 'disturbed',
                    }
      if (body.kind === 'move') out = !out
      const entry: Entry = {
        ...base,
        id: v7() as EntryId,
        happenedAt: pointAt(at),
        house,
        recordedAt: at,
        receivedAt: at,
        seq: 0,
        body,
        about: subjectsOf({ body }),
      }
      await insertEntry(db, entry, randomUUID(), transaction)
    }
  })
}
const type: Entry = {
  id: v7() as EntryId,
  v: 1,
  basis: 'seen',
  happenedAt: pointAt('2024-12-01T00:00:00.000Z'),
  house,
  recordedAt: '2024-12-01T00:00:00.000Z',
  receivedAt: '2024-12-01T00:00:00.000Z',
  seq: 1_000_000,
  recordedBy: account.id as AccountId,
  became: 'recorded',
  body: { kind: 'type', type: typeId, sheet: terminalSheet },
  about: [{ kind: 'type', id: typeId }],
}
await db.transaction((transaction) => insertEntry(db, type, 'type', transaction))
const small = numberedId<MachineId>(1, 4)
const large = numberedId<MachineId>(2, 4)
await fill(small, 200, 1)
await fill(large, 2000, 2)
await rebuild(db, new Date().toISOString())
await run(db, 'ANALYZE')

const running = await startServer(config, createLog('silent'), services)
const cookies: string[] = []
const request = async (method: string, url: string, body?: unknown, token = '') => {
  const response = await fetch(running.address + url, {
    method,
    headers: { 'content-type': 'application/json', cookie: cookies.join('; '), 'x-anamnesis-token': token },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  const set = response.headers.getSetCookie()
  if (set.length > 0) cookies.splice(0, cookies.length, ...set.map((c) => c.split(';')[0] ?? ''))
  return response
}
const first = (await (await request('GET', '/api/session')).json()) as { csrf: string }
const session = (await (
  await request('POST', '/api/session', { email: 'steward@example.org', password }, first.csrf)
).json()) as { csrf: string }

// The bare route runs in the same process, on the same session and database, behind the same middleware.
const stack = (
  running.http.listeners('request')[0] as unknown as {
    router: { stack: { name: string; handle: { stack?: unknown[] } }[] }
  }
).router.stack
const bare = express.Router()
bare.post('/bare', (req, res, next) => {
  void (async () => {
    const visitor = await requireVisitor(req, 'volunteer')
    const body = req.body as { entries: { id: string }[] }
    await db.transaction((transaction) =>
      run(
        db,
        'INSERT INTO bare (id, entry) VALUES ($1, $2)',
        [body.entries[0]?.id, JSON.stringify({ ...body.entries[0], by: visitor.account })],
        transaction,
      ),
    )
    res.json({ ok: true })
  })().catch(next)
})
const apiLayer = stack.find((l) => l.name === 'router')
const inner = apiLayer?.handle.stack as { name: string }[] | undefined
if (!inner) throw new Error('the api router was not found')
inner.splice(
  inner.findLastIndex((l) => l.name === 'router'),
  0,
  ...(bare as unknown as { stack: { name: string }[] }).stack,
)

const entryFor = (machine: MachineId) => ({
  id: v7(),
  v: 1,
  happenedAt: pointAt(new Date(Date.now() - 1000).toISOString()),
  basis: 'seen',
  body: {
    kind: 'change',
    machine,
    target: { sort: 'position', name: 'IC31' },
    verb: 'cleaned',
    reach: 'disturbed',
  },
})
async function timed(url: string, machine: MachineId): Promise<number> {
  const body = { entries: [entryFor(machine)] }
  const start = performance.now()
  const response = await request('POST', url, body, session.csrf)
  if (!response.ok) throw new Error(`${url}: ${String(response.status)} ${await response.text()}`)
  await response.arrayBuffer()
  return performance.now() - start
}
const rounds = 150
const times: Record<'bare' | 'small' | 'large', number[]> = { bare: [], small: [], large: [] }
for (let i = 0; i < 20; i++)
  for (const [url, machine] of [
    ['/api/bare', small],
    ['/api/entries', small],
    ['/api/entries', large],
  ] as const)
    await timed(url, machine)
for (let i = 0; i < rounds; i++) {
  times.bare.push(await timed('/api/bare', small))
  times.small.push(await timed('/api/entries', small))
  if (i % 3 === 0) times.large.push(await timed('/api/entries', large))
}
const p50 = (key: keyof typeof times) => percentile(times[key], 50)
print({
  name: 'append',
  value: p50('small'),
  unit: 'ms p50, machine of 200 entries',
  against: `session check and bare insert: ${p50('bare').toFixed(2)} ms p50`,
  ratio: p50('small') / p50('bare'),
  limit: 4,
  p50: p50('small'),
})
print({
  name: 'append-growth',
  value: p50('large'),
  unit: 'ms p50, machine of 2,000 entries',
  against: `200 entries: ${p50('small').toFixed(2)} ms p50`,
  ratio: p50('large') / p50('small'),
})
await running.stop()
process.exit(failures())
