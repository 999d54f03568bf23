/**
 * Acts that end a case: those that could hurt somebody where a check was not met. What could only harm the machine goes on, and
 * shows what it does. Practice says what the usual caution is; it never says that anything is safe.
 */
import type { Body } from '#core/history/bodies/index.ts'
import type { EpisodeState, MachineState, World } from '#core/history/world.ts'
import { handsInsideCheck } from '#core/work/checks/hands-inside.ts'
import type { CheckName, RuleName } from '#core/work/checks/model.ts'
import { switchOnCheck } from '#core/work/checks/switch-on.ts'

export interface UnsafeAct {
  readonly check: CheckName
  readonly rule: RuleName
  /** What the rule found wanting. */
  readonly about: readonly string[]
  /** Other rules of that check that would have stopped it as well. */
  readonly also: readonly RuleName[]
}

/** Rules of a check whose neglect can hurt somebody. */
export const endingRules: Readonly<Partial<Record<CheckName, ReadonlySet<RuleName>>>> = {
  'switch on': new Set<RuleName>([
    'nothing bars power',
    'mains agrees',
    'earth and insulation',
    'waits over',
    'found dealt with',
  ]),
  'hands inside': new Set<RuleName>(['plug out', 'reservoir measured', 'tube discharged', 'second person']),
}

/** It needs power: a trial that is no look, a reading of a point, switching on. */
export const powers = (body: Body): boolean =>
  (body.kind === 'power' && body.way === 'on') ||
  body.kind === 'reading' ||
  (body.kind === 'test' && body.depth !== 'look')

/** Hands go inside: a part, a connector or something on a board is touched. */
export const handsInside = (body: Body): boolean =>
  body.kind === 'move' || body.kind === 'connection' || (body.kind === 'change' && body.reach !== 'outside')

/** The first rule that an act goes past and that ends the case. */
export function unsafeAct(
  world: World,
  machine: MachineState,
  episode: EpisodeState,
  bodies: readonly Body[],
): UnsafeAct | undefined {
  const checks = [
    ...(bodies.some(handsInside) ? [handsInsideCheck(world, machine, episode)] : []),
    ...(bodies.some(powers) ? [switchOnCheck(world, machine, episode)] : []),
  ]
  for (const { check, rules } of checks) {
    const [first, ...also] = rules.filter((r) => r.is === 'not met' && endingRules[check]?.has(r.rule))
    if (first) return { check, rule: first.rule, about: first.about, also: also.map((r) => r.rule) }
  }
  return undefined
}
