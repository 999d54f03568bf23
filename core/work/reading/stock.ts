/** Stock that is bought, used and counted. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { type Line, words, written } from './line.ts'
import { quantities } from './amounts.ts'
import { screwsIn, stopAt, whenOf } from './slots.ts'
import type { ClauseReader } from './told.ts'

const buyWord = /\b(?:bought|got|purchased|ordered|buy|paid)\b/

export const stock: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const price = priceIn(line, clause.from, clause.to)
  if (
    buyWord.test(said) &&
    !/\b(?:got (?:it|them|hot|warm|worse|better|back|to|the|every)|have got|paid attention|ordered by)\b/.test(
      said,
    )
  ) {
    const counted = countedIn(line, clause, price)
    if (counted && (price || /\b(?:bought|purchased|ordered)\b/.test(said))) {
      const acts: Act[] = [
        { do: 'buy', ...counted, ...(price ? { price: price.value } : {}), ...whenOf(line, clause) },
      ]
      return acts
    }
  }
  if (
    /\b(?:used up|used|consumed|went through|gone through|got through)\b/.test(said) &&
    !/\bused to\b|\bnot used\b|\bused (?:it|the|a|an|as|for|with)\b|\bget used\b/.test(said)
  ) {
    const counted =
      countedIn(line, clause, undefined) ??
      (/^(?:(\d+|another|one more) )?(?:of (?:them|those) )?used\b/.test(said) || /^\d+ used\b/.test(said)
        ? { count: line.tokens[clause.from]?.value ?? 1, what: told.what ?? '' }
        : undefined)
    if (counted?.count !== undefined && counted.what)
      return [{ do: 'use', count: counted.count, what: counted.what, ...whenOf(line, clause) }]
  }
  // "4 M4x10 taken from stock".
  if (
    /\b(?:taken|took|out|gone|fetched)\b/.test(said) &&
    /\b(?:from|out of) (?:the )?(?:stock|store|box|drawer|spares|shelf|supplies)\b/.test(said) &&
    !/\b(?:machine|supply|board)\b/.test(said)
  ) {
    const counted = countedIn(line, clause, undefined)
    if (counted?.count !== undefined && counted.what)
      return [{ do: 'use', count: counted.count, what: counted.what, ...whenOf(line, clause) }]
  }
  // "disks on the shelf, counted: 17".
  const tallied =
    /\b(?:counted|count|total|in stock|left)\b ?[:=]? ?(\d+)\b(?! ?(?:of|x|\.|,\d|[a-z]*hz|v|ma|ohm))(?!\.)/.exec(
      said,
    )
  if (tallied?.[1] && !/^\d/.test(said) && !/\b(?:off|out|missing)\b/.test(said)) {
    const what = written(line, clause.from, stopAt(line, clause.from, clause.to))
      .replace(/^(?:the|all)\s+/i, '')
      .replace(/\s*(?:on the shelf|in the \w+|in stock|left|counted|count).*$/i, '')
    if (what) return [{ do: 'count', count: Number(tallied[1]), what, ...whenOf(line, clause) }]
  }
  const left =
    /\b(?:left|remaining|remain|in stock|in the (?:box|drawer|tin|bag|jar|little box|small box|cupboard|store)|on the shelf|counted|to go|still there|on hand)\b/.exec(
      said,
    )
  if (left && !/\b(?:off|out|missing|screwed|taken|removed|into)\b/.test(said)) {
    const counted =
      countedIn(line, clause, undefined) ??
      (/^(?:(?:there are|that leaves|leaves|makes|so|still|now|only) )*\d+ (?:left|remaining|remain|in stock|to go)\b/.test(
        said,
      )
        ? { count: quantities(line, clause.from, clause.to)[0]?.value, what: told.what ?? '' }
        : undefined)
    const begins = line.tokens.slice(clause.from, clause.from + 5).findIndex((t) => t.sort === 'number')
    const plain =
      /^(?:(?:there (?:are|is)|still|only|now|so|that leaves|leaves|makes|counted|have|we have|i have|just|about|another|all|exactly) )*\d/.test(
        said,
      )
    if (
      counted?.count !== undefined &&
      counted.what &&
      Number.isInteger(counted.count) &&
      plain &&
      begins >= 0 &&
      !/\bto the left\b|\bon the left\b|\bhand left\b/.test(said)
    )
      return [{ do: 'count', count: counted.count, what: counted.what, ...whenOf(line, clause) }]
  }
  return undefined
}

interface Price {
  readonly value: number
  readonly from: number
  readonly to: number
}

/** "6.40 together", "for 4 euros", "€ 3.80", "for 3,80": money, also without its unit. */
function priceIn(line: Line, from: number, to: number): Price | undefined {
  for (let i = from; i < to; i++) {
    const token = line.tokens[i]
    const symbol = /^[€£$]\s?(\d+(?:[.,]\d+)?)$/.exec(token?.word ?? '')
    if (symbol?.[1]) return { value: Number(symbol[1].replace(',', '.')), from: i, to: i + 1 }
  }
  const amounts = quantities(line, from, to)
  const money = amounts.find((a) => a.of === 'money' && a.value !== undefined)
  if (money?.value !== undefined) return { value: money.value, from: money.from, to: money.to }
  const bare = amounts.find(
    (a) =>
      a.unit === undefined &&
      a.value !== undefined &&
      ((/[.,]\d\d$/.test(line.tokens[a.to - 1]?.word ?? '') &&
        line.tokens.slice(from, a.from).some((t) => /^(?:bought|purchased|ordered|got)$/.test(t.word))) ||
        (/^(?:for|at|cost|costing|paid)$/.test(line.tokens[a.from - 1]?.word ?? '') &&
          /[.,]\d\d$/.test(line.tokens[a.to - 1]?.word ?? '')) ||
        (/^(?:together|each|altogether|in all|apiece|a piece|total|all)$/.test(
          line.tokens[a.to]?.word ?? '',
        ) &&
          /[.,]\d\d?$/.test(line.tokens[a.to - 1]?.word ?? ''))),
  )
  return bare?.value === undefined ? undefined : { value: bare.value, from: bare.from, to: bare.to }
}

