/** Whether a machine is fed from the mains, as far as its plate and sheet say. */
import { sheetOf } from '#core/history/layout.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { takesCell } from '#core/type/part-kinds.ts'

/** Attributes are the machine's own, else its type's. */
export const attributeOf = (world: World, machine: MachineState, name: string): string | undefined =>
  machine.attributes[name] ?? sheetOf(world, machine)?.attributes[name]

/**
 * By the plate first: "none", "battery". Without one: a hazard of the mains says yes; an essential place for a cell, on a sheet
 * that names no mains, says no. Undefined where neither says.
 */
export function mainsFed(world: World, machine: MachineState): boolean | undefined {
  const plate = attributeOf(world, machine, 'mains')
  if (plate !== undefined) return !/^(?:none|no mains|battery|batteries|cells?)\b/i.test(plate.trim())
  const sheet = sheetOf(world, machine)
  if (sheet?.hazards.some((h) => h.kind === 'mains' || h.kind === 'live chassis')) return true
  const power = attributeOf(world, machine, 'power')
  if (power !== undefined && /\b(?:battery|batteries|cells?)\b/i.test(power))
    return /mains|adaptor|adapter/i.test(power)
  return sheet?.positions.some((p) => p.essential && takesCell(p)) ? false : undefined
}
