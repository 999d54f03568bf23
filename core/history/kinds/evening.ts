/** Evenings of the workshop: when, who comes, who does what. */
import { eveningBody } from '../bodies/evening.ts'
import type { BodyOf } from '../bodies/index.ts'
import { reduceEvening } from '../reduce/evenings.ts'
import { house, subject, type Definition } from './definition.ts'

export const evening = {
  schema: eveningBody,
  scope: 'house',
  about: (body) => [...('party' in body ? subject('party', body.party) : []), house],
  places: 'none',
  // Whether they come is for everybody to say, also for somebody who rang up; when and what is for who plans.
  least: (body) => (body.what === 'comes' || body.what === 'usually' ? 'volunteer' : 'restorer'),
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
  travels: 'never',
  reduce: reduceEvening,
} satisfies Definition<BodyOf<'evening'>>
