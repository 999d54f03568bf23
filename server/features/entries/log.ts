/** The house as a log: entries through the append, worlds from the closure of a machine. */
import { fold } from '#core/history/fold.ts'
import type { EntryId } from '#core/ids.ts'
import type { Log, Outcome } from '#core/judging/log.ts'
import type { Db } from '../../db/connection.ts'
import { closureOf } from './closure.ts'
import { append, type AppendContext, type Appended } from './store.ts'

const outcomeOf = (answer: Appended): Outcome => {
  const id = answer.id as EntryId
  switch (answer.became) {
    case 'recorded':
    case 'already recorded':
      return { id, became: answer.became }
    case 'contested':
      return { id, became: 'contested', contest: answer.contest }
    case 'refused':
      return { id, became: 'refused', refusal: answer.refusal }
  }
}

/** `context`: who writes, asked at each append since time goes on. */
export const houseLog = (db: Db, context: () => AppendContext): Log => ({
  append: async (group) => (await append(db, group, context())).map(outcomeOf),
  world: async (machine) => fold(await closureOf(db, [machine]), { now: context().now }),
})
