/** The discharge sum against the published formula and limit, and where it refuses. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { discharge, touchLimitVolts, voltsAfter, type Discharge } from './discharge.ts'

const sum = (ohms: number, farads: number, volts: number) => discharge(ohms, farads, volts) as Discharge

describe('the discharge of a supply capacitor', () => {
  it('answers the worked example: 330 µF at 325 V through 2.2 kΩ gives 17.4 J, 48 W at first, 1.2 s to 60 V', () => {
    const found = sum(2200, 330e-6, 325)
    expect(found.joules).toBeCloseTo(17.4, 1)
    expect(found.peakWatts).toBeCloseTo(48, 0)
    expect(found.seconds).toBeCloseTo(1.2, 1)
    expect(found.constant).toBeCloseTo(0.726, 3)
  })
  it('is at the limit of IEC 60364-4-41 when its time is over, for any supply capacitor (V0·e^(−t/RC))', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 1e6, noNaN: true }),
        fc.double({ min: 1e-9, max: 1, noNaN: true }),
        fc.double({ min: 60.001, max: 1000, noNaN: true }),
        (r, c, v) => {
          const found = sum(r, c, v)
          expect(voltsAfter(found.seconds, r, c, v) / touchLimitVolts).toBeCloseTo(1, 9)
          // What the resistor turns to heat in all is what the capacitor held: the power halves its integral every RC/2·ln 2.
          expect((found.peakWatts * found.constant) / 2 / found.joules).toBeCloseTo(1, 9)
        },
      ),
    )
  })
  it('takes no time from below the limit', () => expect(sum(1000, 1e-3, 48).seconds).toBe(0))
  it('refuses a tube anode, and sums without a value', () => {
    expect(discharge(1e6, 2e-9, 14_000)).toBe('tube anode')
    expect(discharge(0, 1e-6, 100)).toBe('not positive')
    expect(discharge(100, Number.NaN, 100)).toBe('not positive')
  })
})
