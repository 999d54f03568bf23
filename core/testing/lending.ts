/** A loan told act by act, for the tests of what follows from it: a terminal, its leads, a manual and a key go to a school. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import type { EntryId, LoanId, PartyId } from '#core/ids.ts'
import { emptyLoan, type LoanFile } from '#core/history/loan-state.ts'
import { loanState } from '#core/loans/state.ts'
import { numberedId, type Teller, type Telling } from './script.ts'
import { home, twoTerminals } from './terminal.ts'

export const loan = numberedId<LoanId>(1, 6)
export const borrower = numberedId<PartyId>(7, 3)
export const zone = 'Europe/Amsterdam'
export type Terms = Extract<BodyOf<'loan'>, { what: 'terms' }>
export type Zones = BodyOf<'look'>['zones']

/** The line that is told now: `begin` starts it anew. */
export let t: Teller
export const file = (): LoanFile => t.world().loanFiles.get(loan) ?? emptyLoan(loan)
export const seen = (now: string) => loanState(file(), now, zone)

export function ask(items: Extract<BodyOf<'loan'>, { what: 'asked' }>['items'] = theMachine) {
  t.told('2026-03-01T09:00:00.000Z', {
    kind: 'loan',
    what: 'asked',
    loan,
    way: 'out',
    with: borrower,
    purpose: 'a summer of terminals',
    items,
  })
}
export const theMachine = [
  { item: 'the terminal', machine: home, n: 1, returns: true },
  { item: 'mains lead', n: 2, returns: true },
  { item: 'manual', n: 1, returns: true },
  { item: 'key', n: 1, returns: true },
]

export const terms = (at: string, more: Partial<Terms> = {}): EntryId =>
  t.told(at, {
    kind: 'loan',
    what: 'terms',
    loan,
    from: '2026-04-01',
    to: '2026-06-30',
    noticeDays: 14,
    venue: { place: 'the town hall', volts: 230, hertz: 50, earthed: true },
    run: { who: 'named people', named: ['Sunniva', 'Aldous'], minutesADay: 120 },
    cover: { by: 'them', value: { minor: 125_000, currency: 'EUR' }, until: '2026-07-14' },
    ...more,
  }).id
export const answer = (at: string, of: EntryId, by: 'house' | PartyId, agreed = true) =>
  t.told(at, { kind: 'loan', what: 'answered', loan, terms: of, by, agreed, how: 'ink' })
export const agree = (of: EntryId) => {
  answer('2026-03-05T10:00:00.000Z', of, 'house')
  answer('2026-03-05T11:00:00.000Z', of, borrower)
}
export const look = (at: string, stage: BodyOf<'look'>['stage'], zones: Zones) =>
  t.told(at, { kind: 'look', loan, machine: home, stage, zones })
export const release = (
  at: string,
  from: 'house' | PartyId,
  items: { item: string; n: number }[] = whole,
  more: Telling & { carrier?: string; boxes?: number; carriage?: 'vehicle' | 'by hand' } = {},
) => {
  if (from === 'house') ready(at)
  return t.told(at, {
    kind: 'handover',
    what: 'released',
    loan,
    from,
    to: from === 'house' ? borrower : 'house',
    carriage: more.carriage ?? 'vehicle',
    carrier: more.carrier,
    items,
    machines: items.some((i) => i.item === 'the terminal') ? [home] : [],
    boxes: more.boxes ?? 0,
    although: [],
  })
}
/** What makes the terminal ready for its journey is said as done, and its sheet made by hand. */
export const ready = (at: string, done: readonly Precaution[] = [...travels, 'handover sheet made']) => {
  for (const what of done) t.told(at, { kind: 'precaution', machine: home, what })
}
const travels = ['memory switch off', 'cards secured', 'heads parked'] as const
export const whole = [
  { item: 'the terminal', n: 1 },
  { item: 'mains lead', n: 2 },
  { item: 'manual', n: 1 },
  { item: 'key', n: 1 },
]
export const receive = (
  at: string,
  of: EntryId | undefined,
  by: 'house' | PartyId,
  items = whole,
  more: { boxes?: number[]; restUntil?: string } = {},
) =>
  t.told(at, {
    kind: 'handover',
    what: 'received',
    loan,
    of,
    by,
    items,
    machines: items.some((i) => i.item === 'the terminal' && i.n > 0) ? [home] : [],
    boxes: more.boxes ?? [],
    packing: 'in order',
    restUntil: more.restUntil,
  })
/** Agreed, looked at, gone on 2 April, there on the 3rd. */
export function lent(carrier = 'Harbour Carriers') {
  ask()
  agree(terms('2026-03-02T09:00:00.000Z'))
  look('2026-04-02T08:00:00.000Z', 'out', [{ zone: 'lid', is: 'same' }])
  const out = release('2026-04-02T09:00:00.000Z', 'house', whole, { carrier })
  receive('2026-04-03T08:00:00.000Z', out.id, borrower)
  return out
}

/** Two terminals of the house, and somebody who borrows. */
export function begin() {
  t = twoTerminals('2026-11-01T12:00:00.000Z').t
  t.told('2026-02-20T09:00:00.000Z', {
    kind: 'party',
    party: borrower,
    name: 'Marsh End School',
    sort: 'organisation',
    roles: [],
  })
  t.told('2026-02-20T09:30:00.000Z', {
    kind: 'machine',
    what: 'stated',
    machine: home,
    set: { attributes: { mains: '230 V 50 Hz class I' } },
  })
}
