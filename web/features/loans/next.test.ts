/** What a loan offers to whom, the next step first. */
import { describe, expect, it } from 'vitest'
import type { EntryId, LoanId, MachineId, PartyId } from '#core/ids.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import type { Role } from '#core/roles.ts'
import { numberedId } from '#core/testing/script.ts'
import { offersFor } from './next.ts'

const machine = numberedId<MachineId>(1, 4)
const borrower = numberedId<PartyId>(7, 3)
const terms = {
  id: numberedId<EntryId>(3),
  version: 1,
  at: '2026-03-02T09:00:00.000Z',
  body: {} as LoanView['terms'][number]['body'],
  house: true,
  party: true,
  holds: true,
}
const release: LoanView['open'][number] = {
  id: numberedId<EntryId>(9),
  at: '2026-04-02T09:00:00.000Z',
  from: 'house',
  to: borrower,
  carrier: 'vehicle',
  items: [{ item: 'the terminal', n: 1 }],
  boxes: [],
  short: false,
}
const thing = (more: Partial<LoanView['itemRows'][number]> = {}): LoanView['itemRows'][number] => ({
  item: 'the terminal',
  machine,
  n: 1,
  home: 1,
  there: 0,
  at: [],
  accounted: 0,
  returns: true,
  is: 'listed',
  ...more,
})
const its = (looked: readonly ('out' | 'there' | 'before packing' | 'back')[]): LoanView['machines'] => [
  {
    id: machine,
    name: 'the terminal',
    zones: ['lid'],
    looks: [],
    looked: looked.map((stage) => ({ stage, at: '2026-04-01T09:00:00.000Z', by: '' })),
    differences: [],
    notKnown: [],
    custody: [],
  },
]
const view = (more: Partial<LoanView>): LoanView => ({
  id: numberedId<LoanId>(1, 6),
  way: 'out',
  with: 'Marsh End School',
  purpose: 'a show',
  items: ['the terminal'],
  shown: 'asked',
  marks: [],
  withParty: borrower,
  agreement: 'asked',
  homeIs: 'house',
  itemRows: [thing()],
  terms: [],
  release: [],
  open: [],
  machines: its([]),
  runs: [],
  incidents: [],
  spending: { beyond: false, rows: [] },
  said: [],
  accounted: [],
  today: '2026-05-01',
  line: [],
  names: {},
  ...more,
})
const offered = (role: Role, more: Partial<LoanView>) => offersFor(view(more), role).map((o) => o.label)

describe('the house', () => {
  it('writes terms first, then looks, then releases', () => {
    expect(offered('steward', {})[0]).toBe('Write the terms')
    expect(offered('steward', { terms: [terms] })[0]).toBe('Look at the terminal before it leaves')
    expect(offered('steward', { terms: [terms], machines: its(['out']) })[0]).toBe(
      'Release to Marsh End School',
    )
  })
  it('offers a volunteer nothing that is not theirs to do', () => {
    expect(offered('volunteer', {})).toEqual(['Write to the other side'])
    expect(offered('volunteer', { terms: [terms], machines: its(['out']) })).toEqual([
      'Write to the other side',
    ])
  })
  it('confirms what arrived before anything else, then looks, then closes', () => {
    const home = { ...release, from: borrower, to: 'house' as const }
    expect(offered('volunteer', { terms: [terms], open: [home] })[0]).toBe('Confirm what arrived')
    const back = { terms: [terms], itemRows: [thing({ is: 'back, unchecked' })] }
    expect(offered('steward', back)[0]).toBe('Look at the terminal on its return')
    expect(offered('steward', { terms: [terms], itemRows: [thing({ is: 'home' })] })[0]).toBe(
      'Close the loan',
    )
  })
  it('writes down what a borrower without an account tells, none of it as the next step', () => {
    const there = [thing({ home: 0, there: 1, is: 'there' })]
    const offers = offersFor(view({ terms: [terms], itemRows: there, machines: its(['out']) }), 'restorer')
    expect(offers.map((o) => o.label)).toEqual(
      expect.arrayContaining([
        'Write down how the terminal arrived there',
        'Write down that it is on its way back',
      ]),
    )
    expect(offers.every((o) => o.quiet)).toBe(true)
    expect(offered('volunteer', { terms: [terms], open: [release], itemRows: there })).toContain(
      'Write down that it arrived there',
    )
  })
  it('looks at what is somebody else’s as it came, and before it goes back', () => {
    const theirs = {
      way: 'repair' as const,
      homeIs: borrower,
      terms: [terms],
      itemRows: [thing({ home: 0, there: 1, is: 'there' })],
    }
    expect(offered('volunteer', theirs)[0]).toBe('Look at the terminal as it came')
    expect(offered('volunteer', { ...theirs, machines: its(['there']) })).toContain(
      'Look at the terminal before packing',
    )
    expect(offered('restorer', theirs)).toContain('Write down what was spent')
  })
  it('writes down that it was lent on where the terms say so, and that it came without notice', () => {
    const away = [thing({ home: 0, there: 1, is: 'there', at: [{ side: borrower, n: 1 }] })]
    const said = (lendingOn?: string) =>
      offered('restorer', { itemRows: away, terms: [{ ...terms, body: { lendingOn } as typeof terms.body }] })
    expect(said()).not.toContain('Write down that it was lent on')
    expect(said('to the library')).toContain('Write down that it was lent on')
    expect(said()).toContain('It came back without notice')
  })
  it('releases for good without terms, and closes what was handed over', () => {
    const gone = { way: 'transfer' as const, machines: its(['out']) }
    expect(offered('steward', gone)[0]).toBe('Release to Marsh End School')
    expect(
      offered('steward', {
        ...gone,
        shown: 'handed over',
        itemRows: [thing({ home: 0, there: 1, is: 'there' })],
      })[0],
    ).toBe('Close the loan')
  })
  it('is offered nothing of a loan that is closed or declined', () => {
    expect(offered('steward', { shown: 'closed', terms: [terms] })).toEqual([])
    expect(offered('steward', { shown: 'declined', terms: [terms] })).toEqual([])
  })
})

describe('the borrower', () => {
  const there = [thing({ home: 0, there: 1, is: 'there' })]
  it('confirms, looks, and then says what happens', () => {
    expect(offered('guest', { terms: [terms], open: [release] })).toEqual([
      'Confirm what arrived',
      'Write to the other side',
    ])
    expect(offered('guest', { terms: [terms], itemRows: there, machines: its(['out']) })[0]).toBe(
      'Look at the terminal on arrival',
    )
    expect(
      offered('guest', {
        terms: [terms],
        itemRows: there,
        machines: its(['out', 'there']),
        due: '2026-08-31',
      }),
    ).toEqual([
      'Write down a run',
      'Report an incident',
      'Look at the terminal before packing',
      'Send it back',
      'Write to the other side',
    ])
  })
  it('is sent to packing first when it is to go home within a week', () =>
    expect(
      offered('guest', { terms: [terms], itemRows: there, machines: its(['there']), due: '2026-05-08' })[0],
    ).toBe('Look at the terminal before packing'))
})
