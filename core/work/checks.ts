/**
 * Checks: every rule answered, with what it looked at and what would satisfy it. Never "safe": a check says what has and
 * has not been done. Words are made at the edge.
 */
import type { EntryId } from '#core/ids.ts'
import { standingsOf, type Standing } from '#core/history/standing.ts'
import { openWaits, trayOf } from '#core/history/status.ts'
import { openQuestions } from '#core/history/void.ts'
import { positionsOf, type EpisodeState, type MachineState, type World } from '#core/history/world.ts'
import { machineAround } from '#core/parts/presence.ts'
import { policyOf } from './policy.ts'

export type CheckName = 'as-found' | 'closing'
export type RuleState = 'met' | 'not met' | 'not known' | 'does not apply' | 'overridden'

export type RuleName =
  | 'tested before work'
  | 'tray empty'
  | 'fasteners balance'
  | 'connections on'
  | 'waits over'
  | 'temporary items out'
  | 'loans home'
  | 'adjusters noted'
  | 'work verified'
  | 'disturbed functions retested'
  | 'contested entries settled'
  | 'next step handed on'

export interface RuleAnswer {
  readonly rule: RuleName
  readonly is: RuleState
  /** What it looked at and found wanting: names of functions, parts, sizes, connectors. */
  readonly about: readonly string[]
  /** Entry ids behind `about`, where there are any. */
  readonly entries: readonly EntryId[]
  readonly override?: { readonly reason: string; readonly role: string; readonly entry: EntryId } | undefined
}

export interface CheckReport {
  readonly check: CheckName
  readonly rules: readonly RuleAnswer[]
  readonly unmet: number
  readonly depth?: string | undefined
}

const answer = (rule: RuleName, is: RuleState, about: readonly string[] = [], entries: readonly EntryId[] = []): RuleAnswer => ({ rule, is, about, entries })
const wanting = (rule: RuleName, about: readonly string[], looked: number, entries: readonly EntryId[] = []): RuleAnswer =>
  answer(rule, about.length > 0 ? 'not met' : looked > 0 ? 'met' : 'does not apply', about, entries)

function report(check: CheckName, machine: MachineState, episode: EpisodeState, rules: readonly RuleAnswer[], depth?: string): CheckReport {
  const answered = rules.map((r): RuleAnswer => {
    const said = machine.overrides.findLast((o) => o.episode === episode.id && o.body.kind === 'override' && o.body.check === check && o.body.rule === r.rule)
    return r.is === 'not met' && said?.body.kind === 'override' ? { ...r, is: 'overridden', override: { reason: said.body.reason, role: said.body.role, entry: said.id } } : r
  })
  return { check, rules: answered, unmet: answered.filter((r) => r.is === 'not met').length, depth }
}

/** Entries of the machine's line that belong to an episode. */
export const entriesOf = (world: World, episode: EpisodeState) => world.line.filter((s) => s.episode === episode.id || s.id === episode.id)

/** Before the first change: is what works known, at the depth the house chose? */
export function asFoundCheck(world: World, machine: MachineState, episode: EpisodeState): CheckReport {
  const depth = policyOf(world, machine, 'as-found depth')
  const standings = standingsOf(world, machine)
  const asked = depth === 'full' ? standings : depth === 'short' ? standings.filter((s) => s.essential) : []
  const firstChange = machine.steps.find((s) => s.entry.episode === episode.id && s.reach !== 'outside')?.order ?? Infinity
  const answered = (s: Standing) =>
    (machine.tests.get(s.fn) ?? []).some((t) => t.entry.episode === episode.id && t.order < firstChange) ||
    s.word === 'works' ||
    (s.test !== undefined && s.test.order < firstChange && s.changes.every((c) => c.steps.every((step) => step.entry.episode === episode.id)))
  if (depth === 'look') {
    const looked =
      [...machine.tests.values()].some((tests) => tests.some((t) => t.entry.episode === episode.id && t.order < firstChange)) || standings.some((s) => s.word === 'works')
    return report('as-found', machine, episode, [answer('tested before work', looked ? 'met' : 'not met', looked ? [] : ['a look'])], depth)
  }
  const open = asked.filter((s) => !answered(s)).map((s) => s.fn)
  return report('as-found', machine, episode, [asked.length === 0 ? answer('tested before work', 'not known') : wanting('tested before work', open, asked.length)], depth)
}

