/** Net changes: all steps on one target between two moments are one change, with its steps inside. */
import type { PartId } from '#core/ids.ts'
import type { Place } from '#core/place.ts'
import type { Dependencies } from '#core/type/depends.ts'
import type { Reach, Target } from './bodies/change.ts'
import type { Statement } from './versions.ts'
import type { MachineState, Step, TestRecord } from './world.ts'

export type NetKind = 'out and back' | 'swapped' | 'taken out' | 'put in' | 'worked'

export interface NetChange {
  readonly target: Target
  readonly reach: Reach
  readonly kind: NetKind
  readonly steps: readonly Step[]
  /** The part in the position before the first and after the last step; absent where no part moved. */
  readonly before?: PartId | undefined
  readonly after?: PartId | undefined
  /** Where outside this machine the part was in between. */
  readonly elsewhere?: Place | undefined
}

const targetKey = (target: Target): string => (target.sort === 'machine' ? 'machine' : target.name)

/** True when the thing happened, or may have happened, after the test. Order is claimed only where intervals do not overlap. */
export function mayComeAfter(
  step: { readonly entry: Statement; readonly order: number },
  test: TestRecord,
): boolean {
  if (test.entry.restsOn?.includes(step.entry.id)) return false
  const a = step.entry.happenedAt
  const b = test.entry.happenedAt
  if (a.earliest === a.latest && b.earliest === b.latest) return step.order > test.order
  return !(a.latest < (b.earliest ?? ''))
}

/** True when the order of the two is not known: their intervals overlap. */
export function orderUnknown(step: Step, test: TestRecord): boolean {
  const a = step.entry.happenedAt
  const b = test.entry.happenedAt
  if (a.earliest === a.latest && b.earliest === b.latest) return false
  if (test.entry.restsOn?.includes(step.entry.id) || step.entry.restsOn?.includes(test.entry.id)) return false
  return (a.earliest ?? '') <= b.latest && (b.earliest ?? '') <= a.latest
}

export function reachesFunction(step: Step, deps: Dependencies): boolean {
  if (step.reach === 'outside') return false
  if (deps.anything || step.anywhere || step.target.sort === 'machine') return true
  const { name } = step.target
  if (deps.declared.has(name) || deps.around.has(name)) return true
  for (const assembly of step.within) if (deps.declared.has(assembly)) return true
  // A name that is on no list reaches nothing until somebody says what it is part of.
  return false
}

/** Touched, and on no list of the function: what it is said not to depend on, and what nobody has listed. */
export const outsideItsList = (step: Step, deps: Dependencies): boolean =>
  step.reach !== 'outside' && !reachesFunction(step, deps)

const rank: Readonly<Record<Reach, number>> = { outside: 0, disturbed: 1, altered: 2 }
const stronger = (a: Reach, b: Reach): Reach => (rank[a] >= rank[b] ? a : b)

/** Groups steps by target, in the order in which the targets were first touched. */
export function netChanges(steps: readonly Step[]): NetChange[] {
  if (steps.length === 0) return []
  if (steps.length === 1 && steps[0]) return [netOf([steps[0]])]
  // Few targets as a rule: a list is quicker than a map, and keeps the order in which they were first touched.
  const keys: string[] = []
  const groups: Step[][] = []
  for (const step of steps) {
    const key = targetKey(step.target)
    const at = keys.indexOf(key)
    if (at >= 0) groups[at]?.push(step)
    else {
      keys.push(key)
      groups.push([step])
    }
  }
  return groups.map(netOf)
}

/** Out of the machine and of the house's own shelves: it came into other hands, or into another circuit. */
const wentAway = (place: Place | undefined): boolean =>
  place !== undefined && !['store', 'kept', 'tray', 'rig'].includes(place.in.kind)

function netOf(steps: readonly Step[]): NetChange {
  const target = steps[0]?.target ?? { sort: 'machine', name: '' }
  let reach: Reach = 'outside'
  let first: Step | undefined
  let last: Step | undefined
  let outPart: PartId | undefined
  for (const step of steps) {
    if ((step.in ?? step.out) === undefined || step.contested) {
      reach = stronger(reach, adjustedBack(step, steps) ? 'disturbed' : step.reach)
      continue
    }
    first ??= step
    last = step
    outPart ??= step.out
  }
  if (!first || !last) return { target, reach, kind: 'worked', steps }
  const before = first.out
  const after = last.in
  // Where the part itself was in between: what stood in for it came from somewhere, too.
  const own = before ?? after
  let elsewhere: Place | undefined
  for (const step of steps)
    if (step.elsewhere && (step.out ?? step.in) === own) {
      elsewhere = step.elsewhere
      break
    }
  // A part that was in another machine or out of the house is an alteration of its position, even when it is back.
  const moved: Reach =
    before !== undefined && before === after && !wentAway(elsewhere) ? 'disturbed' : 'altered'
  const kind: NetKind =
    before !== undefined && before === after
      ? 'out and back'
      : before !== undefined && after !== undefined
        ? 'swapped'
        : after === undefined
          ? 'taken out'
          : 'put in'
  return {
    target,
    reach: stronger(reach, moved),
    kind,
    steps,
    before,
    after,
    elsewhere: kind === 'out and back' ? elsewhere : (last.elsewhere ?? elsewhere),
  }
}

/** An adjuster that ends where it began is only disturbed. */
function adjustedBack(step: Step, steps: readonly Step[]): boolean {
  if (step.target.sort !== 'adjuster') return false
  const adjustments = steps.filter(
    (s) => s.target.sort === 'adjuster' && s.from !== undefined && s.to !== undefined,
  )
  const start = adjustments[0]?.from
  return start !== undefined && adjustments.at(-1)?.to === start
}

/** Steps that reach a function and may have come after the test, oldest first. */
export function stepsAfter(machine: MachineState, test: TestRecord, deps: Dependencies): Step[] {
  const { steps, fuzzy } = machine
  const found: Step[] = []
  for (let i = steps.length - 1; i >= 0; i--) {
    const step = steps[i]
    if (!step) continue
    if (!fuzzy && step.order < test.order) break
    if (mayComeAfter(step, test) && reachesFunction(step, deps)) found.push(step)
  }
  return found.reverse()
}
