/** Values that were measured: a point, an amount, and under which load. */
import type { Act, ReadAct } from './acts.ts'
import type { Clause } from './clauses.ts'
import { named, words, written, type Line } from './line.ts'
import { quantities, type Amount } from './amounts.ts'
import { stopAt, timeIn } from './slots.ts'
import type { Mention } from './names.ts'
import type { ClauseReader, Told } from './told.ts'

const measureVerb =
  /^(?:is|are|was|were|reads|read|shows|showed|measured|measures|measure|sits|sat|at|has|had|gives|gave|makes|=|:|swings|sags|sagged|drops|dropped|rises|rose|climbs|stays|stands|comes|came|went|goes|now|only|about|around|roughly|drifts|drift|between|to|from|holds|running|runs|hovers|varies|wanders|dips|got|get|with|meter|says|value|reading|a|an|the|of|it|up|down|just|exactly|still|steady|nearly|almost|,|->|not|more|than|less|over|under|draws|pulls|takes|delivers|settles|settled|peaks|being|i|we|on|then|by|hangs|hang|floats|idles|jumps|jumped|jitters|ticks|stuck|went|lies|lay|makes|made|found|comes|came|lands|landed|looks|looking|falls|fell|fluctuates|oscillates|wobbles|goes|gone|back|always|all|time|again|instead)$/

/** "with all eight magnets pulling", "under load", "with dummy load", "no load", "while printing". */
function loadIn(
  line: Line,
  from: number,
  to: number,
): { readonly text: string; readonly from: number } | undefined {
  for (let i = from; i < to; i++) {
    const word = line.tokens[i]?.word
    if (word === 'unloaded') return { text: 'none', from: i }
    if ((word === 'no' || word === 'without') && /^(?:a )?load/.test(words(line, i + 1, Math.min(to, i + 3))))
      return { text: 'none', from: i }
    if (
      word === 'under' ||
      word === 'on' ||
      word === 'with' ||
      word === 'into' ||
      word === 'at' ||
      word === 'off'
    ) {
      const limit = stopAt(line, i + 1, to)
      const number = line.tokens.findIndex(
        (t, k) =>
          k > i &&
          k < limit &&
          (line.mentions.some((m) => m.sort === 'point' && m.from === k) ||
            (t.sort === 'number' && !/^(?:all|the)$/.test(line.tokens[k - 1]?.word ?? ''))),
      )
      const end = number > i + 1 ? number : limit
      const text = words(line, i + 1, end)
      if (
        /\bload\b|\bloaded\b|\bpulling\b|\brunning\b|\bconnected\b|\beverything\b|\bno (?:cards?|boards?)\b|\bout\b|\ball \d|\blamp\b|\bmagnets?\b|\bmotor\b/.test(
          text,
        )
      )
        return { text: word === 'off' ? 'none' : written(line, i + 1, end), from: i }
    }
    if (word === 'while' || word === 'when' || word === 'during')
      return { text: written(line, i, stopAt(line, i + 1, to)), from: i }
  }
  return undefined
}

const electrical = (a: Amount) => a.of === 'electrical' || a.of === 'frequency'

const measureWord =
  /\b(?:sags?|sagged|drops?|dropped|reads?|measured|measures|shows?|showed|sits|at|is|has|only|gives|swings|dips|climbs|now|just)\b/

/** How far a clause is read: the point that values belong to, and from where on. */
interface Reader {
  readonly line: Line
  readonly clause: Clause
  readonly told: Told
  readonly amounts: readonly Amount[]
  readonly points: readonly Mention[]
  readonly load: ReturnType<typeof loadIn>
  readonly time: ReturnType<typeof timeIn>
  readonly acts: ReadAct[]
  point: string | undefined
  /** The point is a rail, named by its volts. */
  rail: boolean
  from: number
}

/** Every value of a clause, each with its point. `load` of an earlier clause ("power on with dummy load") may be given. */
export const measured: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  if (isNoReading(line, clause, told, said)) return undefined
  const reader: Reader = {
    ...{ line, clause, told },
    amounts: quantities(line, clause.from, clause.to),
    points: named(line, clause.from, clause.to, 'point'),
    load: loadIn(line, clause.from, clause.to),
    time: timeIn(line, clause.from, clause.to),
    acts: [],
    point: undefined,
    rail: false,
    from: clause.from,
  }
  for (const amount of reader.amounts) {
    const swung = swings(reader, amount)
    if (swung) return [swung]
    if (namesRail(reader, amount)) {
      reader.point = written(line, amount.from, amount.to)
      reader.rail = true
      reader.from = amount.to
      continue
    }
    if (isNoValue(reader, amount)) continue
    const asked = valueOf(reader, amount)
    if (asked) return [asked]
  }
  return reader.acts.length > 0 ? reader.acts : undefined
}

