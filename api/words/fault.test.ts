import { describe, expect, it } from 'vitest'
import type { ActRow, ObservationRow, ShownFault, SuspectRow } from '#core/views/fault-shape.ts'
import type { EntryId } from '#core/ids.ts'
import {
  actBar,
  actCost,
  actNeeds,
  actTells,
  actTitle,
  faultSentence,
  observationWords,
  pairWords,
  reasonWords,
  shareWords,
  suspectName,
  throughWords,
} from './fault.ts'

const when = { now: '2026-11-01T12:00:00.000Z', zone: 'Europe/Oslo' } as const
const suspect = (sort: SuspectRow['sort'], name: string, share: number, group = 0): SuspectRow => ({
  sort,
  name,
  soldered: false,
  share,
  likelier: true,
  group,
  reasons: [],
})
const shown = (suspects: SuspectRow[], more: Partial<ShownFault> = {}): ShownFault => ({
  failing: ['picture'],
  target: 'picture',
  targetReads: false,
  suspects,
  rest: { n: 0, share: 0 },
  cleared: [],
  nothing: 0,
  unnamed: 0,
  missing: [],
  acts: [],
  mendsOnly: 0,
  close: false,
  observations: [],
  patterns: [],
  nodes: [],
  edges: [],
  ...more,
})
const act = (more: Partial<ActRow>): ActRow => ({
  sort: 'test',
  at: 'picture',
  thenReads: false,
  again: false,
  proves: false,
  minutes: 2,
  touches: 'nothing',
  toTheEnd: 26,
  without: 33,
  passes: 0.4,
  sees: ['IC4'],
  leaves: ['X1'],
  powerBarred: false,
  line: 'test picture ',
  ...more,
})

describe('the sentence of a fault', () => {
  it.each<[string, ShownFault]>([
    ['Most likely IC4 or its contact.', shown([suspect('part', 'IC4', 0.4), suspect('seat', 'IC4', 0.4)])],
    [
      'Most likely C3; then contact of X1.',
      shown([suspect('part', 'C3', 0.6), suspect('seat', 'X1', 0.2, 1)]),
    ],
    ['Nothing stands out yet.', shown([suspect('part', 'C3', 0.05)])],
    ['Nothing that the sheet names stands out.', shown([suspect('part', 'C3', 0.05)], { unnamed: 0.5 })],
    [
      'Nothing stands out, because what picture needs is not recorded.',
      shown([suspect('part', 'C3', 0.05)], { sayNeeds: 'picture' }),
    ],
    [
      'What picture needs is not recorded, so anything may matter; of what is on record, C3 is likeliest.',
      shown([suspect('part', 'C3', 0.5)], { sayNeeds: 'picture' }),
    ],
    [
      'By what was seen, nothing may be wrong any more: test picture again.',
      shown([suspect('part', 'C3', 0.1)], { nothing: 0.7 }),
    ],
    [
      'No one suspect stands out: it may be C1, C2, C3 or 1 more.',
      shown(['C1', 'C2', 'C3', 'C4'].map((c) => suspect('part', c, 0.1))),
    ],
    ['Picture tells nothing yet: IC4 is out.', shown([], { missing: ['IC4'] })],
    ['Nothing stands out yet.', shown([{ ...suspect('part', 'C3', 0.4), likelier: false }])],
  ])('%s', (words, fault) => expect(faultSentence(fault)).toBe(words))
  it('names two faults by what they are', () =>
    expect(pairWords([suspect('seat', 'IC4', 0), suspect('gear', 'scope', 0)])).toBe(
      'Two faults are nearly as likely: contact of IC4 and scope together.',
    ))
})

describe('shares', () => {
  it.each([
    [0.004, 'under 5 %'],
    [0.03, '5 %'],
    [0.52, '50 %'],
    [0.999, '95 %'],
  ])('%d is told in steps of five, never as certain', (share, words) => expect(shareWords(share)).toBe(words))
  it.each<[SuspectRow['sort'], string]>([
    ['joint', 'joint of K1'],
    ['wire', 'connection at K1'],
    ['setting', 'setting of K1'],
    ['place', 'what was done to K1'],
    ['unknown', 'something no sheet names'],
  ])('%s', (sort, words) => expect(suspectName({ sort, name: 'K1' })).toBe(words))
})

