/**
 * loans: the list and the states of 5,000 loans over HTTP, after something was written of one of them and as it is kept, against
 * the bare SQL of their entries. compare: two looks at 40 zones with 400 differences, against writing them as JSON.
 */
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import { v7 } from 'uuid'
import type { AccountId, EntryId, LoanId, MachineId, PartyId } from '#core/ids.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { Entry } from '#core/history/entry.ts'
import { emptyLoan, type LoanFile, type Look } from '#core/history/loan-state.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import { compareLooks } from '#core/loans/compare.ts'
import { pointAt } from '#core/quantity/time.ts'
import { numberedId } from '#core/testing/script.ts'
import { rows } from '#server/db/connection.ts'
import { houseIdOf } from '#server/db/house.ts'
import { HouseModel } from '#server/db/models.ts'
import { insertEntry } from '#server/features/entries/insert.ts'
import { createPerson } from '#server/features/session/new-person.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer } from '#server/server.ts'
import { median, percentile, print } from './measure.ts'

const loans = Number(process.env['BENCH_LOANS'] ?? 5000)
const password = 'a long enough passphrase'
const config = readConfig({
  ...process.env,
  NODE_ENV: 'test',
  PORT: '0',
  ANAMNESIS_DATA: mkdtempSync(`${os.tmpdir()}/anamnesis-bench-`),
})
const services = await prepare(config, createLog('silent'))
const { db } = services
await HouseModel.create({ id: 1, name: 'Bench', zone: 'Europe/Oslo', currency: 'EUR' })
const house = await houseIdOf(db)
const steward = await createPerson(services, {
  name: 'A steward',
  email: 'steward@example.org',
  password,
  role: 'steward',
})

const began = Date.parse('2026-01-01T09:00:00.000Z')
let told = 0
const borrowers = Array.from({ length: 60 }, (_, i) => numberedId<PartyId>(i + 1, 3))
await db.transaction(async (transaction) => {
  const add = async (body: Body): Promise<EntryId> => {
    const id = v7() as EntryId
    const at = new Date(began + told++ * 60_000).toISOString()
    const entry: Entry = {
      id,
      v: 2,
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
    }
    await insertEntry(db, entry, id, transaction, body.kind === 'party')
    return id
  }
  for (const [i, party] of borrowers.entries())
    await add({ kind: 'party', party, name: `Borrower ${i}`, sort: 'organisation', roles: ['borrower'] })
  for (let i = 0; i < loans; i++) {
    const loan = numberedId<LoanId>(i + 1, 6)
    const machine = numberedId<MachineId>(i + 1, 4)
    const party = numberedId<PartyId>((i % borrowers.length) + 1, 3)
    const items = [
      { item: 'the machine', n: 1 },
      { item: 'mains lead', n: 2 },
    ]
    await add({
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber: `B-${i}`,
      name: `Machine ${i}`,
      type: null,
      source: { how: 'gift' },
    })
    await add({
      kind: 'loan',
      what: 'asked',
      loan,
      way: 'out',
      with: party,
      purpose: 'an exhibition',
      items: items.map((it) => ({ ...it, returns: true, ...(it.n === 1 ? { machine } : {}) })),
    })
    const terms = await add({
      kind: 'loan',
      what: 'terms',
      loan,
      from: '2026-01-01',
      to: `2026-${String((i % 12) + 1).padStart(2, '0')}-28`,
      noticeDays: 14,
      run: { who: 'visitors', named: [] },
      cover: { by: 'us', until: '2027-06-30' },
    })
    for (const by of ['house', party] as const)
      await add({ kind: 'loan', what: 'answered', loan, terms, by, agreed: true, how: 'ink' })
    if (i % 5 === 0) continue
    await add({
      kind: 'look',
      loan,
      machine,
      stage: 'out',
      zones: ['lid', 'base', 'keys'].map((zone) => ({ zone, is: 'same' as const })),
    })
    const of = await add({
      kind: 'handover',
      what: 'released',
      loan,
      from: 'house',
      to: party,
      carriage: 'vehicle',
      items,
      machines: [machine],
      boxes: 1,
      although: [],
    })
    if (i % 5 > 1)
      await add({
        kind: 'handover',
        what: 'received',
        loan,
        of,
        by: party,
        items: i % 5 === 2 ? items.map(({ item }) => ({ item, n: 1 })) : items,
        machines: [machine],
        boxes: [1],
        packing: 'in order',
      })
  }
})

