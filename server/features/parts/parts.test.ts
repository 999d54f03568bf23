import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DonorsAnswer, ModificationsAnswer, StockAnswer } from '#api/parts.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { readCsv } from '#core/formats/csv.ts'
import { chooseDonors } from '#core/parts/donors.ts'
import { found, slot } from '#core/testing/terminal.ts'
import type { OriginalityView } from '#core/views/originality.ts'
import type { RenewalView } from '#core/views/renewal.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let restorer: Agent
let home: MachineId
let other: MachineId
const spare = v7() as PartId
beforeAll(async () => {
  house = await startHouse()
  restorer = await house.as('restorer')
  ;({
    machines: [home, other],
  } = await twoMachines(await house.as('steward')))
  await send(restorer, [
    draft(
      {
        kind: 'part',
        what: 'identified',
        part: spare,
        partKind: '74HCT374',
        tag: 'P-0001',
        origin: 'bought',
        place: { in: { kind: 'store', id: 'drawer 2' } },
      },
      ago(90),
    ),
  ]).expect(200)
  // Out and back: the chip is a part of its own now, and is then proved bad.
  const chip = found(home, 'IC40')
  const tray = { in: { kind: 'store' as const, id: 'bench' } }
  await send(restorer, [
    draft({ kind: 'move', legs: [{ part: chip, from: slot(home, 'IC40'), to: tray }] }, ago(80)),
  ]).expect(200)
  await send(restorer, [
    draft({ kind: 'move', legs: [{ part: chip, from: tray, to: slot(home, 'IC40') }] }, ago(70)),
  ]).expect(200)
  await send(restorer, [
    draft({ kind: 'part', what: 'health', part: chip, health: 'proved bad', because: 'no pulses' }, ago(60)),
  ]).expect(200)
})
afterAll(() => house.stop())

const get = async <T>(path: string): Promise<T> => (await restorer.get(`/api${path}`).expect(200)).body as T

describe('donors over the whole house', () => {
  it('are spares and other machines, and the choice is made of what was sent', async () => {
    const answer = await get<DonorsAnswer>(`/machines/${home}/donors`)
    expect(answer.needs.map((n) => [n.position.designator, n.why])).toEqual([['IC40', 'proved bad']])
    expect(answer.candidates.map((c) => c.placeLabel).sort()).toEqual([
      'IC40 of E-2',
      'IC41 of E-2',
      'drawer 2',
    ])
    const choice = chooseDonors(answer.needs, answer.candidates)
    expect(choice?.choices[0]?.chosen?.candidate.part).toBe(spare)
    expect(answer.nextTag).toBe('P-0002')
  })
  it('may be asked for one position, and for none that is not there', async () => {
    expect((await get<DonorsAnswer>(`/machines/${home}/donors?position=LS1`)).needs[0]?.why).toBe('asked')
    await restorer.get(`/api/machines/${home}/donors?position=nowhere`).expect(404)
    await restorer.get(`/api/machines/${v7()}/donors`).expect(404)
  })
  it('one act with two ends serves the need', async () => {
    const chip = found(home, 'IC40')
    await send(restorer, [
      draft(
        {
          kind: 'move',
          legs: [
            { part: chip, from: slot(home, 'IC40'), to: { in: { kind: 'kept', id: home } } },
            { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') },
          ],
        },
        ago(30),
      ),
    ]).expect(200)
    expect((await get<DonorsAnswer>(`/machines/${home}/donors`)).needs).toEqual([])
    expect(
      (await get<DonorsAnswer>(`/machines/${other}/donors`)).needs.map((n) => [n.position.designator, n.why]),
    ).toEqual([['IC40', 'empty']])
    const changes = await get<ModificationsAnswer>(`/machines/${home}/modifications`)
    expect(changes.rows).toMatchObject([
      { target: 'IC40', undo: 'the original is not whole', original: 'kept with it' },
    ])
    const table = readCsv((await restorer.get(`/api/machines/${home}/modifications?as=csv`).expect(200)).text)
    expect(table.rows.map((r) => r.cells[0])).toEqual(['IC40'])
    const own = await get<OriginalityView>(`/machines/${home}/originality`)
    expect(own.history).not.toHaveLength(0)
    expect(own.reversibility).toMatchObject({ cannot: [], can: 1, of: 1 })
  })
})

describe('tags, stock and sets', () => {
  it('tags only what has one, in the order asked', async () => {
    const { tags } = await get<{ tags: { tag: string }[] }>(`/part-tags?ids=${found(home, 'IC40')},${spare}`)
    expect(tags.map((t) => t.tag)).toEqual(['P-0001'])
    await restorer.get('/api/part-tags?ids=nonsense').expect(400)
  })
  it('counts by where parts are', async () => {
    const { rows } = await get<StockAnswer>('/stock')
    expect(rows.find((r) => r.kind === '74HCT374')).toMatchObject({
      inStore: 1,
      inMachines: 0,
      bought: 1,
      used: 0,
      judged: 0,
    })
    expect(rows.find((r) => r.kind === '74LS374')).toMatchObject({
      inMachines: 1,
      elsewhere: 1,
      judged: 1,
      bad: 1,
    })
  })
  it('maps a set and orders it as a table', async () => {
    await send(restorer, [
      draft({
        kind: 'rule',
        what: 'policy',
        key: 'renewing capacitors',
        option: 'all, preventively',
        machine: home,
        reason: 'shown every day',
      }),
    ]).expect(200)
    await send(restorer, [
      draft({
        kind: 'spec',
        machine: home,
        position: 'C12',
        by: 'print',
        attributes: { value: '47uF', rating: '25V' },
      }),
    ]).expect(200)
    const view = await get<RenewalView>(`/machines/${home}/renewal?kind=electrolytic capacitor`)
    expect(view.rows).toMatchObject([
      {
        position: 'C12',
        because: 'all',
        wants: { value: '47uF', leastVolts: 25 },
        trouble: { differ: true },
      },
    ])
    const table = readCsv(
      (await restorer.get(`/api/machines/${home}/renewal?kind=electrolytic capacitor&as=csv`).expect(200))
        .text,
    )
    expect(table.rows[0]?.cells).toEqual(['electrolytic capacitor', '47uF', '25 V', 'C12', '2'])
  })
})
