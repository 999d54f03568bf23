/** An episode on a device without a connection: the view folded from them and from what waits. */
import { fold } from '#core/history/fold.ts'
import type { Draft, Entry } from '#core/history/entry.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import type { AccountId, EntryId, HouseId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import { episodeView, type EpisodeView } from './episode.ts'

/** The next tag after `tag` that none of the waiting entries gives to a part: "P-0041" → "P-0042". */
export function tagAfter(tag: string, waiting: readonly Draft[]): string {
  const taken = new Set(
    waiting.flatMap(({ body }) =>
      body.kind === 'part' && body.what === 'identified' && body.tag ? [body.tag] : [],
    ),
  )
  const [prefix = '', digits = '0'] = /^(.*?)(\d+)$/.exec(tag)?.slice(1) ?? []
  for (let n = Number(digits); ; n++) {
    const next = `${prefix}${String(n).padStart(digits.length, '0')}`
    if (!taken.has(next)) return next
  }
}

/**
 * The Episode view as it will be once what waits has been sent, if nothing contests it: entries of the server first, then
 * the waiting ones as if they had been recorded now. Undefined when the episode is not among them.
 */
export function offlineView(
  entries: readonly Entry[],
  waiting: readonly Draft[],
  id: EntryId,
  nextTag: string,
  now: Instant,
  by: { readonly account: AccountId; readonly house: HouseId },
): EpisodeView | undefined {
  const known = new Map(entries.map((e) => [e.id as string, e]))
  const last = entries.reduce((seq, e) => Math.max(seq, e.seq), 0)
  const mine = waiting
    .filter((d) => !known.has(d.id))
    .map((draft, i): Entry => ({
      ...draft,
      house: by.house,
      recordedAt: now,
      receivedAt: now,
      seq: last + 1 + i,
      recordedBy: by.account,
      became: 'recorded',
      about: subjectsOf(draft, draft.amends ? (known.get(draft.amends.entry)?.about ?? []) : []),
    }))
  return episodeView(fold([...entries, ...mine], { now }), id, tagAfter(nextTag, waiting))
}
