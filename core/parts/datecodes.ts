/**
 * Date codes on parts, read as candidates and never as a verdict. The forms (YYWW, YWW, a letter for the year, YYMM) are
 * common practice with no published source: makers used others, and logic part numbers imitate them.
 */

export type CodeForm = 'YYWW' | 'YWW' | 'YYMM' | 'WWYY' | 'letter and week'

export interface CodeDate {
  readonly form: CodeForm
  /** Years it may mean: several when only the last digit, or a letter, is given. */
  readonly years: readonly number[]
  /** 1–53; absent for a month. */
  readonly week?: number | undefined
  readonly month?: number | undefined
}

export interface MarkingToken {
  readonly text: string
  /** It has the shape of a part number. */
  readonly partNumber: boolean
  readonly dates: readonly CodeDate[]
  /** How it is most probably meant. */
  readonly likely: 'part number' | 'date' | 'either' | 'neither'
}

export type DateDoubt =
  | 'imitates a part number'
  | 'decade not given'
  | 'letter code, decade not given'
  | 'may be month or week'
  | 'week before year'

export interface MarkingReading {
  readonly text: string
  readonly tokens: readonly MarkingToken[]
  readonly partNumber?: string | undefined
  /** Candidates, best first. */
  readonly dates: readonly (CodeDate & { readonly token: string; readonly doubt?: DateDoubt | undefined })[]
}

const firstYear = 1960
/** Two digits as a year: 60–99 → 19xx, 00–59 → 20xx. */
const fullYear = (two: number): number => (two >= 60 ? 1900 + two : 2000 + two)

/** Processors and their companions whose bare numbers read as a week: families 80, 82, 65 and 68, from memory. */
const processors: ReadonlySet<string> = new Set(
  (
    '8031 8032 8035 8039 8040 8041 8042 8048 8049 8050 8051 8052 8202 8203 8205 8212 8214 8216 8224 8226 8228 8231 8237 8243 8250 8251 8253 ' +
    '6502 6504 6507 6510 6522 6526 6532 6545 6551 6802 6803 6809 6810 6820 6821 6840 6845 6847 6850 6852'
  ).split(' '),
)

/** Digits alone that are also numbers of logic families: 74xx, 54xx, 4xxx (CMOS), 55xx and 75xx (interface). */
const logicNumber = (text: string) => /^(?:54|74|75|55)\d{2,3}$/.test(text) || /^4[05]\d{2}$/.test(text)
/** Letters with digits such as 74LS374N, LM317T, 8048H: the shape of a part number. */
const partShape = (text: string) =>
  /^(?:[A-Z]{1,4})?\d{2,5}[A-Z]{1,4}\d{0,4}[A-Z]{0,3}(?:-\d{1,3})?$/i.test(text) ||
  /^[A-Z]{2,4}\d{3,6}(?:-\d{1,3})?$/i.test(text)

function datesIn(token: string, lastYear: number): CodeDate[] {
  const found: CodeDate[] = []
  const four = /^(\d\d)(\d\d)[A-Z]?$/i.exec(token)
  if (four) {
    const year = fullYear(Number(four[1]))
    const rest = Number(four[2])
    if (year <= lastYear && rest >= 1 && rest <= 53) found.push({ form: 'YYWW', years: [year], week: rest })
    if (year <= lastYear && rest >= 1 && rest <= 12) found.push({ form: 'YYMM', years: [year], month: rest })
    const [week, behind] = [Number(four[1]), fullYear(rest)]
    if (behind <= lastYear && week >= 1 && week <= 53 && (year > lastYear || rest > 53))
      found.push({ form: 'WWYY', years: [behind], week })
  }
  const three = /^(\d)(\d\d)$/.exec(token)
  if (three) {
    const week = Number(three[2])
    const years = decades(Number(three[1]), lastYear)
    if (week >= 1 && week <= 53 && years.length > 0) found.push({ form: 'YWW', years, week })
  }
  const letter = /^([A-HJ-NP-Z])(\d\d)$/i.exec(token)
  if (letter) {
    const week = Number(letter[2])
    if (week >= 1 && week <= 53) found.push({ form: 'letter and week', years: [], week })
  }
  return found
}

const decades = (digit: number, lastYear: number): number[] => {
  const years: number[] = []
  for (let year = firstYear + digit; year <= lastYear; year += 10) years.push(year)
  return years
}

