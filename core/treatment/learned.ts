/**
 * What light that no index knows is worth: a trial piece is measured before and after, and what it lost is told in the UV-hours of
 * sun that would have taken as much. No default stands for it: glass and lamps differ too much.
 */
import { houseRate } from '#core/colour/exposure.ts'
import type { TreatmentState } from '#core/history/treatment-state.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { lightKey, type Learned } from './course.ts'
import { readColour } from './yellow.ts'

/** Below this Δb* a loss is lost in the error of the photograph. */
const leastYellow = 4

/** UV-hours of sun an hour of such light was worth to one trial piece; undefined where that was not measured. */
function worthOf(machine: MachineState, { begun, ended }: TreatmentState): number | undefined {
  if (!ended) return undefined
  const place = begun.body.on[0]?.toLowerCase()
  const [from, to] = [begun.happenedAt.latest, ended.happenedAt.latest]
  const distances = machine.colours
    .filter((c) => c.body.zone.toLowerCase() === place)
    .map((c) => ({ at: c.happenedAt.latest, db: readColour(c.body).db?.is }))
  const before = distances.findLast((c) => c.at <= from)?.db
  const after = distances.find((c) => c.at >= to)?.db
  const hours = (instantToMs(to) - instantToMs(from)) / 3_600_000
  if (before === undefined || after === undefined || before < leastYellow || hours <= 0) return undefined
  const share = after / before
  // What lost nothing, or everything, tells no rate.
  if (share >= 0.98 || share <= 0.02) return undefined
  return -Math.log(share) / houseRate.k / hours
}

/** By kind of light, over all trial pieces of the house: their geometric mean. */
export function learnedLights(world: World): Learned {
  const found = new Map<string, number[]>()
  for (const machine of world.machines.values())
    for (const treatment of machine.treatments) {
      const key = lightKey(treatment.begun.body)
      if (!key || !treatment.begun.body.trial) continue
      const worth = worthOf(machine, treatment)
      if (worth !== undefined) found.set(key, [...(found.get(key) ?? []), worth])
    }
  return new Map(
    [...found].map(([key, worths]) => [
      key,
      {
        anHour: Math.exp(worths.reduce((sum, w) => sum + Math.log(w), 0) / worths.length),
        trials: worths.length,
      },
    ]),
  )
}
