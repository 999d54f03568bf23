/** Small sums that the line asks: watts, ohms, amperes, volts. */
import type { Reader } from './sentence.ts'
import { quantities } from './amounts.ts'

interface Result {
  readonly unit: string
  readonly is: (x: number, y: number) => number
}

/** Ohm's law and Joule's: what two of volts, amperes, watts and ohms give, and what they give where that is asked for. */
const sums: readonly {
  readonly by: readonly [string, string]
  readonly usual: Result
  readonly or: Result
}[] = [
  {
    by: ['V', 'A'],
    usual: { unit: 'W', is: (v, a) => v * a },
    or: { unit: 'ohm', is: (v, a) => v / a },
  },
  {
    by: ['V', 'ohm'],
    usual: { unit: 'A', is: (v, r) => v / r },
    or: { unit: 'W', is: (v, r) => (v * v) / r },
  },
  {
    by: ['V', 'W'],
    usual: { unit: 'A', is: (v, w) => w / v },
    or: { unit: 'ohm', is: (v, w) => (v * v) / w },
  },
  {
    by: ['A', 'ohm'],
    usual: { unit: 'V', is: (a, r) => a * r },
    or: { unit: 'W', is: (a, r) => a * a * r },
  },
  {
    by: ['A', 'W'],
    usual: { unit: 'V', is: (a, w) => w / a },
    or: { unit: 'ohm', is: (a, w) => w / (a * a) },
  },
]

/** Which of the four a unit measures, and how many of it one is. */
const si = (unit: string): { at: number; of: string } | undefined => {
  const match = /^(m|u|k|M)?(V|A|W|ohm)$/.exec(unit)
  return match?.[2]
    ? { of: match[2], at: { m: 1e-3, u: 1e-6, k: 1e3, M: 1e6 }[match[1] ?? ''] ?? 1 }
    : undefined
}

const askedUnit = (said: string) =>
  /\bwatts?\b|wattage|power/.test(said)
    ? 'W'
    : /\bohms?\b|resistance/.test(said)
      ? 'ohm'
      : /\b(?:milli)?amps?\b|current/.test(said)
        ? 'A'
        : /\bvolts?\b/.test(said)
          ? 'V'
          : undefined

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
  const [a, b] = [q[0], q[1]]
  const [ua, ub] = [si(a?.unit ?? ''), si(b?.unit ?? '')]
  if (!ua || !ub || a?.value === undefined || b?.value === undefined) return undefined
  const of = new Map([
    [ua.of, a.value * ua.at],
    [ub.of, b.value * ub.at],
  ])
  const asks = askedUnit(said)
  const asked = asks !== undefined && !of.has(asks) ? asks : of.has('V') && of.has('A') ? 'W' : undefined
  for (const { by, usual, or } of sums) {
    const [x, y] = by.map((unit) => of.get(unit))
    if (x === undefined || y === undefined) continue
    const { unit, is } = asked === or.unit ? or : usual
    return [{ do: 'sum', value: Number(is(x, y).toPrecision(6)), unit }]
  }
  return undefined
}
