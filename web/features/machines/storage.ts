/** A storage round: what was done on each machine that goes to the shelf, and when somebody looks again. Pure; tested beside. */
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import { dayInterval } from '#core/quantity/time.ts'

export interface StorageForm {
  readonly cellsOut: boolean
  readonly memoryOff: boolean
  /** What was seen; empty: nobody looked. */
  readonly seen: string
  /** The day on which somebody looks again, "2027-03-01"; empty: not said. */
  readonly lookAgain: string
  readonly zone: string
}

/** The entries for one machine. Cells are said to be out only where it has places for them. */
export function storageBodies(machine: MachineId, cells: readonly string[], form: StorageForm): Body[] {
  const words = 'storage round'
  return [
    ...(form.cellsOut && cells.length > 0
      ? [{ kind: 'precaution', machine, what: 'cells out', words: `${words}: ${cells.join(', ')}` } as const]
      : []),
    ...(form.memoryOff ? [{ kind: 'precaution', machine, what: 'memory switch off', words } as const] : []),
    ...(form.seen.trim() ? [{ kind: 'note', machine, words: `${words}: ${form.seen.trim()}` } as const] : []),
    ...(form.lookAgain
      ? [
          {
            kind: 'task',
            what: 'put off',
            machine,
            task: 'look at it again in the store',
            reason: 'leaks and rust come back',
            until: dayInterval(form.lookAgain, form.zone).latest,
          } as const,
        ]
      : []),
  ]
}
