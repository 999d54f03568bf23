/** The condition of a machine at any date: zones, grades with the findings that made them, appearance, completeness, what would lift it. */
import type { MachineState, World } from '#core/history/world.ts'
import { positionsOf, sheetOf } from '#core/history/layout.ts'
import { contentsOf, lastIn } from '#core/history/presence.ts'
import { trayOf } from '#core/history/status.ts'
import type { Place } from '#core/place.ts'
import type { Instant } from '#core/quantity/time.ts'
import { policyNumber } from '#core/history/policy.ts'
import { findingAt, type FindingAt, type Grade } from './grade.ts'
import type { FindingState, Severity } from '#core/history/condition-state.ts'

/** Zones looked at on a machine whose type names none. */
export const usualZones: readonly string[] = [
  'case',
  'labels',
  'keys and controls',
  'display cover',
  'chassis',
  'boards',
  'connectors',
  'supply',
  'cables and accessories',
]

export interface ZoneCondition {
  readonly zone: string
  readonly material: string
  readonly structural: boolean
  readonly looked: boolean
  readonly notReached?: string | undefined
  readonly lookedAt?: Instant | undefined
  readonly findings: readonly FindingAt[]
  /** By the findings; undefined while nobody looked. */
  readonly derived?: Grade | undefined
  readonly set?:
    | {
        readonly grade: Grade
        readonly reason: string
        readonly at: Instant
        readonly by?: string | undefined
      }
    | undefined
  readonly grade?: Grade | undefined
}

export interface ConditionAt {
  readonly at: Instant
  readonly zones: readonly ZoneCondition[]
  readonly looked: number
  readonly of: number
  readonly derived?: Grade | undefined
  readonly set?: ZoneCondition['set']
  readonly grade?: Grade | undefined
  /** 0–100: what is left of the look when disfigured shares of the zones are taken off; a house figure with no published source. */
  readonly appearancePercent?: number | undefined
  /** Findings at the worst grade: each must be dealt with before the machine rises by one. */
  readonly lifts: readonly FindingAt[]
}

export const reinspectDaysOf = (world: World, machine: MachineState): number =>
  policyNumber(world, machine, 're-inspection after treatment') ?? 90

/** How much of a disfigured share counts against the look. */
const look: Readonly<Record<Severity, number>> = {
  trace: 0.2,
  disfigures: 1,
  damages: 1,
  'too weak to handle': 1,
}
/** Extent taken when nobody said one, percent. */
const unsaidExtentPercent = 10

export interface Zone {
  readonly name: string
  readonly material: string
  readonly structural: boolean
}

/** Zones before anybody looked: the sheet's, or the usual ones. */
export function givenZones(world: World, machine: MachineState): Zone[] {
  const zones = sheetOf(world, machine)?.zones ?? []
  return zones.length > 0
    ? zones.map(({ name, material, structural }) => ({ name, material, structural }))
    : usualZones.map((name) => ({ name, material: '', structural: false }))
}

function zoneNames(world: World, machine: MachineState, findings: readonly FindingState[]): Zone[] {
  const zones = givenZones(world, machine)
  const known = new Set(zones.map((z) => z.name))
  const more = [
    ...findings.map((f) => f.noted.zone),
    ...machine.condition.surveys.filter((s) => !s.blind).flatMap((s) => s.looked.map((l) => l.zone)),
  ]
  for (const name of more)
    if (!known.has(name)) {
      known.add(name)
      zones.push({ name, material: '', structural: false })
    }
  return zones
}

/** Which grade a person set last for a zone, or for the machine (`zone` undefined), at an instant. */
function gradeSet(machine: MachineState, zone: string | undefined, at: Instant): ZoneCondition['set'] {
  const last = machine.condition.gradesSet.findLast(
    (s) =>
      s.happenedAt.latest <= at &&
      s.body.kind === 'grade' &&
      s.body.what !== 'priority' &&
      s.body.zone === zone,
  )
  if (last?.body.kind !== 'grade' || last.body.what !== 'set') return undefined
  return {
    grade: last.body.grade as Grade,
    reason: last.body.reason,
    at: last.happenedAt.latest,
    by: last.doneBy,
  }
}

const worst = (grades: readonly (Grade | undefined)[]): Grade | undefined =>
  grades.reduce((a, b) => (b !== undefined && (a === undefined || b > a) ? b : a), undefined)

/** Findings that are the machine's own: not those of a blind survey nobody has taken over. */
export const ownFindings = (machine: MachineState): readonly FindingState[] =>
  machine.condition.findings.filter((f) => f.blindIn === undefined)

