/** Counted stock and what is kept for machines, treatments and findings, entry by entry. */
import { describe, expect, it } from 'vitest'
import type { EntryId, LotId, MachineId, PartId, PartyId } from '#core/ids.ts'
import { gone, inMachine, inStore, type Place } from '#core/place.ts'
import { entryOf, hourOf, worldOf, type Said } from '#core/testing/line.ts'
import { home, told } from '#core/testing/reducing.ts'
import { numberedId } from '#core/testing/script.ts'

const lot = numberedId<LotId>(1, 5)
const second = numberedId<LotId>(2, 5)
const other = numberedId<MachineId>(2, 4)
const relay = numberedId<PartId>(1, 6)
const [drawer, shelf] = [inStore('drawer'), inStore('shelf')]
const kept = (machine: MachineId): Place => ({ in: { kind: 'kept', id: machine } })
const got = (n: number, place = drawer, more: object = {}) =>
  told('lot', { what: 'got', lot, n, place, origin: 'bought', ...more })
const moved = (n: number, from: Place, to: Place) => told('move', { legs: [], lots: [{ lot, n, from, to }] })

describe('counted stock', () => {
  const there = (...line: readonly Said[]) =>
    [
      ...(worldOf(...line)
        .lots.get(lot)
        ?.places.values() ?? []),
    ].map((p) => [p.place, p.n, p.about, p.counted?.id])
  it('adds up where it comes, and is counted anew', () => {
    const price = { minor: 300, currency: 'EUR' }
    expect(there(got(5), got(3), got(2, shelf))).toEqual([
      [drawer, 8, false, undefined],
      [shelf, 2, false, undefined],
    ])
    expect(worldOf(got(5, drawer, { price })).lots.get(lot)?.got).toMatchObject([
      { n: 5, origin: 'bought', price },
    ])
    const count = (n: number, more: object = {}) => told('count', { lot, place: drawer, n, ...more })
    expect(there(got(5), count(4))).toEqual([[drawer, 4, false, entryOf(1)]])
    expect(there(got(5), count(4, { about: true }), got(2))).toEqual([[drawer, 6, true, entryOf(1)]])
  })
  it('that goes somewhere is less here and more there, also where nobody counted', () => {
    expect(there(got(5), moved(2, drawer, shelf))).toEqual([
      [drawer, 3, false, undefined],
      [shelf, 2, false, undefined],
    ])
    expect(there(moved(2, drawer, gone('consumed'))).map(([, n]) => n)).toEqual([-2, 2])
  })
  it('of which one is taken is one less, and knows which', () => {
    const taken = told('part', { what: 'identified', part: relay, place: drawer, outOf: { lot, for: home } })
    expect(there(got(5), taken)[0]?.[1]).toBe(4)
    expect(worldOf(got(5), taken).lots.get(lot)?.taken).toMatchObject([
      { entry: { id: entryOf(1) }, part: relay, for: home },
    ])
    const placeless = told('part', { what: 'identified', part: relay, outOf: { lot } })
    expect(worldOf(got(5), placeless).lots.get(lot)?.taken).toEqual([])
  })

  const said = (more: object) => told('lot', { what: 'identified', lot, ...more })
  const all = {
    ...{
      partKind: 'fuse',
      tag: 'L-3',
      name: 'slow ones',
      marking: 'T1A',
      belongsTo: numberedId<PartyId>(4, 3),
    },
    ...{ reorderAt: 4, attributes: { rating: '1 A' } },
  }
  it('is what was said of it, also where later words say nothing', () => {
    const held = worldOf(said(all)).lots.get(lot)
    expect(held).toMatchObject({ ...all, said: { id: entryOf(0) } })
    expect(held?.tagOf).toBeDefined()
    expect(worldOf(said(all), said({})).lots.get(lot)).toMatchObject({ ...all, said: { id: entryOf(1) } })
  })
  it.each([
    ['partKind', 'wire'],
    ['tag', 'L-4'],
    ['name', 'x'],
    ['marking', 'F1A'],
    ['belongsTo', 'house'],
    ['reorderAt', 9],
  ])('%s said otherwise is otherwise, and nothing else is', (what, value) =>
    expect(worldOf(said(all), said({ [what]: value })).lots.get(lot)).toMatchObject({
      ...all,
      [what]: value,
    }),
  )
  it('is bought again at no number once that was taken back; attributes add up', () => {
    const held = worldOf(said(all), said({ reorderAt: null, attributes: { glass: 'yes' } })).lots.get(lot)
    expect(held?.reorderAt).toBeUndefined()
    expect(held?.attributes).toEqual({ rating: '1 A', glass: 'yes' })
  })
})

