/** Power, waits, screws, stock, and whatever else is done by hand. */
import type { Act } from './acts.ts'
import { nounLike, type Clause } from './clauses.ts'
import { liningWords, overPhrases, restingWords } from './lexicon.ts'
import { named, tagged, words, written, type Line } from './line.ts'
import { targets } from './moves.ts'
import { coverIn, holders, quantities, screwsIn, stopAt, timeIn, type Amount, whenOf } from './slots.ts'
import type { ClauseReader, Told } from './told.ts'



const switched =
  /\b(?:power(?:ed|ing)?|switch(?:ed|ing)?|turn(?:ed|ing)?|fired?|boot(?:ed)?|shut|mains|juice)\b(?: (?:it|the machine|machine|everything|all|the mains|mains|power|the power|the lot|him|her|the whole thing|back|is|was|now|unit|the unit|again|straight|right|quickly|at once|itself|the supply|supply))* (on|off|up|down)\b/
export const power: ClauseReader = (line, clause) => {
  const said = words(line, clause.from, clause.to)
  const given =
    /\b(?:put|gave|applied|got|connected) (?:it |the machine |everything )?(?:(?:under|some|full|the|mains|on) )*(?:power|mains|juice)\b|\bunder power (?:now|again)\b/.test(
      said,
    )
  if (given && !/\b(?:off|no|not|without|before)\b/.test(said))
    return [{ do: 'power', way: 'on', ...whenOf(line, clause) }]
  const found = switched.exec(said)
  if (!found) return undefined
  // A switch of the machine that was turned, a lamp that stays on: no power.
  if (
    /\b(?:not|never|before|while|when|until|if|with the power|with power) .*\b(?:power|switch|turn)/.test(
      said,
    ) &&
    !/^(?:not)?\b.*\b(?:when|while)\b/.test('')
  ) {
    if (!/^(?:power|switch|turn)/.test(said)) return undefined
  }
  if (/\b(?:hands off|fingers off|brightness|trimmer|knob|jumper|heater only|rv\d)\b/.test(said))
    return undefined
  const way = found[1] === 'on' || found[1] === 'up' ? 'on' : 'off'
  if (found[0].startsWith('turn') && (found[1] === 'up' || found[1] === 'down')) return undefined
  return [{ do: 'power', way, ...whenOf(line, clause) }]
}

/** "every ten minutes", "each half hour", "every 2 h": minutes. */
function againIn(
  line: Line,
  from: number,
  to: number,
): { readonly minutes: number; readonly from: number; readonly to: number } | undefined {
  for (let i = from; i < to; i++) {
    const word = line.tokens[i]?.word
    if (word !== 'every' && word !== 'each' && word !== 'hourly') continue
    if (word === 'hourly') return { minutes: 60, from: i, to: i + 1 }
    const rest = words(line, i + 1, Math.min(to, i + 6))
    const fixed: readonly (readonly [RegExp, number, number])[] = [
      [/^(?:half hour|half an hour|half-hour)\b/, 30, 2],
      [/^(?:quarter of an hour)\b/, 15, 4],
      [/^(?:quarter hour|quarter-hour)\b/, 15, 2],
      [/^(?:three quarters of an hour)\b/, 45, 5],
      [/^hour\b/, 60, 1],
      [/^couple of hours\b/, 120, 3],
      [/^(?:other hour|second hour)\b/, 120, 2],
      [/^day\b/, 1440, 1],
      [/^minute\b/, 1, 1],
    ]
    for (const [pattern, minutes, took] of fixed)
      if (pattern.test(rest)) return { minutes, from: i, to: i + 1 + took }
    const amount = quantities(line, i + 1, to)[0]
    const minutes = amount && inMinutes(amount)
    if (amount && minutes !== undefined && amount.from <= i + 2) return { minutes, from: i, to: amount.to }
  }
  return undefined
}
const minutesIn: Readonly<Record<string, number>> = { s: 1 / 60, min: 1, h: 60, d: 1440, week: 10080 }
const inMinutes = (a: Amount): number | undefined =>
  a.of === 'time' && a.unit && a.value !== undefined && minutesIn[a.unit] !== undefined
    ? a.value * (minutesIn[a.unit] ?? 0)
    : undefined

