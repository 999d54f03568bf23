/** Bodies of one machine, written short: for tests of what an entry leaves in the world. */
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import { numberedId } from './script.ts'

export const home = numberedId<MachineId>(1, 4)

/** A body of that machine as it stands: what a test leaves out is left out. */
export const told = (kind: Body['kind'], more: object): Body =>
  ({ kind, machine: home, ...more }) as unknown as Body
