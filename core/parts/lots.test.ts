import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fold } from '#core/history/fold.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { lotView } from '#core/views/lots.ts'
import { candidatesFor, needsOf } from '#core/views/donors.ts'
import { home, other, slot, twoTerminals } from '#core/testing/terminal.ts'
import { oneOutOf, tallyOf } from './lots.ts'
import { gone, inStore, placeKey, type Place } from '#core/place.ts'

const lot = numberedId<LotId>(1, 11)
const drawer = inStore('drawer 7')
const shelf = inStore('shelf B')
const facts = { id: lot, partKind: '74LS374', attributes: { speed: '25 ns' }, origin: 'bought' }
const at = (minute: number) => new Date(Date.UTC(2026, 2, 4, 9, minute)).toISOString()
const part = (n: number) => numberedId<PartId>(n, 6)
const got = (n: number, place: Place = drawer): Body => ({
  kind: 'lot',
  what: 'got',
  lot,
  n,
  place,
  origin: 'bought',
  price: { minor: n * 40, currency: 'EUR' },
})

/** Two terminals and a lot of nine latches in a drawer, bought for 3.60. */
function withLot(n = 9) {
  const { t, episode } = twoTerminals()
  t.told(at(0), {
    kind: 'lot',
    what: 'identified',
    lot,
    partKind: '74LS374',
    tag: 'L-0001',
    attributes: { speed: '25 ns' },
    reorderAt: 3,
  })
  t.told(at(1), got(n))
  const tally = () => tallyOf(t.world().lots.get(lot)!, t.world().reservations)
  return { t, episode, tally }
}
const fit = (t: Teller, n: number, machine: MachineId, designator: string, minute: number) => {
  t.told(at(minute), oneOutOf(facts, part(n), drawer, machine))
  t.told(at(minute + 1), {
    kind: 'move',
    legs: [{ part: part(n), from: drawer, to: slot(machine, designator) }],
  })
}
const emptied = (t: Teller, machine: MachineId, designator: string) =>
  t.told(at(2), {
    kind: 'part',
    what: 'content',
    machine,
    place: slot(machine, designator),
    content: 'empty',
  })

describe('a lot', () => {
  it('is counted from what came and went: got nine, fitted two, used up three, four remain', () => {
    const { t, tally } = withLot()
    emptied(t, home, 'IC40')
    emptied(t, home, 'IC41')
    fit(t, 1, home, 'IC40', 3)
    fit(t, 2, home, 'IC41', 5)
    t.told(at(8), { kind: 'move', legs: [], lots: [{ lot, n: 3, from: drawer, to: gone('consumed') }] })
    expect(tally()).toMatchObject({ here: 4, got: 9, used: 5, free: 4, below: false, reorder: false })
    expect(t.world().parts.get(part(1))).toMatchObject({
      partKind: '74LS374',
      attributes: { speed: '25 ns' },
      origin: 'bought',
      place: slot(home, 'IC40'),
    })
  })
  it('is reckoned anew from what was counted', () => {
    const { t, tally } = withLot()
    t.told(at(2), { kind: 'count', lot, place: drawer, n: 7, words: 'two fell behind the drawer' })
    t.told(at(3), { kind: 'move', legs: [], lots: [{ lot, n: 2, from: drawer, to: shelf }] })
    expect(tally()).toMatchObject({ here: 7, got: 9, reorder: false })
    expect(t.world().lots.get(lot)!.places.get(placeKey(drawer))!.n).toBe(5)
  })
  it('may fall below zero: that is flagged and nothing is refused', () => {
    const { t, tally } = withLot(2)
    const { judgement } = t.tell(at(3), {
      kind: 'move',
      legs: [],
      lots: [{ lot, n: 5, from: drawer, to: shelf }],
    })
    expect(judgement.became).toBe('recorded')
    expect(tally()).toMatchObject({ here: 2, below: true })
  })
  it('asks to be bought again at its level, what is kept for machines left out', () => {
    const { t, tally } = withLot(5)
    t.told(at(3), { kind: 'reservation', what: 'made', machine: other, lot, n: 2 })
    expect(tally()).toMatchObject({ here: 5, promised: 2, free: 3, reorder: true })
  })
  it('is not known before somebody said what it is', () => {
    const { t } = twoTerminals()
    expect(t.tell(at(0), got(3)).judgement).toEqual({
      became: 'refused',
      refusal: { rule: 'unknown-lot', lot },
    })
  })
  it('shares its tags with parts', () => {
    const { t } = withLot()
    expect(
      t.tell(at(3), { kind: 'part', what: 'identified', part: part(9), tag: 'L-0001' }).judgement,
    ).toMatchObject({ refusal: { rule: 'tag-taken' } })
    t.told(at(3), { kind: 'part', what: 'identified', part: part(9), tag: 'P-0009' })
    expect(
      t.tell(at(4), { kind: 'lot', what: 'identified', lot: numberedId<LotId>(2, 11), tag: 'P-0009' })
        .judgement,
    ).toMatchObject({ refusal: { rule: 'tag-taken' } })
  })
  it('gives a part that is in one place only, as any other: the second move of it is contested', () => {
    const { t } = withLot()
    emptied(t, home, 'IC40')
    fit(t, 1, home, 'IC40', 3)
    expect(
      t.tell(at(9), { kind: 'move', legs: [{ part: part(1), from: drawer, to: slot(other, 'IC40') }] })
        .judgement.became,
    ).toBe('contested')
  })
  it('tells its life and its cost, each currency by itself', () => {
    const { t } = withLot()
    t.told(at(3), {
      kind: 'lot',
      what: 'got',
      lot,
      n: 4,
      place: shelf,
      origin: 'bought',
      price: { minor: 200, currency: 'GBP' },
    })
    t.told(at(4), oneOutOf(facts, part(1), drawer, home))
    const view = lotView(t.world(), lot)!
    expect(view.paid).toEqual([
      { minor: 360, currency: 'EUR', n: 9 },
      { minor: 200, currency: 'GBP', n: 4 },
    ])
    expect(view.life.map((r) => [r.what, r.by])).toEqual([
      ['said', undefined],
      ['got', 9],
      ['got', 4],
      ['taken', -1],
    ])
  })
})

