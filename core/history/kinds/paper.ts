/** A paper of a loan, as it was issued or as it came back signed. */
import { paperBody } from '../bodies/paper.ts'
import { reducePaper } from '../reduce/loans.ts'
import { subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const paper = {
  schema: paperBody,
  scope: 'machine',
  about: (body) => [
    { kind: 'loan', id: body.loan },
    ...(body.what === 'issued' ? subject('machine', body.machine) : []),
  ],
  places: 'none',
  // An agreement names the value: it is issued, and its signed sheet kept, by who sees values (judging/loans).
  least: (body) => (body.what === 'issued' && body.sort === 'agreement' ? 'restorer' : 'volunteer'),
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  // What a party reads of its loan is built by the loan (core/views/loan), not by the machine's log.
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: (body) => [body.file],
  reaches: 'its subjects',
  travels: 'never',
  reduce: reducePaper,
} satisfies Definition<BodyOf<'paper'>>
