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
