/** Whether test gear can matter for a function: one test may try several, and not each of them uses all that was on the bench. */
import type { GearId } from '#core/ids.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { functionsOf } from './layout.ts'
import type { MachineState, World } from './world.ts'

/** Of a kind that the function needs; or of one that no function of the machine is said to need, so that nobody can tell. */
export function gearMatters(
  world: World,
  machine: MachineState,
  fn: Pick<SheetFunction, 'needs'>,
  id: GearId,
): boolean {
  const kind = world.gear.get(id)?.gearKind
  return (
    fn.needs.some((n) => n.gearKind === kind) ||
    !functionsOf(world, machine).some((f) => f.needs.some((n) => n.gearKind === kind))
  )
}
