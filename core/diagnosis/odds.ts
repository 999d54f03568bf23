/**
 * How likely something is to be bad before it is tried: the ways in which it may have gone bad, as odds, each with its reason.
 * The figures are house figures, not from a published table; they are shown where they act.
 */
import { sheetOf } from '#core/history/layout.ts'
import { partKindOf } from '#core/history/presence.ts'
import type { Statement } from '#core/history/versions.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { Instance } from './instances.ts'

/** What the house counted of a kind of part: proved bad, and judged at all. */
export interface KindCount {
  readonly bad: number
  readonly judged: number
}
export type KindCounts = ReadonlyMap<string, KindCount>

export type Reason =
  | { readonly why: 'counted'; readonly kind: string; readonly bad: number; readonly judged: number }
  | { readonly why: 'known weak'; readonly words: string }
  | { readonly why: 'finding'; readonly sort: string; readonly place: string }
  | { readonly why: 'suspected'; readonly entry: Statement; readonly words?: string | undefined }
  | { readonly why: 'proved good' | 'proved bad'; readonly entry: Statement }
  | { readonly why: 'look-alike'; readonly of: readonly string[] }
  | { readonly why: 'gear proved'; readonly entry: Statement }
  | { readonly why: 'made new' }
  | { readonly why: 'happened'; readonly what: string; readonly entry: string; readonly order: number }
  | { readonly why: 'stood'; readonly years: number }

/** One way in, from an order in the line on. */
export interface WayIn {
  readonly from: number
  readonly odds: number
}

export interface Odds {
  readonly ways: readonly WayIn[]
  readonly reasons: readonly Reason[]
}

/** House figures: how many times as likely, and odds. */
export const houseOdds = {
  /** (bad + 1) / (judged + 50) of a kind: 0.02 where nothing was counted. */
  countedFrom: 50,
  weak: 5,
  scorched: 6,
  leak: 4,
  corroded: 3,
  strangersWork: 3,
  suspected: 2,
  provedGood: 1 / 20,
  provedBad: 50,
  gearProved: 1 / 10,
  lookAlike: 3,
  /** Against its own odds: for each year that it stood, for being disturbed, for being away or in an accident, for being made. */
  year: 0.05,
  disturbed: 2,
  away: 9,
  made: 10,
  /** Something that no sheet names. */
  unnamed: 0.03,
} as const

const byFinding: Readonly<Partial<Record<string, number>>> = {
  'scorched part': houseOdds.scorched,
  'leak residue': houseOdds.leak,
  corrosion: houseOdds.corroded,
  rust: houseOdds.corroded,
  'chip creep': houseOdds.corroded,
  'dry joint': houseOdds.scorched,
  'broken track': houseOdds.scorched,
  'lifted pad': houseOdds.corroded,
  'earlier work': houseOdds.strangersWork,
}

export const noCounts: KindCounts = new Map()

const asFoundOdds = ({ bad, judged }: KindCount): number => (bad + 1) / (judged + houseOdds.countedFrom)
const nothingCounted: KindCount = { bad: 0, judged: 0 }

const says = (words: string, name: string): boolean =>
  new RegExp(
    `(^|[^\\p{L}\\p{N}])${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}($|[^\\p{L}\\p{N}])`,
    'iu',
  ).test(words)

export interface OddsAsked {
  readonly world: World
  /** The machine that it is in, or was. */
  readonly machine: MachineState
  readonly counts: KindCounts
  /** Observations that are counted here: what somebody concluded from them counts once. */
  readonly counted: ReadonlySet<string>
  /** Years of standing, each span from the order at which it ended. */
  readonly stood: readonly { readonly years: number; readonly order: number }[]
}

