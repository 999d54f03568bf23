/** Two photographs, before and after. */
import { pairBody } from '../bodies/condition.ts'
import { reducePair } from '../reduce/condition.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const pair = {
  schema: pairBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'hidden',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reducePair,
} satisfies Definition<BodyOf<'pair'>>
