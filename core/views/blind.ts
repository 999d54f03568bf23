/** While a person surveys blind, no view of the machine tells them what others found: its page, its line in lists, its episodes. */
import type { Body } from '#core/history/bodies/index.ts'
import { unmetOf } from '#core/work/checks/index.ts'
import type { MachineId } from '#core/ids.ts'
import type { BatchView } from './batch.ts'
import type { EpisodeSheet } from './episode-sheet.ts'
import type { EpisodeView } from './episode.ts'
import type { MachineView } from './machine.ts'
import type { LogRow } from './rows.ts'
import type { MachineSummary } from './summary.ts'

/** Whether a body tells what others found; `survey` is the person's own. */
export const foreign = (body: Body, survey: string): boolean =>
  body.kind === 'grade' ||
  body.kind === 'pair' ||
  (body.kind === 'survey' && body.what !== 'begun' && body.survey !== survey) ||
  (body.kind === 'finding' && !(body.what === 'noted' && body.survey === survey))

/** The ids of findings in a log: the person's own, and those of others. */
function findingsIn(
  log: readonly LogRow[],
  survey: string,
): { own: ReadonlySet<string>; others: ReadonlySet<string> } {
  const all = log.filter((row) => row.body.kind === 'finding')
  return {
    own: new Set(all.filter((row) => !foreign(row.body, survey)).map((row) => row.id)),
    others: new Set(all.filter((row) => foreign(row.body, survey)).map((row) => row.id)),
  }
}

/** What may be shown of a line of entries: nothing that tells, nor a picture or a pin of it. */
const shownRows = (
  rows: readonly LogRow[],
  survey: string,
  shown: (finding: string | undefined) => boolean,
): LogRow[] =>
  rows.filter(
    (row) =>
      !foreign(row.body, survey) &&
      !((row.body.kind === 'photo' || row.body.kind === 'pin') && !shown(row.body.finding)),
  )

const without = (labels: Readonly<Record<string, string>>, ids: ReadonlySet<string>) =>
  Object.fromEntries(Object.entries(labels).filter(([id]) => !ids.has(id)))

export function blindView(view: MachineView, survey: string): MachineView {
  const { own, others } = findingsIn(view.log, survey)
  const shown = (finding: string | undefined) => finding === undefined || own.has(finding)
  return {
    ...view,
    labels: without(view.labels, others),
    condition: { looked: 0, of: view.condition.of, findings: own.size },
    history: [],
    pairs: [],
    photos: view.photos
      .filter((p) => shown(p.finding))
      .map((p) => ({ ...p, pins: p.pins.filter((pin) => shown(pin.finding)) })),
    log: shownRows(view.log, survey, shown),
  }
}

/** The sheet of an episode. Its own entries are the only ones it knows, so whatever finding is not the person's is another's. */
export function blindEpisode(view: EpisodeView, survey: string): EpisodeView {
  const { own, others } = findingsIn(view.rows, survey)
  const checks = view.checks.map((check) => {
    const rules = check.rules.map((r) =>
      r.rule === 'found dealt with' ? { ...r, is: 'not known' as const, about: [], entries: [] } : r,
    )
    return { ...check, rules, unmet: rules.filter((r) => r.is === 'not met').length }
  })
  return {
    ...view,
    rows: shownRows(view.rows, survey, (finding) => finding === undefined || own.has(finding)),
    labels: without(view.labels, others),
    checks,
    context: { ...view.context, unmet: unmetOf(checks) },
  }
}

export const blindSheet = (sheet: EpisodeSheet, survey: string): EpisodeSheet => ({
  ...sheet,
  view: blindEpisode(sheet.view, survey),
  found: sheet.found.filter((row) => !foreign(row.body, survey)),
})

/** The machine's line in lists and on Bench: as if nobody had surveyed it. */
export const blindSummary = (summary: MachineSummary): MachineSummary => ({
  ...summary,
  condition: { looked: 0, of: summary.condition.of },
  due: summary.due.filter((d) => d.kind !== 'condition'),
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

/** Kinds whose words would tell in a list of what was just written. */
export const tellingKinds = [
  'finding',
  'survey',
  'grade',
  'pair',
  'pin',
  'photo',
] as const satisfies readonly Body['kind'][]