const running = await startServer(config, createLog('silent'), services)
const cookieOf = (response: Response) =>
  response.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ')
const first = await fetch(`${running.address}/api/session`)
const { csrf } = (await first.json()) as { csrf: string }
const session = await fetch(`${running.address}/api/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json', 'x-anamnesis-token': csrf, cookie: cookieOf(first) },
  body: JSON.stringify({ email: 'steward@example.org', password }),
})
const cookie = cookieOf(session) || cookieOf(first)
const token = ((await session.json()) as { csrf: string }).csrf
const ask = async (): Promise<number> => {
  const from = performance.now()
  const answer = await fetch(`${running.address}/api/loans`, { headers: { cookie } })
  const { loans: list } = (await answer.json()) as { loans: unknown[] }
  if (list.length !== loans) throw new Error(`${list.length} loans were listed`)
  return performance.now() - from
}
const write = async (i: number) => {
  const answer = await fetch(`${running.address}/api/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-anamnesis-token': token, cookie },
    body: JSON.stringify({
      entries: [
        {
          id: v7(),
          v: 2,
          basis: 'seen',
          happenedAt: pointAt(new Date().toISOString()),
          body: {
            kind: 'loan',
            what: 'recalled',
            loan: numberedId(i + 2, 6),
            homeBy: '2026-12-24',
            reason: 'needed here',
          },
        },
      ],
    }),
  })
  if (!answer.ok) throw new Error(await answer.text())
}
const began1 = performance.now()
await ask()
const coldMs = performance.now() - began1
const kept: number[] = []
for (let i = 0; i < 20; i++) kept.push(await ask())
const fresh: number[] = []
for (let i = 0; i < 20; i++) {
  await write(i)
  fresh.push(await ask())
}
const bare: number[] = []
for (let i = 0; i < 5; i++) {
  const from = performance.now()
  await rows(
    db,
    `SELECT e.entry FROM entries e WHERE e.id IN (SELECT entry FROM entry_subjects WHERE kind = 'loan')`,
  )
  bare.push(performance.now() - from)
}
print({
  name: 'loans',
  value: percentile(fresh, 95),
  unit: `ms for the list and states of ${loans} loans, p95 of ${fresh.length}, each after something was written of one`,
  against: `limit 300; reading their entries by SQL ${median(bare).toFixed(0)} ms`,
  ratio: percentile(fresh, 95) / median(bare),
  kept: percentile(kept, 95),
  first: coldMs,
})
await running.stop()

const machine = numberedId<MachineId>(1, 4)
const zones: BodyOf<'look'>['zones'] = Array.from({ length: 40 }, (_, z) => ({
  zone: `zone ${z}`,
  is: 'different',
  differences: Array.from({ length: 10 }, (_, d) => ({ how: 'new', words: `mark ${d}` })),
}))
const lookAt = (at: string, stage: 'out' | 'back'): Look =>
  ({
    id: v7(),
    happenedAt: pointAt(at),
    body: {
      kind: 'look',
      loan: numberedId<LoanId>(1, 6),
      machine,
      stage,
      zones: stage === 'out' ? zones.map(({ zone }) => ({ zone, is: 'same' as const })) : zones,
    },
  }) as never
const file: LoanFile = {
  ...emptyLoan(numberedId<LoanId>(1, 6)),
  looks: [lookAt('2026-01-02T09:00:00.000Z', 'out'), lookAt('2026-03-02T09:00:00.000Z', 'back')],
}
const times: number[] = []
const json: number[] = []
for (let i = 0; i < 50; i++) {
  const a = performance.now()
  const { differences } = compareLooks(file, machine)
  const b = performance.now()
  JSON.stringify(differences)
  json.push(performance.now() - b)
  times.push(b - a)
  if (differences.length !== 400) throw new Error(`${differences.length} differences`)
}
print({
  name: 'compare',
  value: percentile(times, 95),
  unit: 'ms, two looks at 40 zones with 400 differences, p95 of 50',
  against: `limit 20; writing them as JSON ${median(json).toFixed(2)} ms`,
  ratio: percentile(times, 95) / median(json),
})
process.exit(0)
