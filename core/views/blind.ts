/** While a person surveys blind, nothing tells them what others found. Pages are folded without it (history/sight); lists and lots are stored, and shown without it here. */
import { unmetOf } from '#core/work/checks/index.ts'
import { findingActs } from '#core/work/todo/index.ts'
import type { MachineId } from '#core/ids.ts'
import type { BatchView } from './batch.ts'
import type { EpisodeView } from './episode.ts'
import type { MachineSummary } from './summary.ts'

/**
 * An episode that was folded without what others found: whether something found is not dealt with yet is not known to the
 * person, rather than answered by what they cannot see.
 */
export function blindEpisode(view: EpisodeView): EpisodeView {
  const checks = view.checks.map((check) => {
    const rules = check.rules.map((r) =>
      r.rule === 'found dealt with' ? { ...r, is: 'not known' as const, about: [], entries: [] } : r,
    )
    return { ...check, rules, unmet: rules.filter((r) => r.is === 'not met').length }
  })
  return { ...view, checks, context: { ...view.context, unmet: unmetOf(checks) } }
}

/** The machine's line in lists and on Bench: as if nobody had surveyed it. */
export const blindSummary = (summary: MachineSummary): MachineSummary => ({
  ...summary,
  condition: { looked: 0, of: summary.condition.of },
  due: summary.due.filter((d) => d.kind !== 'condition'),
  todo: summary.todo.filter((t) => !findingActs.has(t.act)),
})

/** A lot's grid: the unit that the person surveys stands there as if nobody had surveyed it. */
export function blindBatch(view: BatchView, blind: { has: (machine: MachineId) => boolean }): BatchView {
  if (!view.units.some((u) => blind.has(u.machine))) return view
  const units = view.units.map((u) =>
    blind.has(u.machine) ? { ...u, findings: [], grade: undefined, looked: false } : u,
  )
  return {
    ...view,
    units,
    findingSorts: [...new Set(units.flatMap((u) => u.findings.map((f) => f.sort)))].sort(),
  }
}