/** How many of what: "20 fuses", "fifty M3x8", "14 sheets of test paper", "one metre of belt", "46 pieces M3x8". */
function countedIn(
  line: Line,
  clause: Clause,
  price: Price | undefined,
): { readonly count?: number; readonly what: string } | undefined {
  const isPrice = (i: number) => price !== undefined && price.from <= i && i < price.to
  for (let i = clause.from; i < clause.to; i++) {
    const token = line.tokens[i]
    if (
      token?.sort !== 'number' ||
      token.value === undefined ||
      isPrice(i) ||
      token.word.startsWith('-') ||
      !Number.isInteger(token.value)
    )
      continue
    let a = i + 1
    const unit = line.tokens[a]
    // "one metre of belt": the measure is not the thing. "315 mA fuse": that is its kind.
    if (
      /^(?:metre|metres|meter|meters|m|cm|litre|litres|ml|tube|tubes|bottle|bottles|can|cans|roll|rolls|tin|tins|packet|packets|bag|bags|box|boxes|sheet|sheets|pieces|piece|bits|reel|pack|packs|set|sets|strip|strips|of|more|pcs|new|times)$/.test(
        unit?.word ?? '',
      )
    ) {
      const kept = a
      while (
        /^(?:metre|metres|meter|meters|m|cm|litre|litres|ml|tube|tubes|bottle|bottles|can|cans|roll|rolls|tin|tins|packet|packets|bag|bags|box|boxes|sheet|sheets|pieces|piece|bits|reel|pack|packs|set|sets|strip|strips|of|more|pcs|new|times|the)$/.test(
          line.tokens[a]?.word ?? '',
        ) &&
        a < clause.to
      )
        a++
      if (a >= clause.to) a = kept
      const what =
        thingText(line, a, clause.to, price) ??
        (kept > i ? thingText(line, i + 1, clause.to, price) : undefined)
      const measured = /^(?:metre|metres|meter|meters|m|cm|litre|litres|ml)$/.test(unit?.word ?? '')
      if (what) return measured ? { what } : { count: token.value, what }
      continue
    }
    if (token.unit && !/^(?:ma|a|v|w)$/i.test(token.unit)) continue
    // "315 mA fuse" has no number of its own.
    const what = thingText(line, a, clause.to, price)
    if (what) return { count: token.value, what }
  }
  const size = screwsIn(line, clause.from, clause.to)
  if (size?.size && size.count !== undefined) return { count: size.count, what: size.size }
  const verb = line.verbs.find((v) => v.at >= clause.from && v.at < clause.to && v.verb.act === 'buy')
  if (verb) {
    const what = thingText(line, verb.at + 1, clause.to, price)
    if (what) return { what }
  }
  return undefined
}

function thingText(line: Line, from: number, to: number, price: Price | undefined): string | undefined {
  let a = from
  while (a < to && /^(?:of|the|a|an|new|more|for|some|another)$/.test(line.tokens[a]?.word ?? '')) a++
  let b = a
  while (
    b < to &&
    !(price && b === price.from) &&
    line.tokens[b]?.sort !== 'sign' &&
    !/^(?:for|at|from|used|left|in|remaining|together|each|and|bought|are|is|were|was|today|so|straight|remain|still|on|now|went|gone|counted|cost|costing|to|up)$/.test(
      line.tokens[b]?.word ?? '',
    )
  )
    b++
  return b > a ? written(line, a, b) || undefined : undefined
}
