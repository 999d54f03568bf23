/** What a check answers: every rule, with what it looked at. Never "safe": a check says what has and has not been done. */
import type { EntryId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import type { PrecautionState, EpisodeState, MachineState, World } from '#core/history/world.ts'

export const checkNames = ['as-found', 'switch on', 'hands inside', 'closing', 'dispatch'] as const
export type CheckName = (typeof checkNames)[number]
export type RuleState = 'met' | 'not met' | 'not known' | 'does not apply' | 'overridden'

export type RuleName =
  | 'tested before work'
  // Switch on.
  | 'nothing bars power'
  | 'mains agrees'
  | 'earth and insulation'
  | 'waits over'
  | 'found dealt with'
  | 'supply proved first'
  | 'rail to ground compared'
  | 'sockets verified'
  | 'connections on'
  | 'weak parts dealt with'
  | 'switches set'
  | 'attended'
  // Hands inside.
  | 'plug out'
  | 'cells out'
  | 'reservoir measured'
  | 'tube discharged'
  | 'second person'
  // Closing.
  | 'tray empty'
  | 'fasteners balance'
  | 'temporary items out'
  | 'loans home'
  | 'adjusters noted'
  | 'work verified'
  | 'cells as the house keeps them'
  | 'disturbed functions retested'
  | 'jots sorted'
  | 'contested entries settled'
  | 'next step handed on'
  // Dispatch.
  | 'contents copied or given up'
  | 'memory switch off'
  | 'cards secured'
  | 'heads parked'
  | 'mains on the sheet'
  | 'lithium declared'
  | 'consent covers it'
  | 'handover sheet made'

export interface RuleAnswer {
  readonly rule: RuleName
  readonly is: RuleState
  /** What it looked at and found wanting: names of functions, parts, sizes, connectors; or what met it. */
  readonly about: readonly string[]
  /** Entry ids behind `about`, where there are any. */
  readonly entries: readonly EntryId[]
  /** What a person may say they did, which meets the rule; several where schools differ. */
  readonly done: readonly Precaution[]
  /** Somebody went past it while it was not met, and it is not met still. */
  readonly passed?:
    { readonly by?: string | undefined; readonly at: Instant; readonly entry: EntryId } | undefined
  /** How often it was done in this episode, and how often the machine was powered up. */
  readonly tally?: { readonly done: number; readonly powerUps: number } | undefined
  readonly override?: { readonly reason: string; readonly role: string; readonly entry: EntryId } | undefined
}

export interface CheckReport {
  readonly check: CheckName
  readonly rules: readonly RuleAnswer[]
  readonly unmet: number
  readonly depth?: string | undefined
}

export const answer = (
  rule: RuleName,
  is: RuleState,
  about: readonly string[] = [],
  entries: readonly EntryId[] = [],
): RuleAnswer => ({ rule, is, about, entries, done: [] })

/** Not met while anything is wanting; met when it looked at something; else it does not apply. */
export const wanting = (
  rule: RuleName,
  about: readonly string[],
  looked: number,
  entries: readonly EntryId[] = [],
): RuleAnswer =>
  answer(rule, about.length > 0 ? 'not met' : looked > 0 ? 'met' : 'does not apply', about, entries)

/** A rule that a person answers by saying what was done; `applies` false: nothing to do. */
export const byPrecaution = (
  rule: RuleName,
  done: readonly Precaution[],
  applies: boolean,
  found: PrecautionState | undefined,
): RuleAnswer =>
  !applies
    ? answer(rule, 'does not apply')
    : found
      ? { ...answer(rule, 'met', found.words ? [found.words] : [], [found.entry.id]), done }
      : { ...answer(rule, 'not met'), done }

/** The answers with what people overrode in this episode. */
export function report(
  check: CheckName,
  machine: MachineState,
  episode: EpisodeState | undefined,
  rules: readonly RuleAnswer[],
  depth?: string,
): CheckReport {
  const answered = rules.map((r): RuleAnswer => {
    const said = machine.overrides.findLast(
      (o) =>
        o.episode === episode?.id &&
        o.body.kind === 'override' &&
        o.body.check === check &&
        o.body.rule === r.rule,
    )
    const past = machine.passedOver.findLast(
      (p) => p.entry.episode === episode?.id && p.check === check && p.rules.includes(r.rule),
    )?.entry
    return r.is === 'not met' && said?.body.kind === 'override'
      ? {
          ...r,
          is: 'overridden',
          override: { reason: said.body.reason, role: said.body.role, entry: said.id },
        }
      : r.is === 'not met' && past
        ? { ...r, passed: { by: past.doneBy, at: past.happenedAt.latest, entry: past.id } }
        : r
  })
  return { check, rules: answered, unmet: answered.filter((r) => r.is === 'not met').length, depth }
}

/** Entries of the machine's line that belong to an episode. */
export const entriesOf = (world: World, episode: EpisodeState) =>
  world.line.filter((s) => s.episode === episode.id || s.id === episode.id)

/** Whether somebody went past a rule of a check in this episode, whatever became of it since. */
export const wentPast = (
  machine: MachineState,
  episode: EpisodeState,
  check: CheckName,
  rule: RuleName,
): boolean =>
  machine.passedOver.some(
    (p) => p.entry.episode === episode.id && p.check === check && p.rules.includes(rule),
  )

/**
 * The last time that something was said to be done in this episode; `sincePower`: and the machine was not powered up since;
 * `since`: after this place in the order.
 */
export const lastDone = (
  machine: MachineState,
  episode: EpisodeState,
  what: readonly Precaution[],
  sincePower: boolean,
  since = -1,
): PrecautionState | undefined =>
  machine.precautions.findLast(
    (p) =>
      what.includes(p.what) &&
      p.entry.episode === episode.id &&
      p.order > since &&
      (!sincePower || p.powerUps === machine.powerUps),
  )

/** How a part is called: by its tag once it has one, else by where it was found and what it is. */
export function partName(world: World, id: string): string {
  const part = world.parts.get(id as never)
  if (part?.tag) return part.tag
  const what = part?.name ?? part?.partKind
  const found = part?.start?.position
  return [found, what].filter(Boolean).join(' ') || 'a part'
}
