/** A look at a machine on its way, zone by zone. */
import { lookBody, photosOf } from '../bodies/loan.ts'
import { reduceLook } from '../reduce/loans.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const look = {
  schema: lookBody,
  scope: 'machine',
  about: (body) => [{ kind: 'loan', id: body.loan }, ...itsMachine(body)],
  places: 'none',
  least: 'guest',
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  // What a party reads of its loan is built by the loan (core/views/loan), not by the machine's log.
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'hidden',
  files: (body) => photosOf(body).map((p) => p.file),
  reaches: 'its subjects',
  travels: 'never',
  reduce: reduceLook,
} satisfies Definition<BodyOf<'look'>>
