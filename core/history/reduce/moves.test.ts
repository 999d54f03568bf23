/** Moves of parts, entry by entry: noted at both ends, a loan ends where it began, and what is contested moves nothing. */
import { describe, expect, it } from 'vitest'
import type { Leg } from '../bodies/move.ts'
import type { EntryId, LotId, MachineId, PartId, PartyId } from '#core/ids.ts'
import { gone, inMachine, inStore, inTray, placeKey, withParty, type Place } from '#core/place.ts'
import { entryOf, worldOf, type Said } from '#core/testing/line.ts'
import { home, told } from '#core/testing/reducing.ts'
import { numberedId } from '#core/testing/script.ts'

const other = numberedId<MachineId>(2, 4)
const [relay, fuse] = [numberedId<PartId>(1, 6), numberedId<PartId>(2, 6)]
const bo = numberedId<PartyId>(2, 3)
const leg = (part: PartId, from: Place, to: Place): Leg => ({ part, from, to })
const moved = (legs: readonly Leg[], more: object = {}) => told('move', { legs, ...more })
const [k1, k2, there] = [inMachine(home, 'K1'), inMachine(home, 'K2'), inMachine(other, 'K9')]
const drawer = inStore('drawer')
const opened = (machine: MachineId) =>
  ({ ...told('episode', { what: 'opened', title: 'x' }), machine }) as Said
const steps = (machine: MachineId, ...line: readonly Said[]) =>
  (worldOf(...line).machines.get(machine)?.steps ?? []).map((s) => [
    s.target.name,
    s.verb,
    s.reach,
    s.out ?? s.in,
    s.elsewhere,
  ])

describe('a part that moves', () => {
  it('leaves its place empty, is where it went, and was first where it came from', () => {
    const world = worldOf(moved([leg(relay, k1, drawer)]), moved([leg(relay, drawer, k2)]))
    expect(world.parts.get(relay)).toMatchObject({ start: k1, place: k2 })
    expect(world.parts.get(relay)?.legs.map((l) => [l.entry.id, l.order, l.from, l.to])).toEqual([
      [entryOf(0), 0, k1, drawer],
      [entryOf(1), 1, drawer, k2],
    ])
    expect([world.slots.get(placeKey(k1)), world.slots.get(placeKey(k2))]).toEqual(['empty', relay])
    expect(world.lastOut.get(placeKey(k1))).toBe(relay)
    expect(world.slots.has(placeKey(drawer))).toBe(false)
    expect(world.lastOut.has(placeKey(drawer))).toBe(false)
  })
  it('is noted at both its ends, each with the other end where that is elsewhere', () => {
    const across = moved([leg(relay, k1, there)])
    expect(steps(home, across)).toEqual([['K1', 'taken out', 'altered', relay, there]])
    expect(steps(other, across)).toEqual([['K9', 'put in', 'altered', relay, k1]])
    const within = moved([leg(relay, k1, k2)])
    expect(steps(home, within)).toEqual([
      ['K1', 'taken out', 'altered', relay, undefined],
      ['K2', 'put in', 'altered', relay, undefined],
    ])
    expect(steps(home, moved([leg(relay, drawer, k1)]))).toEqual([['K1', 'put in', 'altered', relay, drawer]])
  })
  it.each([
    ['its own', home, undefined],
    ['another machine’s', other, inTray(entryOf(0))],
  ])('out of, or into, the tray of %s sitting', (_, of, elsewhere) => {
    const tray = inTray(entryOf(0))
    expect(steps(home, opened(of), moved([leg(relay, k1, tray)]))).toEqual([
      ['K1', 'taken out', 'altered', relay, elsewhere],
    ])
    expect(steps(home, opened(of), moved([leg(relay, tray, k1)]))).toEqual([
      ['K1', 'put in', 'altered', relay, elsewhere],
    ])
  })
  it('within a machine at no position is noted at none', () =>
    expect(steps(home, moved([leg(relay, { in: { kind: 'machine', id: home } }, drawer)]))).toEqual([]))

  it('two that change places are each where the other was', () => {
    const world = worldOf(moved([leg(relay, k1, k2), leg(fuse, k2, k1)]))
    expect([world.slots.get(placeKey(k1)), world.slots.get(placeKey(k2))]).toEqual([fuse, relay])
    expect(world.machines.get(home)?.steps).toHaveLength(4)
  })
})