/** A length of time: "24 hours", "half an hour", "an hour and a half", "overnight", "2.5 h". */
function lengthIn(
  line: Line,
  from: number,
  to: number,
): { readonly hours: number; readonly from: number; readonly to: number } | undefined {
  const special: readonly (readonly [RegExp, number])[] = [
    [/^(?:an?|1) (?:hour|h) and a half\b/, 1.5],
    [/^(?:half an|half a|a half) hour\b/, 0.5],
    [/^(?:an|a|1) (?:good |full |whole )?hour\b/, 1],
    [/^(?:a|1) quarter of an hour\b/, 0.25],
    [/^(?:three quarters|3 quarters) of an hour\b/, 0.75],
    [/^(?:a|1) (?:full |whole )?day\b/, 24],
    [/^(?:a|1) (?:full |whole )?week\b/, 168],
    [/^(?:a|1) fortnight\b/, 336],
    [/^(?:overnight|over night|over the night)\b/, 12],
    [/^over the weekend\b/, 48],
    [/^(?:a couple of|2) days\b/, 48],
    [/^(?:a couple of) hours\b/, 2],
    [/^(?:2|two) and a half hours\b/, 2.5],
  ]
  for (let i = from; i < to; i++) {
    const rest = words(line, i, Math.min(to, i + 7))
    for (const [pattern, hours] of special) {
      const found = pattern.exec(rest)
      if (found && !/\bago\b/.test(rest.slice(found[0].length, found[0].length + 5)))
        return { hours, from: i, to: i + found[0].split(' ').length }
    }
  }
  for (const amount of quantities(line, from, to)) {
    const minutes = inMinutes(amount)
    if (minutes !== undefined && line.tokens[amount.to]?.word !== 'ago')
      return { hours: Number((minutes / 60).toPrecision(6)), from: amount.from, to: amount.to }
    // "12 to 24 hours": at least the shorter.
    if (amount.of === 'time' && amount.max !== undefined && amount.unit && minutesIn[amount.unit])
      return { hours: (amount.max * (minutesIn[amount.unit] ?? 0)) / 60, from: amount.from, to: amount.to }
  }
  return undefined
}

/** Words that make a length of time a wait: something goes on by itself. */
const restsIn = (line: Line, from: number, to: number) =>
  line.tokens.slice(from, to).some((t) => restingWords.has(t.word))