describe('what is kept for a machine', () => {
  it('is fulfilled as it goes there, however it goes', () => {
    const { t, tally } = withLot()
    emptied(t, home, 'IC40')
    t.told(at(3), { kind: 'reservation', what: 'made', machine: home, position: 'IC40', lot, n: 3 })
    fit(t, 1, home, 'IC40', 4)
    expect(tally().promised).toBe(2)
    t.told(at(7), {
      kind: 'move',
      legs: [],
      lots: [{ lot, n: 2, from: drawer, to: { in: { kind: 'kept', id: home } } }],
    })
    expect(tally().promised).toBe(0)
  })
  it('ends when somebody lets it go, and by itself when its day is over', () => {
    const { t, tally } = withLot()
    const made = t.told(at(3), { kind: 'reservation', what: 'made', machine: home, lot, n: 1 })
    t.told(at(4), {
      kind: 'reservation',
      what: 'made',
      machine: home,
      lot,
      n: 1,
      until: '2026-03-05T22:59:59.999Z',
    })
    expect(tally().promised).toBe(1)
    t.told(at(5), { kind: 'reservation', what: 'ended', machine: home, lot, reservation: made.id })
    expect(tally().promised).toBe(0)
  })
  it('is not offered to other machines, and is to its own', () => {
    const { t } = withLot(1)
    emptied(t, home, 'IC40')
    const offered = () => {
      const world = t.world()
      const needs = needsOf(world, world.machines.get(home)!)
      return candidatesFor(world, needs, new Map()).filter((c) => c.lot).length
    }
    expect(offered()).toBe(1)
    const made = t.told(at(3), { kind: 'reservation', what: 'made', machine: other, lot, n: 1 })
    expect(offered()).toBe(0)
    t.told(at(4), { kind: 'reservation', what: 'ended', machine: other, lot, reservation: made.id })
    t.told(at(5), { kind: 'reservation', what: 'made', machine: home, lot, n: 1 })
    expect(offered()).toBe(1)
  })
})

