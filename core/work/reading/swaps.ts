/** A part that takes the place of another. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { type Line, named, words, written } from './line.ts'
import type { Mention } from './names.ts'
import { quantities } from './amounts.ts'
import { whenOf } from './slots.ts'
import { each, isQualifier, targets } from './targets.ts'
import type { ClauseReader, Told } from './told.ts'

const swapVerb =
  /\b(?:swapped|replaced|exchanged|renewed|changed|substituted|recapped with|traded|upgraded)\b|^(?:swap|replace|exchange|renew)\b(?!.*\b(?:before|next|later|tomorrow|soon|first)\b)/

const inItsPlace =
  /\b(?<!back )(?:(?:in|on|at) (?:its|their|his) place|where it was|there instead|instead(?: of)?|in place of|in lieu of|as (?:a )?replacement)\b/

/** "C11 C12 both new now", "new belt on": said of the part itself. */
const newNow =
  /\b(?:is|are|both|all|now|got)? ?new(?: now| in| again|$|,| one| ones)|^(?:a |the )?(?:new|fresh|another) .*\b(?:on|in|fitted|installed|mounted|goes on|is on|is in)$/

interface Facts {
  readonly line: Line
  readonly clause: Clause
  readonly told: Told
  readonly said: string
  /** A word for a swap itself; without one it has to be plain from the rest. */
  readonly verb: RegExpExecArray | null
  /** Positions that are named in the clause, one by one. */
  readonly single: readonly Mention[]
  readonly at: (at: string, means?: string) => Act
}
/** One way to read it: what took whose place; null: nothing did; undefined: the next way may know. */
type Read = readonly Act[] | null | undefined

const readings: readonly ((facts: Facts) => Read)[] = [
  inPlaceOf,
  noPart,
  freshAt,
  ratedIn,
  thisForThat,
  newOnes,
  isNewNow,
  noSwap,
  changedPlaces,
  namedOrTold,
]

export const swap: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const facts: Facts = {
    ...{ line, clause, told, said },
    verb: swapVerb.exec(said),
    single: named(line, clause.from, clause.to, 'position').filter((m) => m.names.length === 1),
    at: (at, means) => ({ do: 'swap', at, ...(means ? { with: means } : {}), ...whenOf(line, clause) }),
  }
  for (const read of readings) {
    const found = read(facts)
    if (found !== undefined) return found ?? undefined
  }
  return undefined
}

/** "IC8 in place of IC7": the one came where the other was. */
function inPlaceOf({ line, clause, said, at }: Facts): Read {
  const place = /\b(?:in place of|in lieu of|instead of)\b/.exec(said)
  if (!place || /\b(?:tested|tried|reads?|gives|shows)\b/.test(said)) return undefined
  const cut = clause.from + said.slice(0, place.index).trim().split(' ').filter(Boolean).length
  const one = (from: number, to: number) =>
    named(line, from, to, 'position').find((m) => m.names.length === 1)?.names[0]
  const where = one(cut + 2, clause.to)
  if (!where) return undefined
  const means =
    one(clause.from, cut) ?? (freshWords(line, { ...clause, to: cut }, []) || written(line, clause.from, cut))
  return [at(where, means)]
}

function noPart({ said, verb }: Facts): Read {
  const stuff =
    /\b(?:new|fresh|another) (?:shiny |clean )?(?:solder|flux|paint|glue|joints?|grease|oil|tape|label|smell|sockets?|pins?|wires?|leads?|screws?|clips?)\b/
  return !verb && stuff.test(said) ? null : undefined
}

/** "in IC6 sits now a fresh 74LS374", "fresh 4700/16 in C31 + C32". */
function freshAt({ line, clause, said, verb, single, at }: Facts): Read {
  if (
    verb ||
    !/\b(?:in|into|at|for)\b/.test(said) ||
    /\b(?:crack|leak|scratch|noise|fault|rust)\b/.test(said)
  )
    return undefined
  const into = single.filter((m) => m.by !== 'noun')
  const newAt = line.tokens.findIndex(
    (t, i) => i >= clause.from && i < clause.to && /^(?:new|fresh|another|replacement)$/.test(t.word),
  )
  const first = into.find(
    (m) => isQualifier(line, m) || /^(?:in|into|at|for|and)$/.test(line.tokens[m.from - 1]?.word ?? ''),
  )
  if (newAt < 0 || !first) return undefined
  const means = written(line, newAt, newAt < first.from ? first.from - 1 : clause.to)
  const names = new Set(into.flatMap((m) => m.names[0] ?? []))
  // Where nothing is written of it, it is said so all the same.
  return [...names].map((name) => ({ ...at(name), with: means }))
}