export const waiting: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const again = againIn(line, clause.from, clause.to)
  // "only after ten minutes of warming up": a condition of a trial.
  if (
    /\b(?:only |not )?after (?:about |some )?\d+ ?(?:min|mins|minutes|h|hours?)\b/.test(said) &&
    named(line, clause.from, clause.to, 'function').length > 0
  )
    return undefined
  const acts: Act[] = []
  const good = tagged(line, clause.from, clause.to, 'good', 'bad').filter(() =>
    named(line, clause.from, clause.to, 'function').some((m) => m.by !== 'noun' && m.by !== 'verb'),
  )
  const till = line.tokens.findIndex(
    (t, i) =>
      i >= clause.from &&
      i < clause.to &&
      (/^(?:until|till)$/.test(t.word) ||
        (t.word === 'by' &&
          /^(?:dry|ready|set|done|cured|hard|finished)$/.test(line.tokens[i - 1]?.word ?? ''))),
  )
  const time =
    till >= 0 ? line.times.find((t) => t.from > till && t.from <= till + 3 && t.to <= clause.to) : undefined
  const length = lengthIn(line, clause.from, again?.from ?? clause.to)
  const pastWork = line.verbs.some(
    (v) =>
      v.at >= clause.from &&
      v.at < clause.to &&
      v.form === 'past' &&
      v.verb.act === 'work' &&
      !/^(?:dry|stick|press|charge|soak|bake|air|clamp|steep)$/.test(v.verb.lemma),
  )
  const put =
    /\b(?:left|leave|put|set|hung|laid|clamped|let|now|in the|in a|under|goes|go|must|needs|has to|should|touch|to dry|to rest|to soak|to set|drying|resting|soaking|curing|baking|charging|cooling|settling|wait|rest)\b/.test(
      said,
    )
  // "…, glued, 24 h": what was glued rests.
  const alone =
    length !== undefined &&
    clause.to - clause.from <= length.to - length.from + 1 &&
    told.last?.do === 'work' &&
    /^(?:glue|paint|varnish|soak|fill|wash|bleach|whiten|wax|oil|seal|rinse|mask|stick|coat|spray|press)$/.test(
      told.last.verb,
    )
  if (
    (time || length) &&
    (alone || restsIn(line, clause.from, clause.to)) &&
    good.length === 0 &&
    !(pastWork && !put)
  ) {
    // "soaked for two hours" is over; "ran two hours" is a trial.
    const over =
      /\b(?:soaked|steeped|bathed)\b.*\bfor (?:about )?\d/.test(said) ||
      (/\b(?:soaked|dried|waited|rested|charged|baked|stood|sat|ran|run) (?:it |them )?(?:for )?(?:about )?\d/.test(
        said,
      ) &&
        !/\b(?:left|to|until|till)\b/.test(said))
    if (!over && !/\b(?:last|ago|yesterday)\b/.test(said)) {
      const end = time ? till : (length?.from ?? clause.to)
      const what =
        subjectText(
          line,
          clause.from,
          /^(?:for|about|another|a|of)$/.test(line.tokens[end - 1]?.word ?? '') ? end - 1 : end,
          clause.to,
        ) ||
        (again ? '' : subjectText(line, length?.to ?? clause.to, clause.to, clause.to)) ||
        told.what
      acts.push({
        do: 'wait',
        ...(what ? { what } : {}),
        ...(time ? { until: time.future } : length ? { hours: length.hours } : {}),
      })
    }
  }
  if (again && !/\b(?:failed|fails|drops|misses|every time)\b/.test(said)) {
    const what = subjectText(line, clause.from, again.from, clause.to)
    acts.push({ do: 'every', every: again.minutes, ...(what && acts.length === 0 ? { what } : {}) })
  }
  if (acts.length === 0) return undefined
  // "glued, 12 hours under the weight" in one clause is both.
  const did = work(line, clause, told)?.filter(
    (a) => a.do === 'work' && !/^(?:dry|soak|charge|press|air|stick|set)$/.test(a.verb),
  )
  return [...(did && pastWork ? did : []), ...acts]
}
function subjectText(line: Line, from: number, to: number, end: number): string {
  let [a, b] = [from, Math.min(to, end)]
  while (
    a < b &&
    (line.tokens[a]?.sort === 'sign' ||
      /^(?:the|a|an|is|are|now|then|and|let|leave|left|wait|for|please|i|we|put|set|to|must)$/.test(
        line.tokens[a]?.word ?? '',
      ))
  )
    a++
  while (
    b > a &&
    (line.tokens[b - 1]?.sort === 'sign' ||
      /^(?:for|until|till|to|is|are|must|now|another|about|a|the|at|least|and|then|it|must|will|has|needs|goes|go)$/.test(
        line.tokens[b - 1]?.word ?? '',
      ))
  )
    b--
  return written(line, a, b)
}

const dried =
  /^(?:is dry|are dry|dry now|now dry|dry again|is dry now|has dried|have dried|dried|dry|dried out|fully dry|bone dry)$/
const set =
  /^(?:has set|have set|set now|is set|has cured|is cured|cured|hardened|gone off|has hardened|has gone off)$/
export const waitOver: ClauseReader = (line, clause, told) => {
  if (
    /\bused up\b|\b(?:paint|glue|lacquer|mask) (?:is )?finished off\b/.test(
      words(line, clause.from, clause.to),
    )
  )
    return undefined
  const hit = tagged(line, clause.from, clause.to, 'over')[0]
  if (!hit) return undefined
  const said = words(line, clause.from, clause.to)
  const text = words(line, hit.from, hit.to)
  if (
    /\b(?:not|dry joint|dry solder|dry rot|nearly|almost|still|dry as|when|once|until|till|before|after)\b/.test(
      said,
    )
  )
    return undefined
  // "a dry cloth" is no wait that ended.
  const after = line.tokens[hit.to]?.word
  if (
    /^(?:dry|dried|up|done|finished|ready|over|charged|set|hardened|cured)$/.test(text) &&
    after !== undefined &&
    hit.to < clause.to &&
    line.tokens[hit.to]?.sort === 'word' &&
    !/^(?:now|again|enough|already|drying|soaking|curing|at|after|since|by|through|and|today|this|in|on|so|finally|to)$/.test(
      after,
    )
  )
    return undefined
  const names = named(line, clause.from, hit.from, 'position', 'zone', 'wait')
  const waits = line.scene.waits.map((w) => w.toLowerCase())
  const waited = waits.some((w) => w.split(' ').some((part) => part.length > 3 && said.includes(part)))
  const noun =
    /\b(?:glue|paint|lacquer|varnish|epoxy|resin|mask|lamp|bath|soak|soaking|drying|time|wait|paste|filler|battery|charge|charging|cure|curing|rest|waiting|timer|peroxide|cream|foam|oven|sun|quarantine|tub|adhesive|primer|freezer|cooling|weight|clamps?)\b/.exec(
      said.slice(0, words(line, clause.from, hit.from).length + 1),
    )
  const by = dried.test(text)
    ? names.length > 0 || noun !== null || (told.targets.length > 0 && clause.to - clause.from <= 3)
    : set.test(text)
      ? noun !== null || (names.length > 0 && waited)
      : noun !== null || waited
  if (!by) return undefined
  // "the chip is finished" is no wait; "cold" alone is none.
  if (/^(?:cooled|cold again|cooled down)$/.test(text) && !waited && noun === null && names.length === 0)
    return undefined
  const what = subjectText(line, clause.from, hit.from, clause.to) || told.what || told.targets[0]
  return what ? [{ do: 'wait over', what }] : undefined
}

