/** Rows of the ruled sheet: statements with their versions, and the brackets that stand in the margin. */
import type { EntryId } from '#core/ids.ts'
import { conclusionsOf, type Conclusion } from '#core/history/attribution.ts'
import { type Strength, type Verdict } from '#core/history/verdicts.ts'
import type { NetChange } from '#core/history/changes.ts'
import type { VoidTest } from '#core/history/void.ts'
import type { Weakness } from '#core/history/weak.ts'
import type { Entry, Basis } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { Reach, Target } from '#core/history/bodies/change.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { lacked } from '#core/history/authorised.ts'
import type { Statement } from '#core/history/versions.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { Instant, Interval } from '#core/quantity/time.ts'
import { partLabel, placeLabel } from './labels.ts'

export interface VersionRow {
  readonly id: EntryId
  readonly body: Body
  readonly happenedAt: Interval
  readonly recordedAt: Instant
  readonly doneBy?: string | undefined
  readonly how: 'said' | 'correct' | 'withdraw'
  readonly reason?: string | undefined
}

export interface LogRow {
  readonly id: EntryId
  readonly happenedAt: Interval
  readonly recordedAt: Instant
  readonly doneBy?: string | undefined
  readonly recordedBy: string
  readonly basis: Basis
  /** Hands-on minutes, where they were said. */
  readonly minutes?: number | undefined
  readonly episode?: EntryId | undefined
  readonly body: Body
  /** Every version, when it was amended; the last one in force is `body`. */
  readonly versions: readonly VersionRow[]
  /** Its latest amendments, as a further one must name them. */
  readonly latestAmendments: readonly EntryId[]
  readonly withdrawn: boolean
  readonly contested?: Refusal | undefined
  readonly clockUncertain: boolean
  /** It rests on a test that proves nothing. */
  readonly onVoid: boolean
  /** A test that proves nothing of these functions, and why. */
  readonly voidBy?:
    | {
        readonly functions: readonly string[]
        readonly gear: string
        readonly differs?: Disagreement | undefined
      }
    | undefined
  /** What its doer was not authorised for, and on what they did it all the same. */
  readonly unauthorised?:
    | {
        readonly authority: string
        readonly under?: string | undefined
        readonly because?: string | undefined
      }
    | undefined
  /** Rules of a check that were not met when it was done. */
  readonly past?: readonly string[] | undefined
  /** Photographs that it carries. */
  readonly photos: readonly EntryId[]
}

const versionRow = (entry: Entry): VersionRow => ({
  id: entry.id,
  body: entry.body,
  happenedAt: entry.happenedAt,
  recordedAt: entry.recordedAt,
  doneBy: entry.doneBy,
  how: entry.amends?.how ?? 'said',
  reason: entry.amends?.reason,
})

/** Photographs by the entry that carries them. */
export function carriedPhotos(machine: MachineState): ReadonlyMap<string, readonly EntryId[]> {
  const carried = new Map<string, EntryId[]>()
  for (const p of machine.condition.photos)
    if (p.body.kind === 'photo' && p.body.on)
      carried.set(p.body.on, [...(carried.get(p.body.on) ?? []), p.id])
  // What a jot was sorted into keeps its pictures.
  for (const jot of machine.jots)
    for (const entry of jot.into ?? [])
      carried.set(entry, [...(carried.get(entry) ?? []), ...(carried.get(jot.entry.id) ?? [])])
  return carried
}

const voidRow = (found: VoidTest | undefined): LogRow['voidBy'] =>
  found && {
    functions: found.functions,
    gear: found.reason.name,
    differs: found.reason.why === 'attribute differs' ? disagreement(found.reason) : undefined,
  }

/** An attribute of test gear that is not what the machine needs. */
export interface Disagreement {
  readonly attribute: string
  readonly has: string
  readonly needs: string
}
export const disagreement = ({ attribute, has, needs }: Disagreement): Disagreement => ({
  attribute,
  has,
  needs,
})

function unauthorisedOf(world: World, statement: Statement): LogRow['unauthorised'] {
  const authority = lacked(world, statement)
  if (authority === undefined) return undefined
  const { warrant } = statement
  return warrant === undefined
    ? { authority }
    : 'by' in warrant
      ? { authority, under: world.parties.get(warrant.by)?.name ?? 'somebody' }
      : { authority, because: warrant.because }
}

export function logRow(
  world: World,
  statement: Statement,
  voids: ReadonlyMap<string, VoidTest>,
  carried: ReadonlyMap<string, readonly EntryId[]>,
): LogRow {
  const versions = statement.versions ?? []
  return {
    id: statement.id,
    happenedAt: statement.happenedAt,
    recordedAt: statement.recordedAt,
    doneBy: statement.doneBy,
    recordedBy: statement.recordedBy,
    basis: statement.basis,
    minutes: statement.minutes,
    episode: statement.episode,
    body: statement.body,
    versions: versions.map(versionRow),
    latestAmendments: statement.latest ?? [],
    withdrawn: statement.withdrawn === true,
    contested:
      statement.became === 'contested' && statement.settledBy === undefined ? statement.contest : undefined,
    clockUncertain: statement.clockUncertain === true,
    onVoid: statement.restsOn?.some((id) => voids.has(id)) === true,
    voidBy: voidRow(voids.get(statement.id)),
    unauthorised: unauthorisedOf(world, statement),
    past: statement.past?.rules,
    photos: carried.get(statement.id) ?? [],
  }
}

