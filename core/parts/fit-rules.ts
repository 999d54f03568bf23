/** What a position asks of a part beside its kind, rule by rule: value, body, leads, temperature, package, speed, connector. */
import { parseQuantity } from '#core/quantity/quantity.ts'
import { readCode } from './markings/codes.ts'
import type { SheetPosition } from '#core/type/sheet.ts'

/** The attributes that rules read, on positions as what is asked, on parts as what they are. */
export const fitAttributes = [
  'value',
  'body',
  'lead spacing',
  'temperature',
  'package',
  'speed',
  'connector',
  'esr',
  'ripple',
] as const
export type FitAttribute = (typeof fitAttributes)[number]

export interface Finding {
  readonly attribute: FitAttribute
  readonly asks: string
  readonly has: string
  /** Refused unless overridden, or only said. */
  readonly level: 'refuse' | 'remark'
}

const number = (text: string): number | undefined => {
  const read = parseQuantity(text.replace(/\s+/g, '').replace(/°C$/, 'C').replace(/mm$/, ''))
  return read?.value ?? read?.max
}

/** Sizes in millimetres: "10x16" is diameter by height. */
const sizes = (text: string): readonly number[] =>
  (text.match(/\d+(?:[.,]\d+)?/g) ?? []).map((n) => Number(n.replace(',', '.')))

/** Shares by which a value may be off: electrolytics are made −20 to +50 %, the others to their tolerance (common practice). */
const valueBand = (kind: string): readonly [below: number, above: number] =>
  /electrolytic|tantalum|reservoir/i.test(kind)
    ? [0.2, 0.5]
    : /capacitor/i.test(kind)
      ? [0.1, 0.1]
      : [0.05, 0.05]
const leadMm = 0.6

type Rule = (
  asks: string,
  has: string,
  position: Pick<SheetPosition, 'accepts'>,
) => Finding['level'] | undefined

const compared =
  (keeps: (asks: number, has: number) => boolean, level: Finding['level'] = 'refuse'): Rule =>
  (asks, has) => {
    const [a, b] = [number(asks), number(has)]
    return a === undefined || b === undefined ? 'remark' : keeps(a, b) ? undefined : level
  }
const sameText: Rule = (asks, has) =>
  asks.replace(/[\s-]/g, '').toLowerCase() === has.replace(/[\s-]/g, '').toLowerCase() ? undefined : 'refuse'

const rules: Readonly<Record<FitAttribute, Rule>> = {
  value: (asks, has, { accepts }) => {
    const [below, above] = valueBand(accepts)
    const coded = /capacitor/i.test(accepts) ? readCode(has, 'F')?.value : undefined
    const [a, b] = [number(asks), coded ?? number(has)]
    return a === undefined || b === undefined
      ? 'remark'
      : b >= a * (1 - below) - 1e-15 && b <= a * (1 + above) + 1e-15
        ? undefined
        : 'refuse'
  },
  // No side may be larger than the room there is: an oversize part strains its leads and shorts.
  body: (asks, has) => {
    const [room, part] = [sizes(asks), sizes(has)]
    return room.length === 0 || part.length !== room.length
      ? 'remark'
      : part.every((side, i) => side <= (room[i] ?? 0))
        ? undefined
        : 'refuse'
  },
  'lead spacing': compared((a, b) => Math.abs(a - b) <= leadMm, 'remark'),
  temperature: compared((a, b) => b >= a),
  package: sameText,
  // Access or propagation time: as fast or faster.
  speed: compared((a, b) => b <= a),
  connector: sameText,
  esr: compared((a, b) => b <= a, 'remark'),
  // Ripple current: as much or more.
  ripple: compared((a, b) => b >= a),
}

/** Everything asked that the part does not meet; what nobody wrote of the part is a remark, to be checked with an instrument. */
export function findings(
  position: Pick<SheetPosition, 'accepts' | 'asks'>,
  attributes: Readonly<Record<string, string>>,
): Finding[] {
  return fitAttributes.flatMap((attribute): Finding[] => {
    const asks = position.asks?.[attribute]
    if (!asks) return []
    const has = attributes[attribute]
    if (!has) return [{ attribute, asks, has: 'not written down', level: 'remark' }]
    const level = rules[attribute](asks, has, position)
    return level ? [{ attribute, asks, has, level }] : []
  })
}