const offWord =
  /\b(?:off|removed|undone|out|opened|open|unscrewed|unbolted|lifted|took|taken|undid|remove|came away|away|apart|loosened)\b/
const onWord =
  /\b(?:on|in|closed|refitted|fitted|screwed|tightened|back on|back in|put back|bolted|close|shut|fastened|home|again|replaced|refit|driven)\b|\bback[ .]*$/
export const fastening: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const screws = screwsIn(line, clause.from, clause.to)
  const cover = coverIn(line, clause.from, clause.to)
  if (!screws && !cover) return undefined
  if (/\b(?:missing|lost|stripped|rusty|how many|left over|in stock|bought|ordered|in the box)\b/.test(said))
    return undefined
  if (!screws && cover && !coverMoves(line, clause, cover)) return undefined
  const held = holders(line, clause.from, clause.to).find((h) =>
    /^(?:the )?(?:\w+ )?(?:cup|bag|box|tin|jar|tray|drawer|pot|dish|envelope|tub|lid|matchbox|saucer|bowl|egg)/i.test(
      h.text,
    ),
  )
  const off = offWord.test(said.replace(/\bout of\b/g, 'from').replace(/\bback in\b|\bback on\b/g, 'on'))
  const on = onWord.test(
    said.replace(
      /\b(?:in|into|on) (?:the |a )?(?:\w+ )?(?:cup|bag|box|tin|jar|tray|drawer|pot|dish|envelope|tub|matchbox|saucer|bowl)\b/g,
      '',
    ),
  )
  const from = held?.way === 'from'
  const way = from
    ? 'on'
    : held
      ? 'off'
      : off && !on
        ? 'off'
        : on && !off
          ? 'on'
          : off && on
            ? /\b(?:back on|on again|back in|closed|refitted|screwed|put back)\b/.test(said)
              ? 'on'
              : 'off'
            : undefined
  const last = told.last
  const carried =
    way ??
    (screws && !cover && (last?.do === 'off' || last?.do === 'on') && last.count === undefined
      ? last.do
      : undefined)
  if (!carried) return undefined
  if (
    /\b(?:will|must|should|before|means|if|when|while|once)\b/.test(said) &&
    !/\bwhen\b.*\b(?:came|took)\b/.test(said)
  )
    return undefined
  const cup = held ? cupText(held.text) : undefined
  const what = cover?.text ?? (screws ? ofWhat(line, clause, screws.to) : undefined)
  return [
    {
      do: carried,
      ...(what ? { what } : {}),
      ...(screws?.count === undefined ? allOf(line, clause) : { count: screws.count }),
      ...(screws?.size ? { size: screws.size } : {}),
      ...(cup ? { cup } : {}),
      ...whenOf(line, clause),
    },
  ]
}
/** "with all 6", "all six of them". */
const allOf = (line: Line, clause: Clause): { count?: number } => {
  const found = /\b(?:with all|all|with) (\d{1,2})\b(?! (?:v|mm|rows|keys))/.exec(
    words(line, clause.from, clause.to),
  )
  return found?.[1] ? { count: Number(found[1]) } : {}
}
const cupText = (text: string) => text.replace(/^(?:the|a)\s+/i, '')
/** "six screws of the shield": whose they are. */
function ofWhat(line: Line, clause: Clause, at: number): string | undefined {
  for (let i = at; i < clause.to - 1; i++)
    if (/^(?:of|from|holding)$/.test(line.tokens[i]?.word ?? '')) {
      const mention = named(line, i + 1, clause.to, 'position', 'zone')[0]
      if (mention && mention.from <= i + 2) return mention.names[0]
    }
  return undefined
}
/** A cover that goes on or off, and no state of its surface: "lid off", "back is closed", "case washed" is not. */
function coverMoves(
  line: Line,
  clause: Clause,
  cover: { readonly from: number; readonly to: number; readonly text: string },
): boolean {
  const said = words(line, clause.from, clause.to)
  const after = words(line, cover.to, clause.to)
  const before = words(line, clause.from, cover.from)
  if (
    tagged(line, clause.from, clause.to, 'finding').length > 0 &&
    !/\b(?:off|on again|back on|closed)\b/.test(said)
  )
    return false
  if (
    line.verbs.some(
      (v) =>
        v.at >= clause.from &&
        v.at < clause.to &&
        v.verb.act === 'work' &&
        v.form === 'past' &&
        v.verb.lemma !== 'lift',
    )
  )
    return false
  return (
    /^(?:is |are |was |has been |came |now |comes |goes |went |all )*(?:back )?(?:off|on|closed|open|opened|removed|refitted|shut|unscrewed|screwed|lifted off|lifted|fitted)\b/.test(
      after,
    ) ||
    (/\b(?:took|taken|lifted|removed|opened|unscrewed|closed|refitted|fitted|put|screwed|got|undid|unbolted|take|remove|shut|popped|prised|pulled)\b/.test(
      before,
    ) &&
      (/\b(?:off|on|back|again)\b/.test(said) ||
        /\b(?:removed|opened|closed|refitted|unscrewed|undid|unbolted|shut)\b/.test(before)))
  )
}