export interface ClosingIntent {
  readonly next: string
  /** Named things left for later, by the name that the rule shows. */
  readonly deferred: readonly { readonly what: string; readonly until?: string | undefined }[]
}

/** Before the episode is closed: is the machine whole, and does everyone know what is left? */
export function closingCheck(world: World, machine: MachineState, episode: EpisodeState, intent: ClosingIntent = { next: '', deferred: [] }): CheckReport {
  const deferred = new Set(intent.deferred.map((d) => d.what))
  const left = (names: readonly string[]) => names.filter((n) => !deferred.has(n))
  const tray = trayOf(world, machine).map((id) => partName(world, id))
  const sizes = [...machine.fasteners.values()]
  const loans = world.loans.filter((l) => machineAround(world, l.home) === machine)
  const openLoans = loans.filter((l) => !l.closed)
  const datedDeferral = new Set(intent.deferred.filter((d) => d.until !== undefined).map((d) => d.what))
  const steps = machine.steps.filter((s) => s.entry.episode === episode.id)
  const adjusters = steps.filter((s) => s.target.sort === 'adjuster')
  const polarised = new Set(
    positionsOf(world, machine)
      .filter((p) => p.polarised)
      .map((p) => p.designator),
  )
  const fitted = steps.filter((s) => s.in !== undefined && !s.contested && polarised.has(s.target.name))
  const verified = (name: string, order: number) =>
    machine.steps.some((s) => s.target.name === name && s.order > order && s.entry.body.kind === 'change' && s.entry.body.verified === true)
  const temporary = [...world.parts.values()].filter((p) => p.attributes['temporary'] === 'yes' && p.place && machineAround(world, p.place) === machine)
  const standings = standingsOf(world, machine)
  const unproved = standings.filter((s) => blocksClosing(s))
  const waits = openWaits(world, machine)
  const rules: RuleAnswer[] = [
    wanting('tray empty', left(tray), machine.steps.length),
    wanting(
      'fasteners balance',
      left(sizes.filter((f) => f.off !== f.on).map((f) => `${Math.abs(f.off - f.on)} ${f.size} ${f.off > f.on ? 'left over' : 'too many'}`)),
      sizes.length,
    ),
    wanting('connections on', left([...machine.connections.keys()]), steps.filter((s) => s.target.sort === 'wire').length),
    wanting('waits over', left(waits.map((w) => w.what)), machine.waits.length),
    wanting('temporary items out', left(temporary.map((p) => partName(world, p.id))), temporary.length),
    wanting(
      'loans home',
      openLoans.map((l) => partName(world, l.part)).filter((n) => !datedDeferral.has(n)),
      loans.length,
      openLoans.map((l) => l.entry.id),
    ),
    wanting(
      'adjusters noted',
      adjusters.filter((s) => s.from === undefined || s.to === undefined).map((s) => s.target.name),
      adjusters.length,
    ),
    wanting('work verified', [...new Set(fitted.filter((s) => !verified(s.target.name, s.order)).map((s) => s.target.name))], fitted.length),
    wanting('disturbed functions retested', left(unproved.map((s) => s.fn)), steps.length),
    wanting(
      'contested entries settled',
      machine.contested.map((c) => c.body.kind),
      machine.contested.length,
      machine.contested.map((c) => c.id),
    ),
    answer(
      'next step handed on',
      intent.next.trim() === '' ? 'not met' : 'met',
      openQuestions(world, machine).map((q) => q.words),
    ),
  ]
  return report('closing', machine, episode, rules)
}

/** A function that was touched since its last result, and whose retest was not even tried. */
function blocksClosing(standing: Standing): boolean {
  if (standing.word === 'void') return true
  if (standing.changes.length === 0) return false
  const triedSince = standing.beside !== undefined && standing.changes.every((c) => c.steps.every((s) => standing.beside !== undefined && s.order < standing.beside.order))
  return !triedSince
}

/** How a part is called: by its tag once it has one, else by where it was found and what it is. */
export function partName(world: World, id: string): string {
  const part = world.parts.get(id as never)
  if (part?.tag) return part.tag
  const what = part?.name ?? part?.partKind
  const found = part?.start?.position
  return [found, what].filter(Boolean).join(' ') || 'a part'
}
