import { describe, expect, it } from 'vitest'
import { adviceOn, type Option } from './next.ts'

const swap = (suspect: number, minutes: number): Option => ({ minutes, toll: 0, mends: [suspect] })
const single = (...weights: number[]) => weights.map((weight, i) => ({ bad: [i], weight }))

describe('the next act', () => {
  // Reckoned by hand: 2 + 0.5 × 10 + 0.5 × (4 + 0.4 × 15) = 12; by swaps alone 4 + 0.7 × 10 + 0.2 × 15 = 14.
  it('tests first where that halves the way', () => {
    const options: Option[] = [
      swap(0, 10),
      swap(1, 4),
      swap(2, 15),
      { minutes: 2, toll: 0, slip: 0, sees: new Map([[0, 0]]) },
    ]
    const { acts, mendsOnly } = adviceOn(single(0.5, 0.3, 0.2), options)
    expect(mendsOnly).toBeCloseTo(14, 9)
    expect(acts[0]?.option).toBe(3)
    expect(acts[0]?.minutes).toBeCloseTo(12, 9)
  })
  // Swap first: 3 + 0.2 × (1 + 12) = 5.6; test first: 1 + 0.1 × 12 + 0.9 × (3 + 12 / 9) = 6.1.
  it('swaps first where one is by far the likeliest, though a test would tell more a minute', () => {
    const options: Option[] = [
      swap(0, 3),
      swap(1, 12),
      swap(2, 12),
      { minutes: 1, toll: 0, slip: 0, sees: new Map([[1, 0]]) },
    ]
    const { acts } = adviceOn(single(0.8, 0.1, 0.1), options)
    expect(acts[0]?.option).toBe(0)
    expect(acts[0]?.minutes).toBeCloseTo(5.6, 9)
    expect(acts.find((a) => a.option === 3)?.minutes).toBeCloseTo(6.1, 9)
    expect(acts.find((a) => a.option === 3)?.bits).toBeCloseTo(0.469, 3)
    expect(acts.find((a) => a.option === 0)?.bits).toBeCloseTo(0.9219 - 0.2, 2)
  })
  it('mends two faults one after the other', () => {
    const { mendsOnly } = adviceOn([{ bad: [0, 1], weight: 1 }], [swap(0, 5), swap(1, 7)])
    expect(mendsOnly).toBeCloseTo(12, 9)
  })
  it('reckons with what no mend reaches', () => {
    expect(adviceOn([{ bad: [0], weight: 1 }], [], { beyond: 60 }).mendsOnly).toBe(60)
    const nothing = [{ bad: [], weight: 1 }]
    const trial: Option = { minutes: 2, toll: 0, slip: 0, sees: new Map(), proves: true }
    expect(adviceOn(nothing, [swap(0, 10), trial], { beyond: 60 }).acts[0]).toMatchObject({
      option: 1,
      minutes: 2,
    })
  })
  it('counts what an act touches', () => {
    const options: Option[] = [
      { minutes: 4, toll: 10, mends: [0] },
      { minutes: 6, toll: 3, mends: [0] },
    ]
    expect(adviceOn(single(1), options).acts[0]?.option).toBe(1)
  })
})
