/** Plans whole machines away from the thread that draws; whoever asked ends it by ending the worker. */
import { wholeMachines, type LotPlan, type LotUnit, type ModuleKind } from '#core/parts/whole-machines.ts'

export interface WholeAsk {
  readonly units: readonly LotUnit[]
  readonly kinds: readonly ModuleKind[]
  /** Revision of each unit: modules of kinds named here serve only within one revision. */
  readonly revisions: Readonly<Record<string, string | undefined>>
  readonly apart: readonly string[]
}
export type WholeAnswer = { readonly plan: LotPlan; readonly ms: number } | { readonly tooMany: number }

self.onmessage = ({ data: { units, kinds, revisions, apart } }: MessageEvent<WholeAsk>) => {
  const began = performance.now()
  try {
    const plan = wholeMachines(
      units,
      kinds,
      (kind, from, to) => !apart.includes(kind) || revisions[from] === revisions[to],
    )
    if (plan) self.postMessage({ plan, ms: performance.now() - began } satisfies WholeAnswer)
  } catch (error) {
    if (error instanceof RangeError) self.postMessage({ tooMany: units.length } satisfies WholeAnswer)
    else throw error
  }
}
