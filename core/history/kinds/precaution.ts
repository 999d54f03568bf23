/** What people did or saw so that work could go on. */
import { precautionBody } from '../bodies/precaution.ts'
import { reducePrecaution } from '../reduce/machine.ts'
import * as authority from '../authority.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const precaution = {
  schema: precautionBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: authority.precaution,
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
  reduce: reducePrecaution,
} satisfies Definition<BodyOf<'precaution'>>