const useWord = /\b(?:used|use|used up|consumed|spent|went through|gone through|took|needed)\b/
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

const meansLead = /^(?:with|using|by|in|w|through|via)$/
/** Work that was done: the verb, what it was done to, with what. */
export const work: ClauseReader = (line, clause, told) => {
  const verbs = line.verbs.filter(
    (v) =>
      v.at >= clause.from &&
      v.at < clause.to &&
      (v.verb.act === 'work' || (v.verb.act === 'adjust' && v.verb.lemma === 'move')) &&
      !nounLike(line, v.at) &&
      !adjectival(line, clause, v.at),
  )
  const said = words(line, clause.from, clause.to)
  const drops = /\b(\d+|some|few) drops?(?: of)? (oil|grease)\b/.exec(said)
  if (drops && !/\b(?:leak|leaked|under|on the floor|lost)\b/.test(said)) {
    const at = named(line, clause.from, clause.to, 'position', 'zone').map((m) => m.names[0])[0] ?? told.what
    return [
      {
        do: 'work',
        verb: drops[2] === 'oil' ? 'oil' : 'grease',
        ...(at ? { what: at } : {}),
        words: written(line, clause.from, clause.to),
        ...whenOf(line, clause),
      },
    ]
  }
  // "removed it with white spirit": what is taken away is no part.
  const away = line.verbs.find(
    (v) => v.at >= clause.from && v.at < clause.to && v.form === 'past' && v.verb.lemma === 'remove',
  )
  if (
    away &&
    verbs.length === 0 &&
    targets(line, clause).length === 0 &&
    /\bwith\b|\bby\b|\busing\b/.test(said)
  ) {
    const object = objectAfter(line, away.at + 1, clause.to)
    const what = object && !/^(?:it|them)$/i.test(object) ? object : told.what
    return [
      {
        do: 'work',
        verb: 'remove',
        ...(what ? { what } : {}),
        words: written(line, clause.from, clause.to),
        ...whenOf(line, clause),
      },
    ]
  }
  const fits = line.verbs.find(
    (v) => v.at >= clause.from && v.at < clause.to && v.form === 'past' && v.verb.act === 'in',
  )
  if (fits && verbs.length === 0 && targets(line, clause).length === 0) {
    const object = objectAfter(line, fits.at + 1, clause.to)
    if (object && !/^(?:it|them)$/i.test(object))
      return [
        {
          do: 'work',
          verb: fits.verb.lemma,
          what: object,
          words: written(line, clause.from, clause.to),
          ...whenOf(line, clause),
        },
      ]
  }
  const spoken = verbs.find(
    (v) => v.form === 'past' || ((v.form === 'base' || v.form === 'ing') && startsSo(line, clause, v.at)),
  )
  if (!spoken) return undefined
  if (
    spoken.guessed &&
    (/\b(?:interrupt|suppose|appear|seem|consist|contain|remain|exist|belong|depend|need|require)/.test(
      spoken.verb.lemma,
    ) ||
      tagged(line, clause.from, clause.to, 'finding', 'bad', 'part').length > 0)
  )
    return undefined
  const plainly =
    spoken.at === clause.to - 1 ||
    spoken.at === clause.from ||
    /^(?:with|using|in|by|again|and|off|out|,|on|for)$/.test(line.tokens[spoken.at + 1]?.word ?? '')
  if (
    spoken.guessed &&
    (!plainly ||
      (!/\b(?:with|using|by hand|again|all|i|we)\b/.test(said) &&
        named(line, clause.from, clause.to, 'position', 'zone').length === 0))
  )
    return undefined
  if (
    /\b(?:not|never|cannot|to be|must be|should be|needs|could be|would be|has never been|was never)\b/.test(
      words(line, clause.from, spoken.at + 1),
    ) &&
    !/\bnot only\b/.test(said)
  )
    return undefined
  if (spoken.form === 'ing' && (spoken.at !== clause.from || /\bwhile\b/.test(clause.link))) return undefined
  if (
    tagged(line, clause.from, clause.to, 'finding').some(
      (h) => h.to - h.from > 1 && h.from <= spoken.at && spoken.at < h.to,
    )
  )
    return undefined
  const meansAt = line.tokens.findIndex(
    (t, i) =>
      i > clause.from &&
      i < clause.to &&
      i !== spoken.at &&
      meansLead.test(t.word) &&
      !(
        t.word === 'in' &&
        (i < spoken.at || /^(?:place|the middle|front|my|its)$/.test(line.tokens[i + 1]?.word ?? ''))
      ) &&
      !(t.word === 'by' && i < spoken.at),
  )
  const objectEnd = meansAt > spoken.at ? meansAt : clause.to
  const before = subjectBefore(line, clause, spoken.at)
  const after = objectAfter(line, spoken.at + 1, objectEnd)
  const pronoun =
    /^(?:it|them|that|this|these|those|one|all|everything)(?: (?:overnight|well|again|off|thoroughly|too|by hand|carefully))*$/i.test(
      after ?? '',
    ) ||
    (after === undefined && before === undefined)
  const what = pronoun ? (told.what ?? told.targets[0] ?? before) : (after ?? before)
  const means = meansAt >= 0 ? written(line, meansAt + 1, clause.to) : undefined
  const rest = means ?? (before && after ? `${after}` : trailingWords(line, spoken.at + 1, clause.to))
  const target = before && after && !pronoun ? pickTarget(line, clause, before, after) : what
  const list = target === undefined ? [undefined] : [target]
  return list.map((w) => ({
    do: 'work',
    verb: spoken.verb.lemma.replace(/ize$/, 'ise'),
    ...(w ? { what: w } : {}),
    ...(rest ? { words: rest } : {}),
    ...whenOf(line, clause),
  }))
}
/** "clean the keyboard", "oil guides": an object follows. */
const orders = (line: Line, at: number): boolean =>
  /^(?:the|it|them|all|both|this|that|these|my|our|its|with)$/.test(line.tokens[at + 1]?.word ?? '') ||
  line.mentions.some((m) => m.from === at + 1 && m.by !== 'verb')
