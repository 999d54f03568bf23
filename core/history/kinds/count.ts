/** What was counted of a lot in one place; later moves reckon from it. */
import { countBody } from '../bodies/lot.ts'
import { reduceCount } from '../reduce/lots.ts'
import { placeSubjects, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const count = {
  schema: countBody,
  scope: 'machine',
  about: (body) => [...subject('lot', body.lot), ...placeSubjects(body.place)],
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceCount,
} satisfies Definition<BodyOf<'count'>>
