/** Acts that only an authorised person may say they did. On a shared tablet that person says so by a PIN. */
import type { Authority } from '#core/history/bodies/rule.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { positionsOf, type World } from '#core/history/world.ts'
import { machineAround } from '#core/history/presence.ts'
import type { Place } from '#core/place.ts'

const precautionNeeds: Readonly<Record<string, Authority>> = {
  'tube discharged': 'picture tube',
  'earth and insulation': 'mains',
  'lithium declared': 'lithium',
}

/** The authority that an act needs by its nature; undefined for one that anybody may do. */
export function authorityFor(world: World, body: Body): Authority | undefined {
  switch (body.kind) {
    case 'power':
      return body.way === 'on' ? 'switch on' : undefined
    case 'precaution':
      return precautionNeeds[body.what]
    case 'change': {
      const machine = world.machines.get(body.machine)
      const atMains =
        machine &&
        positionsOf(world, machine).some(
          (p) => p.designator === body.target.name && p.safetyClass !== undefined,
        )
      return (
        (body.method ? world.methods.get(body.method)?.recipe.needs : undefined) ??
        (atMains && body.reach === 'altered' ? 'mains' : undefined)
      )
    }
    case 'move':
      return body.legs.some((leg) => atMains(world, leg.from) || atMains(world, leg.to)) ? 'mains' : undefined
    default:
      return undefined
  }
}

function atMains(world: World, place: Place): boolean {
  const machine = place.position === undefined ? undefined : machineAround(world, place)
  return (
    machine !== undefined &&
    positionsOf(world, machine).some((p) => p.designator === place.position && p.safetyClass !== undefined)
  )
}
