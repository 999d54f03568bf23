/**
 * import: a CSV of 20,000 machines taken in whole, against a COPY of every row that it stored into tables with the same
 * indexes. collection-query: five mixed questions of the list, server time over HTTP, against the bare SQL of the page and
 * its count.
 */
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { v7 } from 'uuid'
import { readCsv, writeCsv } from '#core/formats/csv.ts'
import { guessMapping } from '#core/formats/machine-table.ts'
import type { Entry } from '#core/history/entry.ts'
import type { AccountId, EntryId, PartyId } from '#core/ids.ts'
import { terminalSheet, typeId } from '#core/testing/terminal.ts'
import { rows, run } from '#server/db/connection.ts'
import { houseIdOf } from '#server/db/house.ts'
import { HouseModel } from '#server/db/models.ts'
import { insertEntry } from '#server/features/entries/insert.ts'
import { createPerson } from '#server/features/session/new-person.ts'
import { takeTable } from '#server/features/table/routes.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer } from '#server/server.ts'
import { percentile, print } from './measure.ts'

const count = Number(process.env['BENCH_MACHINES'] ?? 20_000)
const password = 'a long enough passphrase'
const config = readConfig({
  ...process.env,
  NODE_ENV: 'test',
  PORT: '0',
  ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-bench-')),
})
const services = await prepare(config, createLog('silent'))
const { db } = services
await HouseModel.create({ id: 1, name: 'Bench', zone: 'UTC', currency: 'EUR' })
const house = await houseIdOf(db)
const account = await createPerson(services, {
  name: 'A steward',
  email: 'steward@example.org',
  password,
  role: 'steward',
})
const type: Entry = {
  id: v7() as EntryId,
  v: 1,
  basis: 'seen',
  happenedAt: { earliest: '2024-12-01T00:00:00.000Z', latest: '2024-12-01T00:00:00.000Z' },
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

const nouns = ['terminal', 'punch', 'printer', 'calculator', 'till', 'scale', 'sounder', 'reader']
const makers = ['Arden', 'Brasket', 'Corvel', 'Dunmere', 'Ellow', 'Fenwick', 'Gorsay', 'Hallin']
const pick = (list: readonly string[], i: number) => list[i % list.length] ?? ''
const legal = ['accessioned', 'entered, undecided', 'parts stock', 'loan in']
const table = writeCsv(
  ['Entry number', 'Name', 'Type', 'Serial', 'Marks', 'From whom', 'Legal status', 'Came in on', 'Claimed'],
  Array.from({ length: count }, (_, i) => [
    `B-${String(i + 1).padStart(5, '0')}`,
    `${pick(makers, i)} ${(i * 7) % 97} ${pick(nouns, i * 5 + (i >> 3))}`,
    i % 3 === 0 ? 'Corvel 88 terminal' : '',
    `S${(i * 7919) % 1_000_003}`,
    i % 11 === 0 ? `room ${i % 40}` : '',
    `Giver ${i % 300}`,
    pick(legal, i),
    `20${String(10 + (i % 15))}`,
    i % 4 === 0 ? 'worked when last used' : '',
  ]),
)
const read = readCsv(table)
const began = performance.now()
const { stored } = await takeTable(
  services,
  { account: account.id as AccountId, party: account.party as PartyId, role: 'steward' },
  readCsv(table),
  guessMapping(read.header),
  true,
)
const importMs = performance.now() - began
if (!stored) throw new Error('the table was not stored')

const names = ['entries', 'entry_subjects', 'machines'] as const
for (const name of names) {
  await run(db, `COPY (SELECT * FROM ${name}) TO '${os.tmpdir()}/bench-${name}.copy'`)
  await run(db, `CREATE TABLE copied_${name} (LIKE ${name} INCLUDING ALL)`)
}
const copies: number[] = []
for (let i = 0; i < 3; i++) {
  for (const name of names) await run(db, `TRUNCATE copied_${name}`)
  const copyBegan = performance.now()
  await db.transaction(async (transaction) => {
    for (const name of names)
      await run(db, `COPY copied_${name} FROM '${os.tmpdir()}/bench-${name}.copy'`, [], transaction)
  })
  copies.push(performance.now() - copyBegan)
}
const copyMs = percentile(copies, 50)
for (const name of names) await run(db, `DROP TABLE copied_${name}`)
print({
  name: 'import',
  value: importMs / 1000,
  unit: `s for ${count} rows`,
  against: `COPY of the rows it stored, ${(copyMs / 1000).toFixed(2)} s (limit 6)`,
  ratio: importMs / copyMs,
})

const running = await startServer(config, createLog('silent'), services)
const first = await fetch(`${running.address}/api/session`)
const cookieOf = (response: Response) =>
  response.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ')
const { csrf } = (await first.json()) as { csrf: string }
const session = await fetch(`${running.address}/api/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json', 'x-anamnesis-token': csrf, cookie: cookieOf(first) },
  body: JSON.stringify({ email: 'steward@example.org', password }),
})
const cookie = cookieOf(session) || cookieOf(first)
await run(db, 'ANALYZE')

/** Questions as people put them, each beside the SQL that a person would write for that page and its count. */
const questions: readonly {
  readonly ask: string
  readonly where: string
  readonly order: string
  readonly offset: number
}[] = [
  {
    ask: 'q=brasket+till&filter=accessioned',
    where: `words LIKE '%brasket%' AND words LIKE '%till%' AND legal = 'accessioned'`,
    order: 'sort_name, machine',
    offset: 0,
  },
  { ask: 'q=S7919', where: `words LIKE '%s7919%'`, order: 'sort_name, machine', offset: 0 },
  {
    ask: 'filter=not+known&filter=not+surveyed&sort=came+in',
    where: `status = 'not known' AND NOT looked`,
    order: 'came DESC, machine',
    offset: 0,
  },
  {
    ask: 'q=room&filter=parts+stock&sort=last+written',
    where: `words LIKE '%room%' AND legal = 'parts stock'`,
    order: 'touched DESC, machine',
    offset: 0,
  },
  {
    ask: 'q=calculator&from=1500',
    where: `words LIKE '%calculator%'`,
    order: 'sort_name, machine',
    offset: 1500,
  },
]
const own: number[] = []
const bare: number[] = []
for (let i = 0; i < 60; i++)
  for (const { ask, where, order, offset } of questions) {
    const start = performance.now()
    const answer = await fetch(`${running.address}/api/machines?${ask}`, { headers: { cookie } })
    await answer.arrayBuffer()
    if (!answer.ok) throw new Error(`${ask}: ${answer.status}`)
    own.push(performance.now() - start)
    const bareStart = performance.now()
    await rows(db, `SELECT count(*) FROM machines WHERE ${where}`)
    await rows(db, `SELECT summary FROM machines WHERE ${where} ORDER BY ${order} LIMIT 100 OFFSET ${offset}`)
    bare.push(performance.now() - bareStart)
  }
const p95 = percentile(own, 95)
print({
  name: 'collection-query',
  value: p95,
  unit: `ms p95 over HTTP, ${count} machines`,
  against: `bare SQL of page and count, ${percentile(bare, 95).toFixed(1)} ms p95 (limit 3, or 40 ms)`,
  ratio: p95 / percentile(bare, 95),
})
const loose: number[] = []
for (let i = 0; i < 20; i++) {
  const start = performance.now()
  await (await fetch(`${running.address}/api/machines?q=calculater`, { headers: { cookie } })).arrayBuffer()
  loose.push(performance.now() - start)
}
print({
  name: 'collection-query-misspelt',
  value: percentile(loose, 95),
  unit: 'ms p95',
  against: 'the same list, spelt as it is',
})
await running.stop()
process.exit(0)
