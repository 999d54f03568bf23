/** The five checks, and which of them the moment asks for. */
import { standingsOf } from '#core/history/standing.ts'
import { trayOf } from '#core/history/status.ts'
import type { EpisodeState, MachineState, World } from '#core/history/world.ts'
import { asFoundCheck, firstChangeOf } from './as-found.ts'
import { closingCheck, type ClosingIntent } from './closing.ts'
import { dispatchCheck } from './dispatch.ts'
import { handsInsideCheck } from './hands-inside.ts'
import type { CheckName, CheckReport, RuleName } from './model.ts'
import { switchOnCheck } from './switch-on.ts'

export { asFoundCheck } from './as-found.ts'
export { closingCheck, type ClosingIntent } from './closing.ts'
export {
  entriesOf,
  partName,
  type CheckName,
  type CheckReport,
  type RuleAnswer,
  type RuleName,
  type RuleState,
} from './model.ts'

/** Rules that are not met, by check. */
export type Unmet = Readonly<Partial<Record<CheckName, readonly RuleName[]>>>
export const unmetOf = (reports: readonly CheckReport[]): Unmet =>
  Object.fromEntries(
    reports.map((r) => [r.check, r.rules.filter((x) => x.is === 'not met').map((x) => x.rule)]),
  )

export interface Checks {
  readonly reports: readonly CheckReport[]
  /** The check that what is being done now calls for. */
  readonly moment: CheckName
}

export function checksOf(
  world: World,
  machine: MachineState,
  episode: EpisodeState,
  intent?: ClosingIntent,
): Checks {
  const standings = standingsOf(world, machine)
  const [asFound, switchOn, hands, closing, dispatch] = [
    asFoundCheck(world, machine, episode, standings),
    switchOnCheck(world, machine, episode),
    handsInsideCheck(world, machine, episode),
    closingCheck(world, machine, episode, intent, standings),
    dispatchCheck(world, machine, episode),
  ]
  const changed = firstChangeOf(world, machine, episode) !== Infinity
  const opened =
    trayOf(world, machine).length > 0 ||
    machine.connections.size > 0 ||
    [...machine.fasteners.values()].some((f) => f.off > f.on)
  const powered = machine.powered?.body.kind === 'power' && machine.powered.body.way === 'on'
  const retest = closing.rules.some((r) => r.rule === 'disturbed functions retested' && r.is === 'not met')
  const moment: CheckName =
    opened && hands.unmet > 0
      ? 'hands inside'
      : asFound.unmet > 0 && !changed
        ? 'as-found'
        : powered && hands.unmet > 0
          ? 'hands inside'
          : retest && !opened && !powered
            ? 'switch on'
            : 'closing'
  return { reports: [asFound, switchOn, hands, closing, dispatch], moment }
}
