/** A part that takes the place of another. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { type Line, named, words, written } from './line.ts'
import type { Mention } from './names.ts'
import { quantities } from './amounts.ts'
import { whenOf } from './slots.ts'
import { each, isQualifier, targets } from './targets.ts'
import type { ClauseReader } from './told.ts'

const swapVerb =
  /\b(?:swapped|replaced|exchanged|renewed|changed|substituted|recapped with|traded|upgraded)\b|^(?:swap|replace|exchange|renew)\b(?!.*\b(?:before|next|later|tomorrow|soon|first)\b)/

const inItsPlace =
  /\b(?<!back )(?:(?:in|on|at) (?:its|their|his) place|where it was|there instead|instead(?: of)?|in place of|in lieu of|as (?:a )?replacement)\b/

/** "C11 C12 both new now", "new belt on": said of the part itself. */
const newNow =
  /\b(?:is|are|both|all|now|got)? ?new(?: now| in| again|$|,| one| ones)|^(?:a |the )?(?:new|fresh|another) .*\b(?:on|in|fitted|installed|mounted|goes on|is on|is in)$/

export const swap: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const verb = swapVerb.exec(said)
  // "IC8 in place of IC7": the one came where the other was.
  const place = /\b(?:in place of|in lieu of|instead of)\b/.exec(said)
  if (place) {
    const cut = clause.from + said.slice(0, place.index).trim().split(' ').filter(Boolean).length
    const after = named(line, cut + 2, clause.to, 'position').filter((m) => m.names.length === 1)
    const given = named(line, clause.from, cut, 'position').filter((m) => m.names.length === 1)
    if (after[0]?.names[0] && !/\b(?:tested|tried|reads?|gives|shows)\b/.test(said))
      return [
        {
          do: 'swap',
          at: after[0].names[0],
          with:
            given[0]?.names[0] ??
            (freshWords(line, { ...clause, to: cut }, []) || written(line, clause.from, cut)),
          ...whenOf(line, clause),
        },
      ]
  }
  if (
    /\b(?:new|fresh|another) (?:shiny |clean )?(?:solder|flux|paint|glue|joints?|grease|oil|tape|label|smell|sockets?|pins?|wires?|leads?|screws?|clips?)\b/.test(
      said,
    ) &&
    !verb
  )
    return undefined
  // "in IC6 sits now a fresh 74LS374", "fresh 4700/16 in C31 + C32".
  const into = named(line, clause.from, clause.to, 'position').filter(
    (m) => m.names.length === 1 && m.by !== 'noun',
  )
  const newAt = line.tokens.findIndex(
    (t, i) => i >= clause.from && i < clause.to && /^(?:new|fresh|another|replacement)$/.test(t.word),
  )
  const leads = into.filter(
    (m) => isQualifier(line, m) || /^(?:in|into|at|for|and)$/.test(line.tokens[m.from - 1]?.word ?? ''),
  )
  if (
    !verb &&
    newAt >= 0 &&
    leads.length > 0 &&
    /\b(?:in|into|at|for)\b/.test(said) &&
    !/\b(?:crack|leak|scratch|noise|fault|rust)\b/.test(said)
  ) {
    const first = leads[0]
    const means =
      first && newAt < first.from ? written(line, newAt, first.from - 1) : written(line, newAt, clause.to)
    return into
      .filter((m, i) => into.findIndex((o) => o.names[0] === m.names[0]) === i)
      .flatMap((m): Act[] =>
        m.names[0] ? [{ do: 'swap', at: m.names[0], with: means, ...whenOf(line, clause) }] : [],
      )
  }
  // "put C3 and C4 in, both 100 uF".
  const placedIn =
    !verb && /\b(?:put|fitted|installed|soldered)\b/.test(said) && !/\b(?:measured|reads?)\b/.test(said)
      ? targets(line, clause)
      : []
  const rated = quantities(line, clause.from, clause.to).filter((q) => /F$|ohm$/.test(q.unit ?? ''))
  if (placedIn.length > 0 && rated[0] && rated[0].from > (placedIn[0]?.mention.from ?? 0)) {
    const means = written(line, rated[0].from, clause.to)
    return each(placedIn, line, 'swap', (at) => ({ do: 'swap', at, with: means, ...whenOf(line, clause) }))
  }
  const forIt =
    /\b(?:put|fitted|used|soldered|installed|took|got)\b.*\bfor\b/.test(said) &&
    !/\bfor (?:now|good|test)/.test(said)
      ? named(line, clause.from, clause.to, 'position').filter(
          (m) => m.names.length === 1 && line.tokens[m.from - 1]?.word === 'for',
        )
      : []
  if (!verb && forIt[0]?.names[0] && quantities(line, clause.from, forIt[0].from).length > 0) {
    const means = written(line, clause.from, forIt[0].from - 1)
      .replace(/^(?:put|fitted|used|soldered|installed|took|got)\s+(?:a |an |in )?/i, '')
      .replace(/\s+in$/i, '')
    return [{ do: 'swap', at: forIt[0].names[0], with: means, ...whenOf(line, clause) }]
  }
  if (
    /\ba new (?:one|1)\b|\bnew ones\b/.test(said) &&
    told.targets.length > 0 &&
    targets(line, clause).length === 0
  )
    return told.targets.map((at) => ({ do: 'swap', at, ...whenOf(line, clause) }))
  if (
    newNow.test(said) &&
    !/\bas new\b|\blike new\b|\bnot new\b|\bnew (?:crack|scratch|leak|fault|noise|stain|rust)/.test(said)
  ) {
    const found = targets(line, clause).filter(
      (f) => f.mention.by === 'name' || f.mention.by === 'alias' || f.names.length === 1,
    )
    if (found.length > 0) {
      const means =
        trailing(line, clause) ?? freshWords(line, clause, found[0]?.mention.from === clause.from ? [] : [])
      return each(found, line, 'swap', (at) => ({
        do: 'swap',
        at,
        ...(means ? { with: means } : {}),
        ...whenOf(line, clause),
      }))
    }
  }
  const placed = inItsPlace.test(said)
  const fresh = /\b(?:new|fresh|another|spare|different|replacement|known good)\b/.test(said)
  const fitted = /\b(?:fitted|put|installed|soldered|in|mounted|got|gets|has|have)\b/.test(said)
  if (
    !verb &&
    !(placed && (fresh || fitted)) &&
    !/\b(?:fitted|installed|put|soldered) (?:in )?(?:a )?(?:new|fresh|another|different|replacement)\b/.test(
      said,
    ) &&
    !/\b(?:has|have|got|gets|get) (?:a |its |their |some )?(?:new|fresh|another)\b/.test(said)
  )
    return undefined
  // "changed" alone may speak of anything: a part must be named with it.
  if (/^no change\b|\bchanges\b|\bunchanged\b/.test(said)) return undefined
  const pair = withOneAnother(line, clause, said)
  if (pair) return [{ do: 'swap', at: pair[0], with: pair[1], mutual: true, ...whenOf(line, clause) }]
  const lead = swapLead(line, clause)
  if (stranger(line, clause.from, lead?.at ?? clause.to)) return undefined
  let found = targets(line, clause, lead?.at ?? clause.to)
  if (found.length === 0 && lead) {
    const at = named(line, clause.from, clause.to, 'position').filter(
      (m) => !isQualifier(line, m) || /^(?:of|in|at)$/.test(line.tokens[m.from - 1]?.word ?? ''),
    )
    // "new lever switch in place of SW3", "put a new 470 µF into C5".
    found = at.map((mention) => ({ mention, names: mention.names })).filter((f) => f.names.length === 1)
  }
  const others = found.every((f) => f.names.every((n) => !told.targets.includes(n)))
  if (
    found.length === 0 ||
    (placed &&
      !verb &&
      told.targets.length > 0 &&
      (others || found.every((f) => f.names.length > 1)) &&
      told.last?.do === 'out')
  ) {
    const target = told.targets.length > 0 ? told.targets : undefined
    if (!target || (verb && /\bchanged?\b/.test(verb[0]) && !lead)) return undefined
    const one = found.length === 1 && found[0]?.mention.by === 'name' ? found[0].names[0] : undefined
    const means =
      one ??
      (lead
        ? tail(line, lead.at + 1, clause.to)
        : placed || fresh
          ? tail(line, clause.from, clause.to)
          : undefined)
    return target.map((at) => ({
      do: 'swap',
      at,
      ...(means ? { with: means } : {}),
      ...whenOf(line, clause),
    }))
  }
  const means = lead
    ? tail(line, lead.at + 1, clause.to)
    : placed || fresh
      ? freshWords(
          line,
          clause,
          found.map((f) => f.mention),
        )
      : trailing(line, clause)
  return each(found, line, 'swap', (at) => ({
    do: 'swap',
    at,
    ...(means ? { with: means } : {}),
    ...whenOf(line, clause),
  }))
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
