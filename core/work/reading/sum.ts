/** Small sums that the line asks: watts, ohms, amperes, volts. */
import type { Reader } from './sentence.ts'
import { quantities } from './amounts.ts'

export const sum: Reader = (line, { from, to }, said) => {
  const given =
    /^(?:so |that is |makes )*(-?[\d.,]+) ?[a-z]* ?(?:x|times|\*|\/|divided by|at) ?(-?[\d.,]+) ?[a-z]* ?(?:is|=|makes|gives|equals) ?(?:about )?(-?[\d.,]+) ?[a-z]+\b/.test(
      said,
    )
  const three = quantities(line, from, to).filter((x) => x.value !== undefined && x.unit)
  if (given && three.length === 3 && three[2]?.value !== undefined && three[2].unit)
    return [{ do: 'sum', value: three[2].value, unit: three[2].unit }]
  const product = /\d ?[a-z]* (?:x|times|\*) \d[\d.,]* ?[a-z]+ ?\??\s*$/.test(said)
  if (
    !product &&
    !/\bhow (?:many|much) (?:is\b|watts?|ohms?|amps?|volts?|milliamps?|milliwatts?|current|power|resistance|is that|does that)|= ?\?|\b(?:makes|gives|equals|is) (?:what|how)|= ?$|\bwhat(?: is|s)? (?:the )?(?:power|current|resistance|wattage)\b|\bin (?:watts|ohms|amps)\b ?\??$|\bhow many\b.*\b(?:watts?|ohms?|amps?|volts?)\b/.test(
      said,
    )
  )
    return undefined
  const q = quantities(line, from, to).filter((x) => x.value !== undefined && x.unit)
  if (q.length < 2) return undefined
  const si = (unit: string): { at: number; of: string } | undefined => {
    const match = /^(m|u|k|M)?(V|A|W|ohm)$/.exec(unit)
    return match?.[2]
      ? { of: match[2], at: { m: 1e-3, u: 1e-6, k: 1e3, M: 1e6 }[match[1] ?? ''] ?? 1 }
      : undefined
  }
  const [a, b] = [q[0], q[1]]
  const [ua, ub] = [si(a?.unit ?? ''), si(b?.unit ?? '')]
  if (!ua || !ub || a?.value === undefined || b?.value === undefined) return undefined
  const of = new Map([
    [ua.of, a.value * ua.at],
    [ub.of, b.value * ub.at],
  ])
  const [V, A, W, R] = ['V', 'A', 'W', 'ohm'].map((u) => of.get(u))
  const asks = /\bwatts?\b|wattage|power/.test(said)
    ? 'W'
    : /\bohms?\b|resistance/.test(said)
      ? 'ohm'
      : /\b(?:milli)?amps?\b|current/.test(said)
        ? 'A'
        : /\bvolts?\b/.test(said)
          ? 'V'
          : undefined
  const asked = asks !== undefined && !of.has(asks) ? asks : of.has('V') && of.has('A') ? 'W' : undefined
  const value =
    V !== undefined && A !== undefined
      ? asked === 'ohm'
        ? V / A
        : V * A
      : V !== undefined && R !== undefined
        ? asked === 'W'
          ? (V * V) / R
          : V / R
        : V !== undefined && W !== undefined
          ? asked === 'ohm'
            ? (V * V) / W
            : W / V
          : A !== undefined && R !== undefined
            ? asked === 'W'
              ? A * A * R
              : A * R
            : A !== undefined && W !== undefined
              ? asked === 'ohm'
                ? W / (A * A)
                : W / A
              : undefined
  if (value === undefined) return undefined
  const unit =
    V !== undefined && A !== undefined
      ? asked === 'ohm'
        ? 'ohm'
        : 'W'
      : V !== undefined && R !== undefined
        ? asked === 'W'
          ? 'W'
          : 'A'
        : V !== undefined
          ? asked === 'ohm'
            ? 'ohm'
            : 'A'
          : A !== undefined && R !== undefined
            ? asked === 'W'
              ? 'W'
              : 'V'
            : asked === 'ohm'
              ? 'ohm'
              : 'V'
  return [{ do: 'sum', value: Number(value.toPrecision(6)), unit }]
}
