/** What is said of loans, sentence by sentence. */
import { describe, expect, it } from 'vitest'
import type { LoanId, MachineId, EntryId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { holderWords, loanEntry, markWords, releaseAnswerWords, stateWords } from './loans.ts'

const loan = numberedId<LoanId>(1, 6)
const machine = numberedId<MachineId>(1, 4)
const names = { zone: 'Europe/Oslo', now: '2026-06-01T09:00:00.000Z', labels: { b: 'Marsh End School' } }
const said = (body: Parameters<typeof loanEntry>[0]) => loanEntry(body, names as never).what

describe('marks', () => {
  it('name what is short, and in which box', () =>
    expect(markWords({ mark: 'short', items: [{ item: 'mains lead', n: 1, of: 2 }], boxes: [2] })).toBe(
      'short: 1 of 2 mains lead (box 2)',
    ))
  it('count what is to be agreed on', () => {
    expect(markWords({ mark: 'difference open', n: 1 })).toBe('1 difference to agree on')
    expect(markWords({ mark: 'disputed', n: 2 })).toBe('2 differences disputed')
    expect(markWords({ mark: 'cover ends', day: '2026-06-30' })).toBe('cover ends 30 Jun 2026')
  })
})

it('what is here on loan or for repair is here, what is ours is there', () => {
  expect(stateWords({ shown: 'there', way: 'out' })).toBe('there')
  expect(stateWords({ shown: 'there', way: 'repair' })).toBe('here')
})

it('whoever carried it is named, or as what they were', () => {
  expect(holderWords({ carrier: 'Harbour Carriers' }, {})).toBe('Harbour Carriers')
  expect(holderWords({ carrier: 'post' }, {})).toBe('the post')
  expect(holderWords({ side: 'house' }, {})).toBe('this collection')
  expect(holderWords({ side: 'b' as never }, names.labels)).toBe('Marsh End School')
})

describe('what bars a release', () => {
  const of = (rule: string, is: string, about: string[]) =>
    releaseAnswerWords({ rule, is, about, byWords: true } as never)
  it('says the fact and what would meet it', () => {
    expect(of('cover', 'open', ['2026-07-14'])).toContain('until 14 Jul 2026')
    expect(of('mains', 'open', ['the terminal', '120 V for 230 V'])).toBe(
      'The mains there differ: the terminal and 120 V for 230 V. Name the transformer, or agree that it is not to be run.',
    )
    expect(of('consent', 'open', ['the till'])).toContain('Record it as told')
    expect(of('condition noted', 'open', ['the till'])).toContain(
      'it cannot be said where a new mark comes from',
    )
  })
})

describe('a line of the log', () => {
  it('says what passed from whom to whom, and what was passed over', () =>
    expect(
      said({
        kind: 'handover',
        what: 'released',
        loan,
        from: 'house',
        to: 'b' as never,
        carriage: 'vehicle',
        carrier: 'Harbour Carriers',
        items: [
          { item: 'the terminal', n: 1 },
          { item: 'mains lead', n: 2 },
        ],
        machines: [machine],
        boxes: 1,
        although: [{ rule: 'cover', because: 'extended on Monday' }],
      }),
    ).toBe(
      'released by this collection to Marsh End School, Harbour Carriers: the terminal and 2 × mains lead, although: Cover reaches 14 days past the due date was open (extended on Monday)',
    ))
  it('of a look names what is different and what was not looked at', () =>
    expect(
      said({
        kind: 'look',
        loan,
        machine,
        stage: 'back',
        zones: [
          { zone: 'lid', is: 'different', differences: [{ how: 'new', words: 'a dent' }] },
          { zone: 'base', is: 'not looked at' },
        ],
      }),
    ).toBe('look on its return: lid, new: a dent; not looked at: base'))
  it('of an answer names the side and the form', () =>
    expect(
      said({
        kind: 'loan',
        what: 'answered',
        loan,
        terms: numberedId<EntryId>(1),
        by: 'b' as never,
        agreed: false,
        how: 'told',
      }),
    ).toBe('Marsh End School declined the terms (told)'))
})
