/** The closing check: is the machine whole, and does everyone know what is left? */
import { standingsOf, type Standing } from '#core/history/standing.ts'
import { openWaits, trayOf } from '#core/history/status.ts'
import { openQuestions } from '#core/history/void.ts'
import type { EpisodeState, MachineState, World } from '#core/history/world.ts'
import { machineAround } from '#core/history/presence.ts'
import { policyOf } from '#core/history/policy.ts'
import { cellsIn, fittedPolarised } from './fitted.ts'
import { answer, partName, report, wanting, type CheckReport, type RuleAnswer } from './model.ts'

export interface ClosingIntent {
  readonly next: string
  /** Named things left for later, by the name that the rule shows. */
  readonly deferred: readonly { readonly what: string; readonly until?: string | undefined }[]
}

/** Before the episode is closed: is the machine whole, and does everyone know what is left? */
export function closingCheck(
  world: World,
  machine: MachineState,
  episode: EpisodeState,
  intent: ClosingIntent = { next: '', deferred: [] },
  standings: readonly Standing[] = standingsOf(world, machine),
): CheckReport {
  const deferred = new Set(intent.deferred.map((d) => d.what))
  const left = (names: readonly string[]) => names.filter((n) => !deferred.has(n))
  const tray = trayOf(world, machine).map((id) => partName(world, id))
  const sizes = [...machine.fasteners.values()]
  const loans = world.loans.filter((l) => machineAround(world, l.home) === machine)
  const openLoans = loans.filter((l) => !l.closed)
  const datedDeferral = new Set(intent.deferred.filter((d) => d.until !== undefined).map((d) => d.what))
  const steps = machine.steps.filter((s) => s.entry.episode === episode.id)
  const adjusters = steps.filter((s) => s.target.sort === 'adjuster')
  const fitted = fittedPolarised(world, machine, episode)
  const temporary = [...world.parts.values()].filter(
    (p) => p.temporary && p.place && machineAround(world, p.place) === machine,
  )
  const unproved = standings.filter((s) => blocksClosing(s))
  const waits = openWaits(world, machine)
  const rules: RuleAnswer[] = [
    wanting('tray empty', left(tray), machine.steps.length),
    wanting(
      'fasteners balance',
      left(
        sizes
          .filter((f) => f.off - f.lost !== f.on || f.loose > 0)
          .flatMap((f) => {
            const over = f.off - f.lost - f.on
            return [
              ...(over === 0 ? [] : [`${Math.abs(over)} ${f.size} ${over > 0 ? 'left over' : 'too many'}`]),
              ...(f.loose > 0 ? [`${f.loose} ${f.size} only loosened`] : []),
            ]
          }),
      ),
      sizes.length,
    ),
    wanting(
      'connections on',
      left([...machine.connections.keys()]),
      steps.filter((s) => s.target.sort === 'wire').length,
    ),
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
    wanting('work verified', fitted.unverified, fitted.count),
    cellsRule(world, machine),
    wanting('disturbed functions retested', left(unproved.map((s) => s.fn)), steps.length),
    wanting(
      'jots sorted',
      left(machine.jots.filter((j) => j.into === undefined).map((j) => j.words || 'a jot')),
      machine.jots.length,
    ),
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
  // What was altered wants a full test: a short one is no retest of it.
  if (standing.weak.some((w) => w.why === 'less depth' && w.enough === 'full')) return true
  if (standing.changes.length === 0) return false
  const triedSince =
    standing.beside !== undefined &&
    standing.changes.every((c) =>
      c.steps.every((s) => standing.beside !== undefined && s.order < standing.beside.order),
    )
  return !triedSince
}

/** Schools: a holder with a cell in it, or cells out for good and the clock set by hand. */
function cellsRule(world: World, machine: MachineState): RuleAnswer {
  if (policyOf(world, machine, 'cells') !== 'out for good')
    return answer('cells as the house keeps them', 'does not apply')
  const { positions, filled } = cellsIn(world, machine)
  return wanting('cells as the house keeps them', filled, positions)
}
