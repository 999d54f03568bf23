/** What people did or saw so that work could go on. */
import { precautionBody, type Precaution } from '../bodies/precaution.ts'
import type { Authority } from '../bodies/rule.ts'
import { reducePrecaution } from '../reduce/machine.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

const needs: Partial<Record<Precaution, Authority>> = {
  'tube discharged': 'picture tube',
  'earth and insulation': 'mains',
  'lithium declared': 'lithium',
}

export const precaution = {
  schema: precautionBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: (_facts, body) => needs[body.what],
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
