/** Originality: three shares of the listed positions by weight. What nobody looked at is as found: neither original nor missing. */
import type { MachineState, World } from '#core/history/world.ts'
import type { DatedPart } from './datecodes.ts'
import { contentsOf } from '#core/history/presence.ts'

export interface Originality {
  /** Percent of the weight; the three add up to 100 but for rounding. Empty positions count as replaced: the part is not there. */
  readonly shownFactory: number
  readonly asFound: number
  readonly replaced: number
  readonly shown: readonly string[]
  readonly notOriginal: readonly {
    readonly position: string
    readonly why: 'another part' | 'later than the others' | 'empty' | 'said to be so'
  }[]
}

/** Shares by weight (default 1, essential 3). `dated`: markings read, by designator. Undefined for a machine without positions. */
export function originalityOf(
  world: World,
  machine: MachineState,
  dated: readonly DatedPart[],
): Originality | undefined {
  const rows = contentsOf(world, machine)
  if (rows.length === 0) return undefined
  const marks = new Map(dated.flatMap((d) => (d.designator ? [[d.designator, d]] : [])))
  const shown: string[] = []
  const notOriginal: { position: string; why: Originality['notOriginal'][number]['why'] }[] = []
  const weights = { shown: 0, found: 0, replaced: 0 }
  for (const { position, content, part, place } of rows) {
    const weight = position.weight ?? (position.essential ? 3 : 1)
    const state = part ? world.parts.get(part) : undefined
    const mark = marks.get(position.designator)
    const foreign =
      state?.start !== undefined &&
      !(state.start.in.id === place.in.id && state.start.position === place.position)
    const why =
      content === 'empty'
        ? 'empty'
        : content === 'unknown part' || foreign
          ? 'another part'
          : state?.origin !== undefined && state.origin !== 'factory' && state.origin !== 'unknown'
            ? 'said to be so'
            : mark?.stands === 'later'
              ? 'later than the others'
              : undefined
    if (why) {
      weights.replaced += weight
      notOriginal.push({ position: position.designator, why })
    } else if (mark?.stands === 'with the others' || state?.origin === 'factory') {
      weights.shown += weight
      shown.push(position.designator)
    } else weights.found += weight
  }
  const all = weights.shown + weights.found + weights.replaced
  const percent = (weight: number) => (all === 0 ? 0 : Math.round((weight / all) * 100))
  return {
    shownFactory: percent(weights.shown),
    asFound: percent(weights.found),
    replaced: percent(weights.replaced),
    shown,
    notOriginal,
  }
}
