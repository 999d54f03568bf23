/** One event of provenance: what was the case, when, and what that rests on. */
import { linkBody } from '../bodies/arrival.ts'
import { reduceKept } from '../reduce/arrival.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const link = {
  schema: linkBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...subject('party', body.who)],
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
  reduce: reduceKept,
} satisfies Definition<BodyOf<'link'>>
