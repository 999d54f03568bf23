/** What is worked out beside the event loop, by name. Pure work on plain data: no database, no session. */
import { toBuy } from '#core/parts/buying.ts'
import { readRecordFile } from '../../features/record/read.ts'

export const tasks = {
  'what to buy': toBuy,
  'read a record': readRecordFile,
} as const

export type TaskName = keyof typeof tasks
