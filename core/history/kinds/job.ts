/** What a machine is to be ready for, and planned work on it. */
import { jobBody } from '../bodies/job.ts'
import type { BodyOf } from '../bodies/index.ts'
import { reduceJob } from '../reduce/jobs.ts'
import { house, itsMachine, type Definition } from './definition.ts'

export const job = {
  schema: jobBody,
  // A plan looks at all machines at once: it is read without any of them.
  scope: 'house',
  about: (body) => [...('machine' in body ? itsMachine(body) : []), house],
  places: 'none',
  // What was done is for everybody to say; what is planned for who plans.
  least: (body) => (body.what === 'done' ? 'volunteer' : 'restorer'),
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
  travels: 'never',
  reduce: reduceJob,
} satisfies Definition<BodyOf<'job'>>
