/** What a number or a tag stands for in the world of a case. */
import type { LookedUp } from '#core/composer/index.ts'
import type { World } from '#core/history/world.ts'
import type { MachineId } from '#core/ids.ts'
import { machineContext, partContext } from '#core/views/contexts.ts'

export function lookUpIn(world: World, word: string, seenFrom: MachineId): LookedUp {
  const name = word.toLowerCase()
  const machine = [...world.machines.values()].find((m) => m.entryNumber.toLowerCase() === name)
  const part = [...world.parts.values()].find((p) => p.tag?.toLowerCase() === name)
  return {
    machine: machine && machineContext(world, machine.id),
    part: part && partContext(world, part.id, seenFrom),
  }
}
