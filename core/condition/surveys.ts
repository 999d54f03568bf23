/** Two surveys of one machine side by side: first the findings on which they differ, then the pairs of zone grades. */
import type { MachineState, World } from '#core/history/world.ts'
import type { Instant } from '#core/quantity/time.ts'
import { reinspectDaysOf } from './condition.ts'
import { findingAt, type FindingAt, type Grade } from './grade.ts'
import type { SurveyState } from '#core/history/condition-state.ts'

export interface SurveyPair {
  readonly first: SurveyState
  readonly second: SurveyState
}

/** Every ended blind survey with the open survey that ended before it, or else the nearest after it. One by the same person is no second opinion. */
export function pairsOf(machine: MachineState): SurveyPair[] {
  const ended = machine.condition.surveys.filter((s) => s.ended)
  return ended
    .filter((s) => s.blind)
    .flatMap((second) => {
      const others = ended.filter((s) => !s.blind && s.by !== undefined && s.by !== second.by)
      const first =
        others.findLast((s) => s.begun.happenedAt.latest <= (second.ended?.happenedAt.latest ?? '')) ??
        others[0]
      return first ? [{ first, second }] : []
    })
}

/** Zones a survey looked at, with the grade its own findings give: as they were when it ended. */
export function surveyGrades(
  world: World,
  machine: MachineState,
  survey: SurveyState,
): ReadonlyMap<string, { readonly grade: Grade; readonly findings: readonly FindingAt[] }> {
  const at: Instant = survey.ended?.happenedAt.latest ?? world.now
  const days = reinspectDaysOf(world, machine)
  const found = machine.condition.findings
    .filter((f) => f.noted.survey === survey.id)
    .flatMap((f) => findingAt(f, at, days) ?? [])
  // An open survey may meet what was found before: what it saw again counts as its own.
  const again = survey.blind
    ? []
    : machine.condition.findings
        .filter(
          (f) =>
            f.noted.survey !== survey.id &&
            f.looks.some(
              (l) =>
                l.entry.body.kind === 'finding' &&
                l.entry.body.what === 'seen again' &&
                l.entry.body.survey === survey.id,
            ),
        )
        .flatMap((f) => findingAt(f, at, days) ?? [])
  const zones = new Map<string, { grade: Grade; findings: FindingAt[] }>()
  for (const look of survey.looked)
    if (look.is !== 'not reached' && !zones.has(look.zone)) zones.set(look.zone, { grade: 1, findings: [] })
  for (const f of [...found, ...again]) {
    const held = zones.get(f.finding.noted.zone) ?? { grade: 1 as Grade, findings: [] }
    zones.set(f.finding.noted.zone, {
      grade: f.grade > held.grade ? f.grade : held.grade,
      findings: [...held.findings, f],
    })
  }
  return zones
}

export interface ZoneComparison {
  readonly zone: string
  readonly first?: Grade | undefined
  readonly second?: Grade | undefined
  readonly onlyFirst: readonly FindingAt[]
  readonly onlySecond: readonly FindingAt[]
  /** Found by both, as the same kind in the same zone. */
  readonly both: readonly {
    readonly first: FindingAt
    readonly second: FindingAt
    readonly differ: readonly ('severity' | 'activity' | 'extent')[]
  }[]
}

/** Zone by zone, those that differ most first. */
export function compareSurveys(
  world: World,
  machine: MachineState,
  { first, second }: SurveyPair,
): ZoneComparison[] {
  const a = surveyGrades(world, machine, first)
  const b = surveyGrades(world, machine, second)
  const zones = [...new Set([...a.keys(), ...b.keys()])]
  const compared = zones.map((zone): ZoneComparison => {
    const left = [...(a.get(zone)?.findings ?? [])]
    const right = [...(b.get(zone)?.findings ?? [])]
    const both: { first: FindingAt; second: FindingAt; differ: ('severity' | 'activity' | 'extent')[] }[] = []
    for (const f of [...left]) {
      const at = right.findIndex((s) => s.finding.noted.sort === f.finding.noted.sort)
      const twin = right[at]
      if (!twin) continue
      right.splice(at, 1)
      left.splice(left.indexOf(f), 1)
      const differ: ('severity' | 'activity' | 'extent')[] = []
      if (f.look.severity !== twin.look.severity) differ.push('severity')
      if (f.look.activity !== twin.look.activity) differ.push('activity')
      if (Math.abs((f.look.extentPercent ?? 0) - (twin.look.extentPercent ?? 0)) >= 20) differ.push('extent')
      both.push({ first: f, second: twin, differ })
    }
    return {
      zone,
      first: a.get(zone)?.grade,
      second: b.get(zone)?.grade,
      onlyFirst: left,
      onlySecond: right,
      both,
    }
  })
  const weight = (z: ZoneComparison) =>
    Math.abs((z.first ?? 1) - (z.second ?? 1)) * 10 +
    z.onlyFirst.length +
    z.onlySecond.length +
    z.both.filter((x) => x.differ.length > 0).length
  return compared.sort((x, y) => weight(y) - weight(x))
}

/** Pairs of grades of zones that both looked at, in order of zone. */
export const gradePairs = (zones: readonly ZoneComparison[]): [Grade, Grade][] =>
  zones.flatMap((z): [Grade, Grade][] => (z.first && z.second ? [[z.first, z.second]] : []))
