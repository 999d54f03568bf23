import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { agreementOf, disagreement, tableOf, weightedKappa } from './agreement.ts'

/** Proportions and disagreement weights of the worked example in Cohen, Psychol. Bull. 70 (1968) 213–220. */
const cohen = [
  [0.44, 0.07, 0.09],
  [0.05, 0.2, 0.05],
  [0.01, 0.03, 0.06],
]
const cohenWeights = [
  [0, 1, 3],
  [1, 0, 6],
  [3, 6, 0],
]

describe('weighted kappa', () => {
  it('gives the published 0.492 unweighted and 0.348 weighted (Cohen 1968)', () => {
    expect(weightedKappa(cohen, disagreement(3, 'unweighted'), 200)!.kappa).toBeCloseTo(0.492, 3)
    expect(weightedKappa(cohen, cohenWeights, 200)!.kappa).toBeCloseTo(0.348, 3)
  })

  it('is the plain kappa for a two by two table, any weighting (Cohen 1960: κ = (po − pe)/(1 − pe))', () => {
    const table = [
      [20, 5],
      [10, 15],
    ]
    for (const weighting of ['unweighted', 'linear', 'quadratic'] as const) {
      const got = weightedKappa(table, disagreement(2, weighting), 50)!
      // po = 35/50, pe = (25·30 + 25·20)/2500 = 0.5
      expect(got.kappa).toBeCloseTo(0.4, 12)
      expect(got.equal).toBeCloseTo(0.7, 12)
    }
  })

  it('has the standard error of the two by two case by its own formula (Fleiss, Cohen & Everitt 1969)', () => {
    const p = [
      [0.4, 0.1],
      [0.2, 0.3],
    ] as const
    const n = 50
    const kappa = 0.4
    const chance = 0.5
    // SE² = (A + B − C)/((1 − pe)² n), written out for categories as in Fleiss, Statistical Methods for Rates and Proportions (from memory).
    const rows = [0.5, 0.5]
    const columns = [0.6, 0.4]
    const a = [0, 1].reduce(
      (sum, i) => sum + p[i as 0 | 1][i as 0 | 1] * (1 - (rows[i]! + columns[i]!) * (1 - kappa)) ** 2,
      0,
    )
    const b =
      (1 - kappa) ** 2 * (p[0][1] * (columns[0]! + rows[1]!) ** 2 + p[1][0] * (columns[1]! + rows[0]!) ** 2)
    const c = (kappa - chance * (1 - kappa)) ** 2
    const expected = Math.sqrt((a + b - c) / ((1 - chance) ** 2 * n))
    expect(weightedKappa(p, disagreement(2, 'unweighted'), n)!.standardError).toBeCloseTo(expected, 10)
  })

  it('is 1 for full agreement, symmetric in the two graders, and within ±1', () => {
    const grade = fc.integer({ min: 1, max: 4 })
    fc.assert(
      fc.property(fc.array(fc.tuple(grade, grade), { minLength: 20, maxLength: 80 }), (pairs) => {
        const same = agreementOf(pairs.map(([a]) => [a, a]))
        if (same) expect(same.kappa).toBeCloseTo(1, 12)
        const one = agreementOf(pairs)
        const turned = agreementOf(pairs.map(([a, b]) => [b, a]))
        expect(one?.kappa ?? 0).toBeCloseTo(turned?.kappa ?? 0, 12)
        if (one) {
          expect(Math.abs(one.kappa)).toBeLessThanOrEqual(1 + 1e-12)
          expect(one.low95).toBeLessThanOrEqual(one.kappa)
          expect(one.high95).toBeGreaterThanOrEqual(one.kappa)
        }
      }),
    )
  })

  it('is not given below 20 pairs, nor where chance alone agrees fully', () => {
    const alike = Array.from({ length: 30 }, (): [number, number] => [2, 2])
    expect(agreementOf(alike.slice(0, 19))).toBeUndefined()
    expect(agreementOf(alike)).toBeUndefined()
  })

  it('counts pairs into the table by first and second grader', () => {
    expect(
      tableOf([
        [1, 2],
        [1, 2],
        [4, 3],
      ]),
    ).toEqual([
      [0, 2, 0, 0],
      [0, 0, 0, 0],
      [0, 0, 0, 0],
      [0, 0, 1, 0],
    ])
  })
})

describe('weights, bounds and what is not enough', () => {
  it('weighs being off by two twice as much as by one, or four times', () => {
    expect(disagreement(3, 'linear')).toEqual([
      [0, 1, 2],
      [1, 0, 1],
      [2, 1, 0],
    ])
    expect(disagreement(3, 'quadratic')).toEqual([
      [0, 1, 4],
      [1, 0, 1],
      [4, 1, 0],
    ])
    expect(disagreement(3, 'unweighted')).toEqual([
      [0, 1, 1],
      [1, 0, 1],
      [1, 1, 0],
    ])
  })
  it('has no answer without pairs, counts or weights', () => {
    const table = [
      [3, 1],
      [1, 3],
    ]
    const weights = disagreement(2, 'linear')
    expect(weightedKappa(table, weights, 8)).toBeDefined()
    for (const [t, w, n] of [
      [
        [
          [0, 0],
          [0, 0],
        ],
        weights,
        8,
      ],
      [table, weights, 0],
      [
        table,
        [
          [0, 0],
          [0, 0],
        ],
        8,
      ],
    ] as const)
      expect(weightedKappa(t, w, n)).toBeUndefined()
    // Everything in one category: chance alone agrees.
    expect(
      weightedKappa(
        [
          [4, 0],
          [0, 0],
        ],
        weights,
        4,
      ),
    ).toBeUndefined()
  })
  it('has an interval of 1.96 standard errors on both sides, within ±1', () => {
    const { kappa, standardError, low95, high95 } = weightedKappa(cohen, cohenWeights, 200)!
    expect(low95).toBeCloseTo(kappa - 1.959964 * standardError, 12)
    expect(high95).toBeCloseTo(kappa + 1.959964 * standardError, 12)
    // Few pairs: both ends would lie outside.
    const wide = weightedKappa(
      [
        [1, 1],
        [1, 1],
      ],
      disagreement(2, 'linear'),
      2,
    )!
    expect([wide.low95, wide.high95]).toEqual([-1, 1])
    expect(
      weightedKappa(
        [
          [4, 1],
          [0, 4],
        ],
        disagreement(2, 'linear'),
        1,
      )!.high95,
    ).toBe(1)
  })
  it('is told from twenty pairs on, and leaves out what is no grade', () => {
    const pairs = Array.from({ length: 20 }, (_, i): [number, number] => [1 + (i % 4), 1 + ((i >> 1) % 4)])
    expect(agreementOf(pairs.slice(1))).toBeUndefined()
    const told = agreementOf(pairs)!
    expect(told).toEqual(weightedKappa(tableOf(pairs), disagreement(4, 'linear'), 20))
    expect(told.kappa).not.toBeCloseTo(
      weightedKappa(tableOf(pairs), disagreement(4, 'quadratic'), 20)!.kappa,
      3,
    )
    expect(
      tableOf(
        [
          [1, 2],
          [5, 1],
          [1, 5],
          [1, 2],
        ],
        2,
      ),
    ).toEqual([
      [0, 2],
      [0, 0],
    ])
  })
})