/** "the dried glue", "a broken clip": a participle before its noun. */
const adjectival = (line: Line, clause: Clause, at: number) =>
  /^(?:the|a|an|some|of|with|two|its)$/.test(line.tokens[at - 1]?.word ?? '') &&
  at > clause.from - 1 &&
  line.tokens[at + 1]?.sort === 'word' &&
  !/^(?:with|by|in|and|again|the|off|out|up|to|using|it|them|down)$/.test(line.tokens[at + 1]?.word ?? '')
/** Verbs that are as often nouns: "dust everywhere", "paint flaking off". */
const nounVerbs =
  /^(?:dust|paint|tape|glue|oil|grease|mark|label|number|cover|seal|wax|pad|patch|clip|file|splice|strip|stick|charge|air|level|heat|steam|brush|polish|wire|solder|bridge|varnish|sand|film|shim|sleeve|press|balance|machine|tap|lap|weld|rivet|tension|iron|spray|cut|push|lift|rework|mask|trim|wash|soak|dry|flush|repair|fix|clean|turn|move|scrape|scrub|rub|photograph)$/
const startsSo = (line: Line, clause: Clause, at: number) =>
  !(
    nounVerbs.test(line.tokens[at]?.word ?? '') &&
    !orders(line, at) &&
    !/^(?:i|we|have)$/.test(line.tokens[at - 1]?.word ?? '')
  ) &&
  words(line, clause.from, at)
    .split(' ')
    .every((w) =>
      /^(?:i|we|have|has|had|then|now|also|just|and|again|first|then|did|got|let|help(?:ed)?|today|yesterday|)$/.test(
        w,
      ),
    )
