/** A steward erases an entry for good. It concerns what the erased entry concerned. */
import { erasureBody } from '../bodies/erasure.ts'
import { type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const erasure = {
  schema: erasureBody,
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
} satisfies Definition<BodyOf<'erasure'>>
