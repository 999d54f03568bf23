/**
 * Days and moments that a line says, in the collection’s zone: chrono-node reads them, with what workshops say besides. Everything is
 * local time; no zone is touched here.
 */
import type { ParsedResult } from 'chrono-node'
import { chrono, dayAway, dayMs, dayPart, parser, weekdays } from './time-words.ts'
import type { Token } from './tokens.ts'

/** What was meant by a time: something that has been, or is to come. */
export type Direction = 'past' | 'future'

export interface Time {
  /** Tokens from, up to and without; the word before it ("until", "at", "on") is not in it. */
  readonly from: number
  readonly to: number
  /** "2026-11-29", or "2026-11-29T18:00" where a clock time is said. */
  readonly past: string
  readonly future: string
  readonly clock: boolean
}

const pad = (n: number) => String(n).padStart(2, '0')

const dayText = (ms: number) => new Date(ms).toISOString().slice(0, 10)

const momentText = (ms: number) => new Date(ms).toISOString().slice(0, 16)

const msOf = (local: string) =>
  Date.parse(
    `${local.length === 10 ? `${local}T00:00` : local}:00Z`
      .replace(':00:00Z', ':00Z')
      .replace(/T(\d\d:\d\d)Z/, 'T$1:00Z'),
  )

parser(
  /\b(half|quarter|\d{1,2})(?:\s+minutes?)?\s+(past|to)\s+(\d{1,2})\b(?!\s*(?:v|a|w|°|[.,]\d))(?:\s+(this|tomorrow|yesterday|in the)\s+(morning|afternoon|evening|night)\b)?/i,
  (m, reference) => {
    const hour = Number(m[3])
    const minutes = m[1] === 'half' ? 30 : m[1] === 'quarter' ? 15 : Number(m[1])
    if (hour < 1 || hour > 24 || minutes > 59 || (m[1] === 'half' && m[2] === 'to')) return null
    const at =
      m[2] === 'past'
        ? { hour: hour % 24, minute: minutes }
        : { hour: (hour + 23) % 24, minute: 60 - minutes }
    if (!m[5]) return at
    const pm = dayPart[m[5]] === 1
    const away = m[4] === 'tomorrow' ? 1 : m[4] === 'yesterday' ? -1 : 0
    return {
      ...dayAway(reference, away),
      ...at,
      hour: pm && at.hour < 12 ? at.hour + 12 : at.hour,
      meridiem: pm ? 1 : 0,
    }
  },
)

