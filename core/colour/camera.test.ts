/** Checking a camera. The line by hand; Student's t against a statistics library (npm: jstat), beside the handbook's figures. */
import { jStat } from 'jstat'
import { describe, expect, it } from 'vitest'
import { dice } from '#core/quantity/dice.ts'
import { checkCamera, leastChips, studentAt, type Chip } from './camera.ts'
import { captureTroubles, refusesCapture } from './capture.ts'

const chips = (read: (b: number, i: number) => number, n = 12): Chip[] =>
  Array.from({ length: n }, (_, i) => {
    const b = -6 + (36 * i) / (n - 1)
    return { name: `chip ${i + 1}`, known: [70, 1, b], read: [70, 1, read(b, i)] }
  })
const found = (of: Chip[], neutrals = 3) => {
  const check = checkCamera(of, neutrals)
  if ('why' in check) throw new Error(check.why)
  return check
}

describe('a camera that is checked', () => {
  it('which tells the truth is trusted no further than a photograph goes', () => {
    const check = found(chips((b) => b))
    expect(check.slope).toBeCloseTo(1, 6)
    expect([check.contrast, check.floor]).toEqual([0.02, 0.2])
  })
  it('which shows colour too strong is off by as much, whatever it adds to all alike', () => {
    const check = found(chips((b) => 1.1 * b + 3))
    expect(check.slope).toBeCloseTo(1.1, 6)
    expect(check.contrast).toBeCloseTo(0.1, 6)
    expect(check.scatter).toBeCloseTo(0, 6)
  })
  it('names the chip that lies furthest off', () => {
    expect(found(chips((b, i) => (i === 4 ? b + 2.5 : b))).worst.name).toBe('chip 5')
  })
  it('of so many chips gives ranges that hold what is true of another pair', () => {
    const chance = dice(8)
    const noise = () => 0.6 * Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
    let held = 0
    for (let n = 0; n < 400; n++) {
      const slope = 1 + 0.08 * (2 * chance() - 1)
      const { contrast, floor } = found(chips((b) => slope * b + noise()))
      // Another pair by the same camera: 14 apart in truth.
      const db = slope * 14 + noise() - noise()
      const sd = Math.hypot(floor, contrast * db)
      if (Math.abs(db - 14) <= 1.96 * sd) held++
    }
    expect(held / 400).toBeGreaterThan(0.93)
  })
  it('by few chips, or by chips that are all alike, tells nothing', () => {
    expect(
      checkCamera(
        chips((b) => b, leastChips - 1),
        3,
      ),
    ).toEqual({ why: 'too few chips' })
    expect(
      checkCamera(
        chips((b) => b).map((c) => ({ ...c, known: [70, 1, 5] })),
        3,
      ),
    ).toEqual({
      why: 'chips too alike',
    })
  })
  it('has Student’s t as handbooks print it', () => {
    for (const freedom of [4, 7, 10, 18, 30])
      expect(studentAt(freedom)).toBeCloseTo(jStat.studentt.inv(0.975, freedom), 3)
    expect(studentAt(200)).toBe(1.96)
  })
})

describe('a file', () => {
  it('that was pressed together gives no number; a small one, or one that names no camera, is warned of', () => {
    const good = { megapixels: 12, camera: 'workshop phone', quality: 92 }
    expect(captureTroubles(good)).toEqual([])
    const pressed = captureTroubles({ ...good, quality: 72 })
    expect(pressed).toEqual([{ why: 'recompressed', quality: 72 }])
    expect(refusesCapture(pressed)).toBe(true)
    const copied = captureTroubles({ megapixels: 0.9, quality: 85 })
    expect(copied.map((t) => t.why)).toEqual(['small', 'no camera named'])
    expect(refusesCapture(copied)).toBe(false)
    // Nothing was lost in a file without loss.
    expect(captureTroubles({ megapixels: 12 })).toEqual([])
  })
})
