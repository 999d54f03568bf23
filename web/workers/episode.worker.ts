/** Folds an episode, the answer to a question or a fault from the entries that the device holds, away from the thread that draws. */
import type { Draft, Entry } from '#core/history/entry.ts'
import { lift } from '#core/history/lifts/index.ts'
import type { AccountId, EntryId, HouseId, MachineId } from '#core/ids.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import type { Answered } from '#core/views/answers.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import type { FaultView, HouseFacts } from '#core/views/fault-shape.ts'
import { offlineAnswer, offlineFault, offlineView } from '#core/views/offline.ts'

export interface FoldAsk {
  readonly n: number
  readonly entries: readonly Entry[]
  readonly waiting: readonly Draft[]
  readonly episode: EntryId
  readonly nextTag: string
  readonly now: string
  readonly account: AccountId
  readonly house: HouseId
  /** Answered instead of the view. */
  readonly question?: RecordQuestion | undefined
  /** Worked out instead of the view. */
  readonly fault?: { readonly machine: MachineId; readonly facts: HouseFacts } | undefined
}

export interface FoldAnswer {
  readonly n: number
  readonly view?: EpisodeView | undefined
  readonly answer?: Answered | undefined
  readonly fault?: FaultView | undefined
}

/** What the device has held since before a deploy, in the present shape; nothing of one that is newer than this program. */
function present<T extends Draft>(held: T, house: HouseId): T[] {
  const lifted = lift(held as unknown as { v: number; [key: string]: unknown }, house)
  return lifted === 'newer' ? [] : [lifted as unknown as T]
}

self.onmessage = ({ data }: MessageEvent<FoldAsk>) => {
  const { n, episode, nextTag, now, question, fault } = data
  const entries = data.entries.flatMap((e) => present(e, data.house))
  const waiting = data.waiting.flatMap((d) => present(d, data.house))
  const said: FoldAnswer = question
    ? { n, answer: offlineAnswer(entries, waiting, episode, question, now, data) }
    : fault
      ? { n, fault: offlineFault(entries, waiting, fault, now, data) }
      : { n, view: offlineView(entries, waiting, episode, nextTag, now, data) }
  self.postMessage(said)
}