/** The ways in of an instance, and why they are as they are. */
export function oddsOf(asked: OddsAsked, instance: Instance): Odds {
  if (instance.sort === 'unknown') return { ways: [{ from: -1, odds: houseOdds.unnamed }], reasons: [] }
  const { world, machine, counts } = asked
  const reasons: Reason[] = []
  const kind = instance.part === undefined ? undefined : kindOf(world, machine, instance)
  const count = (kind === undefined ? undefined : counts.get(kind.toLowerCase())) ?? nothingCounted
  let base = asFoundOdds(count)
  if (kind !== undefined && count.bad > 0)
    reasons.push({ why: 'counted', kind, bad: count.bad, judged: count.judged })
  base *= factorOf(asked, instance, kind, reasons)
  const ways: WayIn[] = []
  if (instance.byWork) {
    reasons.push({ why: 'made new' })
    ways.push({ from: instance.begins, odds: base * houseOdds.made })
  } else ways.push({ from: instance.begins, odds: base })
  for (const { why, order, entry, verb } of instance.happened) {
    if (order < instance.begins) continue
    const times = why === 'was out' || why === 'incident' ? houseOdds.away : houseOdds.disturbed
    ways.push({ from: order, odds: base * times })
    reasons.push({ why: 'happened', what: why === 'disturbed' ? verb : why, entry, order })
  }
  for (const { years, order } of asked.stood)
    if (order > instance.begins && instance.sort !== 'gear') {
      ways.push({ from: order - 0.5, odds: base * houseOdds.year * years })
      if (years >= 1) reasons.push({ why: 'stood', years })
    }
  return { ways, reasons }
}

function kindOf(world: World, machine: MachineState, { part, name }: Instance): string | undefined {
  const said = part === undefined ? undefined : partKindOf(world, part)
  return said ?? sheetOf(world, machine)?.positions.find((p) => p.designator === name)?.accepts
}

/** By how much its own odds differ from those of its kind. */
function factorOf(asked: OddsAsked, instance: Instance, kind: string | undefined, reasons: Reason[]): number {
  const { world, machine } = asked
  const { name, sort } = instance
  let factor = 1
  if (sort === 'gear') {
    const gear = instance.gear === undefined ? undefined : world.gear.get(instance.gear)
    const proved = gear?.proved.at(-1)
    if (proved) {
      reasons.push({ why: 'gear proved', entry: proved })
      return houseOdds.gearProved
    }
    return 1
  }
  const sheet = sheetOf(world, machine)
  if (sort === 'part') {
    const weak = sheet?.weakParts.find((w) => says(w, name))
    if (weak !== undefined) {
      factor *= houseOdds.weak
      reasons.push({ why: 'known weak', words: weak })
    }
    const state = instance.part === undefined ? undefined : world.parts.get(instance.part)
    const ground = state?.healthSaid
    // What was concluded from observations that count here is no second ground.
    if (ground && !ground.restsOn?.some((e) => asked.counted.has(e))) {
      if (state.health === 'proved good' || state.health === 'proved bad') {
        factor *= state.health === 'proved good' ? houseOdds.provedGood : houseOdds.provedBad
        reasons.push({ why: state.health, entry: ground })
      } else if (state.health === 'suspect') {
        factor *= houseOdds.suspected
        const { body } = ground
        reasons.push({
          why: 'suspected',
          entry: ground,
          words: body.kind === 'part' && body.what === 'health' ? body.because : undefined,
        })
      }
    }
  }
  for (const { entry, said, became } of machine.advice) {
    if (said.sort === 'advice' || said.about?.toLowerCase() !== name.toLowerCase()) continue
    if (became?.body.kind === 'advice' && became.body.what === 'became' && became.body.outcome !== 'held')
      continue
    factor *= houseOdds.suspected
    reasons.push({ why: 'suspected', entry, words: said.words })
  }
  // Of several findings at one place the worst counts.
  let worst = 1
  let found: Reason | undefined
  for (const f of machine.condition.findings) {
    if (f.looks.at(-1)?.gone || f.noted.hypothesis) continue
    const times = byFinding[f.noted.sort]
    if (times === undefined || times <= worst) continue
    if (![f.noted.place, f.noted.zone].some((at) => at !== undefined && says(at, name))) continue
    worst = times
    found = { why: 'finding', sort: f.noted.sort, place: f.noted.place ?? f.noted.zone }
  }
  if (found) reasons.push(found)
  factor *= worst
  const looks = sheet?.positions.find((p) => p.designator === name)?.lookAlikes ?? []
  // Put in by somebody, where another place takes what looks the same.
  if (sort === 'seat' && instance.begins >= 0 && looks.length > 0) {
    factor *= houseOdds.lookAlike
    reasons.push({ why: 'look-alike', of: looks })
  }
  return factor
}

/** The most that all as-found odds of a machine may add up to. */
export const mostOdds = 1
