/** Folds an episode from the entries that the device holds, away from the thread that draws. */
import type { Draft, Entry } from '#core/history/entry.ts'
import { lift } from '#core/history/lifts/index.ts'
import type { AccountId, EntryId, HouseId } from '#core/ids.ts'
import { offlineView } from '#core/views/offline.ts'

export interface FoldAsk {
  readonly n: number
  readonly entries: readonly Entry[]
  readonly waiting: readonly Draft[]
  readonly episode: EntryId
  readonly nextTag: string
  readonly now: string
  readonly account: AccountId
  readonly house: HouseId
}

/** What the device has held since before a deploy, in the present shape; nothing of one that is newer than this program. */
function present<T extends Draft>(held: T, house: HouseId): T[] {
  const lifted = lift(held as unknown as { v: number; [key: string]: unknown }, house)
  return lifted === 'newer' ? [] : [lifted as unknown as T]
}

self.onmessage = ({ data }: MessageEvent<FoldAsk>) => {
  self.postMessage({
    n: data.n,
    view: offlineView(
      data.entries.flatMap((e) => present(e, data.house)),
      data.waiting.flatMap((d) => present(d, data.house)),
      data.episode,
      data.nextTag,
      data.now,
      data,
    ),
  })
}
