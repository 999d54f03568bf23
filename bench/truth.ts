/**
 * truth: what the product says of simulated workshops, held against what is true of them (core/testing/truth). First all written
 * and the sheet whole; then the same with 5 % of acts not written and 10 % of sheet lines missing.
 */
import { compareOne, noCounts, sorts, type Counts, type Sort } from '#core/testing/truth/compare.ts'
import { wilsonInterval } from '#core/quantity/proportion.ts'
import { failures, print } from './measure.ts'

/** Seeds from here on were not looked at while the rules were made. */
const firstSeed = Number(process.env['TRUTH_SEED'] ?? 20_261_128)
const enough = 300
const most = 6000

/** Least share that must be right; of those that count faults, none may be. */
const least: Readonly<Record<Sort, number>> = {
  ledger: 1,
  working: 1,
  shown: 0.98,
  presumed: 0.85,
  among: 0.99,
  nothing: 1,
  ends: 1,
}

async function told(unwritten: number, missing: number): Promise<{ counts: Counts; workshops: number }> {
  const counts = noCounts()
  let workshops = 0
  while (workshops < most && sorts.some((s) => counts[s].right + counts[s].wrong < enough))
    await compareOne({ seed: firstSeed + workshops++, unwritten, missing }, counts)
  return { counts, workshops }
}

function report(name: string, { counts, workshops }: Awaited<ReturnType<typeof told>>, limited: boolean) {
  for (const sort of sorts) {
    const { right, wrong, examples } = counts[sort]
    const of = right + wrong
    const shared = sort === 'shown' || sort === 'presumed' || sort === 'among' || sort === 'nothing'
    print({
      name: `${name}-${sort}`,
      value: shared ? right / of : wrong,
      unit: shared ? 'share right' : 'wrong',
      of,
      wrong,
      lowerWilson: wilsonInterval(right, of).low,
      workshops,
      // A limit is a most: the share that may be wrong.
      ...(limited ? { ratio: wrong / of, limit: 1 - least[sort] } : {}),
      ...(wrong > 0 ? { examples: examples.slice(0, 3).join(' | ') } : {}),
    })
  }
}

report('truth', await told(0, 0), true)
report('truth-untold', await told(0.05, 0.1), false)
process.exitCode = failures()