/** "put C3 and C4 in, both 100 uF". */
function ratedIn({ line, clause, said, verb, at }: Facts): Read {
  if (verb || !/\b(?:put|fitted|installed|soldered)\b/.test(said) || /\b(?:measured|reads?)\b/.test(said))
    return undefined
  const placed = targets(line, clause)
  const [rated] = quantities(line, clause.from, clause.to).filter((q) => /F$|ohm$/.test(q.unit ?? ''))
  if (placed.length === 0 || !rated || rated.from <= (placed[0]?.mention.from ?? 0)) return undefined
  return each(placed, line, 'swap', (name) => at(name, written(line, rated.from, clause.to)))
}

/** "put a 470 µF in for C5". */
function thisForThat({ line, clause, said, verb, single, at }: Facts): Read {
  const putting =
    /\b(?:put|fitted|used|soldered|installed|took|got)\b.*\bfor\b/.test(said) &&
    !/\bfor (?:now|good|test)/.test(said)
  if (verb || !putting) return undefined
  const that = single.find((m) => line.tokens[m.from - 1]?.word === 'for')
  if (!that?.names[0] || quantities(line, clause.from, that.from).length === 0) return undefined
  const means = written(line, clause.from, that.from - 1)
    .replace(/^(?:put|fitted|used|soldered|installed|took|got)\s+(?:a |an |in )?/i, '')
    .replace(/\s+in$/i, '')
  return [at(that.names[0], means)]
}

function newOnes({ line, clause, told, said, at }: Facts): Read {
  if (!/\ba new (?:one|1)\b|\bnew ones\b/.test(said)) return undefined
  if (told.targets.length === 0 || targets(line, clause).length > 0) return undefined
  return told.targets.map((name) => at(name))
}

function isNewNow({ line, clause, said, at }: Facts): Read {
  const other = /\bas new\b|\blike new\b|\bnot new\b|\bnew (?:crack|scratch|leak|fault|noise|stain|rust)/
  if (!newNow.test(said) || other.test(said)) return undefined
  const found = targets(line, clause).filter(
    (f) => f.mention.by === 'name' || f.mention.by === 'alias' || f.names.length === 1,
  )
  if (found.length === 0) return undefined
  const means = trailing(line, clause) ?? freshWords(line, clause, [])
  return each(found, line, 'swap', (name) => at(name, means))
}

const fresh = /\b(?:new|fresh|another|spare|different|replacement|known good)\b/

/** Neither a word for it nor something new in its place; and "changed" alone may speak of anything. */
function noSwap({ said, verb }: Facts): Read {
  const fitted = /\b(?:fitted|put|installed|soldered|in|mounted|got|gets|has|have)\b/.test(said)
  const swapped =
    verb ||
    (inItsPlace.test(said) && (fresh.test(said) || fitted)) ||
    /\b(?:fitted|installed|put|soldered) (?:in )?(?:a )?(?:new|fresh|another|different|replacement)\b/.test(
      said,
    ) ||
    /\b(?:has|have|got|gets|get) (?:a |its |their |some )?(?:new|fresh|another)\b/.test(said)
  return !swapped || /^no change\b|\bchanges\b|\bunchanged\b/.test(said) ? null : undefined
}

function changedPlaces({ line, clause, said }: Facts): Read {
  const pair = withOneAnother(line, clause, said)
  return pair && [{ do: 'swap', at: pair[0], with: pair[1], mutual: true, ...whenOf(line, clause) }]
}

/** A part that is named, else the one that was spoken of before. */
function namedOrTold(facts: Facts): Read {
  const { line, clause, told, said, verb, at } = facts
  const lead = swapLead(line, clause)
  if (stranger(line, clause.from, lead?.at ?? clause.to)) return null
  const found = foundOf(facts, lead)
  const placed = inItsPlace.test(said)
  const isFresh = placed || fresh.test(said)
  const others = found.every((f) => f.names.every((n) => !told.targets.includes(n)))
  const cameForTheLast =
    placed &&
    !verb &&
    told.targets.length > 0 &&
    (others || found.every((f) => f.names.length > 1)) &&
    told.last?.do === 'out'
  if (found.length === 0 || cameForTheLast) {
    // "changed" alone may speak of anything: a part must be named with it.
    if (told.targets.length === 0 || (verb && /\bchanged?\b/.test(verb[0]) && !lead)) return null
    const one = found.length === 1 && found[0]?.mention.by === 'name' ? found[0].names[0] : undefined
    const rest = lead ? lead.at + 1 : isFresh ? clause.from : undefined
    const means = one ?? (rest === undefined ? undefined : tail(line, rest, clause.to))
    return told.targets.map((name) => at(name, means))
  }
  const mentions = found.map((f) => f.mention)
  const means = lead
    ? tail(line, lead.at + 1, clause.to)
    : isFresh
      ? freshWords(line, clause, mentions)
      : trailing(line, clause)
  return each(found, line, 'swap', (name) => at(name, means))
}