export interface ChangeSummary {
  readonly target: Target
  readonly kind: NetChange['kind']
  readonly reach: Reach
  readonly verbs: readonly string[]
  readonly from: Instant
  readonly to: Instant
  readonly part?: string | undefined
  readonly partIn?: string | undefined
  readonly elsewhere?: string | undefined
  readonly entries: readonly EntryId[]
}

export function changeSummary(world: World, machine: MachineState, change: NetChange): ChangeSummary {
  const first = change.steps[0]
  const last = change.steps.at(-1)
  const at = (step: typeof first) => step?.entry.happenedAt.latest ?? world.now
  return {
    target: change.target,
    kind: change.kind,
    reach: change.reach,
    verbs: [
      ...new Set(change.steps.filter((s) => s.out === undefined && s.in === undefined).map((s) => s.verb)),
    ],
    from: at(first),
    to: at(last),
    part: change.before !== undefined ? partLabel(world, change.before) : undefined,
    partIn:
      change.after !== undefined && change.after !== change.before
        ? partLabel(world, change.after)
        : undefined,
    elsewhere: change.elsewhere ? placeLabel(world, change.elsewhere, machine.id) : undefined,
    entries: [...new Set(change.steps.map((s) => s.entry.id))],
  }
}

/** Why a test is weak, for the screen. */
export type WeaknessRow =
  | Exclude<Weakness, { readonly why: 'less depth' }>
  | {
      readonly why: 'less depth'
      readonly enough: 'short' | 'full'
      readonly changes: readonly ChangeSummary[]
    }

export const weaknessRow = (world: World, machine: MachineState, weakness: Weakness): WeaknessRow =>
  weakness.why === 'less depth'
    ? { ...weakness, changes: weakness.changes.map((c) => changeSummary(world, machine, c)) }
    : weakness

export interface Bracket {
  readonly from: EntryId | null
  readonly to: EntryId
  readonly functions: readonly string[]
  readonly verdict: Verdict
  readonly strength: Strength
  readonly changes: readonly ChangeSummary[]
  readonly orDisturbed: readonly ChangeSummary[]
  readonly unlisted: readonly ChangeSummary[]
  /** Names of test gear that only the later test used. */
  readonly otherGear: readonly string[]
  readonly otherWords: boolean
  readonly anotherFailure: boolean
  /** Why either test ends nobody's doubt. */
  readonly weak: readonly WeaknessRow[]
  readonly comesAndGoes?:
    { readonly failures: number; readonly of: number; readonly reckoned: boolean } | undefined
  readonly partInNotProved: boolean
  /** It may have come or gone by itself. */
  readonly orByItself: boolean
  readonly raised?: string | undefined
  readonly cleared?: string | undefined
  readonly testedOn: Instant
}

/** Conclusions as brackets; functions with the same tests, verdict and suspects share one. */
export function bracketsOf(world: World, machine: MachineState): Bracket[] {
  const groups = new Map<string, { readonly first: Conclusion; readonly functions: string[] }>()
  for (const c of conclusionsOf(world, machine)) {
    const key = [
      c.before?.entry.id,
      c.after.entry.id,
      c.verdict,
      c.strength,
      ...[...c.changes, ...c.orDisturbed, ...c.unlisted].map((x) => x.target.name),
    ].join('|')
    const group = groups.get(key)
    if (group) group.functions.push(c.fn)
    else groups.set(key, { first: c, functions: [c.fn] })
  }
  return [...groups.values()].map(({ first: c, functions }) => ({
    from: c.before?.entry.id ?? null,
    to: c.after.entry.id,
    functions,
    verdict: c.verdict,
    strength: c.strength,
    changes: c.changes.map((x) => changeSummary(world, machine, x)),
    orDisturbed: c.orDisturbed.map((x) => changeSummary(world, machine, x)),
    unlisted: c.unlisted.map((x) => changeSummary(world, machine, x)),
    otherGear: c.otherGear.map((id) => world.gear.get(id)?.name ?? 'other gear'),
    otherWords: c.otherWords,
    anotherFailure: c.anotherFailure,
    weak: c.weak.map((w) => weaknessRow(world, machine, w)),
    comesAndGoes: c.comesAndGoes && {
      failures: c.comesAndGoes.failures,
      of: c.comesAndGoes.of,
      reckoned: c.comesAndGoes.reckoned,
    },
    partInNotProved: c.partInNotProved,
    orByItself: c.orByItself,
    raised: c.raised,
    cleared: c.cleared !== undefined ? partLabel(world, c.cleared) : undefined,
    testedOn: c.after.entry.happenedAt.latest,
  }))
}
