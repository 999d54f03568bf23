/**
 * Cautions in place: which of the trade's usual cautions an act calls for, by verb, agent, zone, weight, hazard and gear. One table;
 * shown once a sitting, at the step, before Enter. They warn and defer to local codes and licensed people; none says that anything
 * is safe. Common practice, no source. Words in api/words/cautions. May be used by composer and views.
 */
import type { Body } from '#core/history/bodies/index.ts'
import type { SheetHazard } from '#core/type/sheet.ts'
import { headNoun, takesCell } from '#core/type/part-kinds.ts'
import { agentsIn, meets, type Agent } from './agents.ts'

export const cautionKeys = [
  'never together',
  'picture tube',
  'implosion',
  'anode is not for meters',
  'foreign mains',
  'reservoir',
  'live chassis',
  'isolation',
  'autotransformer',
  'slower mains',
  'earth by code',
  'first power',
  'heat and vapour',
  'lithium',
  'leaking lithium',
  'nickel pack',
  'peroxide',
  'acids and alkalis',
  'flammable',
  'two people',
  'solder',
  'dust',
  'mould',
  'ultraviolet',
  'burns',
  'static',
  'toxic',
  'windows',
] as const
export type CautionKey = (typeof cautionKeys)[number]

/** What is known of the machine and of the sitting when somebody does something. */
export interface CautionFacts {
  readonly hazards: readonly SheetHazard['kind'][]
  readonly weightKg?: number | undefined
  /** What each position takes. */
  readonly accepts: Readonly<Record<string, string>>
  /** The plate names another voltage than the house's mains, and nobody has named a transformer. */
  readonly mainsDiffer: boolean
  /** The plate asks for a higher frequency than the house has. */
  readonly slowerMains: boolean
  readonly classOne: boolean
  /** It has not been powered up in this episode. */
  readonly unpowered: boolean
  /** What was used so far in this sitting. */
  readonly agents: readonly Agent[]
  /** Something flammable was used within the last half hour. */
  readonly vapour: boolean
  /** Memories that light erases. */
  readonly windows: boolean
}

/** An act as the table asks about it. */
interface Act {
  readonly body: Body
  /** All that was said of it, lower case. */
  readonly text: string
  readonly agents: readonly Agent[]
  /** What the positions that it touches take. */
  readonly accepts: readonly string[]
  readonly facts: CautionFacts
}

const is =
  (...kinds: readonly Body['kind'][]) =>
  ({ body }: Act) =>
    kinds.includes(body.kind)
const says = (pattern: RegExp) => (act: Act) => pattern.test(act.text)
const hasHazard =
  (...kinds: readonly SheetHazard['kind'][]) =>
  ({ facts }: Act) =>
    facts.hazards.some((h) => kinds.includes(h))
const uses =
  (...agents: readonly Agent[]) =>
  (act: Act) =>
    act.agents.some((a) => agents.includes(a))
const all =
  (...tests: readonly ((act: Act) => boolean)[]) =>
  (act: Act) =>
    tests.every((t) => t(act))
const any =
  (...tests: readonly ((act: Act) => boolean)[]) =>
  (act: Act) =>
    tests.some((t) => t(act))

/** Work: not what was only seen, asked or said. */
const works = is('change', 'move', 'fastening', 'connection', 'precaution', 'wait')
/** Hands go into it. */
const inside = (act: Act): boolean =>
  act.body.kind === 'move' ||
  (act.body.kind === 'fastening' && act.body.way === 'off') ||
  (act.body.kind === 'connection' && act.body.way === 'off') ||
  (act.body.kind === 'change' && act.body.reach !== 'outside')
const powersOn = ({ body }: Act): boolean => body.kind === 'power' && body.way === 'on'
const touches = (test: (accepts: string) => boolean) => (act: Act) => act.accepts.some(test)
const boards: ReadonlySet<string> = new Set([
  'board',
  'card',
  'module',
  'chip',
  'rom',
  'ram',
  'eprom',
  'processor',
  'memory',
  'cartridge',
])
const sensitive = (accepts: string): boolean =>
  boards.has(headNoun(accepts)) ||
  /^(?:74|40|45|27|62|41)\w*\d{2,}/i.test(accepts) ||
  /\b(?:cmos|nmos)\b/i.test(accepts)
const transformer = all(
  any(is('precaution'), is('power'), is('connection')),
  says(/transformer|converter|variac|step-?down/),
)
const heats = says(/\bsolder|\bdesolder|\bresolder|hot air|heat gun|\biron\b|\bflame/)

