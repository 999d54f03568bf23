/** What this house found with each method, material and cover: so that the next person chooses by results, not by hearsay. */
import { sheetOf } from '#core/history/layout.ts'
import type { World } from '#core/history/world.ts'
import type { TreatmentSort } from '#core/history/bodies/treatment.ts'

export interface HouseVerdict {
  readonly sort: TreatmentSort
  /** The card's name, or the agent, or how it was covered. */
  readonly method: string
  readonly material: string
  readonly cover: string
  /** Places judged, and of these. */
  readonly n: number
  readonly better: number
  readonly worse: number
}

/** By method, material and cover; most used first. */
export function houseVerdicts(world: World): HouseVerdict[] {
  const rows = new Map<string, HouseVerdict>()
  for (const machine of world.machines.values()) {
    const zones = sheetOf(world, machine)?.zones ?? []
    for (const { begun, ended } of machine.treatments)
      for (const verdict of ended?.body.verdicts ?? []) {
        if (verdict.is === 'not looked at') continue
        const { sort, method, agent, cover } = begun.body
        const card = method ? world.methods.get(method)?.recipe.name : undefined
        const material = zones.find((z) => z.name.toLowerCase() === verdict.on.toLowerCase())?.material ?? ''
        const base = { sort, method: card ?? agent ?? 'no agent', material, cover }
        const key = JSON.stringify(base)
        const row = rows.get(key) ?? { ...base, n: 0, better: 0, worse: 0 }
        rows.set(key, {
          ...row,
          n: row.n + 1,
          better: row.better + (verdict.is === 'better' ? 1 : 0),
          worse: row.worse + (verdict.is === 'worse' ? 1 : 0),
        })
      }
  }
  return [...rows.values()].sort((a, b) => b.n - a.n || a.method.localeCompare(b.method))
}