/** Reads one marking, e.g. "74LS374N 8423". `lastYear` is the present year: no code can be later. */
export function readMarking(text: string, lastYear: number): MarkingReading {
  const words = text
    .trim()
    .split(/[\s,;/|]+/)
    .filter(Boolean)
  const tokens = words.map((word): MarkingToken => {
    const dates = datesIn(word, lastYear)
    const partNumber =
      logicNumber(word) ||
      // Beside another number such a one is a week far more often than a processor.
      (words.length === 1 && processors.has(word)) ||
      (partShape(word) && !(dates.length > 0 && /^\d{3,4}[A-Z]?$/i.test(word)))
    return {
      text: word,
      partNumber,
      dates,
      likely:
        partNumber && dates.length
          ? 'either'
          : partNumber
            ? 'part number'
            : dates.length
              ? 'date'
              : 'neither',
    }
  })
  const sure =
    tokens.find((t) => t.likely === 'part number') ??
    (tokens.filter((t) => t.likely === 'either').length === 1
      ? tokens.find((t) => t.likely === 'either')
      : undefined)
  // A part number elsewhere on the part frees the doubtful one to be a date; standing alone it stays either.
  const freed = tokens.map((t): MarkingToken =>
    t.likely === 'either' && tokens.some((o) => o !== t && o.likely === 'part number')
      ? { ...t, likely: 'date' }
      : t,
  )
  const dates = freed
    .flatMap((t) =>
      t.dates.map((d) => ({
        ...d,
        token: t.text,
        doubt: doubtOf(d.form, t.likely === 'either'),
      })),
    )
    .sort((a, b) => formRank[a.form] - formRank[b.form] || (a.doubt ? 1 : 0) - (b.doubt ? 1 : 0))
  return { text, tokens: freed, partNumber: sure?.text, dates }
}

const doubtOf = (form: CodeForm, imitates: boolean): DateDoubt | undefined =>
  imitates ? 'imitates a part number' : doubts[form]
const doubts: Readonly<Partial<Record<CodeForm, DateDoubt>>> = {
  YWW: 'decade not given',
  'letter and week': 'letter code, decade not given',
  YYMM: 'may be month or week',
  WWYY: 'week before year',
}

const formRank: Readonly<Record<CodeForm, number>> = {
  YYWW: 0,
  YWW: 1,
  YYMM: 2,
  WWYY: 3,
  'letter and week': 4,
}

export interface DatedPart {
  readonly designator?: string | undefined
  readonly text: string
  readonly reading: MarkingReading
  /** The candidate that fits the others best, as weeks since 1960; absent when none can be told. */
  readonly weekIndex?: number | undefined
  readonly form?: CodeForm | undefined
  /**
   * `either`: outside the cluster and just as well a part number, so it says nothing; `apart`: not of the others' time, before or after it:
   * its decade is not given.
   */
  readonly stands: 'with the others' | 'later' | 'earlier' | 'apart' | 'alone' | 'either' | 'no date'
}

export interface Cluster {
  readonly parts: readonly DatedPart[]
  /** First and last week of the parts that stand together, weeks since 1960. */
  readonly from?: number | undefined
  readonly to?: number | undefined
  readonly together: number
}

/** Some years have a week 53, and makers used it in others: every year is counted as 53 weeks, so that none runs into the next. */
const weeksAYear = 53
const weekOf = (year: number, week: number) => (year - firstYear) * weeksAYear + week - 1
/** A month is never the best reading of a code: whatever may be a month may be a week. */
const weeksOf = ({ years, week = 1 }: CodeDate): number[] => years.map((y) => weekOf(y, week))

export const yearOfWeek = (index: number): number => firstYear + Math.floor(index / weeksAYear)
export const weekOfYear = (index: number): number => (index % weeksAYear) + 1

/** Parts made within this span are held to belong together, weeks. */
const spanWeeks = 60

interface Vote {
  readonly best: CodeDate & { readonly doubt?: DateDoubt | undefined }
  /** Weeks it may mean, oldest first. */
  readonly weeks: readonly number[]
  readonly sure: boolean
}

/** Only the best form of a part votes: a month reading beside a week reading would count one part twice. */
function voteOf({ dates }: MarkingReading): Vote | undefined {
  const best = dates.find((d) => d.years.length > 0)
  return best && { best, weeks: weeksOf(best), sure: best.doubt === undefined }
}

const within = (start: number) => (week: number) => week >= start && week <= start + spanWeeks