describe('a move that is contested', () => {
  const contested = (legs: readonly Leg[], more: object = {}): Said => ({
    body: moved(legs, more),
    became: 'contested',
  })
  it.each([
    ['one part', [leg(relay, k1, there)]],
    ['two', [leg(relay, k1, there), leg(fuse, there, k1)]],
  ])('of %s moves nothing, disturbs both ends, and waits at each machine once', (_, legs) => {
    const world = worldOf(contested(legs))
    expect([world.parts.size, world.slots.size, world.lastOut.size]).toEqual([0, 0, 0])
    for (const machine of [home, other]) {
      const { steps: noted, contested: waits } = world.machines.get(machine)!
      expect(noted.every((s) => s.reach === 'disturbed' && s.contested === true)).toBe(true)
      expect(waits.map((w) => w.id)).toEqual([entryOf(0)])
    }
  })
  it('is waited for once at a machine of which both ends are', () =>
    expect(worldOf(contested([leg(relay, k1, k2)])).machines.get(home)?.contested).toHaveLength(1))
  it('that is not contested is not marked so', () =>
    expect(worldOf(moved([leg(relay, k1, drawer)])).machines.get(home)?.steps[0]).not.toHaveProperty(
      'contested',
    ))
  it('takes nothing from a lot either', () => {
    const lot = numberedId<LotId>(1, 5)
    const got = told('lot', { what: 'got', lot, n: 9, place: drawer, origin: 'bought' })
    const takes = { lots: [{ lot, n: 2, from: drawer, to: gone('consumed') }] }
    const left = (...line: readonly Said[]) =>
      [
        ...(worldOf(...line)
          .lots.get(lot)
          ?.places.values() ?? []),
      ].map((c) => c.n)
    expect(left(got)).toEqual([9])
    expect(left(got, moved([], takes))[0]).toBe(7)
    expect(left(got, contested([], takes))).toEqual([9])
  })
})

describe('a part on loan', () => {
  const lend = (from: Place, to: Place, legs: readonly Leg[] = []) =>
    moved([leg(relay, from, to), ...legs], { loan: { home: from, due: '2027-04-01T00:00:00.000Z' } })
  const loan = (...line: readonly Said[]) => {
    const world = worldOf(...line)
    const held = world.parts.get(relay)?.loan
    expect(world.loans.at(-1)).toEqual(held)
    return [held?.home, held?.to, held?.closed?.id]
  }
  const tray = inTray(entryOf(0))
  const kept: Place = { in: { kind: 'kept', id: home } }
  it.each<[string, Place, Place, EntryId | undefined]>([
    ['its own drawer', drawer, drawer, entryOf(2)],
    ['another drawer', drawer, inStore('shelf'), undefined],
    ['somebody else', drawer, withParty(bo), undefined],
    ['its own position', k1, k1, entryOf(2)],
    ['another position of the same machine', k1, k2, entryOf(2)],
    ['the tray of a sitting of the machine that lent it', k1, tray, entryOf(2)],
    ['another machine', k1, inMachine(numberedId<MachineId>(3, 4), 'K3'), undefined],
    ['a drawer, though a machine lent it', k1, drawer, undefined],
    ['a position, though a drawer lent it', drawer, k1, undefined],
    ['what is gone for good', k1, gone('discarded'), entryOf(2)],
    ['what is kept with the machine', k1, kept, undefined],
  ])('that goes to %s', (_, from, to, closed) =>
    expect(loan(opened(home), lend(from, there), moved([leg(relay, there, to)]))).toEqual([
      from,
      there,
      closed,
    ]),
  )
  it('is not home in the tray of another machine’s sitting', () =>
    expect(loan(opened(other), lend(k1, there), moved([leg(relay, there, tray)]))[2]).toBeUndefined())
  it('that came home and goes out again is a loan of its own', () => {
    const world = worldOf(lend(k1, there), moved([leg(relay, there, k1)]), lend(k1, withParty(bo)))
    expect(world.loans.map((l) => [l.entry.id, l.closed?.id])).toEqual([
      [entryOf(0), entryOf(1)],
      [entryOf(2), undefined],
    ])
    const home = worldOf(lend(k1, there), moved([leg(relay, there, k1)]), moved([leg(relay, k1, k2)]))
    expect(home.loans.map((l) => l.closed?.id)).toEqual([entryOf(1)])
  })
  it('is the one of several in a move that comes from where it is lent', () => {
    const line = [lend(k1, there, [leg(fuse, there, drawer)])]
    const world = worldOf(...line)
    expect(world.loans.map((l) => [l.part, l.from, l.due])).toEqual([[relay, k1, '2027-04-01T00:00:00.000Z']])
    expect(world.parts.get(fuse)?.loan).toBeUndefined()
  })
})

