/** Loans for the walks of rights: one to somebody else, which a guest must not know of, and one to the guest. */
import { v7 } from 'uuid'
import type { Body } from '#core/history/bodies/index.ts'
import type { LoanId, MachineId, PartyId } from '#core/ids.ts'
import { ago, draft } from './house.ts'

const asked = (loan: LoanId, party: PartyId, machine: MachineId | undefined, purpose: string): Body => ({
  kind: 'loan',
  what: 'asked',
  loan,
  way: 'out',
  with: party,
  purpose,
  items: [{ item: 'it', machine, n: 1, returns: true }],
})

/** What a guest must not read of them. */
export const loanSecrets = {
  'a loan to others': 'lent in secret',
  'a question to others': 'asked of somebody else',
}

/** `own`: what is lent to the guest. It holds a value: both sides see what they agree to, nobody else of those who see no prices. */
export function loansOf(borrower: PartyId, guest: PartyId, machine: MachineId) {
  const own = v7() as LoanId
  const drafts = [
    draft(asked(v7() as LoanId, borrower, machine, loanSecrets['a loan to others']), ago(96)),
    draft(
      { kind: 'request', machine, of: borrower, to: 'lending', words: loanSecrets['a question to others'] },
      ago(95),
    ),
    draft(asked(own, guest, undefined, 'lent in the open'), ago(96)),
    draft(
      {
        kind: 'loan',
        what: 'terms',
        loan: own,
        from: '2026-01-01',
        to: '2026-12-31',
        noticeDays: 14,
        run: { who: 'visitors', named: [] },
        cover: { by: 'them', value: { minor: 505009, currency: 'EUR' } },
      },
      ago(95),
    ),
  ]
  return { own, drafts }
}
