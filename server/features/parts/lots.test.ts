import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { NextNumbers, PartLife } from '#api/machines.ts'
import type { DonorsAnswer, LotAnswer, LotsAnswer, NeedsAnswer, StockAnswer, TagRow } from '#api/parts.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { readCsv } from '#core/formats/csv.ts'
import { oneOutOf } from '#core/parts/lots.ts'
import { inStore } from '#core/place.ts'
import { found, slot } from '#core/testing/terminal.ts'
import type { LookedUp } from '#core/composer/index.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let restorer: Agent
let home: MachineId
let other: MachineId
const lot = v7() as LotId
const drawer = inStore('drawer 9')
const facts = { id: lot, partKind: '74LS374', attributes: {}, origin: 'bought' }
beforeAll(async () => {
  house = await startHouse()
  restorer = await house.as('restorer')
  ;({
    machines: [home, other],
  } = await twoMachines(await house.as('steward')))
  await send(restorer, [
    draft(
      { kind: 'lot', what: 'identified', lot, partKind: '74LS374', tag: 'L-0001', reorderAt: 4 },
      ago(200),
    ),
    draft(
      {
        kind: 'lot',
        what: 'got',
        lot,
        n: 6,
        place: drawer,
        origin: 'bought',
        price: { minor: 312, currency: 'EUR' },
      },
      ago(199),
    ),
    draft(
      { kind: 'part', what: 'content', machine: home, place: slot(home, 'IC40'), content: 'empty' },
      ago(190),
    ),
    draft(
      { kind: 'part', what: 'content', machine: home, place: slot(home, 'IC31'), content: 'empty' },
      ago(189),
    ),
  ]).expect(200)
})
afterAll(() => house.stop())

const get = async <T>(path: string): Promise<T> => (await restorer.get(`/api${path}`).expect(200)).body as T
const row = async () => (await get<LotsAnswer>('/lots')).lots.find((l) => l.id === lot)!

describe('a lot in the house', () => {
  it('is listed, looked up by its tag, tagged on paper, counted in stock', async () => {
    expect(await row()).toMatchObject({ tag: 'L-0001', here: 6, free: 6, got: 6, used: 0, reorder: false })
    expect((await get<LookedUp>('/lookup/l-0001')).lot).toMatchObject({
      label: 'L-0001 74LS374',
      heaps: [{ label: 'drawer 9', n: 6 }],
    })
    expect((await get<{ tags: TagRow[] }>(`/part-tags?ids=${lot}`)).tags).toMatchObject([
      { tag: 'L-0001', partKind: '74LS374' },
    ])
    expect((await get<StockAnswer>('/stock')).rows.find((r) => r.kind === '74LS374')).toMatchObject({
      inStore: 6,
      bought: 6,
    })
    expect(await get<NextNumbers>('/next-numbers')).toMatchObject({ lotTag: 'L-0002' })
    expect((await get<LotAnswer>(`/lots/${lot}`)).paid).toEqual([{ minor: 312, currency: 'EUR', n: 6 }])
    await restorer.get(`/api/lots/${v7()}`).expect(404)
  })
  it('serves a need: it is a candidate, and the need is not to be bought', async () => {
    const answer = await get<DonorsAnswer>(`/machines/${home}/donors?position=IC40`)
    expect(answer.candidates.filter((c) => c.lot)).toMatchObject([
      { label: 'L-0001 74LS374', placeLabel: 'drawer 9, 6 there' },
    ])
    const { needs, buy } = await get<NeedsAnswer>('/needs')
    expect(needs.map((n) => [n.position.designator, n.why, n.spare])).toEqual([
      ['IC31', 'empty', 0],
      ['IC40', 'empty', 6],
    ])
    expect(buy).toMatchObject([
      { kind: 'character ROM', count: 1, because: 'needed', where: ['IC31 of E-1'] },
    ])
  })
  it('is kept for a machine, which both ends show, and given to another only by taking it on purpose', async () => {
    await send(restorer, [
      draft({ kind: 'reservation', what: 'made', machine: home, position: 'IC40', lot, n: 1 }, ago(150)),
    ]).expect(200)
    expect(await row()).toMatchObject({
      promised: 1,
      free: 5,
      reserved: [{ machine: home, position: 'IC40', n: 1 }],
    })
    expect(
      (await get<NeedsAnswer>('/needs')).needs.find((n) => n.position.designator === 'IC40')?.kept,
    ).toMatchObject([{ what: 'L-0001 74LS374' }])
  })
  it('gives one of it to a position by one act, as a part of its own that remembers it', async () => {
    const part = v7() as PartId
    const together = v7()
    await send(restorer, [
      { ...draft(oneOutOf(facts, part, drawer, home), ago(100)), together },
      {
        ...draft({ kind: 'move', legs: [{ part, from: drawer, to: slot(home, 'IC40') }] }, ago(100)),
        together,
      },
    ]).expect(200)
    expect(await row()).toMatchObject({ here: 5, promised: 0, free: 5, used: 1, taken: 1 })
    expect((await get<NeedsAnswer>('/needs')).needs.map((n) => n.position.designator)).toEqual(['IC31'])
    const life = await get<PartLife>(`/parts/${part}`)
    expect(life).toMatchObject({ origin: 'bought', partKind: '74LS374', place: 'IC40 of E-1' })
    expect(life.life[0]?.what).toBe('one out of L-0001 74LS374, drawer 9')
  })
  it('asks to be bought again at its level, as a table too', async () => {
    await send(restorer, [
      draft(
        {
          kind: 'move',
          legs: [],
          lots: [{ lot, n: 2, from: drawer, to: { in: { kind: 'kept', id: other } } }],
        },
        ago(90),
      ),
    ]).expect(200)
    // The two are kept with the other machine: still in the house.
    expect(await row()).toMatchObject({ here: 5, reorder: false })
    await send(restorer, [
      draft(
        {
          kind: 'move',
          legs: [],
          lots: [{ lot, n: 3, from: drawer, to: { in: { kind: 'gone', id: 'consumed' } } }],
        },
        ago(80),
      ),
    ]).expect(200)
    expect((await get<NeedsAnswer>('/needs')).buy).toContainEqual({
      kind: '74LS374',
      count: 6,
      because: 'lot at its level',
      where: ['L-0001 74LS374'],
    })
    const table = readCsv((await restorer.get('/api/needs?as=csv').expect(200)).text)
    expect(table.rows.map((r) => r.cells.slice(0, 4))).toEqual([
      ['character ROM', '', '1', 'needed'],
      ['74LS374', '', '6', 'lot at its level'],
    ])
  })
})

