/** read: one line read, p95 in ms (limit 10), at a machine of 500 positions; as a ratio against folding 2,000 entries of one once. */
import { fold } from '#core/history/fold.ts'
import { saidLines } from '#core/testing/reading/lines.ts'
import { readingScenes } from '#core/testing/reading/scenes.ts'
import type { ReadingScene } from '#core/work/reading/acts.ts'
import { readLine } from '#core/work/reading/index.ts'
import { generateLine } from './line.ts'
import { print } from './measure.ts'

const now = '2026-11-28T20:15'
const fixture = readingScenes['SW 2024.3']
if (!fixture) throw new Error('the fixture has no such scene')
const large: ReadingScene = {
  ...fixture,
  positions: [
    ...fixture.positions,
    ...Array.from({ length: 500 - fixture.positions.length }, (_, i) => ({
      name: `R${i + 300}`,
      kind: 'resistor',
    })),
  ],
  now,
}
const lines = Object.values(saidLines).flatMap((list) => list.map(([line]) => line))
for (const line of lines) readLine(line, large)
const took = lines.map((line) => {
  const from = performance.now()
  readLine(line, large)
  return performance.now() - from
})
const p95 = took.toSorted((a, b) => a - b)[Math.floor(took.length * 0.95)] ?? 0
const entries = generateLine(2_000, 1)
const from = performance.now()
fold(entries, { now: '2030-01-01T00:00:00.000Z' })
const folding = performance.now() - from
print({
  name: 'read',
  value: p95,
  unit: 'ms a line, p95',
  against: 'folding the 2,000 entries of the machine once',
  ratio: p95 / folding,
  lines: lines.length,
})
process.exit(p95 > 10 ? 1 : 0)
