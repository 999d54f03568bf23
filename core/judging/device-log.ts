/**
 * The log of a device that may be without the house: what it writes waits in its box, and its world is folded from the
 * entries that it holds and from what waits, as if that had been recorded now. It judges nothing: the house will.
 */
import type { Draft, Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import type { World } from '#core/history/world.ts'
import type { AccountId, HouseId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Log, Outcome } from './log.ts'
import { sameDraft } from './same.ts'

/** Where a device keeps things. */
export interface Box {
  readonly held: () => Promise<readonly Entry[]>
  readonly waiting: () => Promise<readonly Draft[]>
  readonly keep: (drafts: readonly Draft[]) => Promise<void>
}

export interface By {
  readonly account: AccountId
  readonly house: HouseId
}

/** The entries that a device holds, then those that wait and have not arrived meanwhile, as they would be stored. */
export function withWaiting(
  held: readonly Entry[],
  waiting: readonly Draft[],
  now: Instant,
  by: By,
): Entry[] {
  const known = new Map(held.map((e) => [e.id as string, e]))
  const last = held.reduce((seq, e) => Math.max(seq, e.seq), 0)
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
  return [...held, ...mine]
}

export const deviceLog = (box: Box, by: By, now: () => Instant): Log => ({
  async append(group) {
    const held = new Map((await box.held()).map((e) => [e.id, e]))
    const waiting = new Map((await box.waiting()).map((d) => [d.id, d]))
    const outcome = group.map((draft): Outcome => {
      const { id } = draft
      const entry = held.get(id)
      const mine = entry ?? waiting.get(id)
      if (mine && !sameDraft(mine, draft))
        return { id, became: 'refused', refusal: { rule: 'other-content', entry: id } }
      return { id, became: entry ? 'already recorded' : 'waiting' }
    })
    if (outcome.every((o) => o.became !== 'refused'))
      await box.keep(group.filter((d) => !held.has(d.id) && !waiting.has(d.id)))
    return outcome
  },
  async world(): Promise<World> {
    const at = now()
    return fold(withWaiting(await box.held(), await box.waiting(), at, by), { now: at })
  },
})
