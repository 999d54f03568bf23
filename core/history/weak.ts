/** What makes a conclusive test weak: it stands, but it ends nobody's doubt. */
import { once } from './once.ts'
import type { Dependencies } from '#core/type/depends.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import type { JudgedBy } from './bodies/test.ts'
import { passes, startsOf } from './results.ts'
import { mayComeAfter, netChanges, reachesFunction, type NetChange } from './changes.ts'
import { provedThen } from './void.ts'
import type { MachineState, Step, TestRecord, World } from './world.ts'

export type Weakness =
  | { readonly why: 'judged by'; readonly by: JudgedBy }
  | { readonly why: 'few starts'; readonly starts: number; readonly asked: number }
  /** `minutes` absent: for how long was not said. */
  | { readonly why: 'short time'; readonly minutes?: number | undefined; readonly asked: number }
  /** A full test is enough after an alteration, a short one otherwise. */
  | {
      readonly why: 'less depth'
      readonly enough: 'short' | 'full'
      readonly changes: readonly NetChange[]
    }
  /** By the record a part that the function needs was out. */
  | { readonly why: 'part out'; readonly positions: readonly string[] }
  | { readonly why: 'switched off' }
  | { readonly why: 'gear not proved'; readonly gear: string }
  /** Whether the gear agrees with the machine is not known. */
  | { readonly why: 'gear not known'; readonly gear: string; readonly attribute: string }

export const isConclusive = (test: TestRecord): boolean =>
  test.result.is !== 'inconclusive' && test.result.is !== 'not possible'

/** A time in which a position was empty, by the order of the line. */
interface Gap {
  readonly position: string
  readonly from: number
  readonly until: number
}

/** When which positions stood empty between two moves of this machine; parts that have been out from before the record are not among them. */
const gapsOf = once((_world, machine): readonly Gap[] => {
  const open = new Map<string, number>()
  const gaps: Gap[] = []
  for (const { target, order, contested, out, in: into } of machine.steps) {
    if (target.sort !== 'position' || contested) continue
    if (into !== undefined) {
      const from = open.get(target.name)
      if (from !== undefined) gaps.push({ position: target.name, from, until: order })
      open.delete(target.name)
    } else if (out !== undefined && !open.has(target.name)) open.set(target.name, order)
  }
  for (const [position, from] of open) gaps.push({ position, from, until: Infinity })
  return gaps
})

/** Positions that the function needs and that were empty when it was tested. */
function partsOut(world: World, machine: MachineState, deps: Dependencies, test: TestRecord): string[] {
  const gaps = gapsOf(world, machine)
  if (gaps.length === 0) return []
  return gaps
    .filter(
      (g) =>
        g.from < test.order &&
        test.order < g.until &&
        (deps.declared.has(g.position) || deps.around.has(g.position)),
    )
    .map((g) => g.position)
}

/**
 * Alterations that no test before this one was deep enough for: those since the last full test, or since the first test of
 * all where none was full, or since the record began.
 */
function notYetProved(
  machine: MachineState,
  deps: Dependencies,
  tests: readonly TestRecord[],
  test: TestRecord,
): readonly NetChange[] {
  let since: TestRecord | undefined
  for (const t of tests) {
    if (t === test) break
    if (isConclusive(t) && (t.body.depth === 'full' || !since)) since = t
  }
  const steps = machine.steps.filter(
    (s: Step) =>
      reachesFunction(s, deps) && !mayComeAfter(s, test) && (since === undefined || mayComeAfter(s, since)),
  )
  return netChanges(steps).filter((c) => c.reach === 'altered')
}

/** Why a conclusive test is weak; empty for a strong one. `tests` are all of the function, in their order. */
export function weaknessesOf(
  world: World,
  machine: MachineState,
  fn: SheetFunction,
  deps: Dependencies,
  tests: readonly TestRecord[],
  test: TestRecord,
): readonly Weakness[] {
  const found: Weakness[] = []
  const { body, result } = test
  const good = passes(result)
  if (test.by) found.push({ why: 'judged by', by: test.by })
  for (const need of fn.needs)
    for (const id of body.gear) {
      const gear = world.gear.get(id)
      if (gear?.gearKind !== need.gearKind) continue
      const { attribute } = need
      if (
        attribute !== undefined &&
        (gear.attributes[attribute] === undefined || machine.attributes[attribute] === undefined)
      )
        found.push({ why: 'gear not known', gear: gear.name, attribute })
      // A pass proves the path that it used, unless the gear is what it was measured against.
      if ((!good || need.standard === true) && !provedThen(gear, test))
        found.push({ why: 'gear not proved', gear: gear.name })
    }
  const starts = startsOf(result)
  if (fn.starts !== undefined && starts < fn.starts && (good || result.is === 'fail'))
    found.push({ why: 'few starts', starts, asked: fn.starts })
  if (!good) return found
  if (test.switchedOff) found.push({ why: 'switched off' })
  const positions = partsOut(world, machine, deps, test)
  if (positions.length > 0) found.push({ why: 'part out', positions })
  if (fn.minutes !== undefined && (test.minutes ?? 0) < fn.minutes)
    found.push({ why: 'short time', minutes: test.minutes, asked: fn.minutes })
  if (body.depth === 'full') return found
  const changes = notYetProved(machine, deps, tests, test)
  if (changes.length > 0) found.push({ why: 'less depth', enough: 'full', changes })
  else if (body.depth === 'look') found.push({ why: 'less depth', enough: 'short', changes: [] })
  return found
}
