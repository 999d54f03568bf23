/**
 * What was changed on a machine as a table by designator: its first and its present state, each designator once however often it
 * was touched, what became of the original, whether it can be undone, and how to undo it.
 */
import { netChanges, type NetChange } from '#core/history/changes.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { PartId } from '#core/ids.ts'
import { healthOf } from '#core/parts/health.ts'
import { isForGood } from '#core/parts/reversibility.ts'
import type { Instant } from '#core/quantity/time.ts'
import { partLabel, placeLabel } from './labels.ts'

export interface ModificationRow {
  readonly target: string
  readonly first: string
  readonly now: string
  readonly steps: number
  readonly from: Instant
  readonly to: Instant
  /** Where what was there first is now; absent where no part moved. */
  readonly original?: string | undefined
  readonly verified: boolean
  readonly undo:
    | 'put the original back'
    /** What was there first was no original. */
    | 'put back what was there'
    /** The original is there, and faulty or cut: put back it would not work. */
    | 'the original is not whole'
    | 'take it out again'
    | 'set it back'
    | 'by the same craft'
    | 'cannot be undone'
}

/** Designators in natural order: C3 before C12. */
export const byDesignator = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true })

export function modificationsOf(world: World, machine: MachineState): ModificationRow[] {
  const verified = (target: string, after: number) =>
    machine.steps.some(
      (s) =>
        s.target.name === target &&
        s.order >= after &&
        s.entry.body.kind === 'change' &&
        s.entry.body.verified === true,
    )
  return netChanges(machine.steps.filter((s) => s.reach === 'altered' && s.contested !== true))
    .flatMap((change): ModificationRow[] => {
      const [firstStep] = change.steps
      const lastStep = change.steps.at(-1)
      // A part out and in again is where it was.
      if (!firstStep || !lastStep || change.kind === 'out and back') return []
      const worked = change.steps.filter((s) => s.in === undefined && s.out === undefined)
      const verbs = [...new Set(worked.map((s) => s.verb))].join(', ')
      const moved = change.kind !== 'worked'
      return [
        {
          target: change.target.name,
          first: moved
            ? change.before
              ? partLabel(world, change.before)
              : 'empty'
            : (firstStep.from ?? 'as found'),
          now: moved
            ? [change.after ? cameFrom(world, change.after, machine.id) : 'empty', verbs]
                .filter(Boolean)
                .join(', ')
            : (lastStep.to ?? verbs),
          steps: change.steps.length,
          from: firstStep.entry.happenedAt.latest,
          to: lastStep.entry.happenedAt.latest,
          original: moved && change.before ? whereIs(world, change.before, machine.id) : undefined,
          verified: verified(change.target.name, lastStep.order),
          undo: undoOf(world, change, worked.some(isForGood)),
        },
      ]
    })
    .sort((a, b) => byDesignator(a.target, b.target))
}

const whereIs = (world: World, part: PartId, machine: string): string => {
  const place = world.parts.get(part)?.place
  return place ? placeLabel(world, place, machine) : 'not known'
}

/** A part that never had a tag is called by where it was found: that it was found elsewhere has to be said. */
function cameFrom(world: World, id: PartId, machine: string): string {
  const part = world.parts.get(id)
  const label = partLabel(world, id)
  return part?.tag === undefined && part?.start && part.start.in.id !== machine
    ? `${label}, from ${placeLabel(world, part.start, machine, 'at first')}`
    : label
}

function undoOf(world: World, change: NetChange, cut: boolean): ModificationRow['undo'] {
  if (cut) return 'cannot be undone'
  if (change.kind === 'worked')
    return change.steps[0]?.from !== undefined
      ? 'set it back'
      : change.target.sort === 'adjuster'
        ? 'cannot be undone'
        : 'by the same craft'
  if (!change.before) return 'take it out again'
  const place = world.parts.get(change.before)?.place
  if (!place || place.in.kind === 'gone') return 'cannot be undone'
  if (!isOriginal(world, change.before, change.target.name)) return 'put back what was there'
  return isWhole(world, change.before) ? 'put the original back' : 'the original is not whole'
}

/** Whether the part that was there first is taken for the one that the factory put there: nobody said otherwise, and it was found there. */
function isOriginal(world: World, id: PartId, position: string): boolean {
  const part = world.parts.get(id)
  const said = part?.origin
  if (said !== undefined && said !== 'unknown') return said === 'factory'
  return part?.start === undefined || part.start.position === position
}

/** Neither proved bad nor cut or broken since. */
function isWhole(world: World, id: PartId): boolean {
  const part = world.parts.get(id)
  return part === undefined || healthOf(world, part).health !== 'proved bad'
}

/** What would have to be done to go back, the last change first. */
export const undoList = (rows: readonly ModificationRow[]): ModificationRow[] =>
  rows
    .filter((r) => r.undo !== 'cannot be undone' && r.undo !== 'the original is not whole')
    .sort((a, b) => (a.to < b.to ? 1 : a.to > b.to ? -1 : 0))
