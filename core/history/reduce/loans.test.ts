/** Loans, entry by entry: each file keeps its own papers, and each machine knows where a handover took it. */
import { describe, expect, it } from 'vitest'
import type { EntryId, LoanId, MachineId, PartyId } from '#core/ids.ts'
import { inStore, withParty } from '#core/place.ts'
import { entryOf, hourOf, worldOf, type Said } from '#core/testing/line.ts'
import { home, told as toldOf } from '#core/testing/reducing.ts'
import { numberedId } from '#core/testing/script.ts'
import type { Body } from '../bodies/index.ts'

const loan = numberedId<LoanId>(1, 10)
const [hall, third] = [numberedId<PartyId>(1, 3), numberedId<PartyId>(2, 3)]
const other = numberedId<MachineId>(2, 4)
const told = (kind: Body['kind'], more: object = {}) => toldOf(kind, { loan, ...more })
const asked = (way: string) => told('loan', { what: 'asked', way, with: hall, purpose: 'a fair', items: [] })
const released = (from: PartyId | 'house', to: PartyId | 'house', more: object = {}) =>
  told('handover', { what: 'released', from, to, carriage: 'vehicle', items: [], machines: [home], ...more })
const received = (by: PartyId | 'house', of?: EntryId, more: object = {}) =>
  told('handover', { what: 'received', by, items: [], machines: [home], ...(of ? { of } : {}), ...more })

describe('a loan', () => {
  const sorts: readonly [string, Body, Body, string][] = [
    [
      'terms',
      told('loan', { what: 'terms', from: 'a' }),
      told('loan', { what: 'terms', from: 'b' }),
      'terms',
    ],
    ['answers', told('loan', { what: 'answered' }), told('loan', { what: 'answered' }), 'answers'],
    ['recalls', told('loan', { what: 'recalled' }), told('loan', { what: 'recalled' }), 'recalls'],
    ['costs', told('loan', { what: 'spent' }), told('loan', { what: 'spent' }), 'spent'],
    ['words', told('loan', { what: 'said' }), told('loan', { what: 'said' }), 'said'],
    [
      'things accounted for',
      told('loan', { what: 'accounted' }),
      told('loan', { what: 'accounted' }),
      'accounted',
    ],
    ['looks', told('look', { stage: 'out' }), told('look', { stage: 'back' }), 'looks'],
    ['differences', told('difference'), told('difference'), 'differences'],
    ['runs', told('run', { minutes: 5 }), told('run', { minutes: 6 }), 'runs'],
    [
      'papers',
      told('paper', { what: 'issued', sort: 'a' }),
      told('paper', { what: 'issued', sort: 'b' }),
      'papers',
    ],
    ['signed papers', told('paper', { what: 'signed' }), told('paper', { what: 'signed' }), 'signed'],
    [
      'incidents',
      told('incident', { words: 'smoke', machine: home }),
      told('incident', { words: 'a spark', machine: home }),
      'incidents',
    ],
  ]
  it.each(sorts)('keeps its %s in order, and nothing of them elsewhere', (_, one, two, list) => {
    const file = worldOf(one, two).loanFiles.get(loan)! as unknown as Record<string, unknown>
    expect(file[list]).toMatchObject([
      { id: entryOf(0), body: one },
      { id: entryOf(1), body: two },
    ])
    for (const [, , , name] of sorts) if (name !== list) expect(file[name]).toEqual([])
  })
  it('is asked for as was said last, and closed', () => {
    const file = worldOf(asked('out'), told('loan', { what: 'closed', words: 'home' })).loanFiles.get(loan)
    expect(file?.asked).toMatchObject({ id: entryOf(0), body: { way: 'out' } })
    expect(file?.closed).toMatchObject({ id: entryOf(1), body: { words: 'home' } })
    expect(worldOf(asked('out')).loanFiles.get(loan)?.closed).toBeUndefined()
  })
  it('keeps every handover as what it is', () => {
    const file = worldOf(released('house', hall), received(hall, entryOf(0))).loanFiles.get(loan)
    expect(file?.handovers.map((h) => [h.id, h.body.what])).toEqual([
      [entryOf(0), 'released'],
      [entryOf(1), 'received'],
    ])
  })
})