describe('two people at one lot', () => {
  it('take two parts at the same time: both are recorded, and the count is right', async () => {
    const volunteer = await house.as('volunteer')
    const before = (await row()).here
    const answers = await Promise.all(
      [restorer, volunteer, restorer, volunteer].map((who, i) =>
        send(who, [draft(oneOutOf(facts, v7() as PartId, drawer, home), ago(70 - i))]),
      ),
    )
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200])
    expect((await row()).here).toBe(before - 4)
    expect((await row()).below).toBe(true)
  })
  it('cannot give the same tag to a part and to a lot', async () => {
    const volunteer = await house.as('volunteer')
    const answers = await Promise.all([
      send(restorer, [
        draft({ kind: 'lot', what: 'identified', lot: v7() as LotId, partKind: 'fuse', tag: 'X-1' }, ago(60)),
      ]),
      send(volunteer, [
        draft(
          {
            kind: 'part',
            what: 'identified',
            part: found(other, 'IC41'),
            tag: 'X-1',
            place: slot(other, 'IC41'),
          },
          ago(60),
        ),
      ]),
    ])
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409])
  })
  it('are told of a lot that nobody wrote down', async () => {
    const answer = await send(restorer, [
      draft({ kind: 'count', lot: v7() as LotId, place: drawer, n: 3 }, ago(50)),
    ]).expect(409)
    expect(answer.body.entries[0]).toMatchObject({
      refusal: { rule: 'unknown-lot' },
      detail: 'No such counted stock is recorded here.',
    })
  })
})

describe('an owner’s machine over the wire', () => {
  const part = () => found(other, 'LS1')
  const give = (n: number) =>
    draft(
      {
        kind: 'move',
        legs: [{ part: part(), from: slot(other, 'LS1'), to: { in: { kind: 'gone', id: 'discarded' } } }],
      },
      ago(n),
    )
  it('gives nothing until the owner agreed, and says where that is written down', async () => {
    const steward = await house.as('steward')
    await send(steward, [
      draft(
        { kind: 'machine', what: 'stated', machine: other, set: { owner: house.people.guest.party } },
        ago(40),
      ),
    ]).expect(200)
    const refused = (await send(restorer, [give(39)]).expect(409)).body.entries[0]
    expect(refused).toMatchObject({ refusal: { rule: 'owner-consent', refused: false } })
    expect(refused.detail).toMatch(/belongs to the owner of E-2 .*under Owner\.$/)
    const said = {
      kind: 'consent' as const,
      machine: other,
      by: house.people.guest.party,
      to: 'give parts' as const,
      given: true,
      positions: ['LS1'],
      words: 'by letter',
    }
    await send(restorer, [{ ...draft(said, ago(38)), basis: 'told' }]).expect(200)
    await send(restorer, [give(37)]).expect(200)
    const life = await get<PartLife>(`/parts/${part()}`)
    expect(life).toMatchObject({
      holder: 'gone',
      waits: [{ why: 'empty since', position: 'LS1', machine: other }],
    })
  })
})
