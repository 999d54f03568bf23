import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mostFailures, sharesOf, type Problem, type Way } from './shares.ts'

/** The same by definition: a sum over every set of bad suspects, each by one of its ways. Shares no code with the method. */
function byEnumeration({ suspects, slips }: Problem): { bad: number[]; seen: number; none: number } {
  const bad = suspects.map(() => 0)
  let seen = 0
  let none = 0
  const walk = (i: number, chosen: (Way | undefined)[], p: number) => {
    if (i < suspects.length) {
      const ways = suspects[i] ?? []
      const all = 1 + ways.reduce((s, w) => s + w.odds, 0)
      walk(i + 1, [...chosen, undefined], p / all)
      for (const way of ways) walk(i + 1, [...chosen, way], (p * way.odds * way.passed) / all)
      return
    }
    let term = p
    slips.forEach((slip, f) => {
      let passes = 1 - slip
      for (const way of chosen)
        for (const [failure, mask] of way?.fails ?? []) if (failure === f) passes *= mask
      term *= 1 - passes
    })
    seen += term
    if (chosen.every((way) => !way)) none += term
    chosen.forEach((way, k) => {
      if (way) bad[k] = (bad[k] ?? 0) + term
    })
  }
  walk(0, [], 1)
  return { bad: bad.map((b) => b / seen), seen, none: none / seen }
}

/** Suspects by name with their odds; results in the order of time, each with the suspects that it exercises and their masks. */
interface Result {
  readonly is: 'pass' | 'fail'
  readonly of: Readonly<Record<string, number>>
  readonly slip?: number
}
const of = (names: string, mask = 0.05) => Object.fromEntries([...names.split(' ')].map((n) => [n, mask]))
function sharesBy(
  odds: Readonly<Record<string, number>>,
  results: readonly Result[],
): Record<string, number> {
  const names = Object.keys(odds)
  const fails = results.filter((r) => r.is === 'fail')
  const found = sharesOf({
    slips: fails.map((f) => f.slip ?? 0.01),
    suspects: names.map((name) => [
      {
        odds: odds[name] ?? 0.02,
        passed: results.reduce((p, r) => (r.is === 'pass' ? p * (r.of[name] ?? 1) : p), 1),
        fails: fails.flatMap((r, i) => (r.of[name] === undefined ? [] : [[i, r.of[name]] as const])),
      },
    ]),
  })
  return Object.fromEntries(names.map((name, i) => [name, Number((found.bad[i] ?? 0).toFixed(4))]))
}
const even = (names: string, odds = 0.02) => Object.fromEntries(names.split(' ').map((n) => [n, odds]))
/** Odds whose probability is p. */
const sure = (p: number) => p / (1 - p)

