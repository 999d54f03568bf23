/** Parts and counted parts go from one place to another, in one act. */
import * as authority from '../authority.ts'
import { moveBody } from '../bodies/move.ts'
import { reduceMove } from '../reduce/moves.ts'
import { placeSubjects, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const move = {
  schema: moveBody,
  scope: 'machine',
  about: (body) => [
    ...body.legs.flatMap((leg) => [
      ...subject('part', leg.part),
      ...placeSubjects(leg.from),
      ...placeSubjects(leg.to),
    ]),
    ...(body.loan ? placeSubjects(body.loan.home) : []),
    ...(body.lots ?? []).flatMap((leg) => [
      ...subject('lot', leg.lot),
      ...placeSubjects(leg.from),
      ...placeSubjects(leg.to),
    ]),
  ],
  places: (body) => [...body.legs, ...(body.lots ?? [])].flatMap((leg) => [leg.from, leg.to]),
  least: 'volunteer',
  authority: authority.move,
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceMove,
} satisfies Definition<BodyOf<'move'>>