describe('what is said of a part', () => {
  const identified = (more: object) => told('part', { what: 'identified', part: relay, ...more })
  const part = (...line: readonly Said[]) => worldOf(...line).parts.get(relay)
  const all = {
    ...{ partKind: 'relay', tag: 'P-9', temporary: true, name: 'the loud one', marking: '24 V' },
    ...{ dateCode: '8420', origin: 'bought', price: { minor: 400, currency: 'EUR' } },
    ...{ belongsTo: numberedId<PartId>(5, 6), attributes: { coil: '24 V' } },
  }
  it('stands, also where later words say nothing of it', () => {
    expect(part(identified(all))).toMatchObject(all)
    expect(part(identified(all), identified({}))).toMatchObject(all)
  })
  it.each([
    ['partKind', 'switch'],
    ['tag', 'P-10'],
    ['temporary', false],
    ['name', 'x'],
    ['marking', '48 V'],
    ['dateCode', '8421'],
    ['origin', 'made'],
    ['price', { minor: 1, currency: 'NOK' }],
    ['belongsTo', fuse],
  ])('%s said otherwise is otherwise, and nothing else is', (what, value) =>
    expect(part(identified(all), identified({ [what]: value }))).toMatchObject({ ...all, [what]: value }),
  )
  it('adds up by attributes', () =>
    expect(
      part(identified(all), identified({ attributes: { coil: '48 V', poles: '2' } }))?.attributes,
    ).toEqual({
      coil: '48 V',
      poles: '2',
    }))
  it('puts it where it was first said to be, and no later word does', () => {
    const world = worldOf(identified({ place: k1 }), identified({ place: drawer }))
    expect(world.parts.get(relay)).toMatchObject({
      start: k1,
      place: k1,
      placed: { place: k1, id: entryOf(0) },
    })
    expect(world.slots.get(placeKey(k1))).toBe(relay)
    expect(worldOf(identified({ place: drawer })).slots.size).toBe(0)
    expect(worldOf(identified({})).parts.get(relay)?.place).toBeUndefined()
  })
  it('does not bring it back from where it was moved to', () => {
    const world = worldOf(moved([leg(relay, k1, drawer)]), identified({ place: k2 }))
    expect(world.parts.get(relay)).toMatchObject({ place: drawer, start: k1, placed: { place: k2 } })
    expect(world.slots.has(placeKey(k2))).toBe(false)
  })
  it('says its health as was said last, and by what', () => {
    const health = (is: string) => told('part', { what: 'health', part: relay, health: is })
    const held = part(health('suspect'), health('proved bad'), identified({}))
    expect([held?.health, held?.healthSaid?.id, held?.identified?.id]).toEqual([
      'proved bad',
      entryOf(1),
      entryOf(2),
    ])
  })
})
