/** What is not to count in looking for a fault, and how the search ended. */
import { diagnosisBody } from '../bodies/diagnosis.ts'
import { reduceDiagnosis } from '../reduce/machine.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const diagnosis = {
  schema: diagnosisBody,
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
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceDiagnosis,
} satisfies Definition<BodyOf<'diagnosis'>>
