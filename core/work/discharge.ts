/**
 * What a bleeding resistor does to a charged supply capacitor. For the reservoir capacitors of supplies only: a picture
 * tube is a capacitor whose charge creeps back out of the glass, for which no resistor sum serves.
 * V(t) = V0·e^(−t/RC); energy ½·C·V0²; the resistor's greatest power, at the first instant, V0²/R.
 */

/** Continuous touch voltage on dry skin that the installation rules take as the limit for direct current, V (IEC 60364-4-41, from memory). */
export const touchLimitVolts = 60

export interface Discharge {
  /** Time constant R·C, s. */
  readonly constant: number
  /** Seconds until the sum is at the touch limit; 0 when it begins below. */
  readonly seconds: number
  /** Energy stored at the start, J. */
  readonly joules: number
  /** Power in the resistor at the first instant, W. */
  readonly peakWatts: number
}

export type DischargeProblem = 'tube anode' | 'not positive'

/** Above this a supply capacitor is no longer what is being asked about, V: a mains reservoir stays below 450 V. */
const mostVolts = 1000

/** The sum for one capacitor. `ohms`, `farads`, `volts` are positive; over 1,000 V it is refused as a tube anode or other high voltage. */
export function discharge(ohms: number, farads: number, volts: number): Discharge | DischargeProblem {
  if (![ohms, farads, volts].every((n) => Number.isFinite(n) && n > 0)) return 'not positive'
  if (volts > mostVolts) return 'tube anode'
  const constant = ohms * farads
  return {
    constant,
    seconds: volts <= touchLimitVolts ? 0 : constant * Math.log(volts / touchLimitVolts),
    joules: (farads * volts * volts) / 2,
    peakWatts: (volts * volts) / ohms,
  }
}

/** Volts left after `seconds`. */
export const voltsAfter = (seconds: number, ohms: number, farads: number, volts: number): number =>
  volts * Math.exp(-seconds / (ohms * farads))
