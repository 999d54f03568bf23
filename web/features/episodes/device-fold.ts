/** What the device folds by itself from the entries that it holds and what waits: an episode, or the answer to a question. */
import { heldEpisode } from '#web/app/device-episodes.ts'
import { nowInstant } from '#web/app/clock.ts'
import type { Waiting } from '#web/app/outbox.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import type { AccountId, EntryId, HouseId } from '#core/ids.ts'
import type { Answered } from '#core/views/answers.ts'
import type { FoldAnswer, FoldAsk } from '#web/workers/episode.worker.ts'

export interface Folding {
  readonly id: string
  readonly account: string
  readonly house: HouseId
  readonly waiting: readonly Waiting[]
}

export const foldWorker = () =>
  new Worker(new URL('../../workers/episode.worker.ts', import.meta.url), { type: 'module' })

/** What the worker is asked; undefined where the device does not hold the episode. */
export async function foldAsk(
  { id, account, house, waiting }: Folding,
  n: number,
  question?: RecordQuestion,
): Promise<FoldAsk | undefined> {
  const held = await heldEpisode(account, id)
  return (
    held && {
      n,
      entries: held.entries,
      waiting: waiting.filter((w) => !w.refused).map((w) => w.draft),
      episode: id as EntryId,
      nextTag: held.nextTag,
      now: nowInstant(),
      account: account as AccountId,
      house,
      question,
    }
  )
}

/** Answers from what is held; undefined where nothing is. */
export async function answerHere(folding: Folding, question: RecordQuestion): Promise<Answered | undefined> {
  const ask = await foldAsk(folding, 0, question)
  if (!ask) return undefined
  const worker = foldWorker()
  try {
    return await new Promise<Answered | undefined>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<FoldAnswer>) => resolve(data.answer)
      worker.onerror = () => reject(new Error('The answer could not be worked out on this device.'))
      worker.postMessage(ask)
    })
  } finally {
    worker.terminate()
  }
}
