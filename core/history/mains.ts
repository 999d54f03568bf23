/** What decides whether an act is one of authorised people, drawn from whatever knows the machine. */
import type { MethodId } from '#core/ids.ts'
import type { Place } from '#core/place.ts'
import type { Authority } from './bodies/rule.ts'
import { machineAround } from './presence.ts'
import { positionsOf } from './layout.ts'
import { type MachineState, type World } from './world.ts'

/** Asked of the world where an entry is judged, of the composer's context before it is written. */
export interface AuthorityFacts {
  /** What a house method needs of whoever follows it. */
  readonly methodNeeds: (method: MethodId) => Authority | undefined
  /** Whether the sheet gives a position a safety class: it sits across the mains or between mains and earth. */
  readonly isAtMains: (machine: string, designator: string) => boolean
  readonly placeIsAtMains: (place: Place) => boolean
}

const isMainsPosition = (world: World, machine: MachineState | undefined, designator: string): boolean =>
  machine !== undefined &&
  positionsOf(world, machine).some((p) => p.designator === designator && p.safetyClass !== undefined)

export const authorityFacts = (world: World): AuthorityFacts => ({
  methodNeeds: (method) => world.methods.get(method)?.recipe.needs,
  isAtMains: (machine, designator) =>
    isMainsPosition(world, world.machines.get(machine as never), designator),
  placeIsAtMains: (place) =>
    place.position !== undefined && isMainsPosition(world, machineAround(world, place), place.position),
})
