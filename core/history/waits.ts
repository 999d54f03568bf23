/** Waits: steeping, drying, curing, and "again every 15 minutes". When each of them rings, and which are still open. */
import type { EntryId } from '#core/ids.ts'
import { instantToMs, msToInstant, type Instant } from '#core/quantity/time.ts'

export interface Wait {
  readonly what: string
  readonly from: Instant
  readonly until: Instant
  /** Rings every so many minutes from its beginning until it is over; absent = once, at the end. */
  readonly everyMinutes?: number | undefined
}

/** A wait as lists and clocks show it. */
export interface WaitRow extends Wait {
  readonly entry: EntryId
}

const everyMs = (wait: Wait) => (wait.everyMinutes === undefined ? undefined : wait.everyMinutes * 60_000)

/** The next time it rings after `nowMs`; undefined when it has rung for the last time. */
export function nextRing(wait: Wait, nowMs: number): Instant | undefined {
  const [from, until, every] = [instantToMs(wait.from), instantToMs(wait.until), everyMs(wait)]
  if (until <= nowMs) return undefined
  if (every === undefined) return wait.until
  const next = nowMs < from ? from + every : from + (Math.floor((nowMs - from) / every) + 1) * every
  return msToInstant(Math.min(next, until))
}

/** The last time it rang in (afterMs, nowMs]; undefined when it did not. */
export function lastRing(wait: Wait, afterMs: number, nowMs: number): Instant | undefined {
  const [from, until, every] = [instantToMs(wait.from), instantToMs(wait.until), everyMs(wait)]
  const upTo = Math.min(nowMs, until)
  const rang =
    upTo === until
      ? until
      : every === undefined
        ? undefined
        : from + Math.floor((upTo - from) / every) * every
  return rang !== undefined && rang > from && rang > afterMs && rang <= nowMs ? msToInstant(rang) : undefined
}