describe('where a handover takes a machine', () => {
  const custody = (...line: readonly Said[]) =>
    (worldOf(...line).machines.get(home)?.custody ?? []).map(({ body }) =>
      body.kind === 'custody' ? [body.to, body.carriage, body.purpose] : [],
    )
  const house = inStore('the house')
  it.each([
    ['out', 'loan out', 'back'],
    ['transfer', 'loan out', 'back'],
    ['disposal', 'loan out', 'back'],
    ['in', 'return to owner', 'arrival'],
    ['repair', 'return to owner', 'arrival'],
  ])('of a loan %s: away it is a %s, here it is %s', (way, away, here) => {
    expect(custody(asked(way), released('house', hall), released(hall, 'house'))).toEqual([
      [withParty(hall), 'vehicle', away],
      [house, 'vehicle', here],
    ])
  })
  it('of a loan of which nobody asked, as of one that came in', () =>
    expect(custody(released('house', hall))).toEqual([[withParty(hall), 'vehicle', 'return to owner']]))
  it('received as announced, it came no further; unannounced, nobody knows how it came', () => {
    const out = [asked('out'), released('house', hall, { carriage: 'post' })]
    expect(custody(...out, received(hall, entryOf(1))).slice(1)).toEqual([
      [withParty(hall), 'by hand', 'loan out'],
    ])
    expect(custody(...out, received(hall)).slice(1)).toEqual([[withParty(hall), 'vehicle', 'loan out']])
    expect(custody(...out, received(hall, entryOf(7))).slice(1)).toEqual([
      [withParty(hall), 'vehicle', 'loan out'],
    ])
  })
  it('takes the machines that it names, and no other', () => {
    const world = worldOf(asked('out'), released('house', hall, { machines: [other] }))
    expect(world.machines.get(home)?.custody ?? []).toEqual([])
    expect(world.machines.get(other)?.custody).toHaveLength(1)
  })
  it('that came from cold rests until then', () => {
    const { waits } = worldOf(received('house', undefined, { restUntil: hourOf(40) })).machines.get(home)!
    expect(waits).toMatchObject([{ what: 'rest after carriage', until: hourOf(40) }])
    expect(worldOf(received('house')).machines.get(home)?.waits).toEqual([])
  })
})

describe('what was away', () => {
  const unrecorded = (...line: readonly Said[]) =>
    (worldOf(asked('out'), ...line, received('house')).machines.get(home)?.steps ?? [])
      .filter((s) => s.verb === 'away without a record')
      .map((s) => [s.target, s.reach, s.within])
  const whole = [[{ sort: 'machine', name: 'whole machine' }, 'altered', []]]
  const out = released('house', hall)
  const look = (stage: string, more: object = {}) =>
    told('look', { stage, zones: [], machine: home, ...more })
  const run = (machine: MachineId) => told('run', { machine, minutes: 5, who: 'a', started: true })

  it('and of which nothing was written there may have met anything', () =>
    expect(unrecorded(out)).toEqual(whole))
  it('and did not leave the house, came to it', () => expect(unrecorded()).toEqual([]))
  it('was not away where another machine left', () =>
    expect(unrecorded(released('house', hall, { machines: [other] }))).toEqual([]))
  it.each<[string, Said[]]>([
    ['a look there', [look('there')]],
    ['a look before it was packed', [look('before packing')]],
    ['a run', [run(home)]],
    ['that it arrived', [received(hall, entryOf(1))]],
    ['that it was sent back', [released(hall, 'house')]],
    ['that it was handed on', [released(hall, third)]],
  ])('has a record where there is %s', (_, line) => expect(unrecorded(out, ...line)).toEqual([]))
  it.each<[string, Said[], Said[]]>([
    ['a look of before it left', [look('out')], []],
    ['a look there, of an absence before', [look('there')], []],
    ['a look as it left', [], [look('out')]],
    ['a look of another machine', [], [look('there', { machine: other })]],
    ['a run of another machine', [], [run(other)]],
    ['a run of before', [run(home)], []],
    ['an arrival of before', [received(hall)], []],
    ['an arrival of another machine', [], [received(hall, undefined, { machines: [other] })]],
    ['a release of another machine', [], [released(hall, 'house', { machines: [other] })]],
  ])('has none where there is only %s', (_, before, since) =>
    expect(unrecorded(...before, out, ...since)).toEqual(whole),
  )
  it('is judged by when it left last', () =>
    expect(unrecorded(out, look('there'), received('house', entryOf(1)), out)).toEqual(whole))
  it('is judged when the house has it, and not when others have', () => {
    const steps = worldOf(asked('out'), out, received(hall)).machines.get(home)?.steps
    expect(steps?.map((s) => s.verb)).toEqual(['carried by vehicle', 'carried by vehicle'])
  })
  it('written at the very time when it left is of before', () => {
    const at = { earliest: hourOf(1), latest: hourOf(1) }
    expect(unrecorded(out, { body: look('there'), happenedAt: at as never })).toEqual(whole)
  })
})

describe('an incident', () => {
  it('while it is on loan bars power and stands in the loan; at home it does neither', () => {
    const away = worldOf(told('incident', { words: 'smoke' }))
    expect(away.machines.get(home)?.hazards).toMatchObject([{ words: 'smoke', barsPower: true }])
    const here = worldOf(toldOf('incident', { words: 'it fell' }))
    expect(here.machines.get(home)?.hazards).toEqual([])
    expect(here.loanFiles.size).toBe(0)
  })
})
