/** Small readers of a typed line: names that may have several words, clock times, durations. */
import {
  dayInterval,
  dayOf,
  instantToMs,
  msToInstant,
  pointAt,
  zonedFields,
  zonedToMs,
  type Instant,
  type Interval,
} from '#core/quantity/time.ts'

/**
 * Takes the longest of `names` that the text begins with (case does not matter), else the only one that begins with the
 * first word. Answers the name and what is left, or undefined.
 */
export function takeName(text: string, names: readonly string[]): { name: string; rest: string } | undefined {
  const lower = text.toLowerCase()
  let best: string | undefined
  for (const name of names) {
    const key = name.toLowerCase()
    const ends = lower.length === key.length || /[\s,;<:]/.test(lower[key.length] ?? '')
    if (lower.startsWith(key) && ends && (best === undefined || name.length > best.length)) best = name
  }
  if (best !== undefined) return { name: best, rest: text.slice(best.length).trim() }
  const word = /^[^\s,;<:]+/.exec(text)?.[0] ?? ''
  if (word.length < 2) return undefined
  const near = names.filter((n) => n.toLowerCase().startsWith(word.toLowerCase()))
  return near.length === 1 && near[0] ? { name: near[0], rest: text.slice(word.length).trim() } : undefined
}

/** The longest of `names` that the text begins with in full: nothing is guessed from its first word. */
export function takeFullName(
  text: string,
  names: readonly string[],
): { name: string; rest: string } | undefined {
  const named = takeName(text, names)
  return named && text.toLowerCase().startsWith(named.name.toLowerCase()) ? named : undefined
}

/** Names that a half-typed word could mean, for completion; at most `most`. */
export function nearNames(word: string, names: readonly string[], most = 8): string[] {
  const key = word.toLowerCase()
  const starts = names.filter((n) => n.toLowerCase().startsWith(key))
  return [...starts, ...names.filter((n) => !starts.includes(n) && n.toLowerCase().includes(key))].slice(
    0,
    most,
  )
}

/** A machine's number or a tag: one word, or letters and a number ("SW 2024.3"). */
export const takeNumber = (text: string): { word: string; rest: string } => {
  const match = /^([A-Za-z]{1,5}\s+\d+[.\-/]\S*)\s*(.*)$/s.exec(text.trim())
  return match ? { word: (match[1] ?? '').replace(/\s+/g, ' '), rest: match[2] ?? '' } : firstWord(text)
}

export const firstWord = (text: string): { word: string; rest: string } => {
  const match = /^(\S+)\s*(.*)$/s.exec(text.trim())
  return { word: match?.[1] ?? '', rest: match?.[2] ?? '' }
}

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/**
 * Reads "19:02 …", "yesterday 20:10 …", "yesterday …", "3 Mar 20:10 …", "3 Mar 2025 …" or "2026-03-03 [20:10] …" in the
 * collection's zone. A day without a clock time is the whole day. Undefined when the text begins with no time.
 */
export function takeTime(
  text: string,
  now: Instant,
  zone: string,
): { at: Interval; rest: string } | undefined {
  const today = dayOf(now, zone)
  const yesterday = dayOf(msToInstant(instantToMs(now) - 86_400_000), zone)
  let day: string | undefined
  let rest = text.trim()
  const named = /^(today|yesterday)\b\s*/i.exec(rest)
  const written = /^(\d{1,2})\s+([A-Za-z]{3})[a-z]*(?:\s+(\d{4}))?\b\s*/.exec(rest)
  const iso = /^(\d{4})-(\d\d)-(\d\d)\b\s*/.exec(rest)
  if (named) {
    day = named[1]?.toLowerCase() === 'today' ? today : yesterday
    rest = rest.slice(named[0].length)
  } else if (written && months.includes((written[2] ?? '').toLowerCase())) {
    const month = months.indexOf((written[2] ?? '').toLowerCase()) + 1
    let year = written[3] ? Number(written[3]) : zonedFields(instantToMs(now), zone).year
    const build = () => `${year}-${String(month).padStart(2, '0')}-${String(written[1]).padStart(2, '0')}`
    // A day without a year is the last one that has been.
    if (!written[3] && build() > today) year--
    day = build()
    rest = rest.slice(written[0].length)
  } else if (iso) {
    day = `${iso[1]}-${iso[2]}-${iso[3]}`
    rest = rest.slice(iso[0].length)
  }
  const clock = /^(\d{1,2}):(\d\d)\b\s*/.exec(rest)
  if (!clock) {
    if (day === undefined) return undefined
    const whole = dayInterval(day, zone)
    return { at: { earliest: whole.earliest, latest: whole.latest > now ? now : whole.latest }, rest }
  }
  const [hour, minute] = [Number(clock[1]), Number(clock[2])]
  if (hour > 23 || minute > 59) return undefined
  const [year = 1970, month = 1, date = 1] = (day ?? today).split('-').map(Number)
  return {
    at: pointAt(msToInstant(zonedToMs(zone, year, month, date, hour, minute))),
    rest: rest.slice(clock[0].length),
  }
}

const unitMs: Readonly<Record<string, number>> = {
  s: 1000,
  m: 60_000,
  min: 60_000,
  h: 3_600_000,
  d: 86_400_000,
}

/** "40m", "24h", "2 d", "1.5 h" → milliseconds; takes it from wherever it stands in the text. */
export function takeDuration(text: string): { ms: number; rest: string } | undefined {
  const match = /(^|\s)(\d+(?:[.,]\d+)?)\s*(s|min|m|h|d)\b/i.exec(text)
  if (!match) return undefined
  const ms = Number((match[2] ?? '').replace(',', '.')) * (unitMs[(match[3] ?? 'm').toLowerCase()] ?? 0)
  return {
    ms,
    rest: (text.slice(0, match.index) + ' ' + text.slice(match.index + match[0].length))
      .replace(/\s+/g, ' ')
      .trim(),
  }
}