function isNoReading(line: Line, clause: Clause, told: Told, said: string): boolean {
  return (
    (/\b(?:bought|ordered|replaced|swapped|changed|renewed|exchanged|fuse|fuses|used up|rated|printed on|should be|must be|needs|new \d|expected)\b/.test(
      said,
    ) &&
      !/\bmeasured\b|\bread(?:s|ing)?\b|\bexpected\b/.test(said)) ||
    // "Needs IC5 and 12V": a rail that is named, not read.
    (!measureWord.test(said) && /\b(?:needs|depends on|hangs on)\b/.test(words(line, 0, clause.from))) ||
    (told.last?.do === 'work' && clause.link.includes(':') && !measureWord.test(said))
  )
}

/** "60 V rail 58.7", "goes from 0.4 up to 21 V". */
function swings({ line, clause, amounts, points, from }: Reader, amount: Amount): ReadAct | undefined {
  if (!/\bfrom$/.test(words(line, clause.from, amount.from))) return undefined
  const to = amounts.find(
    (a) => a.from > amount.from && /^(?:up |down )?to$/.test(words(line, amount.to, a.from)),
  )
  const unit = to?.unit ?? amount.unit
  const point =
    points.filter((p) => p.to <= amount.from).at(-1)?.names[0] ?? pointText(line, from, amount.from)
  if (amount.value === undefined || to?.value === undefined || !unit || !point) return undefined
  const [min, max] = [Math.min(amount.value, to.value), Math.max(amount.value, to.value)]
  return { do: 'read', point, min, max, unit }
}

/** "5V 5.03": the first volts of a clause name the rail that the next are read on. */
function namesRail({ line, clause, amounts, points, acts }: Reader, amount: Amount): boolean {
  if (acts.length > 0 || amount.unit !== 'V') return false
  const alone = line.tokens
    .slice(clause.from, amount.from)
    .every((t) => /^(?:the|psu|supply|on|rail|now|:|and)$/.test(t.word))
  const next = amounts.find(
    (a) =>
      a.from >= amount.to &&
      a.from - amount.to <= 4 &&
      (a.unit === undefined || /\b(?:rail|line|is|supply)\b/.test(words(line, amount.to, a.from))),
  )
  return (
    alone &&
    next !== undefined &&
    !points.some((p) => p.from <= amount.from && amount.from < p.to) &&
    !/\b(?:and|,)\b/.test(words(line, amount.to, next.from))
  )
}

/** What belongs to a name, a load or an expectation is no value. */
function isNoValue(reader: Reader, amount: Amount): boolean {
  const { line, clause, amounts, points, load, acts, from } = reader
  const p = points.find((x) => x.from <= amount.from && amount.to <= x.to)
  // "12V 11.86": the first is the point; "it is 12V" a value.
  if (p && !isValue(line, clause, p.from, p.to, amounts, amount, acts.length)) return true
  const told =
    amount.unit !== undefined &&
    /^(?:ok|okay|missing|gone|dead|fine|present|good|rail|there|line|capacitor|cap|fuse|lamp|type|part|one|version|adapter|charger|supply)$/.test(
      line.tokens[amount.to]?.word ?? '',
    ) &&
    points.every((x) => x.from !== amount.from) &&
    !amounts.some((a) => a.from > amount.to && a.from - amount.to <= 4)
  if (told) return true
  const before = load && (acts.length > 0 || amounts.some((a) => a.from < load.from)) ? load.from : clause.to
  if (load && amount.from > load.from && amount.from > before) return true
  return (
    acts.length > 0 &&
    /\b(?:expected|instead of|should be|nominal|printed|label(?:led)? says|spec|marked|was|before it was|supposed)\b/.test(
      words(line, Math.max(from, amount.from - 4), amount.from),
    )
  )
}

/** Reads one value at its point into the reader; answers a question where it may be two. */
function valueOf(reader: Reader, amount: Amount): Act | undefined {
  const { line, told, points, load, time, acts, from } = reader
  const mention = points.filter((p) => p.to <= amount.from && p.from >= from).at(-1)
  const subject = subjectOf(reader, amount, mention)
  const volts = mention !== undefined || reader.rail
  const { unit } = amount
  if (subject) {
    reader.point = subject
    reader.rail = mention !== undefined && /V$/.test(subject)
  }
  const taken =
    electrical(amount) ||
    amount.of === 'temperature' ||
    amount.of === 'speed' ||
    (unit === undefined &&
      (isImplied(reader, amount, subject) || mention !== undefined || (volts && subject === undefined)))
  if (!taken) return undefined
  // "5.06 V on the 5 V rail": the point stands behind.
  const after = acts.length === 0 && subject === undefined ? (line.tokens[amount.to]?.word ?? '') : ''
  const behind = /^(?:on|at|across|from|between)$/.test(after)
    ? points.find((p) => p.from >= amount.to && p.from <= amount.to + 2)?.names[0]
    : undefined
  const at =
    behind ??
    reader.point ??
    (told.last?.do === 'read' ? told.last.point : undefined) ??
    (told.targets.length === 1 ? told.targets[0] : undefined)
  if (!at || /^(?:it|that|this)$/i.test(at)) return undefined
  if (!electrical(amount) && unit !== undefined && mention === undefined) return undefined
  // "1,250 V": one and a quarter, or more than a thousand.
  if (amount.either !== undefined && amount.value !== undefined)
    return {
      do: 'ask which',
      word: written(line, amount.from, amount.from + 1).replace(/[A-Za-zµΩ]+$/, ''),
      among: [String(amount.value), String(amount.either)],
      of: 'read',
    }
  acts.push({
    do: 'read',
    point: withoutMeans(at),
    ...(amount.value === undefined ? { min: amount.min, max: amount.max } : { value: amount.value }),
    ...(unit ? { unit } : railUnit(at, mention !== undefined)),
    ...(amount.about ? { about: true } : {}),
    ...(load ? { load: load.text } : {}),
    ...(time ? { when: time.past } : {}),
  })
  reader.from = amount.to
  return undefined
}

