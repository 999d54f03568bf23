/** What this house found with each method, material and cover: so that the next person chooses by results, not by hearsay. */
import { sheetOf } from '#core/history/layout.ts'
import type { World } from '#core/history/world.ts'
import type { TreatmentSort } from '#core/history/bodies/treatment.ts'
import type { Change } from '#core/colour/evenness.ts'
import type { Position } from '#core/colour/sun.ts'
import { camerasOf } from './cameras.ts'
import { courseOf, doseOn, type Course, type Learned } from './course.ts'
import { yellowOfZones } from './yellow.ts'
import type { ZoneYellow } from './yellow-shape.ts'

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
  /** Share of the yellow gone an UV-hour, where it was measured before and after; the mean of so many. */
  readonly gone?: { readonly anHour: number; readonly n: number } | undefined
  /** Photographs before and after: more uneven, of so many that could be judged. */
  readonly uneven?: { readonly n: number; readonly of: number } | undefined
}

/** What photographs say of one place of one treatment: the last before it against the first after it. */
function measuredOf(
  zones: readonly ZoneYellow[],
  course: Course,
  place: string,
): { readonly anHour?: number | undefined; readonly evenness?: Change | undefined } {
  const zone = zones.find((z) => z.zone.toLowerCase() === place.toLowerCase())
  const before = zone?.colours.findLast((c) => c.at <= course.from)
  const after = zone?.colours.find((c) => course.to !== undefined && c.at >= course.to)
  const dose = doseOn(course, place)
  const gone =
    before?.db && after?.db && before.db.is >= leastYellow && 'uvHours' in dose && dose.uvHours > 0.5
      ? (1 - after.db.is / before.db.is) / dose.uvHours
      : undefined
  return { anHour: gone, evenness: before && after?.evenness }
}
/** Below this Δb* no share can be told. */
const leastYellow = 4
const added = (
  old: { readonly anHour: number; readonly n: number } | undefined,
  anHour: number | undefined,
) =>
  anHour === undefined
    ? old
    : { anHour: ((old?.anHour ?? 0) * (old?.n ?? 0) + anHour) / ((old?.n ?? 0) + 1), n: (old?.n ?? 0) + 1 }

/** By method, material and cover; most used first. */
export function houseVerdicts(world: World, here?: Position, learned?: Learned): HouseVerdict[] {
  const rows = new Map<string, HouseVerdict>()
  for (const machine of world.machines.values()) {
    const zones = sheetOf(world, machine)?.zones ?? []
    if (machine.treatments.length === 0) continue
    const yellow = yellowOfZones(machine, world.now, here, {
      cameras: camerasOf(world),
      ...(learned ? { learned } : {}),
    })
    for (const state of machine.treatments) {
      const { begun, ended } = state
      const course = courseOf(state, world.now, here, learned)
      for (const verdict of ended?.body.verdicts ?? []) {
        if (verdict.is === 'not looked at') continue
        const { sort, method, agent, cover } = begun.body
        const card = method ? world.methods.get(method)?.recipe.name : undefined
        const material = zones.find((z) => z.name.toLowerCase() === verdict.on.toLowerCase())?.material ?? ''
        const base = { sort, method: card ?? agent ?? 'no agent', material, cover }
        const key = JSON.stringify(base)
        const said: ReturnType<typeof measuredOf> =
          sort === 'whitening' ? measuredOf(yellow, course, verdict.on) : {}
        const row: HouseVerdict = rows.get(key) ?? { ...base, n: 0, better: 0, worse: 0 }
        rows.set(key, {
          ...row,
          n: row.n + 1,
          better: row.better + (verdict.is === 'better' ? 1 : 0),
          worse: row.worse + (verdict.is === 'worse' ? 1 : 0),
          gone: added(row.gone, said.anHour),
          uneven: said.evenness
            ? {
                n: (row.uneven?.n ?? 0) + (said.evenness === 'more uneven' ? 1 : 0),
                of: (row.uneven?.of ?? 0) + 1,
              }
            : row.uneven,
        })
      }
    }
  }
  return [...rows.values()].sort((a, b) => b.n - a.n || a.method.localeCompare(b.method))
}
