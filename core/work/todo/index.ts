/**
 * What is left to do on a machine, grouped by act, most urgent first. Complete by construction: whatever keeps a machine from
 * working, from being whole or from being finished stands here (todo.test walks every status). May be used by views.
 */
import { once } from '#core/history/once.ts'
import { policyOf } from '#core/history/policy.ts'
import { machineStanding } from '#core/history/status.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { MachineId } from '#core/ids.ts'
import { todoActs, type Todo, type WorksNow } from './acts.ts'
import { always, towardsWork } from './sources.ts'

export {
  brief,
  findingActs,
  todoActs,
  type Todo,
  type TodoAct,
  type TodoBrief,
  type TodoItem,
  type WorksNow,
} from './acts.ts'

/** Functions that could not be tried until another machine works. */
export const waitsFor = once(
  (
    world,
    machine,
  ): readonly { readonly fn: string; readonly machine: MachineId; readonly number: string }[] =>
    machineStanding(world, machine).standings.flatMap(({ fn, beside }) =>
      beside?.result.is === 'not possible' && beside.result.until ? [{ fn, ...beside.result.until }] : [],
    ),
)

/** A machine that is there to give parts, that is not run by decision, or that is gone: nobody wants it to work. */
export const atChosenEnd = (world: World, machine: MachineState): boolean =>
  policyOf(world, machine, 'run') === 'not run' ||
  machine.purpose === 'parts source' ||
  machine.legal === 'parts stock' ||
  machine.legal === 'disposed'

const rowsOf = (world: World, machine: MachineState, worksNow: WorksNow): readonly Todo[] => {
  const at = { world, machine, standing: machineStanding(world, machine), worksNow }
  const sources = atChosenEnd(world, machine) ? always : { ...always, ...towardsWork }
  return todoActs.flatMap((act): Todo[] => {
    const found = sources[act]?.(at) ?? []
    const todo = 'items' in found ? found : { act, items: found }
    return todo.items.length > 0 ? [todo] : []
  })
}

const notKnown: WorksNow = () => undefined
const known = once((world, machine): readonly Todo[] => rowsOf(world, machine, notKnown))

/** What is left to do on a machine. `worksNow`: of machines that tests wait for. */
export const todoOf = (world: World, machine: MachineState, worksNow?: WorksNow): readonly Todo[] =>
  worksNow ? rowsOf(world, machine, worksNow) : known(world, machine)
