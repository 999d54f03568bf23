/** Works out, away from the thread that draws, what may be at fault in a case, what a run came to, and what each of its acts told. */
import { fold } from '#core/history/fold.ts'
import type { Entry } from '#core/history/entry.ts'
import type { MachineId } from '#core/ids.ts'
import { practiceFault } from '#core/practice/advice.ts'
import { outcomeOf, type Outcome } from '#core/practice/outcome.ts'
import { reviewOf, type Review } from '#core/practice/review.ts'
import type { PracticeRun } from '#core/practice/run.ts'
import type { FaultView } from '#core/views/fault-shape.ts'

export type PracticeAsk =
  | {
      readonly n: number
      readonly entries: readonly Entry[]
      readonly machine: MachineId
      readonly now: string
    }
  | { readonly n: number; readonly run: PracticeRun }
export interface PracticeTold {
  readonly n: number
  readonly fault?: FaultView | undefined
  readonly end?: { readonly outcome: Outcome; readonly review: Review } | undefined
  readonly error?: string | undefined
}

self.onmessage = async ({ data }: MessageEvent<PracticeAsk>) => {
  const answer = async (): Promise<PracticeTold> => {
    if ('run' in data)
      return { n: data.n, end: { outcome: await outcomeOf(data.run), review: await reviewOf(data.run) } }
    const world = fold(data.entries, { now: data.now })
    const machine = world.machines.get(data.machine)
    return { n: data.n, fault: machine && practiceFault(world, machine) }
  }
  self.postMessage(
    await answer().catch((error: unknown): PracticeTold => ({
      n: data.n,
      error: error instanceof Error ? error.message : String(error),
    })),
  )
}
