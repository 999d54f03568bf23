/** Whether a machine's mains agrees with the house's. */

export interface Mains {
  readonly volts?: readonly [number, number] | undefined
  readonly hertz?: readonly number[] | undefined
}

/** Reads a rating plate's "220–240 V 50 Hz", "110 V~ 60 Hz", "230V 50/60Hz". What it does not say stays unsaid. */
export function readMains(text: string): Mains {
  const volts = /(\d{2,3})(?:\s*(?:-|–|to|\.\.)\s*(\d{2,3}))?\s*V/i.exec(text)
  const hertz = /(\d{2})(?:\s*(?:\/|-|–)\s*(\d{2}))?\s*Hz/i.exec(text)
  return {
    volts: volts?.[1] ? [Number(volts[1]), Number(volts[2] ?? volts[1])] : undefined,
    hertz: hertz?.[1] ? [Number(hertz[1]), ...(hertz[2] ? [Number(hertz[2])] : [])] : undefined,
  }
}

/** Whether a plate says class I (protective earth) or another; undefined where it names no class. */
export function isClassOne(plate: string): boolean | undefined {
  const said = /\bclass\s*(I{1,3}|[123])\b/i.exec(plate) ?? /^\s*(I{1,3}|[123])\s/i.exec(plate)
  return said?.[1] === undefined ? undefined : /^(?:I|1)$/i.test(said[1])
}

/** Supply may be ±10 % of its nominal (IEC 60038); plates of 220 and 240 V are older nominals of the same mains: practice. */
const tolerance = 0.1

/**
 * Whether a machine may stand on this mains: its voltage within 10 % of the plate's range, its frequency one of the
 * plate's. Undefined when the plate does not name a voltage. A plate without a frequency is judged by voltage alone.
 */
export function mainsAgree(machine: Mains, house: Mains): boolean | undefined {
  if (!machine.volts || !house.volts) return undefined
  const volts =
    house.volts[0] >= machine.volts[0] * (1 - tolerance) &&
    house.volts[1] <= machine.volts[1] * (1 + tolerance)
  const hertz = !machine.hertz || !house.hertz || house.hertz.some((h) => machine.hertz?.includes(h))
  return volts && hertz
}
