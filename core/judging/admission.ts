/**
 * Admission: what an entry becomes. What was observed is always recorded. A move is admitted if, in its true place, every
 * chain and every slot stays whole; otherwise the newcomer is contested, never what stood before.
 */
import type { World } from '#core/history/world.ts'
import type { Entry } from '#core/history/entry.ts'
import { type Writer, type Judgement, contested, refused, recorded } from './model.ts'
import { judgeLedger, touchesLedger } from './moves.ts'
import { rightsRefusal, pinMissing } from './rights.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { definitionOf, type JudgedKind } from '#core/history/kinds/index.ts'
import { judges } from './by-kind.ts'
import { unknownReference } from './references.ts'
import { amendmentRefusal } from './amendments.ts'

/** Clock skew that is taken for granted, milliseconds. */
export const skewMs = 120_000

/**
 * Judges entries that stand or fall together (usually one) against the world they come into. `before` are the entries that
 * the world was folded from, `as` the drafts with the server's fields, as they would be stored.
 */
export function judge(
  world: World,
  before: readonly Entry[],
  group: readonly Entry[],
  writer: Writer,
): Judgement[] {
  const ledger = judgeLedger(world, before, group, writer.whole)
  return group.map((entry) => {
    const first = judgeOne(world, before, entry, writer)
    if (first.became !== 'recorded') return first
    if (ledger && touchesLedger(entry)) return contested(ledger)
    return first
  })
}

function judgeOne(world: World, before: readonly Entry[], entry: Entry, writer: Writer): Judgement {
  const { body } = entry
  const forbidden = rightsRefusal(before, entry, writer)
  if (forbidden) return refused(forbidden)
  const future = instantToMs(entry.happenedAt.latest) - instantToMs(writer.now)
  const early = !definitionOf(body).ahead && future > skewMs
  if (early && !writer.fromOutbox)
    return refused({ rule: 'in-the-future', at: entry.happenedAt.latest, now: writer.now })
  const unknown = unknownReference(world, entry)
  if (unknown) return refused(unknown)
  if (entry.amends) {
    const wrong = amendmentRefusal(before, entry, writer)
    if (wrong) return wrong.rule === 'stale-amendment' ? contested(wrong) : refused(wrong)
  }
  const unconfirmed = pinMissing(world, entry, writer)
  if (unconfirmed) return contested(unconfirmed)
  const judged = judgeBody(world, entry, writer)
  return judged.became === 'recorded' && early ? { became: 'recorded', clockUncertain: true } : judged
}

function judgeBody(world: World, entry: Entry, writer: Writer): Judgement {
  const { body } = entry
  return definitionOf(body).admission === 'observed'
    ? recorded
    : judges[body.kind as JudgedKind]({ world, entry, writer }, body as never)
}
