/** A database that an earlier version filled comes up to date with its figures derived again. */
import { v7 } from 'uuid'
import { afterEach, beforeEach, expect, it } from 'vitest'
import type { LotId } from '#core/ids.ts'
import { slot } from '#core/testing/terminal.ts'
import { send, draft, startHouse, twoMachines, type Agent, type TestHouse } from '../testing/house.ts'
import { createLog, prepare } from '../server.ts'
import { run, rows } from './connection.ts'

let house: TestHouse
let steward: Agent
beforeEach(async () => {
  house = await startHouse()
  steward = await house.as('steward')
})
afterEach(() => house.stop())

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
  const [row] = await rows<{ grade: number; kind: string; looked: boolean; came: string | null }>(again.db, 'SELECT grade, kind, looked, came FROM machines WHERE machine = $1', [
    machine,
  ])
  expect(row).toMatchObject({ grade: 2, kind: 'data terminal', looked: true, came: expect.anything() })
  await again.db.close()
})

it('the fifth migration gives every machine its needs and the house its lots', async () => {
  const { machines } = await twoMachines(steward)
  const [machine] = machines
  const lot = v7() as LotId
  await send(steward, [
    draft({ kind: 'part', what: 'content', machine, place: slot(machine, 'IC40'), content: 'empty' }),
    draft({ kind: 'lot', what: 'identified', lot, partKind: '74LS374', tag: 'L-0001' }),
    draft({ kind: 'lot', what: 'got', lot, n: 3, place: { in: { kind: 'store', id: 'drawer' } }, origin: 'bought' }),
  ]).expect(200)
  const { db } = house.running.services
  // As the fourth version left it.
  await run(db, 'DROP TABLE lots')
  await run(db, 'ALTER TABLE machines DROP COLUMN needs')
  await run(db, `DELETE FROM "SequelizeMeta" WHERE name LIKE '005%'`)
  const again = await prepare(house.config, createLog('silent'))
  const [row] = await rows<{ needs: { position: { designator: string } }[] }>(again.db, 'SELECT needs FROM machines WHERE machine = $1', [machine])
  expect(row?.needs.map((n) => n.position.designator)).toEqual(['IC40'])
  const lots = await rows<{ tag: string; lot_row: { here: number } }>(again.db, 'SELECT tag, lot_row FROM lots')
  expect(lots).toMatchObject([{ tag: 'L-0001', lot_row: { here: 3 } }])
  await again.db.close()
})
