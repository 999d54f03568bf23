/** The receipt as it was handed out. */
import { receiptBody } from '../bodies/arrival.ts'
import { reduceKept } from '../reduce/arrival.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const receipt = {
  schema: receiptBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...subject('party', body.to)],
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
} satisfies Definition<BodyOf<'receipt'>>
