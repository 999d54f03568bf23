/**
 * The condition grade, on a four-grade scale after S. Keene, "Audits of care", in Storage, UKIC 1991 (from memory):
 * 1 good, 2 fair, 3 poor, 4 unacceptable. A grade is that of the worst finding; extent never moves it.
 */
import type { FindingKind } from '#core/history/bodies/condition.ts'
import { daysBetween, type Instant } from '#core/quantity/time.ts'
import type { Activity, Danger, FindingLook, FindingState, Severity } from '#core/history/condition-state.ts'

export type Grade = 1 | 2 | 3 | 4
export const gradeWords: Readonly<Record<Grade, string>> = {
  1: 'Good',
  2: 'Fair',
  3: 'Poor',
  4: 'Unacceptable',
}

export type GradeReason =
  | 'danger not contained'
  | 'actively damaging, not contained'
  | 'danger, contained'
  | 'actively damaging, contained'
  | 'active'
  | 'activity not judged'
  | 'too weak to handle'
  | 'treated, not yet re-inspected'
  | 'damaged'
  | 'disfigured'
  | 'trace only'
  | 'gone'

/** What would bring a finding down by one grade or more; nothing for what can only be lived with. */
export type Lift =
  | 'contain it'
  | 'judge whether it is active'
  | 'treat it, then re-inspect'
  | 'support or consolidate it'
  | 're-inspect it'
  | 'mend or clean it'

export interface GradedFinding {
  readonly grade: Grade
  readonly because: GradeReason
  readonly lift?: Lift | undefined
}

export interface GradeFacts {
  readonly sort: FindingKind
  readonly severity: Severity
  readonly activity: Activity
  readonly danger: Danger
  readonly contained: boolean
  readonly loaded: boolean
  readonly gone: boolean
  /** Treated, and no look since the house interval has found it quiet. */
  readonly awaitsReinspection: boolean
}

/** Kinds that are held to be poor until somebody judged whether they go on. Rust is corrosion of iron. */
const poorUnlessJudged: ReadonlySet<FindingKind> = new Set([
  'leak residue',
  'corrosion',
  'rust',
  'perished foam or rubber',
])

/** Grade of one finding, with the one reason that decides and what would lift it. */
export function gradeOfFacts(f: GradeFacts): GradedFinding {
  if (f.gone)
    return f.awaitsReinspection
      ? { grade: 3, because: 'treated, not yet re-inspected', lift: 're-inspect it' }
      : { grade: 1, because: 'gone' }
  if (f.danger !== 'none')
    return f.contained
      ? { grade: 3, because: 'danger, contained', lift: 'treat it, then re-inspect' }
      : { grade: 4, because: 'danger not contained', lift: 'contain it' }
  if (f.activity === 'actively damaging')
    return f.contained
      ? { grade: 3, because: 'actively damaging, contained', lift: 'treat it, then re-inspect' }
      : { grade: 4, because: 'actively damaging, not contained', lift: 'contain it' }
  if (f.activity === 'active') return { grade: 3, because: 'active', lift: 'treat it, then re-inspect' }
  if (f.severity === 'too weak to handle')
    return { grade: 3, because: 'too weak to handle', lift: 'support or consolidate it' }
  if (f.activity === 'not judged' && (poorUnlessJudged.has(f.sort) || (f.sort === 'crack' && f.loaded)))
    return { grade: 3, because: 'activity not judged', lift: 'judge whether it is active' }
  if (f.awaitsReinspection)
    return { grade: 3, because: 'treated, not yet re-inspected', lift: 're-inspect it' }
  if (f.severity === 'damages') return { grade: 2, because: 'damaged', lift: 'mend or clean it' }
  if (f.severity === 'disfigures') return { grade: 2, because: 'disfigured', lift: 'mend or clean it' }
  return { grade: 1, because: 'trace only' }
}

export type Supposed = 'seen' | 'supposed' | 'confirmed' | 'withdrawn'

/** A finding at one instant; undefined before it was noted. */
export interface FindingAt extends GradedFinding {
  readonly finding: FindingState
  readonly look: FindingLook
  readonly supposed: Supposed
  readonly facts: GradeFacts
}

/** The state of a finding at an instant. `reinspectDays`: the house interval after a treatment. */
export function findingAt(finding: FindingState, at: Instant, reinspectDays: number): FindingAt | undefined {
  const looks = finding.looks.filter((l) => l.at <= at)
  const look = looks.at(-1)
  if (!look) return undefined
  const verdict = looks.findLast((l) => l.change === 'confirmed' || l.change === 'withdrawn')?.change
  const supposed: Supposed =
    verdict === 'confirmed' || verdict === 'withdrawn'
      ? verdict
      : finding.noted.hypothesis
        ? 'supposed'
        : 'seen'
  const facts: GradeFacts = {
    sort: finding.noted.sort,
    severity: look.severity,
    activity: look.activity,
    danger: look.danger,
    contained: look.contained,
    loaded: finding.noted.loaded,
    gone: look.gone,
    awaitsReinspection: awaitsReinspection(looks, finding, reinspectDays),
  }
  const graded: GradedFinding = supposed === 'withdrawn' ? { grade: 1, because: 'gone' } : gradeOfFacts(facts)
  return { finding, look, supposed, facts, ...graded }
}

/** Poor before its treatment, and no look at least the house interval later has found it quiet. */
function awaitsReinspection(
  looks: readonly FindingLook[],
  finding: FindingState,
  reinspectDays: number,
): boolean {
  const at = looks.findLastIndex((l) => l.change === 'treated')
  const treated = looks[at]
  const before = looks[at - 1]
  if (!treated || !before) return false
  const { sort, loaded } = finding.noted
  const was = gradeOfFacts({ ...before, sort, loaded, awaitsReinspection: false })
  if (was.grade < 3) return false
  return !looks
    .slice(at + 1)
    .some((l) => daysBetween(treated.at, l.at) >= reinspectDays && (l.activity === 'stable' || l.gone))
}