describe('an act', () => {
  it.each<[string, Partial<ActRow>]>([
    ['Test picture', {}],
    ['Test picture again', { again: true }],
    ['Reseat IC4, then test picture', { sort: 'reseat', at: 'IC4', then: 'picture' }],
    ['Reseat IC4, then read 12V', { sort: 'reseat', at: 'IC4', then: '12V', thenReads: true }],
    ['Reseat IC4, then see whether it lives', { sort: 'reseat', at: 'IC4', then: 'look' }],
    [
      'Test picture with bench supply for supply',
      { sort: 'stand in', at: 'supply', then: 'picture', gear: 'bench supply' },
    ],
    ['Unplug a load of 12V, then read it', { sort: 'unplug a load', at: '12V' }],
  ])('%s', (title, more) => expect(actTitle(act(more))).toBe(title))
  it('says what it would tell, and what it costs', () => {
    expect(actTells(act({}))).toBe('tells IC4 from X1')
    expect(actTells(act({ again: true }))).toBe('one failure may be a slip: a second one hardly is')
    expect(actTells(act({ sort: 'swap', then: 'picture' }))).toBe('works after it in about 40 of 100')
    expect(actCost(act({}))).toBe('2 min, nothing is touched; about 26 min to the end, 33 by repairs alone')
  })
  it('says what it needs, and what bars it', () => {
    expect(actNeeds(act({ part: { kind: 'timing ROM', proved: 0, others: 2 } }))).toBe(
      'no proved timing ROM in stock; 2 not tested',
    )
    expect(actNeeds(act({ part: { kind: 'timing ROM', proved: 0, others: 0 } }))).toBe(
      'no timing ROM in stock',
    )
    expect(actBar(act({ railsFirst: ['5V', '12V'] }))).toContain('Read 5V and 12V first')
    expect(actBar(act({ bar: { check: 'hands inside', rules: ['plug out'] } }))).toMatch(
      /^Open first, under “Hands inside”/,
    )
    expect(actBar(act({ powerBarred: true, railsFirst: ['5V'] }))).toContain('must not be powered')
    expect(actBar(act({}))).toBeUndefined()
  })
})

describe('what was seen', () => {
  const seen = (more: Partial<ObservationRow>): ObservationRow => ({
    entry: '1' as EntryId,
    at: when.now,
    of: 'picture',
    sort: 'test',
    is: 'fail',
    times: 1,
    through: ['IC4'],
    anything: false,
    empty: [],
    left: false,
    ...more,
  })
  it.each<[string, Partial<ObservationRow>]>([
    ['picture failed: rolls', { symptom: 'rolls' }],
    ['picture failed, 3 times', { times: 3 }],
    ['picture passed', { is: 'pass' }],
    ['picture in E-2 passed', { is: 'pass', where: 'E-2' }],
    ['picture comes and goes, failed 1 of 3', { is: 'comes and goes', goes: { k: 1, n: 3 } }],
    ['12V read outside its band: 9.1', { sort: 'reading', of: '12V', symptom: '9.1' }],
  ])('%s', (words, more) => expect(observationWords(seen(more))).toBe(words))
  it('says through what', () => {
    expect(throughWords(seen({}))).toBe('through IC4')
    expect(throughWords(seen({ anything: true }))).toContain('anything may matter')
  })
  it.each([
    [
      '1 of 2 of its kind (74LS374) judged here was bad',
      { why: 'counted', kind: '74LS374', bad: 1, judged: 2 },
    ],
    ['known weak: leaks', { why: 'known weak', words: 'leaks' }],
    ['scorched at board', { why: 'finding', sort: 'scorched', place: 'board' }],
    ['stood 4 years', { why: 'stood', years: 4 }],
  ] as const)('%s', (words, reason) => expect(reasonWords(reason, when)).toBe(words))
})
