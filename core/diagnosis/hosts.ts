/** Parts of a machine that were tried in another one, and whether that one was proved before and after with its own. */
import { functionsOf, structureOf } from '#core/history/layout.ts'
import { passes } from '#core/history/results.ts'
import { isConclusive } from '#core/history/weak.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { dependenciesOf } from '#core/type/depends.ts'
import { machinesAround, positionsOfOurs } from './gathering.ts'

export interface HostTrial {
  readonly host: MachineId
  readonly position: string
  readonly fn: string
  readonly passed: boolean
  /** It passed with its own part before, and again after. */
  readonly before: boolean
  readonly after: boolean
}

/** What was in a position of the host, from an order on. */
function stays(
  world: World,
  host: MachineState,
  position: string,
): { from: number; part: PartId | undefined }[] {
  return host.steps
    .filter((s) => s.target.name === position && (s.in !== undefined || s.out !== undefined))
    .sort((a, b) => a.order - b.order || Number(a.out === undefined) - Number(b.out === undefined))
    .map((s) => ({ from: s.order, part: s.in }))
}

export function hostsOf(world: World, machine: MachineState): HostTrial[] {
  const ours = new Set(
    machine.steps.flatMap((s) => [s.out, s.in]).filter((id): id is PartId => id !== undefined),
  )
  return machinesAround(world, machine).flatMap((host) =>
    [...positionsOfOurs(world, machine, host)].flatMap((position) => {
      const rows = stays(world, host, position)
      const held = (order: number) => rows.findLast((r) => r.from < order)?.part
      const structure = structureOf(world, host)
      return functionsOf(world, host).flatMap((fn): HostTrial[] => {
        const deps = dependenciesOf(structure, fn)
        if (!deps.declared.has(position) && !deps.around.has(position)) return []
        const tests = (host.tests.get(fn.name) ?? []).filter(isConclusive)
        const isOurs = (order: number) => {
          const part = held(order)
          // Its own as found is no part of ours, unless it came to us later.
          return part !== undefined && ours.has(part) && rows.findIndex((r) => r.part === part) > 0
        }
        const first = tests.findIndex((t) => isOurs(t.order))
        const trial = tests[first]
        if (!trial) return []
        const beside = (list: typeof tests) => list.some((t) => !isOurs(t.order) && passes(t.result))
        return [
          {
            host: host.id,
            position,
            fn: fn.name,
            passed: passes(trial.result),
            before: beside(tests.slice(0, first)),
            after: beside(tests.slice(first + 1)),
          },
        ]
      })
    }),
  )
}
