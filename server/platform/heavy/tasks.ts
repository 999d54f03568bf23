/** What is worked out beside the event loop, by name. Pure work on plain data: no database, no session. */
import { toBuy } from '#core/parts/buying.ts'
import { outcomeOf } from '#core/practice/outcome.ts'
import { measurePhoto } from '../../features/treatments/measure.ts'
import { readRecordFile } from '../../features/record/read.ts'

export const tasks = {
  'what to buy': toBuy,
  'read a record': readRecordFile,
  'tell a practice run': outcomeOf,
  'measure a photograph': measurePhoto,
} as const

export type TaskName = keyof typeof tasks