parser(
  /\b(\d{1,2})(?::(\d\d))?\s+(?:o'clock\s+)?(this|tomorrow|yesterday|in the|at)\s*(morning|afternoon|evening|night)\b/i,
  (m, reference) => {
    const hour = Number(m[1])
    if (hour > 24) return null
    const pm = dayPart[m[4] ?? ''] === 1
    const away = m[3] === 'tomorrow' ? 1 : m[3] === 'yesterday' ? -1 : 0
    return {
      ...dayAway(reference, away),
      hour: pm && hour < 12 ? hour + 12 : hour,
      minute: Number(m[2] ?? 0),
      meridiem: pm ? 1 : 0,
    }
  },
)

parser(
  /\b(this|tomorrow|yesterday)\s+(morning|afternoon|evening|night)\s+(?:at\s+)?(\d{1,2})(?::(\d\d))?\b/i,
  (m, reference) => {
    const hour = Number(m[3])
    if (hour > 24) return null
    const pm = dayPart[m[2] ?? ''] === 1
    const away = m[1] === 'tomorrow' ? 1 : m[1] === 'yesterday' ? -1 : 0
    return {
      ...dayAway(reference, away),
      hour: pm && hour < 12 ? hour + 12 : hour,
      minute: Number(m[4] ?? 0),
      meridiem: pm ? 1 : 0,
    }
  },
)

parser(
  /\b(today|tomorrow|yesterday)\s+(?:at\s+|around\s+)?(\d{1,2})(?::(\d\d))?\b(?!\s*(?:[ap]m|v|[.,]\d))/i,
  (m, reference) => {
    const hour = Number(m[2])
    if (hour > 24) return null
    return {
      ...dayAway(reference, m[1] === 'tomorrow' ? 1 : m[1] === 'yesterday' ? -1 : 0),
      hour,
      minute: Number(m[3] ?? 0),
    }
  },
)

parser(
  /\b(new year(?:\s*'?s)?\s+eve|new year(?:\s*'?s)?\s+day|new year|christmas eve|christmas day|christmas|xmas|boxing day)\b/i,
  (m) => {
    const said = (m[1] ?? '').toLowerCase()
    if (said.startsWith('new')) return said.endsWith('eve') ? { day: 31, month: 12 } : { day: 1, month: 1 }
    return { month: 12, day: said.endsWith('eve') ? 24 : said.startsWith('box') ? 26 : 25 }
  },
)

parser(/\bthe day (before yesterday|after tomorrow)\b/i, (m, reference) =>
  dayAway(reference, m[1]?.startsWith('b') ? -2 : 2),
)

parser(
  /\bthe (\d{1,2})(?:st|nd|rd|th)\b(?!\s+(?:digit|key|row|column|segment|channel|time|try|start|of\b|go|attempt|one|page|line|hole))/i,
  (m) => (Number(m[1]) > 31 ? null : { day: Number(m[1]) }),
)

parser(/\b(\d{1,2})\.(\d{1,2})\.(\d{4}|\d{2})?(?=\s|$|,)/i, (m) => {
  const [day, month] = [Number(m[1]), Number(m[2])]
  if (day < 1 || day > 31 || month < 1 || month > 12) return null
  const year = m[3] ? (m[3].length === 2 ? 2000 + Number(m[3]) : Number(m[3])) : undefined
  return year === undefined ? { day, month } : { day, month, year }
})

parser(
  new RegExp(`\\b(${weekdays.join('|')})\\s+(?:the\\s+)?(\\d{1,2})(?:st|nd|rd|th)\\b`, 'i'),
  (m, reference) => {
    const [weekday, day] = [weekdays.indexOf((m[1] ?? '').toLowerCase()), Number(m[2])]
    for (let away = 0; away < 400; away++)
      for (const sign of [1, -1]) {
        const date = new Date(reference.getTime() + sign * away * dayMs)
        if (date.getUTCDate() === day && date.getUTCDay() === weekday) return dayAway(reference, sign * away)
      }
    return null
  },
)

/** Words that a date package takes for days and months, and that a bench says for other things. */
const falseFriends =
  /^(?:may|march|sun|sat|mar|dec|mon|second|now|then|just|all|last|this|the (?:first|second|last)|in (?:a|one|1) second|night)$/i

/** Text of the tokens as the package reads it, with the token that each character belongs to. */
function textOf(tokens: readonly Token[]): { text: string; at: readonly number[] } {
  let text = ''
  const at: number[] = []
  tokens.forEach((token, i) => {
    if (i > 0) {
      text += ' '
      at.push(i)
    }
    const ordinal =
      /^(first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|eleventh|twelfth)$/.exec(token.word)
    const next = tokens[i + 1]?.word
    const word =
      token.word === ','
        ? '#'
        : ordinal && next === 'of'
          ? `${1 + ordinalWords.indexOf(token.word)}th`
          : token.word
    text += word
    for (let k = 0; k < word.length; k++) at.push(i)
  })
  return { text: text.replace(/ 's\b/g, '   '), at }
}

const ordinalWords = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
]

const likely =
  /\b(?:today|tonight|yesterday|tomorrow|ago|(?:mon|tues|wednes|thurs|fri|satur|sun)day|january|february|march|april|may|june|july|august|september|october|november|december|jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec|morning|afternoon|evening|noon|midnight|new year|christmas|xmas|boxing|week|weekend|month|year|o'clock|past|\d[ap]m|[ap]m|night|day|the \d{1,2}(?:st|nd|rd|th)|in \d+ (?:min|hour|day)|\d{1,2}:\d\d|\d{4}-\d\d|\d{1,2}\.\d{1,2}\.|(?:at|until|till|by|around|since|quarter to|to) \d)/i

/** The times of a line. Reading one costs; a line with no word of time costs nothing. */
export function timesIn(tokens: readonly Token[], now: string): readonly Time[] {
  const { text, at } = textOf(tokens)
  if (!likely.test(text)) return []
  const reference = new Date(msOf(now))
  const results = chrono.parse(text, { instant: reference, timezone: 0 })
  const times = results.flatMap((r) => timeOf(r, text, at, reference) ?? [])
  return [...times, ...bareHours(tokens, times, reference)].sort((a, b) => a.from - b.from)
}

function timeOf(
  result: ParsedResult,
  text: string,
  at: readonly number[],
  reference: Date,
): Time | undefined {
  const said = result.text.trim()
  const before = text.slice(0, result.index).trimEnd()
  if (falseFriends.test(said)) return undefined
  if (/^(?:may|march|sun|sat|mar|mon)\b/i.test(said) && !/\d/.test(said)) return undefined
  // "in two hours" waits, "for 3 days" lasts: durations, not times; "-12" and "4.5" are no hours.
  if (/^(?:for|within|every)\b/i.test(said)) return undefined
  const words = said.replace(/^(?:at|on|by|until|till|around|about|from|since)\s+/i, '')
  if (
    (/^[\d\s.,-]*(?:(?:to|-)\s*\d+)?$/.test(words) &&
      !/^\d{1,2}\.\d{1,2}\./.test(words) &&
      !/^\d{4}-\d\d-\d\d$/.test(words)) ||
    /^\d+(?:[.,]\d+)?\s*-\s*\d/.test(words)
  )
    return undefined
  if (/^\d+\s*(?:s|sec|m|min|h|d)\b/i.test(words) && !/ago/.test(words)) return undefined
  if (/^\d+[.,]\d+(?:\s*[ap])?$/i.test(words) || /^\d+\s*[ap]$/i.test(words)) return undefined
  if (/^(?:a|an|one|\d+)?\s*(?:minutes?|hours?|days?|weeks?)$/i.test(words)) return undefined
  if (/[/]\d+$/.test(said) && !/\d+\/\d+\/\d+/.test(said)) return undefined
  if (/\b(?:every|each)$/i.test(before)) return undefined
  const { start } = result
  const clock = start.isCertain('hour') || (/\bago\b|^in\b/i.test(said) && /hour|min/i.test(said))
  const ms = start.date().getTime()
  const first = at[result.index] ?? 0
  const last = at[result.index + result.text.trimEnd().length - 1] ?? first
  const skip = /^(?:at|on|by|until|till|around|about|from|since)\s+/i.exec(result.text)
  const from = skip ? (at[result.index + skip[0].length] ?? first) : first
  const span = { from, to: last + 1, clock }
  const fixedDay =
    start.isCertain('day') ||
    start.isCertain('year') ||
    /yesterday|today|tomorrow|ago|^in\b|this|tonight|last|next|week/i.test(said)
  // "the 10th": of this month, or the one before or after it.
  if (/^the \d{1,2}(?:st|nd|rd|th)$/i.test(words)) {
    const day = Number(/\d+/.exec(words)?.[0])
    const of = (month: number) => Date.UTC(reference.getUTCFullYear(), reference.getUTCMonth() + month, day)
    const today = Date.parse(`${dayText(reference.getTime())}T00:00:00Z`)
    const months = [-1, 0, 1].map(of)
    return {
      ...span,
      clock: false,
      past: dayText(months.filter((t) => t <= today).at(-1) ?? of(0)),
      future: dayText(months.find((t) => t >= today) ?? of(1)),
    }
  }
  if (fixedDay) {
    // "2 February" names no year: the last or the next one.
    if (start.isCertain('month') && start.isCertain('day') && !start.isCertain('year'))
      return { ...span, ...yearless(ms, clock, reference) }
    const one = write(clock && !start.isCertain('meridiem') ? guessHalf(ms, said, reference) : ms, clock)
    return { ...span, past: one, future: one }
  }
  if (start.isCertain('weekday'))
    return { ...span, ...weekdayTimes(start.get('weekday') ?? 0, ms, clock, reference) }
  if (start.isCertain('month') && !start.isCertain('day')) return undefined
  if (clock)
    return {
      ...span,
      ...clockTimes(ms, start.isCertain('meridiem') || (start.get('hour') ?? 0) > 12, reference),
    }
  return undefined
}

const write = (ms: number, clock: boolean) => (clock ? momentText(ms) : dayText(ms))

/** "today at 5", "tomorrow 6": morning or afternoon, as a workshop is open. */
function guessHalf(ms: number, said: string, reference: Date): number {
  const hour = new Date(ms).getUTCHours()
  if (hour >= 8 || hour === 0 || /ago|morning|in \d/.test(said) || (/\d:\d\d/.test(said) && hour >= 7))
    return ms
  const later = ms + dayMs / 2
  if (/yesterday/.test(said)) return later
  if (/today|tonight/.test(said))
    return later <= reference.getTime() || ms <= reference.getTime() ? later : ms
  return later
}

function yearless(ms: number, clock: boolean, reference: Date): { past: string; future: string } {
  const at = (year: number) => {
    const d = new Date(ms)
    return Date.UTC(year, d.getUTCMonth(), d.getUTCDate(), d.getUTCHours(), d.getUTCMinutes())
  }
  const year = reference.getUTCFullYear()
  const today = Date.parse(`${dayText(reference.getTime())}T00:00:00Z`)
  const years = [year - 1, year, year + 1].map(at)
  const past = years.filter((t) => t < today + dayMs).at(-1) ?? at(year)
  const future = years.find((t) => t >= today) ?? at(year)
  return { past: write(past, clock), future: write(future, clock) }
}

function weekdayTimes(
  weekday: number,
  ms: number,
  clock: boolean,
  reference: Date,
): { past: string; future: string } {
  const today = Date.parse(`${dayText(reference.getTime())}T00:00:00Z`)
  const now = reference.getUTCDay()
  const back = (now - weekday + 7) % 7
  const ahead = (weekday - now + 7) % 7 || 7
  const hour = clock ? ms - Date.parse(`${dayText(ms)}T00:00:00Z`) : 0
  return {
    past: write(today - back * dayMs + hour, clock),
    future: write(today + ahead * dayMs + hour, clock),
  }
}

/** A clock time alone: the last one that has been, the next one to come; without am or pm both halves of the day are tried. */
function clockTimes(ms: number, sure: boolean, reference: Date): { past: string; future: string } {
  const now = reference.getTime()
  const ofDay = ((ms % dayMs) + dayMs) % dayMs
  const today = now - (now % dayMs)
  const step = sure ? dayMs : dayMs / 2
  let past = today - dayMs + ofDay
  while (past + step <= now) past += step
  let future = past
  while (future <= now) future += step
  return { past: momentText(past), future: momentText(future) }
}

/** "at nine", "until 5", "till 8": an hour that only the word before it makes a time. */
function bareHours(tokens: readonly Token[], taken: readonly Time[], reference: Date): Time[] {
  const out: Time[] = []
  tokens.forEach((token, i) => {
    const before = tokens[i - 1]?.word ?? ''
    if (!/^(?:at|until|till|since|around|by|before)$/.test(before) || token.sort !== 'number' || token.unit)
      return
    if (!/^\d{1,2}$/.test(token.word) || Number(token.word) > 24 || Number(token.word) < 1) return
    if (taken.some((t) => t.from <= i && i < t.to)) return
    const next = tokens[i + 1]
    if (
      next &&
      next.sort !== 'sign' &&
      !/^(?:and|then|it|the|i|we|so|but|again|sharp|tonight|today|o'clock)$/.test(next.word)
    )
      return
    const ms = Date.parse(`${dayText(reference.getTime())}T${pad(Number(token.word) % 24)}:00:00Z`)
    out.push({ from: i, to: i + 1, clock: true, ...clockTimes(ms, Number(token.word) > 12, reference) })
  })
  return out
}
