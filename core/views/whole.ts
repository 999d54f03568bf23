/** A lot as units and modules: what is known of each module, so that whole machines can be made of the good ones. */
import { dependenciesOf } from '#core/type/depends.ts'
import { machineStanding } from '#core/history/status.ts'
import { positionsOf, structureOf } from '#core/history/layout.ts'
import { type MachineState, type World } from '#core/history/world.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { mountPoints } from '#core/parts/donors.ts'
import { contentsOf, contentWord, type PositionContent } from '#core/history/presence.ts'
import type { LotUnit, ModuleKind, ModuleState } from '#core/parts/whole-machines.ts'
import { machineNumber } from './labels.ts'

export interface WholeUnit extends LotUnit {
  readonly machine: MachineId
  readonly number: string
  readonly revision?: string | undefined
  /** Why a module is taken to be as it is, by its kind. */
  readonly because: Readonly<Record<string, string>>
}
export interface WholeView {
  readonly name: string
  readonly units: readonly WholeUnit[]
  readonly kinds: readonly ModuleKind[]
}

/** Modules that are weighed: assemblies and essential positions that sit on the machine itself, at most this many. */
const mostKinds = 12

/** The lot's units against the modules of its most common type. Undefined for an entry that is no lot. */
export function wholeView(world: World, id: EntryId): WholeView | undefined {
  const said = world.line.find((s) => s.id === id)
  if (said?.body.kind !== 'batch') return undefined
  const machines = said.body.machines.flatMap((m) => world.machines.get(m) ?? [])
  const kinds = new Map<string, ModuleKind>()
  for (const machine of machines)
    for (const p of positionsOf(world, machine))
      if (
        p.on === undefined &&
        (p.assembly || p.essential) &&
        kinds.size < mostKinds &&
        !kinds.has(p.designator)
      )
        kinds.set(p.designator, { kind: p.designator, labour: 2 * mountPoints[p.mount] })
  return {
    name: said.body.name,
    kinds: [...kinds.values()],
    units: machines.map((m) => wholeUnit(world, m, [...kinds.keys()])),
  }
}

function wholeUnit(world: World, machine: MachineState, kinds: readonly string[]): WholeUnit {
  const rows = new Map(contentsOf(world, machine).map((r) => [r.position.designator, r]))
  const standing = new Map(machineStanding(world, machine).standings.map((s) => [s.fn, s.word]))
  const modules: Record<string, ModuleState> = {}
  const because: Record<string, string> = {}
  let filled = 0
  for (const kind of kinds) {
    const row = rows.get(kind)
    const [state, why] = row
      ? moduleState(world, machine, row, standing)
      : (['missing', 'not on its sheet'] as const)
    modules[kind] = state
    because[kind] = why
    if (state !== 'missing') filled++
  }
  return {
    id: machine.id,
    machine: machine.id,
    number: machineNumber(machine),
    revision: machine.revision,
    modules,
    because,
    // A unit that is whole and accessioned is the last to become a donor.
    worth:
      Math.round((kinds.length === 0 ? 0 : filled / kinds.length) * 4) +
      (machine.legal === 'accessioned' ? 20 : 0) +
      (machine.purpose === 'working exhibit' ? 20 : 0),
  }
}

/**
 * What is known of a module: said of the part itself; else what the functions that depend on it show. It is good when every
 * such function works, bad when one fails that depends on nothing else of the machine's modules.
 */
function moduleState(
  world: World,
  machine: MachineState,
  { position, content, part }: PositionContent,
  standing: ReadonlyMap<string, string>,
): readonly [ModuleState, string] {
  const word = contentWord(content)
  if (word === 'empty') return ['missing', 'its position is empty']
  const health = part ? world.parts.get(part)?.health : undefined
  if (health === 'proved good') return ['good', 'proved good']
  if (health === 'proved bad' || health === 'suspect') return ['bad', health]
  const structure = structureOf(world, machine)
  const dependsOn = (f: (typeof structure.functions)[number]) => dependenciesOf(structure, f).declared
  const functions = structure.functions.filter((f) => dependsOn(f).has(position.designator))
  const failing = functions.filter((f) =>
    ['fails', 'partly', 'intermittent'].includes(standing.get(f.name) ?? ''),
  )
  const alone = failing.find((f) => dependsOn(f).size === 1)
  if (alone) return ['bad', `${alone.name} fails, and depends on it alone`]
  if (failing.length > 0)
    return ['unknown', `${failing.map((f) => f.name).join(', ')} fails; not only this may be why`]
  const works = functions.filter((f) => ['works', 'ageing'].includes(standing.get(f.name) ?? ''))
  if (functions.length > 0 && works.length === functions.length)
    return ['good', `${works.map((f) => f.name).join(', ')} works`]
  return ['unknown', 'not shown by any test']
}
