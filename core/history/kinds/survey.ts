/** A walk over all zones of a machine. */
import { surveyBody } from '../bodies/condition.ts'
import { reduceSurvey } from '../reduce/condition.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const survey = {
  schema: surveyBody,
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
  blind: (body, own) => body.what === 'begun' || body.survey === own.survey,
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceSurvey,
} satisfies Definition<BodyOf<'survey'>>
