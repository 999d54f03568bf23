/** Bench at any size: every wait, every hazard that bars power and every retest due; Needs without holding the server up. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { BenchAnswer } from '#api/machines.ts'
import type { MachineId } from '#core/ids.ts'
import { slot } from '#core/testing/terminal.ts'
import { rows, run } from '../../db/connection.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

const many = 450
let house: TestHouse
let volunteer: Agent
const machines: MachineId[] = []
beforeAll(async () => {
  house = await startHouse()
  const steward = await house.as('steward')
  volunteer = await house.as('volunteer')
  await twoMachines(steward)
  const table = [
    'Entry no.,Name,Type',
    ...Array.from(
      { length: many },
      (_, i) => `M-${String(i).padStart(4, '0')},machine ${String(i).padStart(4, '0')},Corvel 88 terminal`,
    ),
  ].join('\n')
  await steward
    .post('/api/table')
    .set('x-anamnesis-token', steward.token)
    .field('store', 'yes')
    .attach('table', Buffer.from(table), 'machines.csv')
    .expect(200)
  const { db } = house.running.services
  machines.push(
    ...(
      await rows<{ machine: MachineId }>(
        db,
        `SELECT machine FROM machines WHERE number LIKE 'M-%' ORDER BY number`,
      )
    ).map((m) => m.machine),
  )
  // As if each had an episode open, written of a minute ago: the projection is what Bench reads.
  await run(db, `UPDATE machines SET open = true, touched = now() WHERE number LIKE 'M-%'`)
}, 60_000)
afterAll(() => house.stop())

const bench = async (): Promise<BenchAnswer> => (await volunteer.get('/api/bench').expect(200)).body

describe(`Bench of ${many} open machines`, () => {
  it('leaves out no wait, no hazard that bars power, no retest due, and says how many more are open', async () => {
    const last = machines.slice(-3)
    const [waits, barred, retest] = last as [MachineId, MachineId, MachineId]
    await send(volunteer, [
      draft(
        { kind: 'wait', machine: waits, what: 'glue', until: new Date(Date.now() + 3_600_000).toISOString() },
        ago(9),
      ),
      draft({ kind: 'hazard', what: 'noted', machine: barred, words: 'burst part', barsPower: true }, ago(8)),
      draft(
        {
          kind: 'test',
          machine: retest,
          depth: 'full',
          gear: [],
          results: ['self-test', 'screen', 'characters', 'keyboard'].map((fn) => ({
            fn,
            result: { is: 'pass' as const },
          })),
        },
        ago(7),
      ),
      draft(
        {
          kind: 'change',
          machine: retest,
          target: { sort: 'position', name: 'IC31' },
          verb: 'reseated',
          reach: 'disturbed',
        },
        ago(6),
      ),
    ]).expect(200)
    await run(house.running.services.db, `UPDATE machines SET open = true WHERE machine = ANY($1::uuid[])`, [
      last,
    ])
    const answer = await bench()
    expect(answer.openTotal).toBe(many)
    expect(answer.open.length).toBeLessThan(many)
    expect(answer.waits.map((w) => w.machine)).toEqual([waits])
    const everywhere = [...answer.open.map((s) => ({ machine: s.id, word: s.status.word })), ...answer.retest]
    expect(everywhere.find((r) => r.machine === barred)?.word).toBe('do not power')
    expect(everywhere.find((r) => r.machine === retest)?.word).toBe('retest due')
    expect((await volunteer.get('/api/waits.ics').expect(200)).text).toContain('glue')
    const ids = everywhere.map((r) => r.machine)
    expect(new Set(ids).size).toBe(ids.length)
  })
})

describe('Needs', () => {
  it('is reckoned beside the event loop: the server answers meanwhile', async () => {
    const empty = machines
      .slice(0, 40)
      .flatMap((machine) =>
        ['IC40', 'IC41', 'LS1', 'RV2'].map((p) =>
          draft(
            { kind: 'part', what: 'content', machine, place: slot(machine, p), content: 'empty' },
            ago(5),
          ),
        ),
      )
    for (let i = 0; i < empty.length; i += 500) await send(volunteer, empty.slice(i, i + 500)).expect(200)
    let asking = true
    const asked = volunteer.get('/api/needs').then((r) => {
      asking = false
      return r
    })
    let longest = 0
    while (asking) {
      const began = performance.now()
      await volunteer.get('/api/health').expect(200)
      longest = Math.max(longest, performance.now() - began)
    }
    const { body } = await asked
    expect(body.total).toBe(160)
    expect(body.needs.length).toBe(body.total)
    expect(body.buy.map((b: { count: number }) => b.count)).toEqual([80, 40, 40])
    // No timed test: only that it did answer in between.
    expect(longest).toBeGreaterThan(0)
  }, 60_000)
})
