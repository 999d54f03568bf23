/** An episode on a device without a connection: the view folded from them and from what waits. */
import { fold } from '#core/history/fold.ts'
import type { Draft, Entry } from '#core/history/entry.ts'
import { withWaiting, type By } from '#core/judging/device-log.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import { answerIn, type Answered } from './answers.ts'
import { episodeView, type EpisodeView } from './episode.ts'
import { faultView } from './fault.ts'
import type { FaultView, HouseFacts } from './fault-shape.ts'

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
  by: By,
): EpisodeView | undefined {
  return episodeView(fold(withWaiting(entries, waiting, now, by), { now }), id, tagAfter(nextTag, waiting))
}

/** What the entries that the device holds answer to a question; undefined when the episode is not among them. */
export function offlineAnswer(
  entries: readonly Entry[],
  waiting: readonly Draft[],
  id: EntryId,
  question: RecordQuestion,
  now: Instant,
  by: By,
): Answered | undefined {
  return answerIn(fold(withWaiting(entries, waiting, now, by), { now }), id, question)
}

/** What may be at fault, by the entries that the device holds and the counts that it kept; undefined when the machine is not among them. */
export function offlineFault(
  entries: readonly Entry[],
  waiting: readonly Draft[],
  { machine, facts }: { readonly machine: MachineId; readonly facts: HouseFacts },
  now: Instant,
  by: By,
): FaultView | undefined {
  const world = fold(withWaiting(entries, waiting, now, by), { now })
  const known = world.machines.get(machine)
  return known && faultView(world, known, facts)
}
