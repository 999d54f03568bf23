/** The body of an amendment that takes an entry back. It concerns what that entry concerned. */
import { withdrawalBody } from '../bodies/line.ts'
import { type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const withdrawal = {
  schema: withdrawalBody,
  scope: 'machine',
  about: () => [],
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
  reduce: () => undefined,
} satisfies Definition<BodyOf<'withdrawal'>>
