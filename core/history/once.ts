/**
 * What follows from a machine's state is derived once for each folded world, however many views ask for it: a world does not
 * change once it is folded. While it is being folded, nothing is kept.
 */
import type { MachineState, World } from './world.ts'

const folded = new WeakSet<World>()

/** Says that a world is folded: what is derived of it holds as long as it does. */
export const seal = (world: World): void => void folded.add(world)

/** The same derivation, made once for each world and machine. What it answers must not be changed by whoever asks. */
export function once<T extends object>(
  derive: (world: World, machine: MachineState) => T,
): (world: World, machine: MachineState) => T {
  const held = new WeakMap<World, WeakMap<MachineState, T>>()
  return (world, machine) => {
    if (!folded.has(world)) return derive(world, machine)
    let ofWorld = held.get(world)
    if (!ofWorld) held.set(world, (ofWorld = new WeakMap()))
    const known = ofWorld.get(machine)
    if (known) return known
    const derived = derive(world, machine)
    ofWorld.set(machine, derived)
    return derived
  }
}
