/** A treatment: begun, what happened while it ran, what came of it. */
import { treatmentBody } from '../bodies/treatment.ts'
import { reduceTreatment } from '../reduce/treatment.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const treatment = {
  schema: treatmentBody,
  scope: 'machine',
  about: itsMachine,
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
  reduce: reduceTreatment,
} satisfies Definition<BodyOf<'treatment'>>
