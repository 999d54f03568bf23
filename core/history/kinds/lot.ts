/** Several parts of one kind that are counted instead of named. */
import { lotBody } from '../bodies/lot.ts'
import { reduceLot } from '../reduce/lots.ts'
import { placeSubjects, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const lot = {
  schema: lotBody,
  scope: 'machine',
  about: (body) => [
    ...subject('lot', body.lot),
    ...(body.what === 'got' ? [...placeSubjects(body.place), ...subject('party', body.from)] : []),
  ],
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: (body) => (body.what === 'got' ? { ...body, price: undefined } : body),
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceLot,
} satisfies Definition<BodyOf<'lot'>>
