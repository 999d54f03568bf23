/** Folds an episode from the entries that the device holds, away from the thread that draws. */
import type { Draft, Entry } from '#core/history/entry.ts'
import type { AccountId, EntryId } from '#core/ids.ts'
import { offlineView } from '#core/views/offline.ts'

export interface FoldAsk {
  readonly n: number
  readonly entries: readonly Entry[]
  readonly waiting: readonly Draft[]
  readonly episode: EntryId
  readonly nextTag: string
  readonly now: string
  readonly account: AccountId
}

self.onmessage = ({ data }: MessageEvent<FoldAsk>) => {
  self.postMessage({
    n: data.n,
    view: offlineView(data.entries, data.waiting, data.episode, data.nextTag, data.now, data.account),
  })
}
