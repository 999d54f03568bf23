/** Drafts that are sent together, as they would be stored, and what becomes of them. */
import type { Draft, Entry, Subject } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import { machineOf } from '#core/history/presence.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import type { AccountId, HouseId } from '#core/ids.ts'
import { judge } from './admission.ts'
import type { Judgement, Writer } from './model.ts'

export interface GroupContext extends Writer {
  readonly account: AccountId
  readonly house: HouseId
  /** Subjects of what a draft amends or settles. */
  readonly inherited: (draft: Draft) => readonly Subject[]
}

export interface Judged {
  readonly entries: readonly Entry[]
  readonly judgements: readonly Judgement[]
}

/**
 * Judges a group against the line that it comes into. Its entries may build on each other (a machine's new position, then
 * the move out of it): each is judged after those before it; amendments, which may only hold together, at once.
 */
export function judgeGroup(before: readonly Entry[], group: readonly Draft[], context: GroupContext): Judged {
  let line = before
  let world = fold(line, { now: context.now })
  const asStored = (draft: Draft, i: number): Entry => ({
    ...draft,
    about: subjectsOf(draft, context.inherited(draft), machineOf(world)),
    house: context.house,
    recordedAt: context.now,
    receivedAt: context.now,
    seq: Number.MAX_SAFE_INTEGER - group.length + i,
    recordedBy: context.account,
    became: 'recorded',
  })
  if (group.length === 1 || group.some((d) => d.amends)) {
    const entries = group.map(asStored)
    return { entries, judgements: judge(world, before, entries, context) }
  }
  const entries: Entry[] = []
  const judgements: Judgement[] = []
  for (const [i, draft] of group.entries()) {
    const entry = asStored(draft, i)
    const [judgement] = judge(world, line, [entry], context)
    if (!judgement) break
    entries.push(entry)
    judgements.push(judgement)
    if (judgement.became === 'refused' || i === group.length - 1) continue
    line = [...line, entry]
    world = fold(line, { now: context.now })
  }
  return { entries, judgements }
}

/** Entries that stand or fall together: where one is contested, all of them wait for the person who settles it. */
export function asOne(outcome: readonly Judgement[]): Judgement[] {
  const contest = outcome.find((j) => j.became === 'contested')
  return outcome.map((j) => (contest && j.became === 'recorded' ? contest : j))
}
