/** A log that lies in memory and judges for itself: of a simulated machine, and of tests. */
import type { Draft, Entry, Subject } from '#core/history/entry.ts'
import { speaksOf } from '#core/history/subjects.ts'
import { fold } from '#core/history/fold.ts'
import type { World } from '#core/history/world.ts'
import type { Instant } from '#core/quantity/time.ts'
import { afterErasures } from './erasure.ts'
import { asOne, judgeGroup } from './group.ts'
import type { GroupContext } from './group.ts'
import type { Log, Outcome } from './log.ts'
import { sameDraft } from './same.ts'

export interface MemoryLogOptions extends Omit<GroupContext, 'now' | 'inherited'> {
  readonly now: () => Instant
  /** Whether what is contested is kept, as from an outbox, or answered as refused. */
  readonly keepContested: boolean
}

export class MemoryLog implements Log {
  private line: Entry[]

  constructor(
    private readonly options: MemoryLogOptions,
    line: readonly Entry[] = [],
  ) {
    this.line = [...line]
  }

  get entries(): readonly Entry[] {
    return this.line
  }

  world = (): Promise<World> => Promise.resolve(fold(this.line, { now: this.options.now() }))

  append = (group: readonly Draft[]): Promise<readonly Outcome[]> => Promise.resolve(this.take(group))

  private take(group: readonly Draft[]): Outcome[] {
    const here = new Map(this.line.map((e) => [e.id, e]))
    if (group.some((d) => here.has(d.id))) return group.map((draft) => known(draft, here.get(draft.id)))
    const inherited = (draft: Draft): readonly Subject[] => {
      const id = speaksOf(draft)
      return (id && here.get(id)?.about) ?? []
    }
    const { entries, judgements } = judgeGroup(this.line, group, {
      ...this.options,
      now: this.options.now(),
      inherited,
    })
    const outcome = asOne(judgements)
    const first = outcome.flatMap((j) =>
      j.became === 'refused'
        ? [j.refusal]
        : j.became === 'contested' && !this.options.keepContested
          ? [j.contest]
          : [],
    )[0]
    if (first) return group.map(({ id }) => ({ id, became: 'refused', refusal: first }))
    const seq = this.line.length
    this.line = [
      ...afterErasures(this.line, fold(this.line, { now: this.options.now() }), entries),
      ...entries.map((entry, i): Entry => {
        const judged = outcome[i]
        return judged?.became === 'contested'
          ? { ...entry, seq: seq + i + 1, became: 'contested', contest: judged.contest }
          : { ...entry, seq: seq + i + 1 }
      }),
    ]
    return entries.map(({ id }, i): Outcome => {
      const judged = outcome[i]
      return judged?.became === 'contested'
        ? { id, became: 'contested', contest: judged.contest }
        : { id, became: 'recorded' }
    })
  }
}

/** What is answered for a draft of which some of its group were sent before. */
const known = (draft: Draft, entry: Entry | undefined): Outcome =>
  entry && sameDraft(entry, draft)
    ? { id: draft.id, became: 'already recorded' }
    : { id: draft.id, became: 'refused', refusal: { rule: 'other-content', entry: draft.id } }
