/** A database that an earlier version filled comes up to date with its figures derived again. */
import { v7 } from 'uuid'
import { afterEach, beforeEach, expect, it } from 'vitest'
import type { LotId } from '#core/ids.ts'
import { slot } from '#core/testing/terminal.ts'
import { send, draft, startHouse, twoMachines, type Agent, type TestHouse } from '../testing/house.ts'
import { createLog, prepare } from '../server.ts'
import { forgetEntries } from '../features/entries/closure.ts'
import { forgetHouse } from '../platform/access.ts'
import { houseIdOf } from './house.ts'
import { contentHash } from '../features/entries/insert.ts'
import { run, rows, type Db } from './connection.ts'

let house: TestHouse
let steward: Agent
beforeEach(async () => {
  house = await startHouse()
  steward = await house.as('steward')
})
afterEach(() => house.stop())

/** What the seventh migration did, undone: one house that is not named, numbers and tags unique in all. */
async function beforeHouses(db: Db) {
  await run(db, 'DROP TABLE identity')
  for (const [table, column] of [
    ['machines', 'entry_number'],
    ['parts', 'tag'],
    ['lots', 'tag'],
  ] as const) {
    await run(db, `ALTER TABLE ${table} DROP COLUMN house`)
    await run(db, `ALTER TABLE ${table} ADD CONSTRAINT ${table}_${column}_key UNIQUE (${column})`)
  }
  await run(db, `DELETE FROM "SequelizeMeta" WHERE name LIKE '007%'`)
}

it('the seventh migration names the house: entries of the shape before say the same, and come twice as once', async () => {
  const { machines } = await twoMachines(steward)
  const [machine] = machines
  const said = draft({ kind: 'note', machine, words: 'first' })
  const amended = draft(
    { kind: 'note', machine, words: 'second' },
    { amends: { entry: said.id, seen: [], how: 'correct', reason: 'x' } },
  )
  await send(steward, [said]).expect(200)
  await send(steward, [amended]).expect(200)
  const { db } = house.running.services
  // As the sixth version left it.
  await beforeHouses(db)
  await run(
    db,
    `UPDATE entries SET entry = (jsonb_set(jsonb_set(entry::jsonb, '{v}', '1') - 'house' - 'receivedAt', '{amends,seen}', 'null', false))::json`,
  )
  const { amends, ...rest } = amended
  await run(db, 'UPDATE entries SET content_hash = $2 WHERE id = $1', [
    amended.id,
    contentHash({ ...rest, v: 1, amends: { ...amends!, seen: null as never } }),
  ])
  forgetEntries()
  const again = await prepare(house.config, createLog('silent'))
  forgetHouse()
  const id = await houseIdOf(again.db)
  const page = (await steward.get(`/api/machines/${machine}`).expect(200)).body as {
    log: { body: { words?: string }; latestAmendments: string[] }[]
  }
  expect(page.log.find((row) => row.latestAmendments.length > 0)).toMatchObject({
    body: { words: 'second' },
    latestAmendments: [amended.id],
  })
  const [row] = await rows<{ house: string }>(again.db, 'SELECT house FROM machines WHERE machine = $1', [
    machine,
  ])
  expect(row?.house).toBe(id)
  // The outbox of a device that missed the answer sends it once more, in either shape.
  for (const v of [1, 2])
    expect((await send(steward, [{ ...amended, v } as never])).body).toMatchObject({
      entries: [{ became: 'already recorded' }],
    })
  await again.db.close()
})

it('the second migration fills its columns on a loaded database', async () => {
  const [machine] = (await twoMachines(steward)).machines
  const answer = await send(steward, [
    draft({
      kind: 'finding',
      what: 'noted',
      machine,
      zone: 'labels',
      sort: 'loss',
      severity: 'disfigures',
      activity: 'stable',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
    }),
  ])
  expect(answer.status).toBe(200)
  const { db } = house.running.services
  // As the first version left it.
  await run(db, 'DROP TABLE saved_views')
  await run(
    db,
    'ALTER TABLE machines DROP COLUMN grade, DROP COLUMN kind, DROP COLUMN maker, DROP COLUMN looked, DROP COLUMN quarantine, DROP COLUMN arrival_open, DROP COLUMN accession_number, DROP COLUMN came, DROP COLUMN touched',
  )
  await run(db, 'DROP INDEX machines_words, entries_kind')
  await run(db, `DELETE FROM "SequelizeMeta" WHERE name LIKE '002%'`)
  const again = await prepare(house.config, createLog('silent'))
  const [row] = await rows<{ grade: number; kind: string; looked: boolean; came: string | null }>(
    again.db,
    'SELECT grade, kind, looked, came FROM machines WHERE machine = $1',
    [machine],
  )
  expect(row).toMatchObject({ grade: 2, kind: 'data terminal', looked: true, came: expect.anything() })
  await again.db.close()
})

