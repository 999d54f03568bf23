/** What people put on things, by the words they use for it. */
export type Agent =
  | 'peroxide'
  | 'acid'
  | 'alkali'
  | 'bleach'
  | 'ammonia'
  | 'alcohol'
  | 'acetone'
  | 'contact spray'
  | 'oil'
  | 'metal'

const words: Readonly<Record<Agent, RegExp>> = {
  peroxide: /peroxide|\bh2o2\b|whitening (?:cream|gel|bath)|\bwhiten(?:ed|ing)?\b|\b\d+ ?vol(?:ume)?\b/,
  acid: /vinegar|acetic|citric|\bacids?\b|phosphoric|rust remover/,
  alkali: /caustic|\blye\b|\balkalis?\b|soda(?! water)|hydroxide|bicarbonate|oven cleaner/,
  bleach: /\bbleach\b|hypochlorite|chlorine/,
  ammonia: /ammonia/,
  alcohol: /\balcohol\b|isopropyl|isopropanol|\bipa\b|ethanol|methylated|white spirit|petroleum/,
  acetone: /acetone|nail varnish remover/,
  'contact spray': /contact (?:cleaner|spray)|spray/,
  oil: /\boils?\b|\boiled\b|penetrating|\bgrease/,
  metal: /steel wool|\bmetal (?:tub|bowl|tray|spoon)|\bfoil\b/,
}

/** Agents that a text speaks of. `text` in lower case. */
export const agentsIn = (text: string): Agent[] =>
  (Object.keys(words) as Agent[]).filter((agent) => words[agent].test(text))

/** Pairs that must not meet: what they make is poisonous, or goes off. */
const neverTogether: readonly (readonly [Agent, Agent])[] = [
  ['peroxide', 'acid'],
  ['peroxide', 'acetone'],
  ['peroxide', 'metal'],
  ['bleach', 'acid'],
  ['bleach', 'ammonia'],
  ['bleach', 'alcohol'],
]

/** Whether what is used now must not meet what is there. */
export function meets(now: readonly Agent[], there: readonly Agent[]): boolean {
  const near = new Set([...there, ...now])
  return neverTogether.some(([a, b]) => near.has(a) && near.has(b) && (now.includes(a) || now.includes(b)))
}