describe('shares', () => {
  // No published table is known; the values are of the definition, reckoned by enumeration apart from this code.
  it.each<readonly [string, Record<string, number>, Result[], Record<string, number>]>([
    [
      'one failure of three',
      even('A B C'),
      [{ is: 'fail', of: of('A B C') }],
      { A: 0.2904, B: 0.2904, C: 0.2904 },
    ],
    [
      'one of them passes in full',
      even('A B C'),
      [
        { is: 'fail', of: of('A B C') },
        { is: 'pass', of: of('C') },
      ],
      { A: 0.3932, B: 0.3932, C: 0.0201 },
    ],
    [
      'or by a look',
      even('A B C'),
      [
        { is: 'fail', of: of('A B C') },
        { is: 'pass', of: of('C', 0.5) },
      ],
      { A: 0.3363, B: 0.3363, C: 0.1699 },
    ],
    [
      'a short pass, counted once',
      even('A B'),
      [
        { is: 'fail', of: of('A B') },
        { is: 'pass', of: of('B', 0.25) },
      ],
      { A: 0.5643, B: 0.1433 },
    ],
    [
      'the same pass as if it had been three',
      even('A B'),
      [{ is: 'fail', of: of('A B') }, ...Array(3).fill({ is: 'pass', of: of('B', 0.25) })],
      { A: 0.6487, B: 0.0103 },
    ],
    [
      'in turn with a proved one, no seats',
      { A: 0.02, B: 0.02, A2: sure(0.001) },
      [
        { is: 'fail', of: of('A B') },
        { is: 'fail', of: of('A2 B') },
      ],
      { A: 0.0313, B: 0.9831, A2: 0.0025 },
    ],
    [
      'in turn, with new seats and seen again',
      { A: 0.02, B: 0.02, S1: 0.02, A2: sure(0.001), S2: 0.02 },
      [
        { is: 'fail', of: of('A B S1'), slip: 0.001 },
        { is: 'fail', of: of('A2 B S2'), slip: 0.001 },
      ],
      { A: 0.04, B: 0.9588, S1: 0.04, S2: 0.0571, A2: 0.0029 },
    ],
    [
      'a proved one cures',
      { A: 0.02, B: 0.02, S1: 0.02, A2: sure(0.001), S2: 0.02 },
      [
        { is: 'fail', of: of('A B S1'), slip: 0.001 },
        { is: 'pass', of: of('A2 B S2') },
      ],
      { A: 0.4808, S1: 0.4808, B: 0.0245, S2: 0.001, A2: 0.0001 },
    ],
    [
      'reseated, and it passes',
      even('A B S1 S2'),
      [
        { is: 'fail', of: of('A B S1'), slip: 0.001 },
        { is: 'pass', of: of('A B S2') },
      ],
      { A: 0.0443, B: 0.0443, S1: 0.8678, S2: 0.001 },
    ],
    [
      'the host fails with it and passes with its own',
      { A: 0.02, B: 0.02, H: sure(0.001) },
      [
        { is: 'fail', of: of('A B') },
        { is: 'fail', of: of('A H') },
        { is: 'pass', of: of('H') },
      ],
      { A: 0.9844, B: 0.0304, H: 0.0001 },
    ],
    [
      'two machines on one tape',
      { A: 0.02, B: 0.02, tape: sure(0.002) },
      [
        { is: 'fail', of: of('A tape') },
        { is: 'fail', of: of('B tape') },
      ],
      { tape: 0.6916, A: 0.2163, B: 0.2163 },
    ],
    [
      'a low rail and what loads it',
      { R: 0.02, ...even('C0 C1 C2 C3 C4 C5 C6 C7') },
      [{ is: 'fail', of: { R: 0.05, ...of('C0 C1 C2 C3 C4 C5 C6 C7', 0.8) } }],
      { R: 0.3191, C0: 0.0817, C7: 0.0817 },
    ],
    [
      'the same rail is right with the board unplugged',
      { R: 0.02, ...even('C0 C1 C2 C3 C4 C5 C6 C7') },
      [
        { is: 'fail', of: { R: 0.05, ...of('C0 C1 C2 C3 C4 C5 C6 C7', 0.8) } },
        { is: 'pass', of: of('R') },
      ],
      { R: 0.0229, C0: 0.1087 },
    ],
    [
      'comes and goes: passes of its suspects are weakened',
      even('A B'),
      [
        { is: 'fail', of: of('A B') },
        ...Array(2).fill({ is: 'pass', of: of('B', 0.05 + 0.95 * (1 - 1 / 3)) }),
      ],
      { A: 0.5042, B: 0.238 },
    ],
    [
      'two faults, proved ones in their stead',
      { ...even('A B'), ...even('A2 B2', sure(0.001)) },
      [
        { is: 'fail', of: of('A B') },
        { is: 'fail', of: of('A2 B') },
        { is: 'pass', of: of('A2 B2') },
        { is: 'fail', of: of('A B2') },
      ],
      { A: 0.7481, B: 0.7481 },
    ],
    [
      'two swaps before one test',
      even('A B A2 B2'),
      [
        { is: 'fail', of: of('A B') },
        { is: 'pass', of: of('A2 B2') },
      ],
      { A: 0.4009, B: 0.4009 },
    ],
    [
      'known weak, and what stood in for it not proved',
      { A: 0.1, B: 0.02, A2: 0.1 },
      [
        { is: 'fail', of: of('A B') },
        { is: 'fail', of: of('A2 B') },
      ],
      { A: 0.365, A2: 0.365, B: 0.6666 },
    ],
  ])('%s', (_name, odds, results, asked) => {
    const found = sharesBy(odds, results)
    for (const [name, share] of Object.entries(asked)) expect([name, found[name]]).toEqual([name, share])
  })

  it('counts a pass only against what had happened by then', () => {
    // B was disturbed (odds 0.04) after it had passed once, or nine times.
    const shares = (times: number) =>
      sharesOf({
        slips: [0.01],
        suspects: [
          [{ odds: 0.02, passed: 1, fails: [[0, 0.05]] }],
          [
            { odds: 0.02, passed: 0.05 ** times, fails: [[0, 0.05]] },
            { odds: 0.04, passed: 1, fails: [[0, 0.05]] },
          ],
        ],
      }).bad.map((s) => Number(s.toFixed(4)))
    expect(shares(1)).toEqual([0.2882, 0.5783])
    expect(shares(9)).toEqual([0.292, 0.5723])
  })

  it('says how likely what was seen is', () =>
    expect(
      sharesOf({
        slips: [0.01],
        suspects: Array.from({ length: 3 }, () => [{ odds: 0.02, passed: 1, fails: [[0, 0.05]] }]),
      }).seen,
    ).toBeCloseTo(0.064299, 6))

  it('equals the sum over all sets', () => {
    const unit = fc.double({ min: 0, max: 1, noNaN: true })
    const problem = fc.integer({ min: 1, max: 4 }).chain((failures) =>
      fc.record({
        slips: fc.array(fc.double({ min: 0.0005, max: 0.3, noNaN: true }), {
          minLength: failures,
          maxLength: failures,
        }),
        suspects: fc.array(
          fc.array(
            fc.record({
              odds: fc.double({ min: 0.0001, max: 2, noNaN: true }),
              passed: unit,
              fails: fc
                .subarray(Array.from({ length: failures }, (_, i) => i))
                .chain((which) =>
                  fc
                    .array(unit, { minLength: which.length, maxLength: which.length })
                    .map((masks) => which.map((f, i) => [f, masks[i] ?? 1] as const)),
                ),
            }),
            { minLength: 1, maxLength: 2 },
          ),
          { minLength: 1, maxLength: 8 },
        ),
      }),
    )
    fc.assert(
      fc.property(problem, (p) => {
        const found = sharesOf(p)
        const asked = byEnumeration(p)
        expect(found.seen).toBeCloseTo(asked.seen, 12)
        expect(found.none).toBeCloseTo(asked.none, 9)
        found.bad.forEach((share, i) => expect(Math.abs(share - (asked.bad[i] ?? 0))).toBeLessThan(1e-9))
      }),
      { numRuns: 200 },
    )
  })

  it('cancels nothing: eight failures that share no suspect', () => {
    const suspects = Array.from({ length: 24 }, (_, i) => [
      { odds: 0.02, passed: 1, fails: [[Math.floor(i / 3), 0.05] as const] },
    ])
    const { bad } = sharesOf({ slips: Array(8).fill(0.05), suspects })
    expect(new Set(bad.map((b) => b.toFixed(9))).size).toBe(1)
    expect(bad[0]).toBeGreaterThan(0.1)
  })

  it('keeps the narrowest failures where there are too many to tell apart', () => {
    const wide = Array.from({ length: 20 }, (_, i) => i)
    const { bad } = sharesOf({
      slips: wide.map(() => 0.01),
      suspects: wide.map((i) => [
        {
          odds: 0.02,
          passed: 1,
          fails: wide.flatMap((f) =>
            f === 0 ? (i === 7 ? [[f, 0.05] as const] : []) : [[f, 0.05] as const],
          ),
        },
      ]),
    })
    expect(wide.length).toBeGreaterThan(mostFailures)
    const others = bad.filter((_, i) => i !== 7)
    expect(bad[7]).toBeGreaterThan(3 * Math.max(...others))
  })
})
