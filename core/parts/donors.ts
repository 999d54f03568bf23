/**
 * Which part should serve which need: candidates judged one by one, each cost visible, and the assignment that serves the most
 * needs at the least cost. Pure numbers and names; `core/views/donors` gathers them from a world.
 */
import type { LegalStatus, Purpose } from '#core/history/bodies/machine.ts'
import type { PartId } from '#core/ids.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { assign } from './assignment.ts'
import type { LotFacts } from './lots.ts'
import type { ConsentWord } from './ownership.ts'
import { judgeFit, type Fit, type PartFacts } from './fit.ts'
import type { Place } from '#core/place.ts'

export interface Need {
  readonly key: string
  readonly machine: string
  readonly machineLabel: string
  readonly place: Place
  readonly position: SheetPosition
  /** Those of the same machine, for look-alikes. */
  readonly positions: readonly SheetPosition[]
  readonly revision?: string | undefined
  readonly why: 'empty' | 'out for now' | 'unknown part' | 'proved bad' | 'suspect' | 'asked'
  /** What is in it now, and goes out when it is served. */
  readonly occupant?:
    { readonly part: PartId; readonly label: string; readonly tag?: string | undefined } | undefined
  readonly chargeEnded: boolean
}

/** A machine that would lose the part; absent for a spare. */
export interface Donor {
  readonly machine: string
  readonly label: string
  readonly purpose: Purpose
  readonly legal: LegalStatus
  readonly revision?: string | undefined
  /** What the owner said of giving this part; absent for a machine of the house. */
  readonly consent?: ConsentWord | undefined
  /** Share of its positions that are not known to be empty, 0..1. */
  readonly completeness: number
  readonly working: boolean
  /** Condition grade, 1 good to 4 unacceptable; absent for one that was never surveyed. */
  readonly grade?: number | undefined
  /** Machines of its type in the house, itself included: the last one is dear. */
  readonly ofItsType: number
  readonly essential: boolean
  readonly mount: SheetPosition['mount']
}
export interface Candidate {
  readonly part: PartId
  readonly label: string
  readonly tag?: string | undefined
  readonly place: Place
  readonly placeLabel: string
  readonly facts: PartFacts
  readonly donor?: Donor | undefined
  /** One of a lot, which becomes a part of its own when it is taken. */
  readonly lot?: { readonly facts: LotFacts; readonly place: Place } | undefined
  /** On loan, or kept for another machine: it is not there to be taken. */
  readonly bound?: string | undefined
}

export const costKinds = [
  'labour',
  'revision',
  'risk',
  'remarks',
  'purpose',
  'completeness',
  'works',
  'grade',
  'rare',
  'accessioned',
] as const
export type CostWhy = (typeof costKinds)[number]
/** By what each kind of cost is multiplied; every one of them may be turned up or down. */
export type Weights = Readonly<Record<CostWhy, number>>
export const usualWeights: Weights = {
  labour: 1,
  revision: 1,
  risk: 1,
  remarks: 1,
  purpose: 1,
  completeness: 1,
  works: 1,
  grade: 1,
  rare: 1,
  accessioned: 1,
}

export interface Cost {
  readonly why: CostWhy
  readonly points: number
}
export type Bar =
  | 'does not fit'
  | 'never'
  | 'bound'
  | 'owner’s consent'
  | 'the owner refused'
  | 'proved bad'
  | 'a steward decides'
  | 'already here'

export interface Appraisal {
  readonly candidate: Candidate
  readonly fit: Fit
  readonly costs: readonly Cost[]
  readonly total: number
  /** Why it may not be given; absent for one that may. */
  readonly bar?: Bar | undefined
}

/** Labour of getting a part off and on, points: a plug is nothing, a soldered part an hour at the iron. Common practice. */
export const mountPoints: Readonly<Record<SheetPosition['mount'], number>> = {
  plug: 1,
  clipped: 1,
  socketed: 1,
  screwed: 2,
  soldered: 6,
}
const riskPoints: Readonly<Record<PartFacts['health'], number>> = {
  'proved good': 0,
  'not shown faulty': 2,
  unknown: 3,
  suspect: 12,
  'proved bad': 60,
}
/** A machine in good condition is worth keeping whole; grades by `core/condition`, 1 good to 4 unacceptable. */
const gradePoints: Readonly<Record<number, number>> = { 1: 6, 2: 3, 3: 1, 4: 0 }
const purposePoints: Readonly<Record<Purpose, number>> = {
  'parts source': 1,
  undecided: 4,
  reserve: 8,
  study: 8,
  'for sale': 12,
  display: 14,
  'working exhibit': 24,
}
/** Purposes below which no machine is stripped unless a steward says so. */
const keptWhole: ReadonlySet<Purpose> = new Set([
  'working exhibit',
  'display',
  'reserve',
  'study',
  'for sale',
])

