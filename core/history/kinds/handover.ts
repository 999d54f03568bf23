/** Something passes from one hand to the next. */
import { handoverBody } from '../bodies/loan.ts'
import { reduceHandover } from '../reduce/loans.ts'
import { subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const handover = {
  schema: handoverBody,
  scope: 'machine',
  about: (body) => [
    { kind: 'loan', id: body.loan },
    ...body.machines.map((id) => ({ kind: 'machine' as const, id })),
    ...(body.what === 'released' ? [body.from, body.to] : [body.by]).flatMap((side) =>
      side === 'house' ? [] : subject('party', side),
    ),
  ],
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
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'never',
  reduce: reduceHandover,
} satisfies Definition<BodyOf<'handover'>>
