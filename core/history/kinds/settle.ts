/** A person ends a contest: it happened, or it did not. It concerns what the contested entry concerned. */
import { settleBody } from '../bodies/line.ts'
import { type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const settle = {
  schema: settleBody,
  scope: 'machine',
  about: () => [],
  places: 'none',
  least: 'volunteer',
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
} satisfies Definition<BodyOf<'settle'>>