export function appraise(
  need: Need,
  candidate: Candidate,
  weights: Weights = usualWeights,
  stewardAllows = false,
): Appraisal {
  const fit = judgeFit(need.position, candidate.facts, need.positions, need.chargeEnded)
  const { donor } = candidate
  const points: Readonly<Record<CostWhy, number>> = {
    labour: mountPoints[need.position.mount] + (donor ? mountPoints[donor.mount] : 0),
    revision:
      donor?.revision !== undefined && need.revision !== undefined && donor.revision !== need.revision
        ? 4
        : 0,
    risk: riskPoints[candidate.facts.health],
    remarks: 'remarks' in fit ? fit.remarks.filter((r) => r !== 'polarised: check print and part').length : 0,
    purpose: donor ? purposePoints[donor.purpose] : 0,
    completeness: donor ? Math.round(donor.completeness * (donor.essential ? 8 : 3)) : 0,
    works: donor?.working ? 10 : 0,
    grade: donor?.grade === undefined ? 0 : (gradePoints[donor.grade] ?? 0),
    rare: donor && donor.ofItsType <= 2 ? 6 / donor.ofItsType : 0,
    accessioned: donor?.legal === 'accessioned' ? 10 : 0,
  }
  const costs = costKinds.flatMap((why): Cost[] =>
    points[why] * weights[why] > 0 ? [{ why, points: points[why] * weights[why] }] : [],
  )
  return {
    candidate,
    fit,
    costs,
    total: costs.reduce((sum, c) => sum + c.points, 0),
    bar: barOf(need, candidate, fit, stewardAllows),
  }
}

function barOf(
  need: Need,
  { donor, facts, bound, part }: Candidate,
  fit: Fit,
  stewardAllows: boolean,
): Bar | undefined {
  if (part === need.occupant?.part) return 'already here'
  if (fit.fit === 'never') return 'never'
  if (fit.fit === 'does not fit') return 'does not fit'
  if (bound !== undefined) return 'bound'
  if (facts.health === 'proved bad') return 'proved bad'
  if (donor?.consent === 'refused') return 'the owner refused'
  if (donor?.consent === 'not asked') return 'owner’s consent'
  if (donor && (donor.legal === 'accessioned' || keptWhole.has(donor.purpose)) && !stewardAllows)
    return 'a steward decides'
  return undefined
}

export interface Choice {
  readonly need: Need
  /** Every candidate, those that may be given first, cheapest first. */
  readonly ranked: readonly Appraisal[]
  readonly chosen?: Appraisal | undefined
  /** The cheapest that another need got instead; absent where the chosen one is the cheapest. */
  readonly givenElsewhere?: Appraisal | undefined
}
export interface DonorChoice {
  readonly choices: readonly Choice[]
  readonly served: number
  readonly cost: number
}

/** Serves the most needs at the least cost. Undefined when `stop` ended it. */
export function chooseDonors(
  needs: readonly Need[],
  candidates: readonly Candidate[],
  weights: Weights = usualWeights,
  stewardAllows = false,
  stop?: () => boolean,
): DonorChoice | undefined {
  const rows: Appraisal[][] = []
  for (const need of needs) {
    if (stop?.()) return undefined
    rows.push(candidates.map((candidate) => appraise(need, candidate, weights, stewardAllows)))
  }
  const found = assign(
    rows.map((row) => row.map((a) => (a.bar === undefined ? a.total : Number.POSITIVE_INFINITY))),
    stop,
  )
  if (!found) return undefined
  const choices = needs.map((need, i): Choice => {
    const row = rows[i] ?? []
    const chosen = row[found.columns[i] ?? -1]
    // What is of another kind altogether is no candidate; what nearly fits is shown with its reason.
    const ranked = row
      .filter((a) => a.bar !== 'already here' && !('refusal' in a.fit && a.fit.refusal.rule === 'wrong-kind'))
      .sort((a, b) => Number(a.bar !== undefined) - Number(b.bar !== undefined) || a.total - b.total)
    const cheapest = ranked[0]?.bar === undefined ? ranked[0] : undefined
    return {
      need,
      ranked,
      chosen,
      givenElsewhere:
        cheapest && chosen && cheapest !== chosen && cheapest.total < chosen.total ? cheapest : undefined,
    }
  })
  return { choices, served: choices.filter((c) => c.chosen).length, cost: found.cost }
}
