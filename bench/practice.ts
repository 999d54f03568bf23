/**
 * practice: seeded cases on seeded machines, played by the advice of the house to their end. Levels 1 to 4 have a whole sheet and no
 * quirk; level 5 holds what no advice knows, and is printed by itself. Seeds were not used while the rules were made.
 */
import { dice } from '#core/quantity/dice.ts'
import { wilsonInterval } from '#core/quantity/proportion.ts'
import { SimulatedMachine } from '#core/practice/machine.ts'
import { madeCase, type Level } from '#core/practice/made.ts'
import { shortestMinutes } from '#core/practice/outcome.ts'
import { play, type Played } from '#core/practice/play.ts'
import type { PracticeCase } from '#core/practice/case.ts'
import { failures, print } from './measure.ts'
import { sheetOf } from './sheets.ts'

const firstSeed = Number(process.env['PRACTICE_SEED'] ?? 77_000_000)
const cases = Number(process.env['PRACTICE_CASES'] ?? 1000)
const startedAt = '2026-03-02T18:00:00.000Z'

interface Row extends Played {
  readonly told: PracticeCase
  readonly shortest: number
}
async function playOne(n: number, level: Level): Promise<Row> {
  const seed = firstSeed + n
  const told = madeCase(`bench-${n}`, sheetOf(dice(seed), n), level, seed)
  const machine = await SimulatedMachine.begin(told, startedAt, 'The advice')
  const failing = [...(await machine.truth())].flatMap(([fn, faults]) => (faults.length > 0 ? [fn] : []))
  return { ...(await play(machine)), told, shortest: shortestMinutes(told, failing) }
}
const mean = (numbers: readonly number[]) =>
  numbers.reduce((sum, n) => sum + n, 0) / Math.max(1, numbers.length)
const quantile = (numbers: readonly number[], q: number) =>
  [...numbers].sort((a, b) => a - b)[Math.min(numbers.length - 1, Math.floor(q * numbers.length))] ?? 0

function report(name: string, rows: readonly Row[], least?: number) {
  const solved = rows.filter((r) => r.solved)
  const left = (why: Played['left']) => rows.filter((r) => !r.solved && r.left === why).length
  const share = solved.length / rows.length
  print({
    name,
    value: share,
    unit: 'share solved',
    of: rows.length,
    lowerWilson: wilsonInterval(solved.length, rows.length).low,
    // A limit is a most: the share that may be left unsolved.
    ...(least === undefined ? {} : { ratio: 1 - share, limit: 1 - least }),
    minutesMean: mean(solved.map((r) => r.minutes)),
    minutesP90: quantile(
      solved.map((r) => r.minutes),
      0.9,
    ),
    minutesShortest: mean(solved.map((r) => r.shortest)),
    partsMean: mean(rows.map((r) => r.parts)),
    actsMean: mean(rows.map((r) => r.acts)),
    nothingToDo: left('nothing to do'),
    tooLong: left('too long'),
    barred: left('barred'),
    passesUnsolved: left(undefined),
  })
}

const plain: Row[] = []
for (let n = 0; n < cases; n++) plain.push(await playOne(n, ((n % 4) + 1) as Level))
report('practice', plain, 0.9)
for (const level of [1, 2, 3, 4] as const)
  report(
    `practice-level-${level}`,
    plain.filter((r) => r.told.level === level),
  )
print({
  name: 'practice-unsafe',
  value: plain.filter((r) => r.left === 'unsafe').length,
  unit: 'unsafe acts',
  limit: 0,
})

const quirks: Row[] = []
for (let n = 0; n < cases / 4; n++) quirks.push(await playOne(cases + n, 5))
const sortOf = ({ told }: Row) =>
  told.faults.some((f) => f.warm)
    ? 'warm'
    : told.hide.length > 0
      ? 'hidden'
      : told.truly.length > 0
        ? 'wrong sheet'
        : 'two faults'
for (const sort of ['warm', 'hidden', 'wrong sheet', 'two faults'])
  report(
    `practice-quirk-${sort.replace(' ', '-')}`,
    quirks.filter((r) => sortOf(r) === sort),
  )
process.exitCode = failures()
