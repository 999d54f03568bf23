/**
 * checks: all five checks of a machine with 2,000 entries against its fold.
 * fold: 100,000 entries over 50 machines with parts, standing and attribution, against JSON.parse of the same text.
 */
import { conclusionsOf } from '#core/history/attribution.ts'
import { fold } from '#core/history/fold.ts'
import { machineStanding } from '#core/history/status.ts'
import type { Entry } from '#core/history/entry.ts'
import { checksOf } from '#core/work/checks/index.ts'
import { generateLine } from './line.ts'
import { median, print, timeMs } from './measure.ts'

const now = '2026-11-01T12:00:00.000Z'

export function foldAll(entries: readonly Entry[]) {
  const world = fold(entries, { now })
  let seen = 0
  for (const machine of world.machines.values())
    seen += machineStanding(world, machine).standings.length + conclusionsOf(world, machine).length
  return seen
}

const text = JSON.stringify(generateLine(100_000, 50))
const entries = JSON.parse(text) as Entry[]
print({
  name: 'fold-entry-size',
  value: Math.max(...entries.slice(2).map((e) => JSON.stringify(e).length)),
  unit: 'bytes, largest',
  mean: Math.round(text.length / entries.length),
})
const rounds = 9
const parse = median(Array.from({ length: rounds }, () => timeMs(() => JSON.parse(text))))
const folded = median(Array.from({ length: rounds }, () => timeMs(() => foldAll(entries))))
print({
  name: 'fold',
  value: folded,
  unit: 'ms',
  against: `JSON.parse of the same ${(text.length / 1e6).toFixed(1)} MB: ${parse.toFixed(1)} ms`,
  ratio: folded / parse,
})

const small = generateLine(2_000, 1)
const large = generateLine(20_000, 1)
const smallMs = median(Array.from({ length: 15 }, () => timeMs(() => foldAll(small))))
const largeMs = median(Array.from({ length: 15 }, () => timeMs(() => foldAll(large))))
print({
  name: 'fold-growth',
  value: largeMs,
  unit: 'ms for one machine of 20,000 entries',
  against: `one of 2,000: ${smallMs.toFixed(2)} ms`,
  ratio: largeMs / smallMs,
})

const world = fold(small, { now })
const [machine] = world.machines.values()
const episode = machine?.episodes.at(-1)
if (!machine || !episode) throw new Error('the line has no episode')
const checksMs = median(Array.from({ length: 25 }, () => timeMs(() => checksOf(world, machine, episode))))
print({
  name: 'checks',
  value: checksMs,
  unit: 'ms, all five checks of a machine with 2,000 entries',
  against: `its fold with standing and attribution, ${smallMs.toFixed(2)} ms (limit 0.2)`,
  ratio: checksMs / smallMs,
})