describe('what is kept for a machine', () => {
  const keep = (more: object) => told('reservation', { what: 'made', ...more })
  const left = (...line: readonly Said[]) =>
    worldOf(...line).reservations.map((r) => [r.entry.id, r.machine, r.part ?? r.lot, r.n])
  const ended = (reservation: EntryId) => told('reservation', { what: 'ended', reservation })
  it('is kept until it ends, by its entry', () => {
    const line = [keep({ part: relay, position: 'K1' }), keep({ lot, n: 3 }), keep({ lot })]
    expect(left(...line)).toEqual([
      [entryOf(0), home, relay, 1],
      [entryOf(1), home, lot, 3],
      [entryOf(2), home, lot, 1],
    ])
    expect(left(...line, ended(entryOf(1))).map(([id]) => id)).toEqual([entryOf(0), entryOf(2)])
    expect(worldOf(...line).reservations[0]).toMatchObject({ position: 'K1' })
  })
  it('until an hour is not kept at that hour or after it', () => {
    // The line ends one hour after its last entry: that is now.
    expect(left(keep({ part: relay, until: hourOf(3) }))).toHaveLength(1)
    expect(left(keep({ part: relay, until: hourOf(2) }))).toHaveLength(0)
    expect(left(keep({ part: relay, until: hourOf(1) }))).toHaveLength(0)
  })
  const goes = (to: Place) => told('move', { legs: [{ part: relay, from: drawer, to }] })
  it.each([
    ['goes into that machine', goes(inMachine(home, 'K1')), 0],
    ['goes into another', goes(inMachine(other, 'K1')), 1],
    ['goes to a shelf', goes(shelf), 1],
  ])('a part that %s: still kept %j', (_, move, n) =>
    expect(left(keep({ part: relay }), move)).toHaveLength(n),
  )
  it('another part that goes there fulfils nothing', () => {
    const fuse = { part: numberedId<PartId>(2, 6), from: drawer, to: inMachine(home, 'K1') }
    expect(left(keep({ part: relay }), told('move', { legs: [fuse] }))).toHaveLength(1)
  })
  it.each<[string, Place, (number | undefined)[]]>([
    ['into that machine', inMachine(home, 'F1'), [1, 2]],
    ['to what is kept with it', kept(home), [1, 2]],
    ['into another machine', inMachine(other, 'F1'), [3, 2]],
    ['to a shelf', shelf, [3, 2]],
    ['away for good', gone('consumed'), [3, 2]],
  ])('stock that goes %s fulfils the oldest promise of it first', (_, to, counts) =>
    expect(
      left(got(9), keep({ lot, n: 3 }), keep({ lot, n: 2 }), moved(2, drawer, to)).map((r) => r[3]),
    ).toEqual(counts),
  )
  it('more than one promise is fulfilled by as many', () => {
    const promises = [got(9), keep({ lot, n: 3 }), keep({ lot, n: 2 })]
    const counts = (n: number) => left(...promises, moved(n, drawer, kept(home))).map((r) => r[3])
    expect([counts(3), counts(4), counts(5), counts(6)]).toEqual([[2], [1], [], []])
  })
  it('stock of another sort fulfils nothing, nor a part', () => {
    const kinds = [keep({ lot: second, n: 2 }), keep({ part: relay })]
    expect(left(got(9), ...kinds, moved(2, drawer, kept(home)))).toHaveLength(2)
  })
  it('one taken out for that machine fulfils one', () => {
    const one = (more: object) =>
      told('part', { what: 'identified', part: relay, place: drawer, outOf: { lot, ...more } })
    const counts = (more: object) => left(got(9), keep({ lot, n: 2 }), one(more)).map((r) => r[3])
    expect([counts({ for: home }), counts({ for: other }), counts({})]).toEqual([[1], [2], [2]])
  })
})

describe('a treatment', () => {
  const begun = (sort: string, on = ['feet', 'lid']) =>
    told('treatment', { what: 'begun', sort, on, carries: [], counts: [] })
  const treated = (...line: readonly Said[]) => worldOf(...line).machines.get(home)!
  it.each([
    ['board wash', 'position', 'altered'],
    ['leak', 'position', 'altered'],
    ['solder mask', 'position', 'altered'],
    ['contacts and keys', 'position', 'altered'],
    ['glue', 'position', 'altered'],
    ['whitening', 'surface', 'outside'],
    ['polish', 'surface', 'outside'],
  ])('of sort %s changes each of its places as a %s that is %s', (sort, target, reach) =>
    expect(treated(begun(sort)).steps.map((s) => [s.target, s.reach, s.verb, s.within])).toEqual([
      [{ sort: target, name: 'feet' }, reach, `treated (${sort})`, []],
      [{ sort: target, name: 'lid' }, reach, `treated (${sort})`, []],
    ]),
  )
  it('keeps what happened and how it ended with itself', () => {
    const happened = (treatment: EntryId) =>
      told('treatment', { what: 'happened', treatment, did: { did: 'rinsed' } })
    const ended = (treatment: EntryId) => told('treatment', { what: 'ended', treatment, verdicts: [] })
    const { treatments, steps } = treated(
      begun('glue'),
      begun('polish'),
      happened(entryOf(1)),
      ended(entryOf(0)),
    )
    expect(treatments.map((t) => [t.id, t.happened.map((h) => h.id), t.ended?.id])).toEqual([
      [entryOf(0), [], entryOf(3)],
      [entryOf(1), [entryOf(2)], undefined],
    ])
    expect(steps).toHaveLength(4)
    expect(treated(happened(entryOf(9)), ended(entryOf(9))).treatments).toEqual([])
  })
})