function subjectBefore(line: Line, clause: Clause, at: number): string | undefined {
  let [a, b] = [clause.from, at]
  const skip =
    /^(?:the|a|an|i|we|have|has|had|was|were|is|are|been|then|now|also|just|and|both|all|again|first|got|today|yesterday|finally|,|:|quickly|carefully|gently|so|imke|jonas|petra|rasmus|ottoline|on|it|they|fully|completely|thoroughly|well|properly|only|being)$/
  const time = timeIn(line, clause.from, at)
  for (;;) {
    if (time && a === time.from) a = time.to
    else if (a < b && skip.test(line.tokens[a]?.word ?? '')) a++
    else break
  }
  while (b > a && skip.test(line.tokens[b - 1]?.word ?? '')) b--
  return canonical(line, a, b)
}
/** The words, or the name that they are all of, as the machine has it. */
function canonical(line: Line, from: number, to: number): string | undefined {
  const name = named(line, from, to, 'position', 'zone', 'gear').find(
    (m) => m.from === from && m.to === to && m.names.length === 1 && (m.by === 'name' || m.by === 'alias'),
  )
  return name?.names[0] ?? (written(line, from, to) || undefined)
}
function objectAfter(line: Line, from: number, to: number): string | undefined {
  const stop = stopAt(line, from, to)
  let a = from
  while (
    a < stop &&
    /^(?:the|a|an|off|out|up|down|all|both|on|over|my|our|its|away|of|some|again|clean|dry)$/.test(
      line.tokens[a]?.word ?? '',
    )
  )
    a++
  let b = a
  const time = timeIn(line, from, to)
  while (
    b < stop &&
    !(time && b === time.from) &&
    !/^(?:again|off|out|away|clean|dry|first|today|now|and|then|do|does|did|not|needs|for|until|because|so|yesterday|twice|once|thoroughly|carefully|this|on|at|last|down|up|to|too|back|before|after|in|gently|well|a)$/.test(
      line.tokens[b]?.word ?? '',
    )
  )
    b++
  // "three cold joints on the display board": where they are belongs to them.
  if (/^(?:on|in|of|under|at|behind|near|around)$/.test(line.tokens[b]?.word ?? '') && b > a) {
    const place = named(line, b + 1, stop, 'position', 'zone').find((m) => m.from <= b + 2)
    if (place) b = place.to
  }
  return b > a ? canonical(line, a, b) : undefined
}
function trailingWords(line: Line, from: number, to: number): string | undefined {
  let a = from
  while (a < to && (line.tokens[a]?.sort === 'sign' || /^(?:and|then)$/.test(line.tokens[a]?.word ?? ''))) a++
  return written(line, a, to) || undefined
}
/** Of the words before the verb and those behind it, those that name something of the machine. */
function pickTarget(line: Line, clause: Clause, before: string, after: string): string {
  const spoken = line.verbs.find((v) => v.at >= clause.from && v.at < clause.to && v.verb.act === 'work')
  const namedBefore =
    named(line, clause.from, spoken?.at ?? clause.from, 'position', 'zone', 'function').length > 0
  return namedBefore ||
    (!/^(?:i|we)$/i.test(before) &&
      named(line, spoken?.at ?? clause.from, clause.to, 'position', 'zone').length === 0)
    ? before
    : after
}