/** The first week of the span that most votes fall into; undefined where there is none, or where they do not say which of several. */
function spanOf(votes: readonly Vote[]): number | undefined {
  const starts = [...new Set(votes.flatMap((v) => v.weeks))].sort((a, b) => a - b)
  const weight = (start: number) =>
    votes.reduce((sum, v) => sum + (v.weeks.some(within(start)) ? (v.sure ? 1 : 0.6) : 0), 0)
  let best: number | undefined
  let most = 0
  for (const start of starts)
    if (weight(start) > most) {
      most = weight(start)
      best = start
    }
  if (best === undefined || votes.some((v) => v.sure)) return best
  // Codes that all lack their decade stand together in every decade alike.
  const first = best
  return starts.some((s) => s > first + spanWeeks && weight(s) === most) ? undefined : best
}

/**
 * Where a board's codes cluster: the span of 60 weeks with most parts, then each part against it. The plate's date takes no
 * part in it, or parts and machine would date each other in a circle; nor does a code without its decade date the cluster.
 */
export function clusterOf(
  lines: readonly { readonly designator?: string | undefined; readonly text: string }[],
  lastYear: number,
): Cluster {
  const read = lines.map((line) => ({ ...line, reading: readMarking(line.text, lastYear) }))
  const votes = read.map((part) => voteOf(part.reading))
  const cast = votes.filter((v) => v !== undefined)
  const span = spanOf(cast)
  const together =
    span === undefined
      ? []
      : cast.flatMap((v) =>
          v.weeks
            .filter(within(span))
            .slice(0, 1)
            .map((week) => ({ week, sure: v.sure })),
        )
  const dating = together.some((t) => t.sure) ? together.filter((t) => t.sure) : together
  if (span === undefined || together.length < 2)
    return { parts: read.map((part, i) => alone(part, votes[i])), together: 0 }
  const weeks = dating.map((t) => t.week)
  const [from, to] = [Math.min(...weeks), Math.max(...weeks)]
  return {
    parts: read.map((part, i) => besideThem(part, votes[i], span, to)),
    from,
    to,
    together: together.length,
  }
}

type Read = Pick<DatedPart, 'designator' | 'text' | 'reading'>

function alone(part: Read, vote: Vote | undefined): DatedPart {
  if (!vote) return { ...part, stands: 'no date' }
  const [only, ...others] = vote.weeks
  return {
    ...part,
    weekIndex: others.length === 0 ? only : undefined,
    form: vote.best.form,
    stands: 'alone',
  }
}

function besideThem(part: Read, vote: Vote | undefined, span: number, to: number): DatedPart {
  if (!vote) return { ...part, stands: 'no date' }
  const { form } = vote.best
  const near = vote.weeks.find(within(span))
  if (near !== undefined) return { ...part, weekIndex: near, form, stands: 'with the others' }
  const [weekIndex = 0, ...others] = vote.weeks
  if (others.length > 0) return { ...part, form, stands: 'apart' }
  if (vote.best.doubt === 'imitates a part number') return { ...part, weekIndex, form, stands: 'either' }
  return { ...part, weekIndex, form, stands: weekIndex > to ? 'later' : 'earlier' }
}

export type PlateRemark =
  /** The newest of the parts that stand together is later than the plate: replaced, a repair under warranty, or the plate shows a design date. */
  | { readonly remark: 'cluster later than plate'; readonly plateYear: number; readonly newest: number }
  | {
      readonly remark: 'part later than plate'
      readonly plateYear: number
      readonly designator?: string | undefined
      readonly text: string
      readonly week: number
    }
  | { readonly remark: 'consistent with plate'; readonly plateYear: number; readonly newest: number }

/** What the codes say about the plate's year; empty when either is unknown. */
export function againstPlate(cluster: Cluster, plateYear: number | undefined): PlateRemark[] {
  if (plateYear === undefined) return []
  const remarks: PlateRemark[] = []
  if (cluster.to !== undefined)
    remarks.push({
      remark: yearOfWeek(cluster.to) > plateYear ? 'cluster later than plate' : 'consistent with plate',
      plateYear,
      newest: cluster.to,
    })
  for (const part of cluster.parts)
    if (part.stands === 'later' && part.weekIndex !== undefined && yearOfWeek(part.weekIndex) > plateYear)
      remarks.push({
        remark: 'part later than plate',
        plateYear,
        designator: part.designator,
        text: part.text,
        week: part.weekIndex,
      })
  return remarks
}
