/** It was switched on while away. */
import { runBody } from '../bodies/loan.ts'
import { reduceRun } from '../reduce/loans.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const run = {
  schema: runBody,
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
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'never',
  reduce: reduceRun,
} satisfies Definition<BodyOf<'run'>>