const table: Readonly<Record<CautionKey, (act: Act) => boolean>> = {
  'never together': ({ agents, facts }) => meets(agents, facts.agents),
  'picture tube': all(hasHazard('picture tube'), any(inside, is('precaution')), works),
  implosion: all(
    works,
    any(
      touches((a) => /\b(?:picture|cathode.ray|display) tube\b/i.test(a)),
      says(/picture tube|tube neck|\bcrt\b/),
    ),
  ),
  'anode is not for meters': all(is('reading'), says(/\banode|\beht\b|final anode|high voltage/)),
  'foreign mains': all(powersOn, ({ facts }) => facts.mainsDiffer),
  reservoir: all(hasHazard('mains', 'high voltage', 'live chassis'), inside),
  'live chassis': all(
    any(hasHazard('live chassis'), says(/live chassis|primary side|primary of/)),
    any(inside, is('reading'), powersOn),
  ),
  isolation: any(
    all(is('reading', 'precaution', 'connection', 'power'), says(/oscilloscope|\bscope\b|isolat/)),
  ),
  autotransformer: all(transformer, says(/auto|variac|variable|step-?down|converter/)),
  'slower mains': all(any(powersOn, transformer), ({ facts }) => facts.slowerMains),
  'earth by code': all(
    ({ facts }) => facts.classOne,
    any(
      all(is('change'), says(/earth|mains lead|mains cable|\bplug\b|inlet/)),
      all(is('precaution'), says(/earth/)),
    ),
  ),
  'first power': all(powersOn, ({ facts }) => facts.unpowered),
  'heat and vapour': all(({ facts }) => facts.vapour, any(heats, powersOn)),
  lithium: all(
    works,
    any(
      all(
        hasHazard('lithium cell'),
        touches((a) => takesCell({ accepts: a })),
      ),
      touches((a) => takesCell({ accepts: a }) && /lithium|\b(?:cr|br|ml|vl)\d{4}/i.test(a)),
      says(/lithium|\bcr\d{4}\b/),
    ),
  ),
  'leaking lithium': says(/lithium[^.]*\bleak|leak[^.]*\blithium/),
  'nickel pack': all(
    any(works, is('finding')),
    any(
      touches((a) => takesCell({ accepts: a }) && /nickel|ni-?cd|ni-?mh/i.test(a)),
      says(/nickel (?:pack|cell|battery)|ni-?cd|cadmium/),
    ),
  ),
  peroxide: all(any(works), uses('peroxide')),
  'acids and alkalis': all(works, uses('acid', 'alkali', 'ammonia', 'bleach')),
  flammable: all(works, uses('alcohol', 'contact spray', 'oil', 'acetone')),
  'two people': all(
    ({ facts }) => (facts.weightKg ?? 0) >= 15,
    any(
      is('custody'),
      all(is('fastening'), inside),
      says(/\blift|\bturn(?:ed)? (?:it )?over|\bcarr(?:y|ied)|\bmove[ds]? (?:it|the machine)/),
    ),
  ),
  solder: all(works, says(/\bsolder|\bdesolder|\bresolder|\bwired\b|\brework/)),
  dust: all(
    works,
    says(
      /rotary|\bdrill|\bgrind|\bsand(?:ed|ing|paper)?\b|\bfil(?:e|ed|ing)\b|fib(?:re|er)glass|glass-?fib(?:re|er)|\bscrap(?:e|ed|ing)\b|old paint/,
    ),
  ),
  mould: all(any(works, is('finding')), says(/mould|droppings|\bmice\b|\bmouse\b|\bnest\b|pest/)),
  ultraviolet: all(works, says(/\buv\b|ultraviolet|uv lamp|uv-cured/)),
  burns: all(works, says(/\bboil|heat gun|hot air|hot plastic|melt|steam|\biron(?:ed)? at\b/)),
  static: all(any(is('move'), all(is('change'), says(/reseat|clean|wash|solder|lift/))), touches(sensitive)),
  toxic: all(
    works,
    any(
      says(/selenium|asbestos|\bpcb oil|mercury|fluorescent|backlight tube|\blamp\b|beryll/),
      touches((a) => /paper capacitor|filter capacitor|selenium|mercury|\blamp\b|fluorescent/i.test(a)),
    ),
  ),
  windows: all(
    ({ facts }) => facts.windows,
    works,
    any(uses('peroxide'), says(/\buv\b|ultraviolet|\bsun(?:light|ned)?\b|\blamp\b|whiten/)),
  ),
}

/** The words and numbers of a body, one after the other: everything in it that somebody typed. */
function textOf(value: unknown): string {
  if (typeof value === 'string') return /^[0-9a-f]{8}-/.test(value) ? '' : `${value} `
  if (Array.isArray(value)) return value.map(textOf).join('')
  return typeof value === 'object' && value !== null ? Object.values(value).map(textOf).join('') : ''
}

/** Positions that a body names, wherever it names them. */
function positionsIn(body: Body): string[] {
  if (body.kind === 'move')
    return body.legs.flatMap(({ from, to }) =>
      [from, to].flatMap((place) =>
        (place.in.kind === 'machine' || place.in.kind === 'assembly') && place.position
          ? [place.position]
          : [],
      ),
    )
  if (body.kind === 'change') return [body.target.name]
  return body.kind === 'connection' ? [body.connector] : []
}

/** What an act calls for, most dangerous first. `also`: what its house method is made of (agent, light). */
export function cautionsOf(body: Body, facts: CautionFacts, also = ''): CautionKey[] {
  const text = `${textOf(body)}${also}`.toLowerCase()
  const act: Act = {
    body,
    text,
    agents: works({ body } as Act) ? agentsIn(text) : [],
    accepts: positionsIn(body).flatMap((name) => facts.accepts[name] ?? []),
    facts,
  }
  return cautionKeys.filter((key) => table[key](act))
}
export { agentsIn, type Agent } from './agents.ts'
