/** Evenness on surfaces that are made: flat, sloping, streaked, blotched, under noise. */
import { describe, expect, it } from 'vitest'
import { dice } from '#core/quantity/dice.ts'
import { evennessChange, evennessOf, type Cells } from './evenness.ts'

const [across, down] = [48, 36]
type Made = (x: number, y: number) => number
function surface(of: Made, noise: number, seed: number): Cells {
  const chance = dice(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
  return {
    across,
    down,
    b: Array.from(
      { length: across * down },
      (_, i) => of(i % across, Math.floor(i / across)) + noise * normal(),
    ),
  }
}
/** Streaks of a standard deviation, running at an angle, degrees. */
const streaks =
  (sd: number, angle: number): Made =>
  (x, y) => {
    const a = (angle * Math.PI) / 180
    return sd * Math.SQRT2 * Math.sin((2 * Math.PI * (-x * Math.sin(a) + y * Math.cos(a))) / 12)
  }
const blotches =
  (sd: number, phase = 0): Made =>
  (x, y) =>
    2 * sd * Math.sin((2 * Math.PI * x) / 13 + phase) * Math.sin((2 * Math.PI * y) / 13 + 1.3 * phase)

describe('evenness', () => {
  it('of a flat surface is even, whatever the noise; a slope is taken out and said apart', () => {
    for (const noise of [0.2, 0.6, 1.2])
      expect(evennessOf(surface(() => 12, noise, 3))!.spread).toBeLessThan(1.1 * noise)
    const sloping = evennessOf(surface((x) => (4 * x) / (across - 1), 0.2, 4))!
    expect(sloping.slope[0]).toBeCloseTo(4, 1)
    expect(sloping.spread).toBeLessThan(0.5)
  })
  it('ranks spreads of 0.5, 1 and 2, streaks and blotches alike', () => {
    for (const made of [(sd: number) => streaks(sd, 20), blotches]) {
      const found = [0.5, 1, 2].map((sd) => evennessOf(surface(made(sd), 0.3, 5))!.spread)
      expect(found[0]!).toBeLessThan(found[1]!)
      expect(found[1]!).toBeLessThan(found[2]!)
      expect(found[2]!).toBeGreaterThan(4.5)
      expect(found[2]!).toBeLessThan(7)
    }
  })
  it('tells streaks from blotches, and which way they run', () => {
    for (const angle of [0, 20, 65, 90, 140]) {
      const found = evennessOf(surface(streaks(1, angle), 0.3, 6))!
      expect(found.coherence).toBeGreaterThan(0.88)
      const off = Math.abs(found.direction - angle)
      expect(Math.min(off, 180 - off)).toBeLessThan(5)
    }
    expect(evennessOf(surface(blotches(1), 0.3, 7))!.coherence).toBeLessThan(0.28)
  })
  it('is not judged on too few cells, and leaves out what is no plastic', () => {
    expect(evennessOf({ across: 20, down: 18, b: Array.from({ length: 360 }, () => 0) })).toBeUndefined()
    const vents = surface((x, y) => (x > 10 && x < 16 && y > 10 && y < 20 ? NaN : 12), 0.2, 8)
    expect(evennessOf(vents)!.spread).toBeLessThan(0.4)
  })
})

describe('evenness before and after', () => {
  const trials = Array.from({ length: 8 }, (_, i) => i)
  const said = (before: (i: number) => Made, after: (i: number) => Made, noise = [0.3, 0.3]) =>
    trials.map((i) =>
      evennessChange(
        surface(before(i), noise[0]!, 100 + i),
        surface(after(i), noise[1]!, 200 + i),
        dice(300 + i),
      ),
    )
  const of = (answers: readonly (string | undefined)[], what: string) =>
    answers.filter((a) => a === what).length
  it('sees what got more even and what got more uneven', () => {
    expect(
      of(
        said(
          (i) => blotches(2, i),
          (i) => blotches(0.5, i),
        ),
        'more even',
      ),
    ).toBe(8)
    expect(
      of(
        said(
          (i) => blotches(1, i),
          (i) => blotches(2, i),
        ),
        'more uneven',
      ),
    ).toBe(8)
    expect(
      of(
        said(
          () => () => 12,
          (i) => blotches(1, i),
        ),
        'more uneven',
      ),
    ).toBe(8)
  })
  it('calls unchanged what is unchanged, also when one photograph is noisier', () => {
    expect(
      of(
        said(
          (i) => blotches(1, i),
          (i) => blotches(1, i),
        ),
        'no change',
      ),
    ).toBeGreaterThanOrEqual(7)
    expect(
      of(
        said(
          (i) => blotches(1, i),
          (i) => blotches(1, i),
          [0.3, 0.9],
        ),
        'no change',
      ),
    ).toBeGreaterThanOrEqual(7)
  })
})
