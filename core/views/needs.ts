/** What a machine lacks, as the list of the whole house shows it. */
import type { MachineState, World } from '#core/history/world.ts'
import type { Need } from '#core/parts/donors.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { needsOf } from './donors.ts'
import { reservationRow, type ReservationRow } from './lots.ts'

export interface NeedRow {
  readonly position: SheetPosition
  readonly why: Need['why']
  /** Parts and lots that are kept for this position of this machine. */
  readonly kept: readonly ReservationRow[]
}

/** Machines that are there to give parts, or are no longer here, want nothing. */
export const wantsParts = (machine: MachineState): boolean =>
  machine.purpose !== 'parts source' && machine.legal !== 'parts stock' && machine.legal !== 'disposed'

export function needRows(world: World, machine: MachineState): NeedRow[] {
  if (!wantsParts(machine)) return []
  return needsOf(world, machine).map(({ position, why }) => ({
    position,
    why,
    kept: world.reservations
      .filter((r) => r.machine === machine.id && r.position === position.designator)
      .map((r) => reservationRow(world, r)),
  }))
}