/** What is named before what came in, else anywhere: "new lever switch in place of SW3", "put a new 470 µF into C5". */
function foundOf({ line, clause, single }: Facts, lead: { readonly at: number } | undefined) {
  const found = targets(line, clause, lead?.at ?? clause.to)
  if (found.length > 0 || !lead) return found
  return single
    .filter((m) => !isQualifier(line, m) || /^(?:of|in|at)$/.test(line.tokens[m.from - 1]?.word ?? ''))
    .map((mention) => ({ mention, names: mention.names }))
}

/** "swapped drive A and drive B (around)": two of a kind that plug in change places; what is soldered was renewed. */
function withOneAnother(line: Line, clause: Clause, said: string): readonly [string, string] | undefined {
  const around =
    /\b(?:around|round|with (?:each|one) (?:other|another)|places|crossed over)\b/.test(said) ||
    /^\S+ and \S+ (?:were |are |have been )?exchanged$/.test(said)
  const plainly = /^(?:(?:i|we) )?swapped\b/.test(said) && !/\b(?:new|for|with|both|each)\b/.test(said)
  if (!around && !plainly) return undefined
  const [first, second, ...more] = targets(line, clause).flatMap((f) =>
    f.names.length === 1 && f.names[0] ? [f.names[0]] : [],
  )
  if (!first || !second || more.length > 0) return undefined
  const kind = (name: string) => line.scene.positions.find((p) => p.name === name)?.kind ?? ''
  const renewed = /capacitor|resistor|diode|transistor|coil|fuse|lamp/.test(kind(first))
  return around || (kind(first) === kind(second) && !renewed) ? [first, second] : undefined
}

/** "swapped C11 and C99": a designator that this machine does not have. The line is kept as it was said. */
const stranger = (line: Line, from: number, to: number): boolean =>
  line.tokens.some(
    (t, i) =>
      i >= from &&
      i < to &&
      /^(?:ic|[a-z])\d{1,3}$/.test(t.word) &&
      /^(?:and|,)$/.test(line.tokens[i - 1]?.word ?? '') &&
      !line.mentions.some((m) => m.from <= i && i < m.to),
  )

/** Where what came in begins: "for", "with", "by", "against". */
function swapLead(line: Line, clause: Clause): { at: number } | undefined {
  for (let i = clause.from; i < clause.to; i++)
    if (
      /^(?:for|with|by|against|using|->|<)$/.test(line.tokens[i]?.word ?? '') &&
      !(
        line.tokens[i]?.word === 'for' &&
        /^(?:now|good|the moment|a while|test|testing)$/.test(line.tokens[i + 1]?.word ?? '')
      )
    )
      return { at: i }
  return undefined
}

const freshWords = (line: Line, clause: Clause, taken: readonly Mention[]) => {
  for (let i = clause.from; i < clause.to; i++)
    if (/^(?:new|fresh|another|spare|different|replacement)$/.test(line.tokens[i]?.word ?? '')) {
      const end = taken.find((m) => m.from > i + 1)?.from ?? clause.to
      return written(line, i, end).replace(/\s+(?:in|into|to|at|for)(?: the)?$/i, '') || undefined
    }
  return undefined
}

/** "C3 and C4 were renewed, 100 µF each": what follows the comma. */
function trailing(line: Line, clause: Clause): string | undefined {
  for (let i = clause.from + 1; i < clause.to; i++)
    if (line.tokens[i]?.word === ',' && quantities(line, i, clause.to).length > 0)
      return written(line, i + 1, clause.to)
  return undefined
}

const tail = (line: Line, from: number, to: number) =>
  written(line, from, line.times.find((t) => t.from > from && t.to === to)?.from ?? to).replace(
    /^(?:a|an|the|some)\s+/i,
    '',
  ) || undefined
