/** What both sides made of a difference between two looks. */
import { differenceBody } from '../bodies/loan.ts'
import { reduceDifference } from '../reduce/loans.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const difference = {
  schema: differenceBody,
  scope: 'machine',
  about: (body) => [{ kind: 'loan', id: body.loan }, ...itsMachine(body)],
  places: 'none',
  least: 'guest',
  authority: 'none',
  admission: 'judged',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  // What a party reads of its loan is built by the loan (core/views/loan), not by the machine's log.
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'hidden',
  files: 'none',
  reaches: 'its subjects',
  travels: 'never',
  reduce: reduceDifference,
} satisfies Definition<BodyOf<'difference'>>
