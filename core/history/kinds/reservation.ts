/** A part, or some of a lot, kept for a machine. */
import { reservationBody } from '../bodies/lot.ts'
import { reduceReservation } from '../reduce/lots.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const reservation = {
  schema: reservationBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...subject('part', body.part), ...subject('lot', body.lot)],
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceReservation,
} satisfies Definition<BodyOf<'reservation'>>