it('the sixth migration mends text that no reader could take out, and every page answers again', async () => {
  const { machines } = await twoMachines(steward)
  const [machine] = machines
  const { db } = house.running.services
  const said = draft({ kind: 'question', what: 'asked', machine, words: 'asked of it' })
  const survey = draft({ kind: 'survey', what: 'begun', machine, blind: false })
  const house_note = draft({ kind: 'note', words: 'of the house' })
  const withdrawn = draft(
    { kind: 'withdrawal' },
    { amends: { entry: house_note.id, seen: [], how: 'withdraw', reason: 'x' } },
  )
  await send(steward, [said, survey, house_note]).expect(200)
  await send(steward, [withdrawn]).expect(200)
  const grant = draft({
    kind: 'rule',
    what: 'grant',
    party: house.people.guest.party,
    machine,
    granted: true,
  })
  await send(steward, [grant]).expect(200)
  const taken = draft(
    { kind: 'withdrawal' },
    { amends: { entry: grant.id, seen: [], how: 'withdraw', reason: 'x' } },
  )
  await send(steward, [taken]).expect(200)
  // As the fifth version left it.
  await run(
    db,
    'DROP INDEX entries_amends, entries_together, machines_waiting, machines_asks, machines_due_things, machines_status',
  )
  // As an earlier version took them: a NUL in the words, half of a pair in the name of the device, nothing of the house known.
  await run(
    db,
    `UPDATE entries SET entry = replace(entry::text, 'asked of it', 'asked\\u0000of it')::json WHERE id = $1`,
    [said.id],
  )
  await run(
    db,
    `UPDATE entries SET entry = (left(entry::text, -1) || ',"device":{"id":"d\\ud83d","n":1,"offsetMs":0}}')::json WHERE id = $1`,
    [survey.id],
  )
  await run(db, `UPDATE entries SET entry = replace(entry::text, $2, upper($2))::json WHERE id = $1`, [
    survey.id,
    machine,
  ])
  await run(db, `UPDATE entries SET house = false WHERE kind IN ('note', 'withdrawal')`)
  await run(
    db,
    `UPDATE machines SET summary = replace(summary::text, 'asked of it', 'asked\\u0000of it')::json WHERE machine = $1`,
    [machine],
  )
  await run(db, 'DROP TABLE assembly_homes')
  await run(db, 'ALTER TABLE machines DROP COLUMN waiting, DROP COLUMN asks, DROP COLUMN due')
  await run(db, `DELETE FROM "SequelizeMeta" WHERE name LIKE '006%'`)
  await expect(
    rows(db, `SELECT entry->'body'->>'words' FROM entries WHERE id = $1`, [said.id]),
  ).rejects.toThrow()
  const again = await prepare(house.config, createLog('silent'))
  forgetEntries()
  forgetHouse()
  for (const path of ['/api/bench', '/api/machines', '/api/waits.ics', '/api/needs', '/api/stock'])
    await steward.get(path).expect(200)
  const page = (await steward.get(`/api/machines/${machine}`).expect(200)).body
  expect(page.log.find((r: { id: string }) => r.id === said.id).body.words).toBe('asked\uFFFDof it')
  expect(page.log.find((r: { id: string }) => r.id === survey.id)).toBeDefined()
  const flags = await rows<{ id: string; house: boolean }>(
    again.db,
    'SELECT id, house FROM entries WHERE id = ANY($1::uuid[])',
    [[house_note.id, withdrawn.id, taken.id, said.id]],
  )
  expect(Object.fromEntries(flags.map((f) => [f.id, f.house]))).toEqual({
    [house_note.id]: true,
    [withdrawn.id]: true,
    [taken.id]: true,
    [said.id]: false,
  })
  await again.db.close()
})

it('the fifth migration gives every machine its needs and the house its lots', async () => {
  const { machines } = await twoMachines(steward)
  const [machine] = machines
  const lot = v7() as LotId
  await send(steward, [
    draft({ kind: 'part', what: 'content', machine, place: slot(machine, 'IC40'), content: 'empty' }),
    draft({ kind: 'lot', what: 'identified', lot, partKind: '74LS374', tag: 'L-0001' }),
    draft({
      kind: 'lot',
      what: 'got',
      lot,
      n: 3,
      place: { in: { kind: 'store', id: 'drawer' } },
      origin: 'bought',
    }),
  ]).expect(200)
  const { db } = house.running.services
  // As the fourth version left it.
  await beforeHouses(db)
  await run(db, 'DROP TABLE lots')
  await run(db, 'ALTER TABLE machines DROP COLUMN needs')
  await run(db, `DELETE FROM "SequelizeMeta" WHERE name LIKE '005%'`)
  const again = await prepare(house.config, createLog('silent'))
  const [row] = await rows<{ needs: { position: { designator: string } }[] }>(
    again.db,
    'SELECT needs FROM machines WHERE machine = $1',
    [machine],
  )
  expect(row?.needs.map((n) => n.position.designator)).toEqual(['IC40'])
  const lots = await rows<{ tag: string; lot_row: { here: number } }>(
    again.db,
    'SELECT tag, lot_row FROM lots',
  )
  expect(lots).toMatchObject([{ tag: 'L-0001', lot_row: { here: 3 } }])
  await again.db.close()
})
