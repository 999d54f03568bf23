/** What a supply rail means for what is plugged into it: it kills where it is too high, and a part may be what holds it low. */
import { structureOf } from '#core/history/layout.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { dependenciesOf, type Structure } from '#core/type/depends.ts'
import { loadsOf } from './gathering.ts'
import { pointRows } from './points.ts'

/** What a rail that is not right, or not known, means for what goes into a position. */
export type AtRail = 'may mend it' | 'draws on it' | 'nothing'

/** A part feeds a point, or pulls it down where it is low; or draws on it; or has nothing to do with it as far as the sheet says what does. */
export function atRail(structure: Structure, at: string, point: string, low: boolean): AtRail {
  const deps = dependenciesOf(structure, { name: point, dependsOn: [point] })
  if (deps.declared.has(at) || deps.around.has(at)) return 'may mend it'
  const said = structure.points.find((p) => p.name === point)?.loads
  if (said && said.length > 0 && !said.includes(at)) return 'nothing'
  return low && loadsOf(structure, point).includes(at) ? 'may mend it' : 'draws on it'
}

/** A rail that was read out of its band: nothing is plugged into it before it is mended. */
export function railIsOut(world: World, machine: MachineState, at: string): boolean {
  return pointRows(world, machine).some(({ point, unit, last, expected }) => {
    if (unit !== 'V' || last?.within !== false || expected === undefined || last.value === undefined)
      return false
    return atRail(structureOf(world, machine), at, point, last.value < expected.nominal) === 'draws on it'
  })
}
