/** What a machine would fetch. */
import { valueBody } from '../bodies/arrival.ts'
import { reduceKept } from '../reduce/arrival.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const value = {
  schema: valueBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'restorer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'nothing is left',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceKept,
} satisfies Definition<BodyOf<'value'>>
