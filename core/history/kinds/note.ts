/** A note, of a machine or of the house. */
import { noteBody } from '../bodies/line.ts'
import { house, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const note = {
  schema: noteBody,
  scope: (body) => (body.machine === undefined ? 'house' : 'machine'),
  about: (body) => (body.machine === undefined ? [house] : subject('machine', body.machine)),
  places: 'none',
  least: (body) => (body.machine === undefined ? 'volunteer' : 'guest'),
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
  travels: (body) => (body.machine === undefined ? 'never' : 'with its machine'),
  reduce: () => undefined,
} satisfies Definition<BodyOf<'note'>>
