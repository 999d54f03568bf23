/**
 * assign: 200 needs × 400 candidates, cost and time against an independent implementation. whole-machines: 200 random lots of 12
 * units × 12 modules against a mixed-integer solver. combine: the best pair from 500 values for all 96 targets of four decades of
 * E24, against trying every pair.
 */
import highsLoader from 'highs'
import computeMunkres from 'munkres-js'
import { assign } from '#core/parts/assignment.ts'
import { nearestPair, type Stocked } from '#core/parts/combine.ts'
import { wholeMachines, type LotUnit, type ModuleKind, type ModuleState } from '#core/parts/whole-machines.ts'
import { lotAsProgram } from '#core/testing/lot-program.ts'
import { decades } from '#core/quantity/preferred.ts'
import { median, percentile, print, timeMs } from './measure.ts'

/** The same numbers every time: a linear congruential generator, 0..1. */
let seed = 20_261_125
const random = () => (seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648

const matrix = Array.from({ length: 200 }, () =>
  Array.from({ length: 400 }, () => Math.round(random() * 1000)),
)
const ours: number[] = []
let cost = Number.NaN
for (let i = 0; i < 7; i++) ours.push(timeMs(() => (cost = assign(matrix)?.cost ?? Number.NaN)))
let theirCost = 0
const theirs = timeMs(() => {
  for (const [row, column] of computeMunkres(matrix.map((r) => [...r])))
    theirCost += matrix[row]?.[column] ?? 0
})
print({
  name: 'assign',
  value: median(ours),
  unit: 'ms for 200 needs × 400 candidates',
  against: `an independent implementation (munkres-js) ${theirs.toFixed(0)} ms, limit 2 ×`,
  ratio: median(ours) / theirs,
  cost,
  theirCost,
  equal: cost === theirCost ? 1 : 0,
})

const highs = await highsLoader()
const states: readonly ModuleState[] = ['good', 'good', 'good', 'bad', 'missing', 'unknown']
const times: number[] = []
let optima = 0
const lots = Number(process.env['BENCH_LOTS'] ?? 200)
for (let i = 0; i < lots; i++) {
  const kinds = Array.from({ length: 12 }, (_, k): ModuleKind => ({
    kind: `k${k}`,
    labour: k === 0 ? Number.POSITIVE_INFINITY : 1 + Math.floor(random() * 9),
  }))
  const units = Array.from({ length: 12 }, (_, u): LotUnit => ({
    id: `u${u}`,
    worth: Math.floor(random() * 6),
    modules: Object.fromEntries(
      kinds.map((kind) => [kind.kind, states[Math.floor(random() * states.length)] ?? 'bad']),
    ),
  }))
  let value = Number.NaN
  times.push(
    timeMs(() => {
      const plan = wholeMachines(units, kinds)
      if (plan) value = plan.machines.length * 10_000 + units.reduce((sum, u) => sum + u.worth, 0) - plan.cost
    }),
  )
  const solved = highs.solve(lotAsProgram(units, kinds, 10_000))
  if (Math.abs(value - solved.ObjectiveValue) < 1e-3) optima++
}
print({
  name: 'whole-machines',
  value: percentile(times, 95),
  unit: `ms p95 for 12 units × 12 modules, ${lots} random lots`,
  against: `optimum equal to a mixed-integer solver's (HiGHS) in ${optima} of ${lots}`,
  median: median(times),
})

const stock = Array.from({ length: 500 }, (_, i): Stocked => ({
  id: String(i),
  value: Number((10 ** (1 + 4 * random())).toPrecision(3)),
  count: 1,
}))
const targets = decades('E24', 1, 5)
const found: number[] = []
const combined = timeMs(() => {
  for (const target of targets)
    found.push(Math.abs(nearestPair(stock, target, 'resistor')?.error ?? Number.NaN))
})
const best: number[] = []
const exhaustive = timeMs(() => {
  for (const target of targets) {
    let least = Number.POSITIVE_INFINITY
    for (let a = 0; a < stock.length; a++)
      for (let b = a + 1; b < stock.length; b++) {
        const [x, y] = [stock[a]?.value ?? 0, stock[b]?.value ?? 0]
        least = Math.min(least, Math.abs((x + y) / target - 1), Math.abs((x * y) / (x + y) / target - 1))
      }
    best.push(least)
  }
})
print({
  name: 'combine',
  value: combined,
  unit: `ms for the best pair from 500 values for ${targets.length} targets`,
  against: `trying every pair ${exhaustive.toFixed(0)} ms`,
  ratio: combined / exhaustive,
  sameError: found.filter((error, i) => Math.abs(error - (best[i] ?? Number.NaN)) < 1e-9).length,
})