/** The condition at an instant. Without findings and looks every grade is undefined: nothing is known, which is not "good". */
export function conditionAt(world: World, machine: MachineState, at: Instant): ConditionAt {
  const findings = ownFindings(machine).filter((f) => f.said.happenedAt.latest <= at)
  const days = reinspectDaysOf(world, machine)
  const zones = zoneNames(world, machine, findings).map(({ name, material, structural }): ZoneCondition => {
    const here = findings.flatMap((f) => (f.noted.zone === name ? (findingAt(f, at, days) ?? []) : []))
    const looks = machine.condition.surveys
      .filter((s) => !s.blind)
      .flatMap((s) => s.looked.filter((l) => l.zone === name && l.entry.happenedAt.latest <= at))
    const lastLook = looks.filter((l) => l.is !== 'not reached').at(-1)
    const missed = looks.at(-1)
    const looked = lastLook !== undefined || here.length > 0
    const derived = looked ? (worst(here.map((f) => f.grade)) ?? 1) : undefined
    const set = gradeSet(machine, name, at)
    return {
      zone: name,
      material,
      structural,
      looked,
      notReached:
        !looked && missed?.entry.body.kind === 'survey' && missed.entry.body.what === 'looked'
          ? (missed.entry.body.because ?? 'not reached')
          : undefined,
      lookedAt: lastLook?.entry.happenedAt.latest ?? here.at(-1)?.look.at,
      findings: here,
      derived,
      set,
      grade: set?.grade ?? derived,
    }
  })
  const looked = zones.filter((z) => z.looked).length
  const derived = worst(zones.map((z) => z.grade))
  const set = gradeSet(machine, undefined, at)
  return {
    at,
    zones,
    looked,
    of: zones.length,
    derived,
    set,
    grade: set?.grade ?? derived,
    appearancePercent: appearanceOf(zones),
    lifts:
      derived === undefined || derived === 1
        ? []
        : zones.flatMap((z) =>
            z.grade === derived && !z.set ? z.findings.filter((f) => f.grade === derived) : [],
          ),
  }
}

/** Mean over the zones that were looked at of what is left when the disfigured shares are taken off, percent. */
function appearanceOf(zones: readonly ZoneCondition[]): number | undefined {
  const seen = zones.filter((z) => z.looked)
  if (seen.length === 0) return undefined
  const left = seen.map((z) => {
    const lost = z.findings
      .filter((f) => !f.look.gone && f.supposed !== 'withdrawn')
      .reduce((sum, f) => sum + (f.look.extentPercent ?? unsaidExtentPercent) * look[f.look.severity], 0)
    return Math.max(0, 100 - lost)
  })
  return Math.round(left.reduce((a, b) => a + b, 0) / left.length)
}

export interface GradePoint {
  readonly at: Instant
  readonly grade?: Grade | undefined
  readonly looked: number
  readonly of: number
}

/** The grade after every entry that could change it, and at `now`; consecutive equal points are one. */
export function gradeHistory(world: World, machine: MachineState): GradePoint[] {
  const { findings, surveys, gradesSet } = machine.condition
  const times = new Set<Instant>([
    ...findings.flatMap((f) => f.looks.map((l) => l.at)),
    ...surveys.flatMap((s) => (s.blind ? [] : s.looked.map((l) => l.entry.happenedAt.latest))),
    ...gradesSet.map((g) => g.happenedAt.latest),
  ])
  const points: GradePoint[] = []
  for (const at of [...times].sort()) {
    if (at > world.now) break
    const { grade, looked, of } = conditionAt(world, machine, at)
    const last = points.at(-1)
    if (last && last.grade === grade && last.looked === looked && last.of === of) continue
    points.push({ at, grade, looked, of })
  }
  return points
}

export interface Completeness {
  readonly percent: number
  readonly empty: readonly string[]
  readonly of: number
}

/** Share by weight of the listed positions that are not known to be empty. Unseen ones count as there: nobody found them missing; so does what lies in its tray. */
export function completenessOf(world: World, machine: MachineState): Completeness | undefined {
  const positions = positionsOf(world, machine)
  if (positions.length === 0) return undefined
  let all = 0
  let there = 0
  const empty: string[] = []
  const tray = new Set<string>(trayOf(world, machine))
  // What lies in its tray has been taken out, not lost.
  const lying = { has: (at: Place) => tray.has(lastIn(world, at) ?? '') }
  for (const { position, content, place } of contentsOf(world, machine)) {
    const weight = position.weight ?? (position.essential ? 3 : 1)
    all += weight
    if (content === 'empty' && !lying.has(place)) empty.push(position.designator)
    else there += weight
  }
  return { percent: all === 0 ? 100 : Math.round((there / all) * 100), empty, of: positions.length }
}

export interface FindingDifference {
  readonly finding: FindingAt
  readonly was?: FindingAt | undefined
  readonly difference: 'new' | 'gone' | 'worse' | 'better' | 'same'
}

/** What two dates of one machine differ in, as a loan's condition check asks. Changed findings first. */
export function compareDates(
  world: World,
  machine: MachineState,
  from: Instant,
  to: Instant,
): FindingDifference[] {
  const days = reinspectDaysOf(world, machine)
  const rank: Readonly<Record<FindingDifference['difference'], number>> = {
    new: 0,
    worse: 1,
    gone: 2,
    better: 3,
    same: 4,
  }
  return ownFindings(machine)
    .flatMap((f): FindingDifference[] => {
      const now = findingAt(f, to, days)
      const was = findingAt(f, from, days)
      if (!now || now.supposed === 'withdrawn') return []
      if (!was || (was.look.gone && !now.look.gone))
        return now.look.gone ? [] : [{ finding: now, was, difference: 'new' }]
      if (now.look.gone) return was.look.gone ? [] : [{ finding: now, was, difference: 'gone' }]
      const step = now.grade - was.grade || (now.look.extentPercent ?? 0) - (was.look.extentPercent ?? 0)
      return [{ finding: now, was, difference: step > 0 ? 'worse' : step < 0 ? 'better' : 'same' }]
    })
    .sort((a, b) => rank[a.difference] - rank[b.difference])
}