describe('any sequence of a lot’s entries', () => {
  const heaps = [drawer, shelf, gone('consumed')]
  const act = fc.oneof(
    fc.record({
      does: fc.constant('got' as const),
      n: fc.integer({ min: 1, max: 9 }),
      to: fc.constantFrom(0, 1),
    }),
    fc.record({
      does: fc.constant('count' as const),
      n: fc.integer({ min: 0, max: 9 }),
      to: fc.constantFrom(0, 1),
    }),
    fc.record({
      does: fc.constant('move' as const),
      n: fc.integer({ min: 1, max: 9 }),
      from: fc.constantFrom(0, 1),
      to: fc.constantFrom(0, 1, 2),
    }),
    fc.record({ does: fc.constant('take' as const), from: fc.constantFrom(0, 1) }),
  )
  it('folds to what a tally by hand gives, in whatever order they arrive', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 40 }), fc.integer(), (acts, seed) => {
        const { t } = withLot(3)
        const hand = [3, 0, 0]
        acts.forEach((a, i) => {
          const minute = 10 + i
          if (a.does === 'got') {
            t.told(at(minute), got(a.n, heaps[a.to]))
            hand[a.to]! += a.n
          } else if (a.does === 'count') {
            t.told(at(minute), { kind: 'count', lot, place: heaps[a.to]!, n: a.n })
            hand[a.to] = a.n
          } else if (a.does === 'move') {
            t.told(at(minute), {
              kind: 'move',
              legs: [],
              lots: [{ lot, n: a.n, from: heaps[a.from]!, to: heaps[a.to]! }],
            })
            hand[a.from]! -= a.n
            hand[a.to]! += a.n
          } else {
            t.told(at(minute), oneOutOf(facts, part(100 + i), heaps[a.from]!))
            hand[a.from]! -= 1
          }
        })
        const read = (entries: typeof t.entries) => {
          const found = fold(entries, { now: at(59) }).lots.get(lot)!
          return heaps.map((place) => found.places.get(placeKey(place))?.n ?? 0)
        }
        expect(read(t.entries)).toEqual(hand)
        // A fixed shuffle of the same entries: the seed makes a run repeatable.
        const shuffled = t.entries
          .map((e, i) => [((i + 1) * 2654435761 + seed) >>> 0, e] as const)
          .sort(([a], [b]) => a - b)
        expect(read(shuffled.map(([, e]) => e))).toEqual(hand)
      }),
      { numRuns: 60 },
    )
  })
})

describe('any sequence of promises', () => {
  const machines: readonly MachineId[] = [home, other]
  const act = fc.oneof(
    fc.record({
      does: fc.constant('made' as const),
      machine: fc.constantFrom(0, 1),
      n: fc.integer({ min: 1, max: 4 }),
    }),
    fc.record({ does: fc.constant('ended' as const), which: fc.nat(20) }),
    fc.record({ does: fc.constant('take' as const), machine: fc.constantFrom(0, 1, 2) }),
    fc.record({
      does: fc.constant('move' as const),
      machine: fc.constantFrom(0, 1),
      n: fc.integer({ min: 1, max: 4 }),
    }),
  )
  it('keeps for each machine what was promised less what went there, oldest promise first, never below nothing', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 30 }), (acts) => {
        const { t } = withLot(200)
        /** Open promises by hand, oldest first. */
        let open: { id: string; machine: number; n: number }[] = []
        const went = (machine: number, n: number) => {
          let left = n
          open = open.flatMap((p) => {
            if (p.machine !== machine || left === 0) return [p]
            const used = Math.min(left, p.n)
            left -= used
            return used === p.n ? [] : [{ ...p, n: p.n - used }]
          })
        }
        acts.forEach((a, i) => {
          const minute = 10 + i
          if (a.does === 'made') {
            const { id } = t.told(at(minute), {
              kind: 'reservation',
              what: 'made',
              machine: machines[a.machine]!,
              lot,
              n: a.n,
            })
            open.push({ id, machine: a.machine, n: a.n })
          } else if (a.does === 'ended') {
            const ended = open[a.which % Math.max(1, open.length)]
            if (!ended) return
            t.told(at(minute), {
              kind: 'reservation',
              what: 'ended',
              machine: machines[ended.machine]!,
              lot,
              reservation: ended.id as never,
            })
            open = open.filter((p) => p !== ended)
          } else if (a.does === 'take') {
            t.told(at(minute), oneOutOf(facts, part(100 + i), drawer, machines[a.machine]))
            if (a.machine < 2) went(a.machine, 1)
          } else {
            t.told(at(minute), {
              kind: 'move',
              legs: [],
              lots: [{ lot, n: a.n, from: drawer, to: { in: { kind: 'kept', id: machines[a.machine]! } } }],
            })
            went(a.machine, a.n)
          }
        })
        expect(t.world().reservations.map((r) => [r.entry.id, r.n])).toEqual(open.map((p) => [p.id, p.n]))
        expect(tallyOf(t.world().lots.get(lot)!, t.world().reservations).promised).toBe(
          open.reduce((sum, p) => sum + p.n, 0),
        )
      }),
      { numRuns: 60 },
    )
  })
})
