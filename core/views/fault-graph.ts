/** The picture of what feeds what around a fault, as nodes and edges. */
import type { Fault } from '#core/diagnosis/fault.ts'
import { structureOf } from '#core/history/layout.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { upstreamOf } from '#core/type/depends.ts'
import type { FaultEdge, FaultNode } from './fault-shape.ts'

/** What feeds what, as far as it bears on what fails: points, positions and functions. */
export function graphOf(
  world: World,
  machine: MachineState,
  fault: Fault,
): { readonly nodes: readonly FaultNode[]; readonly edges: readonly FaultEdge[] } {
  const structure = structureOf(world, machine)
  const functions = new Map(structure.functions.map((f) => [f.name, f]))
  const points = new Map(structure.points.map((p) => [p.name, p]))
  const nodes = new Map<string, FaultNode>()
  const edges: FaultEdge[] = []
  const share = (name: string) =>
    Math.max(0, ...fault.suspects.filter((s) => s.instance.name === name).map((s) => s.share))
  const last = (name: string): FaultNode['is'] => {
    const o = fault.observations.findLast((x) => x.of === name && x.machine === machine.id && !x.aside)
    return o && (o.is === 'pass' ? 'pass' : 'fail')
  }
  const walk = (name: string) => {
    if (nodes.has(name)) return
    const fn = functions.get(name)
    const point = points.get(name)
    const sort = fn ? 'function' : point ? 'point' : 'position'
    nodes.set(name, { id: name, sort, share: share(name), is: sort === 'position' ? undefined : last(name) })
    for (const from of fn?.dependsOn ?? (point ? upstreamOf(point) : [])) {
      walk(from)
      edges.push({ from, to: name })
    }
  }
  for (const name of fault.failing) walk(name)
  // Functions that share something with what fails, and passed: they say what is good.
  for (const fn of structure.functions)
    if (!nodes.has(fn.name) && fn.dependsOn.some((d) => nodes.has(d)) && last(fn.name) === 'pass')
      walk(fn.name)
  return { nodes: [...nodes.values()], edges }
}
