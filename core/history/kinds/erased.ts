/** What is left of an erased entry: that it was, and on what ground it is gone. Nobody writes one. */
import { erasedBody } from '../bodies/erasure.ts'
import { type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const erased = {
  schema: erasedBody,
  scope: 'machine',
  about: () => [],
  places: 'none',
  least: 'steward',
  authority: 'none',
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
  reduce: () => undefined,
} satisfies Definition<BodyOf<'erased'>>
