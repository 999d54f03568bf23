/** Steps that are laid together, in what order, and what the search may turn of it. */
import type { PlanStep } from './problem.ts'

/** What the search may turn. */
export interface Genes {
  /** Groups of steps in the order in which they are laid. */
  readonly order: Int32Array
  /** By step: who is to do it, or −1 for whoever is free first. */
  readonly person: Int32Array
  /** By step: who is to be the second, or −1 for whoever is free. */
  readonly second: Int32Array
  /** By group: not before this tick. */
  readonly floor: Int32Array
  /** By group: 1 stays as it was told, where that can be; what follows something that does not, does not. */
  readonly kept: Uint8Array
}

export const plainGenes = (
  layer: { readonly groups: readonly (readonly number[])[] },
  steps: number,
): Genes => ({
  order: Int32Array.from(layer.groups, (_, i) => i),
  person: new Int32Array(steps).fill(-1),
  second: new Int32Array(steps).fill(-1),
  floor: new Int32Array(layer.groups.length),
  kept: new Uint8Array(layer.groups.length),
})

/** Steps in an order that no step comes before what it follows. Throws a RangeError on a circle. */
export function inOrder(steps: readonly PlanStep[]): number[] {
  const left = steps.map((s) => s.after.length)
  const next: number[][] = steps.map(() => [])
  steps.forEach((s, i) => s.after.forEach((b) => next[b.step]?.push(i)))
  const found = steps.flatMap((s, i) => (s.after.length === 0 ? [i] : []))
  for (let n = 0; n < found.length; n++)
    for (const i of next[found[n] ?? -1] ?? []) if (--(left[i] as number) === 0) found.push(i)
  if (found.length < steps.length) throw new RangeError('steps wait for each other in a circle')
  return found
}

/** Steps that are tied by a longest gap or by *tonight*. */
export function groupsOf(steps: readonly PlanStep[]): number[][] {
  const of = steps.map((_, i) => i)
  const root = (i: number): number => (of[i] === i ? i : (of[i] = root(of[i] as number)))
  steps.forEach((s, i) => {
    for (const b of s.after) if (b.most !== undefined || steps[b.step]?.tonight) of[root(i)] = root(b.step)
  })
  const groups = new Map<number, number[]>()
  for (const i of inOrder(steps)) {
    const list = groups.get(root(i))
    if (list) list.push(i)
    else groups.set(root(i), [i])
  }
  return [...groups.values()]
}
