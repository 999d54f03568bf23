/** What can be done about a fault, each act with what it needs, what bars it, and the line that begins it. */
import type { Fault } from '#core/diagnosis/fault.ts'
import type { RatedAct } from '#core/diagnosis/ordering.ts'
import { atRail } from '#core/diagnosis/rails.ts'
import { pointRows, railExpectation, type PointRow } from '#core/diagnosis/points.ts'
import { structureOf } from '#core/history/layout.ts'
import { machineStanding, openEpisode } from '#core/history/status.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { handsInsideCheck } from '#core/work/checks/hands-inside.ts'
import type { CheckReport } from '#core/work/checks/model.ts'
import { switchOnCheck } from '#core/work/checks/switch-on.ts'
import type { ActRow, HouseFacts } from './fault-shape.ts'

export type Kinds = ReadonlyMap<string, HouseFacts['kinds'][number]>

interface Checks {
  readonly power?: CheckReport | undefined
  readonly hands?: CheckReport | undefined
}
export function checksNow(world: World, machine: MachineState): Checks {
  const open = openEpisode(machine)
  if (!open || open.state !== 'open') return {}
  return { power: switchOnCheck(world, machine, open), hands: handsInsideCheck(world, machine, open) }
}
const unmet = (check: CheckReport | undefined): ActRow['bar'] => {
  const rules = check?.rules.filter((r) => r.is === 'not met').map((r) => r.rule) ?? []
  return check && rules.length > 0 ? { check: check.check, rules } : undefined
}

/**
 * Rails that have to be read within their band since the last power-up before a part goes in: those that it draws on, as far as the
 * sheet says; not one that the position itself feeds, nor one that was read too low and that the part may be pulling down.
 */
function railsNotRead(world: World, machine: MachineState, at: string): string[] {
  const since = machine.powered?.happenedAt.latest
  const structure = structureOf(world, machine)
  return pointRows(world, machine)
    .filter((row) => row.unit === 'V' && (railExpectation(row.point) || row.expected?.by === 'sheet'))
    .filter((row) => row.last?.within !== true || (since !== undefined && row.last.at < since))
    .filter((row) => atRail(structure, at, row.point, isLow(row)) === 'draws on it')
    .map((row) => row.point)
}
const isLow = ({ last, expected }: PointRow): boolean => {
  const read = last?.value
  return last?.within === false && expected !== undefined && read !== undefined && read < expected.nominal
}

/** It is a test point: it is read, not tested. */
export const isPoint = (world: World, machine: MachineState, name: string): boolean =>
  structureOf(world, machine).points.some((p) => p.name === name)

const lineOf = (act: RatedAct): string => {
  switch (act.sort) {
    case 'test':
      return `test ${act.at} `
    case 'read':
      return `read ${act.at} `
    case 'look':
      return `looked at ${act.at}: `
    case 'reseat':
      return `reseat ${act.at}`
    case 'swap':
      return `swap ${act.at} < `
    case 'resolder':
      return `resolder ${act.at}`
    case 'try in a host':
      return `out ${act.at}`
    case 'stand in':
      return `test ${act.then ?? ''} with ${act.gear ?? ''} for ${act.at} `
    case 'unplug a load':
      return `unplug `
    case 'prove gear':
      // A check of gear is written under Types and house, not in a line.
      return ''
    case 'other gear':
      return `test ${act.then ?? ''} with `
    case 'check the setting':
      return `adjust ${act.at} `
  }
}

export function actRow(
  world: World,
  machine: MachineState,
  fault: Fault,
  act: RatedAct,
  kinds: Kinds,
  checks: Checks,
): ActRow {
  const { suspects, here } = fault.evidence
  const seen = new Set([...(act.mends ?? act.sees?.keys() ?? [])])
  const likely = fault.suspects.slice(0, 6)
  const names = (which: boolean) => [
    ...new Set(
      likely
        .filter((s) => here[suspects.indexOf(s.instance)] && seen.has(suspects.indexOf(s.instance)) === which)
        .map((s) => s.instance.name),
    ),
  ]
  const stock = act.part === undefined ? undefined : kinds.get(act.part.toLowerCase())
  const rails = act.sort === 'swap' ? railsNotRead(world, machine, act.at) : []
  return {
    sort: act.sort,
    at: act.at,
    then: act.then,
    thenReads: act.then !== undefined && isPoint(world, machine, act.then),
    gear: act.gear,
    again: act.again ?? false,
    proves: act.proves ?? false,
    minutes: act.minutes,
    touches: act.touches,
    toTheEnd: act.toTheEnd,
    without: act.without,
    passes: act.passes,
    sees: names(true),
    leaves: names(false),
    part:
      act.part === undefined
        ? undefined
        : { kind: act.part, proved: stock?.proved ?? 0, others: stock?.others ?? 0 },
    powerBarred: act.powered && machineStanding(world, machine).status === 'do not power',
    bar:
      act.touches === 'nothing'
        ? act.powered
          ? unmet(checks.power)
          : undefined
        : (unmet(checks.hands) ?? (act.powered ? unmet(checks.power) : undefined)),
    railsFirst: rails.length > 0 ? rails : undefined,
    line: rails[0] === undefined ? lineOf(act) : `read ${rails[0]} `,
  }
}
