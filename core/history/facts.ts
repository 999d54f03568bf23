/** What views ask of a machine over and over, in one place; each fact is derived when it is first asked for, and once (./once). */
import type { SheetFunction, SheetPosition, TypeSheet } from '#core/type/sheet.ts'
import type { EntryId, PartId } from '#core/ids.ts'
import { conclusionsOf, type Conclusion } from './attribution.ts'
import { functionsOf, positionsOf, sheetOf, structureOf } from './layout.ts'
import { once } from './once.ts'
import { contentsOf, type PositionContent } from './presence.ts'
import { machineStanding, trayOf, type MachineStanding } from './status.ts'
import { voidTests, type VoidTest } from './void.ts'
import type { MachineState, World } from './world.ts'

export class Facts {
  constructor(
    private readonly world: World,
    private readonly machine: MachineState,
  ) {}

  get sheet(): TypeSheet | undefined {
    return sheetOf(this.world, this.machine)
  }
  get functions(): readonly SheetFunction[] {
    return functionsOf(this.world, this.machine)
  }
  get positions(): readonly SheetPosition[] {
    return positionsOf(this.world, this.machine)
  }
  /** Functions, positions and points, and what depends on what. */
  get structure(): ReturnType<typeof structureOf> {
    return structureOf(this.world, this.machine)
  }
  get contents(): readonly PositionContent[] {
    return contentsOf(this.world, this.machine)
  }
  get standing(): MachineStanding {
    return machineStanding(this.world, this.machine)
  }
  get conclusions(): readonly Conclusion[] {
    return conclusionsOf(this.world, this.machine)
  }
  /** Tests that prove nothing of some function, and why. */
  get voids(): ReadonlyMap<EntryId, VoidTest> {
    return voidTests(this.world, this.machine)
  }
  get tray(): readonly PartId[] {
    return trayOf(this.world, this.machine)
  }
}

export const factsOf = once((world, machine) => new Facts(world, machine))
