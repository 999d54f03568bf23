/** What the device folds by itself from the entries that it holds and what waits: an episode, the answer to a question, a fault. */
import { say } from '#api/words/say.ts'
import { heldEpisode, heldOf } from './device-episodes.ts'
import { nowInstant } from './clock.ts'
import type { Waiting } from './outbox.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import type { AccountId, EntryId, HouseId, MachineId } from '#core/ids.ts'
import type { Answered } from '#core/views/answers.ts'
import type { FaultView, HouseFacts } from '#core/views/fault-shape.ts'
import type { FoldAnswer, FoldAsk } from '#web/workers/episode.worker.ts'

export interface Folding {
  readonly id: string
  readonly account: string
  readonly house: HouseId
  readonly waiting: readonly Waiting[]
}

export const foldWorker = () =>
  new Worker(new URL('../workers/episode.worker.ts', import.meta.url), { type: 'module' })

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

/** Asks a worker of its own, which ends with the answer. */
async function folded(ask: FoldAsk): Promise<FoldAnswer> {
  const worker = foldWorker()
  try {
    return await new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<FoldAnswer>) => resolve(data)
      worker.onerror = () => reject(new Error(say('The answer could not be worked out on this device.')))
      worker.postMessage(ask)
    })
  } finally {
    worker.terminate()
  }
}

/** Answers from what is held; undefined where nothing is. */
export async function answerHere(folding: Folding, question: RecordQuestion): Promise<Answered | undefined> {
  const ask = await foldAsk(folding, 0, question)
  return ask && (await folded(ask)).answer
}

const factsKey = (account: string) => `anamnesis.house-facts.${account}`
/** Keeps what the house counted, for when there is no connection. A device without room keeps none. */
export function keepFacts(account: string, facts: HouseFacts): void {
  try {
    localStorage.setItem(factsKey(account), JSON.stringify(facts))
  } catch {
    // What is shown does not hang on it.
  }
}
/** What an account kept here goes when it signs out. */
export const forgetFacts = (account: string) => localStorage.removeItem(factsKey(account))
const keptFacts = (account: string): HouseFacts | undefined => {
  const kept = localStorage.getItem(factsKey(account))
  return kept === null ? undefined : (JSON.parse(kept) as HouseFacts)
}

/** The fault of a machine from what is held of an episode of it, with the counts that were last kept; undefined where nothing is held. */
export async function faultHere(
  machine: string,
  { account, house, waiting }: Omit<Folding, 'id'>,
): Promise<FaultView | undefined> {
  const held = await heldOf(account, machine)
  const ask = held && (await foldAsk({ id: held.episode, account, house, waiting }, 0))
  if (!ask) return undefined
  const facts = keptFacts(account) ?? { kinds: [], at: undefined }
  return (await folded({ ...ask, fault: { machine: machine as MachineId, facts } })).fault
}
