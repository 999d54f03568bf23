/** A condition grade that a person sets, and who has to act by when. */
import { gradeBody } from '../bodies/condition.ts'
import { reduceGrade } from '../reduce/condition.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const grade = {
  schema: gradeBody,
  scope: 'machine',
  about: (body) => [
    ...itsMachine(body),
    ...subject('party', body.what === 'priority' ? body.who : undefined),
  ],
  places: 'none',
  least: (body) => (body.what === 'priority' ? 'volunteer' : 'restorer'),
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
  reduce: reduceGrade,
} satisfies Definition<BodyOf<'grade'>>