describe('a finding', () => {
  const noted = (more: object = {}) =>
    told('finding', {
      ...{
        what: 'noted',
        zone: 'lid',
        sort: 'scratch',
        severity: 'disfigures',
        activity: 'stable',
        danger: 'none',
      },
      ...{ contained: false, extentPercent: 10, words: 'long', ...more },
    })
  const again = (more: object) =>
    told('finding', { what: 'seen again', finding: entryOf(0), change: 'same', ...more })
  const looks = (...line: readonly Said[]) =>
    worldOf(...line).machines.get(home)?.condition.findings[0]?.looks ?? []
  it('is first looked at as it is noted', () =>
    expect(looks(noted())).toMatchObject([
      {
        at: hourOf(0),
        change: 'noted',
        severity: 'disfigures',
        extentPercent: 10,
        gone: false,
        words: 'long',
      },
    ]))
  it('seen again is as it was but for what is said', () => {
    const was = {
      severity: 'disfigures',
      extentPercent: 10,
      activity: 'stable',
      danger: 'none',
      contained: false,
    }
    expect(looks(noted(), again({})).at(-1)).toMatchObject({
      ...was,
      change: 'same',
      gone: false,
      words: undefined,
    })
    const now = {
      severity: 'trace',
      extentPercent: 0,
      activity: 'not judged',
      danger: 'cuts',
      contained: true,
    }
    expect(looks(noted(), again({ change: 'better', ...now, words: 'less' })).at(-1)).toMatchObject({
      ...now,
      words: 'less',
    })
  })
  it.each([
    ['worse', 'active'],
    ['came back', 'active'],
    ['better', 'stable'],
    ['same', 'stable'],
  ])('seen again %s, with nothing said of its activity, is %s', (change, activity) =>
    expect(looks(noted(), again({ change })).at(-1)?.activity).toBe(activity),
  )
  it('is gone once it was seen to be', () => {
    expect(looks(noted(), again({ change: 'gone' })).at(-1)?.gone).toBe(true)
    expect(looks(noted(), again({ change: 'gone' }), again({ change: 'came back' })).at(-1)?.gone).toBe(false)
  })
  it.each([
    ['treated', { what: 'treated', words: 'wax' }, 'treated'],
    ['confirmed', { what: 'judged', verdict: 'confirmed', words: 'felt' }, 'confirmed'],
    ['taken over', { what: 'taken over' }, 'taken over'],
  ])('%s says so', (_, more, change) =>
    expect(looks(noted(), told('finding', { finding: entryOf(0), ...more })).at(-1)?.change).toBe(change),
  )
  it('that is not among the entries is followed by nothing', () => expect(looks(again({}))).toEqual([]))
  it('of a blind survey is its own until it is taken over', () => {
    const survey = (blind: boolean) => told('survey', { what: 'begun', blind })
    const blindIn = (...line: readonly Said[]) =>
      worldOf(...line).machines.get(home)?.condition.findings[0]?.blindIn
    const seen = noted({ survey: entryOf(0) })
    expect(blindIn(survey(true), seen)).toBe(entryOf(0))
    expect(blindIn(survey(false), seen)).toBeUndefined()
    const over = told('finding', { what: 'taken over', finding: entryOf(1) })
    expect(blindIn(survey(true), seen, over)).toBeUndefined()
  })
})

describe('a survey and grades', () => {
  const condition = (...line: readonly Said[]) => worldOf(...line).machines.get(home)!.condition
  it('keeps its looks and its end with itself', () => {
    const begun = told('survey', { what: 'begun', blind: false })
    const looked = (survey: EntryId) => told('survey', { what: 'looked', survey, zone: 'lid', is: 'seen' })
    const { surveys } = condition(
      begun,
      begun,
      looked(entryOf(1)),
      told('survey', { what: 'ended', survey: entryOf(0) }),
    )
    expect(surveys.map((s) => [s.id, s.looked.map((l) => l.zone), s.ended?.id])).toEqual([
      [entryOf(0), [], entryOf(3)],
      [entryOf(1), ['lid'], undefined],
    ])
    expect(condition(looked(entryOf(8))).surveys).toEqual([])
  })
  it('a priority is the last one; grades that were set are all kept', () => {
    const grade = (what: string) => told('grade', { what, grade: 2, reason: 'x' })
    const held = condition(grade('set'), grade('priority'), grade('taken back'), grade('priority'))
    expect(held.priority?.id).toBe(entryOf(3))
    expect(held.gradesSet.map((g) => g.id)).toEqual([entryOf(0), entryOf(2)])
  })
})