/** What is said to be measured just before a value; undefined where it is the point before in another state. */
function subjectOf(reader: Reader, amount: Amount, mention: Mention | undefined): string | undefined {
  const { line, acts, from, rail, point } = reader
  const idle =
    rail &&
    acts.length === 0 &&
    line.tokens
      .slice(from, amount.from)
      .every((t) => /^(?:rail|line|supply|voltage)$/.test(t.word) || measureVerb.test(t.word))
  if ((stateBefore(line, from, amount.from) && point) || idle) return undefined
  return mention ? mention.names[0] : pointText(line, from, amount.from)
}

/** A figure without a unit that is volts all the same: it goes on from the reading before, or stands at a rail. */
function isImplied(reader: Reader, amount: Amount, subject: string | undefined): boolean {
  const { line, clause, told, rail, from } = reader
  const measuring = measureWord.test(words(line, from, amount.from))
  const goesOn =
    told.last?.do === 'read' &&
    told.last.unit === 'V' &&
    measuring &&
    named(line, clause.from, amount.from, 'function', 'position').length === 0
  if (goesOn || (rail && subject === undefined)) return true
  return subject !== undefined && measuring && /\b(?:volts?|rail|voltage|supply)\b|\d ?v\b/i.test(subject)
}

/** "C11 with the ESR meter": the instrument is no part of the point. */
const withoutMeans = (point: string): string =>
  point.replace(/\s+(?:with|by|using)\s+(?:the|a|an|my|our)\s.*$/i, '').trim() || point

/** "24.3 V idle, 22.9 V punching": the same point in another state. */
function stateBefore(line: Line, from: number, to: number): string | undefined {
  const text = words(line, from, to).replace(/[,.]/g, '').trim()
  return /^(?:and |then |but )*(?:idle|loaded|unloaded|hot|cold|warm|then|later|afterwards|now|when \w+|while \w+|under load|with load|no load|at idle|at rest|before|after|off load|on load|running|punching|printing|standby)$/.test(
    text,
  )
    ? text
    : undefined
}
/** A rail is read in volts when nothing else is said; other points as the sheet says. */
const railUnit = (point: string, known: boolean): { unit?: string } =>
  known && /\d ?V$/.test(point) ? { unit: 'V' } : /^\d+ volts?$/.test(point) ? { unit: 'V' } : {}

/** "5V 5.03" begins with a point; "pin 11 5V" ends with a value. */
function isValue(
  line: Line,
  clause: Clause,
  from: number,
  to: number,
  amounts: readonly Amount[],
  amount: Amount,
  found: number,
): boolean {
  const later = amounts.find((a) => a.from >= to)
  if (later && !line.tokens.slice(to, later.from).some((t) => /^(?:expected|instead|and|,)$/.test(t.word)))
    return false
  const before = line.tokens[from - 1]?.word ?? ''
  const subject = from > clause.from
  return (
    amount.unit !== undefined &&
    subject &&
    found === 0 &&
    !/^(?:the|of|on)$/.test(before) &&
    later === undefined
  )
}

/** The words before a value that say where it was measured. */
function pointText(line: Line, from: number, to: number): string | undefined {
  let [a, b] = [from, to]
  while (b > a && (measureVerb.test(line.tokens[b - 1]?.word ?? '') || line.tokens[b - 1]?.sort === 'sign'))
    b--
  while (
    a < b &&
    (/^(?:the|a|an|measured|i|we|now|and|then|only|got|get|measure|have|reading|read|checked|still|also|so|but|voltage at|psu|here)$/.test(
      line.tokens[a]?.word ?? '',
    ) ||
      line.tokens[a]?.sort === 'sign')
  )
    a++
  // "C12 : ESR 0.08 ohm", "24 volt supply sags to …".
  for (let i = a + 1; i < b; i++)
    if (
      /^(?:sags|swings|drops|shows|measured|measures|reads|sits|is|was|climbs|gives|has|falls|goes|draws|pulls)$/.test(
        line.tokens[i]?.word ?? '',
      )
    ) {
      b = i
      break
    }
  const text = written(line, a, b).replace(/\s*:\s*/g, ' ')
  return text && /[a-z]/i.test(text) ? text : undefined
}
