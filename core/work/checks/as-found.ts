/** The as-found check: before the first change, is what works known, at the depth the house chose? */
import { voidTests } from '#core/history/void.ts'
import { standingsOf, type Standing } from '#core/history/standing.ts'
import type { EpisodeState, MachineState, World } from '#core/history/world.ts'
import { policyOf } from '#core/history/policy.ts'
import { answer, report, wanting, type CheckReport } from './model.ts'

/** The order of the first step that ends "as found". A house that opens first looks inside and unplugs before it tests. */
export function firstChangeOf(world: World, machine: MachineState, episode: EpisodeState): number {
  const openFirst = policyOf(world, machine, 'power or open first') === 'open first'
  return (
    machine.steps.find(
      (s) =>
        s.entry.episode === episode.id && s.reach !== 'outside' && !(openFirst && s.reach === 'disturbed'),
    )?.order ?? Infinity
  )
}

export function asFoundCheck(
  world: World,
  machine: MachineState,
  episode: EpisodeState,
  standings: readonly Standing[] = standingsOf(world, machine),
): CheckReport {
  const depth = policyOf(world, machine, 'as-found depth')
  const asked = depth === 'full' ? standings : depth === 'short' ? standings.filter((s) => s.essential) : []
  const firstChange = firstChangeOf(world, machine, episode)
  // What proved nothing was no test before work.
  const voids = voidTests(world, machine)
  const answered = (s: Standing) =>
    (machine.tests.get(s.fn) ?? []).some(
      (t) =>
        t.entry.episode === episode.id &&
        t.order < firstChange &&
        voids.get(t.entry.id)?.functions.includes(s.fn) !== true,
    ) ||
    s.word === 'works' ||
    (s.test !== undefined &&
      s.test.order < firstChange &&
      s.changes.every((c) => c.steps.every((step) => step.entry.episode === episode.id)))
  if (depth === 'look') {
    const looked =
      [...machine.tests.values()].some((tests) =>
        tests.some((t) => t.entry.episode === episode.id && t.order < firstChange),
      ) || standings.some((s) => s.word === 'works')
    return report(
      'as-found',
      machine,
      episode,
      [answer('tested before work', looked ? 'met' : 'not met', looked ? [] : ['a look'])],
      depth,
    )
  }
  const open = asked.filter((s) => !answered(s)).map((s) => s.fn)
  return report(
    'as-found',
    machine,
    episode,
    [
      asked.length === 0
        ? answer('tested before work', 'not known')
        : wanting('tested before work', open, asked.length),
    ],
    depth,
  )
}
