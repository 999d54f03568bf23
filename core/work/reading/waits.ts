/** What goes on by itself: it begins, it is looked at again and again, it is over. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { work } from './hands.ts'
import { restingWords } from './lexicon.ts'
import { type Line, named, tagged, words, written } from './line.ts'
import { type Amount, quantities } from './amounts.ts'
import type { ClauseReader } from './told.ts'

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

/** A length of time that belongs to a trial, and not to something that rests. */
function isOfTrial(line: Line, clause: Clause): boolean {
  const said = words(line, clause.from, clause.to)
  // "only after ten minutes of warming up": a condition.
  const condition =
    /\b(?:only |not )?after (?:about |some )?\d+ ?(?:min|mins|minutes|h|hours?)\b/.test(said) &&
    named(line, clause.from, clause.to, 'function').length > 0
  // "let it run for an hour": it was tried.
  return (
    condition ||
    /\b(?:let|left|leave|leaving) (?:it|them|the \w+|everything)?(?: (?:be|stay))? ?(?:run|running|on|playing|powered|switched on)\b/.test(
      said,
    )
  )
}

export const waiting: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const again = againIn(line, clause.from, clause.to)
  if (isOfTrial(line, clause)) return undefined
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

export const set =
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
    /\b(?:not|waiting for|wait for|to dry|dry joint|dry solder|dry rot|nearly|almost|still|dry as|when|once|until|till|before|after)\b/.test(
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
