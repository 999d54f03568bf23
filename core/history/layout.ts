/** How a machine is laid out: its sheet's functions and positions, and what was met of it beyond its sheet. */
import type { World, MachineState } from './world.ts'
import { dependenciesOf } from '#core/type/depends.ts'
import { once } from './once.ts'
import type { SheetFunction, SheetPosition, TestPoint, TypeSheet } from '#core/type/sheet.ts'

/** The functions a machine has: its type's, then those it met itself. */
export const functionsOf = once((world, machine): readonly SheetFunction[] => {
  const sheet = sheetOf(world, machine)
  if (machine.metFunctions.length === 0) return sheet?.functions ?? []
  // What was said of a point stands with the point.
  const points = new Set(sheet?.points.map((p) => p.name))
  const own = machine.metFunctions.filter(
    (m) => !points.has(m.name) && !sheet?.functions.some((f) => f.name === m.name),
  )
  const more = (fn: SheetFunction): SheetFunction => {
    const needs = machine.metFunctions.find((m) => m.name === fn.name)?.dependsOn ?? []
    return needs.length === 0 ? fn : { ...fn, dependsOn: [...new Set([...fn.dependsOn, ...needs])] }
  }
  return [...(sheet?.functions.map(more) ?? []), ...own]
})

export const positionsOf = once((world, machine): readonly SheetPosition[] =>
  withOwn(sheetOf(world, machine)?.positions, machine.metPositions),
)

/**
 * Functions, positions and points of a machine: what can depend on what. A rail that something depends on is a point, though no
 * sheet lists it.
 */
export const structureOf = once((world, machine) => {
  const functions = functionsOf(world, machine)
  const positions = positionsOf(world, machine)
  const points = (sheetOf(world, machine)?.points ?? []).map((point) => {
    const fed = machine.metFunctions.find((m) => m.name === point.name)?.dependsOn ?? []
    return fed.length === 0
      ? point
      : { ...point, dependsOn: [...new Set([...(point.dependsOn ?? []), ...fed])] }
  })
  const known = new Set([...positions.map((p) => p.designator), ...points.map((p) => p.name)])
  const rails = new Set(
    functions.flatMap((f) => f.dependsOn.filter((name) => rail.test(name) && !known.has(name))),
  )
  return {
    functions,
    positions,
    points:
      rails.size === 0 ? points : [...points, ...[...rails].map((name): TestPoint => ({ name, unit: 'V' }))],
  }
})

/** A rail by its voltage: 5V, +12 V, -5V. */
const rail = /^[+\-−]?\d+(?:[.,]\d+)?\s?V$/i

/** The functions with all that they hang on written out: positions and assemblies, through points and other functions. */
export const functionsResolved = once((world, machine): readonly SheetFunction[] => {
  const structure = structureOf(world, machine)
  return structure.functions.map((fn) => {
    const { anything, declared } = dependenciesOf(structure, fn)
    return { ...fn, dependsOn: anything ? [] : [...declared] }
  })
})

/** A sheet's positions and those that a machine adds, the sheet's first. */
export function withOwn(
  sheet: readonly SheetPosition[] = [],
  met: readonly SheetPosition[],
): readonly SheetPosition[] {
  if (met.length === 0) return sheet
  const known = new Set(sheet.map((p) => p.designator))
  return [...sheet, ...met.filter((m) => !known.has(m.designator) && known.add(m.designator))]
}

export const sheetOf = (world: World, machine: MachineState): TypeSheet | undefined =>
  machine.type ? world.types.get(machine.type)?.sheet : undefined
