/** Where the assemblies of a machine sit by its sheet, under the ids that their parts would have. */
import { partAsFound, type PartId } from '#core/ids.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { inAssembly, inMachine, type Place } from '#core/place.ts'

/** Every assembly position, nested ones too, by the id that its part bears while nobody has touched it. Those that name each other in a circle are left out. */
export function homesIn(machine: string, positions: readonly SheetPosition[]): Map<PartId, Place> {
  const homes = new Map<PartId, Place>()
  const ids = new Map<string, PartId>()
  let pending = positions.filter((p) => p.assembly)
  while (pending.length > 0) {
    const rest = pending.filter((position) => {
      const holder = position.on === undefined ? machine : ids.get(position.on)
      if (holder === undefined) return true
      const id = partAsFound(holder, position.designator)
      ids.set(position.designator, id)
      homes.set(
        id,
        position.on === undefined
          ? inMachine(holder, position.designator)
          : inAssembly(holder, position.designator),
      )
      return false
    })
    if (rest.length === pending.length) break
    pending = rest
  }
  return homes
}
