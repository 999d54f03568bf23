/** What the fold keeps of a loan: everything that was written of it, sorted by what it is. What follows is derived (core/loans). */
import type { LoanId, PartyId } from '#core/ids.ts'
import type { BodyOf } from './bodies/index.ts'
import type { Statement } from './versions.ts'

export type Said<B> = Omit<Statement, 'body'> & { readonly body: B }
type LoanBody<W extends BodyOf<'loan'>['what']> = Extract<BodyOf<'loan'>, { what: W }>
export type Terms = Said<LoanBody<'terms'>>
export type Answered = Said<LoanBody<'answered'>>
export type Released = Said<Extract<BodyOf<'handover'>, { what: 'released' }>>
export type Received = Said<Extract<BodyOf<'handover'>, { what: 'received' }>>
export type Issued = Said<Extract<BodyOf<'paper'>, { what: 'issued' }>>
export type Signed = Said<Extract<BodyOf<'paper'>, { what: 'signed' }>>
export type Look = Said<BodyOf<'look'>>

/** One side of a loan: this house, or a party. */
export type Side = 'house' | PartyId

export interface LoanFile {
  readonly id: LoanId
  readonly asked?: Said<LoanBody<'asked'>> | undefined
  /** Versions of its terms, oldest first. */
  readonly terms: readonly Terms[]
  readonly answers: readonly Answered[]
  readonly recalls: readonly Said<LoanBody<'recalled'>>[]
  readonly spent: readonly Said<LoanBody<'spent'>>[]
  readonly said: readonly Said<LoanBody<'said'>>[]
  readonly accounted: readonly Said<LoanBody<'accounted'>>[]
  readonly closed?: Said<LoanBody<'closed'>> | undefined
  /** In their order in time. */
  readonly handovers: readonly (Released | Received)[]
  readonly looks: readonly Look[]
  readonly differences: readonly Said<BodyOf<'difference'>>[]
  readonly runs: readonly Said<BodyOf<'run'>>[]
  readonly incidents: readonly Said<BodyOf<'incident'>>[]
  readonly papers: readonly Issued[]
  readonly signed: readonly Signed[]
}

export const emptyLoan = (id: LoanId): LoanFile => ({
  id,
  terms: [],
  answers: [],
  recalls: [],
  spent: [],
  said: [],
  accounted: [],
  handovers: [],
  looks: [],
  differences: [],
  runs: [],
  incidents: [],
  papers: [],
  signed: [],
})
