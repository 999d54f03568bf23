/** What sits at the mains: positions whose sheet gives them a safety class. */
import type { Place } from '#core/place.ts'
import { machineAround } from './presence.ts'
import { positionsOf } from './layout.ts'
import { type MachineState, type World } from './world.ts'

/** Whether a machine's sheet says that a position sits across the mains or between mains and earth. */
export const isMainsPosition = (
  world: World,
  machine: MachineState | undefined,
  designator: string,
): boolean =>
  machine !== undefined &&
  positionsOf(world, machine).some((p) => p.designator === designator && p.safetyClass !== undefined)

export const isAtMains = (world: World, place: Place): boolean =>
  place.position !== undefined && isMainsPosition(world, machineAround(world, place), place.position)
