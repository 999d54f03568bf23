/** Corrections and withdrawals: of what, seen by whom, and with what reason. */
import type { Entry } from '#core/history/entry.ts'
import type { Writer } from './model.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { latestAmendments } from '#core/history/versions.ts'
import type { EntryId } from '#core/ids.ts'
import { instantToMs } from '#core/quantity/time.ts'

/** A slip is one's own entry, under ten minutes old, with nothing built on it. */
export const slipMs = 600_000

export function amendmentRefusal(
  before: readonly Entry[],
  entry: Entry,
  writer: Writer,
): Refusal | undefined {
  const { amends } = entry
  if (!amends) return undefined
  const target = before.find((e) => e.id === amends.entry)
  if (!target || target.body.kind === 'settle') return { rule: 'unknown-entry', entry: amends.entry }
  const isWithdrawal = entry.body.kind === 'withdrawal'
  if (isWithdrawal !== (amends.how === 'withdraw'))
    return { rule: 'kind-changed', was: target.body.kind, is: entry.body.kind }
  if (!isWithdrawal && entry.body.kind !== target.body.kind)
    return { rule: 'kind-changed', was: target.body.kind, is: entry.body.kind }
  if (amends.how === 'correct' && target.amends) return { rule: 'unknown-entry', entry: amends.entry }
  const root = target.amends ? rootId(before, target) : target.id
  const latest = latestAmendments(root, before)
  if (latest.length !== amends.seen.length || !latest.every((id) => amends.seen.includes(id)))
    return { rule: 'stale-amendment', seen: amends.seen, latest }
  if (!amends.reason?.trim() && !isSlip(before, target, writer)) return { rule: 'reason-needed' }
  return undefined
}

export function rootId(before: readonly Entry[], entry: Entry): EntryId {
  let at = entry
  for (let hops = 0; at.amends && hops < 100; hops++) {
    const next = before.find((e) => e.id === at.amends?.entry)
    if (!next) break
    at = next
  }
  return at.id
}

/** Own entry, under ten minutes, nothing built on it: nobody rests on it, and its parts have not moved on. */
export function isSlip(
  before: readonly Entry[],
  target: Entry,
  writer: Pick<Writer, 'account' | 'now'>,
): boolean {
  if (
    target.recordedBy !== writer.account ||
    instantToMs(writer.now) - instantToMs(target.recordedAt) > slipMs
  )
    return false
  const parts = new Set(target.about.filter((s) => s.kind === 'part').map((s) => s.id))
  return !before.some(
    (e) =>
      e.seq > target.seq &&
      (e.restsOn?.includes(target.id) === true ||
        (e.body.kind === 'move' && e.body.legs.some((l) => parts.has(l.part)))),
  )
}
