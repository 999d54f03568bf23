/** Amounts with their units: "19.6 mA", "between 22 and 24 volts". */
import { type Line, named } from './line.ts'
import { type Unit, shyUnits, unitOf } from './numbers.ts'

export interface Amount {
  readonly from: number
  readonly to: number
  readonly value?: number
  readonly min?: number
  readonly max?: number
  /** The other value that the figures may mean: "1,000". */
  readonly either?: number
  readonly unit?: string
  readonly of?: Unit['of']
  readonly about: boolean
}

const aboutBefore =
  /^(?:about|around|roughly|nearly|almost|some|approximately|say|like|maybe|perhaps|just|over|under)$/

/** A unit behind a number; the shy ones only where no noun follows. */
function unitAfter(line: Line, at: number, end: number): { unit: Unit; took: number } | undefined {
  const token = line.tokens[at]
  if (!token || at >= end) return undefined
  if (token.sort === 'sign' && !/^[°%€£$]$/.test(token.word)) return undefined
  const unit = unitOf(token.word)
  if (!unit) return undefined
  if (shyUnits.has(token.word)) {
    const next = line.tokens[at + 1]
    const open =
      !next ||
      at + 1 >= end ||
      next.sort === 'sign' ||
      /^(?:and|at|on|with|under|over|from|to|the|but|when|while|ac|dc|rms|in|after|across|each|or|both|between|of|for|instead|now|no|makes|make|is|equals|gives|x|times|idle|loaded|only|still|steady|drop|rail|line|supply|max|min|dc)$/.test(
        next.word,
      )
    if (
      !open ||
      ((token.word === 'a' || token.word === 'in') &&
        next &&
        next.sort === 'word' &&
        !/^(?:at|on|with|under|and|from|when|while|now)$/.test(next.word))
    )
      return undefined
  }
  return { unit, took: 1 }
}

/** The amounts of a clause in order: "19.6 mA", "between 22 and 24 volts", "about 2.9 V". A number that belongs to a name is none. */
export function quantities(line: Line, from: number, to: number): Amount[] {
  const out: Amount[] = []
  for (let i = from; i < to; i++) {
    const token = line.tokens[i]
    if (token?.sort !== 'number' || token.value === undefined) continue
    if (line.times.some((t) => t.from <= i && i < t.to)) continue
    const first = token.unit ? { unit: unitOf(token.unit), took: 0 } : unitAfter(line, i + 1, to)
    let [end, unit] = [i + 1 + (first?.took ?? 0), first?.unit]
    const joint = line.tokens[end]?.word
    const second = line.tokens[end + 1]
    const before = line.tokens[i - 1]?.word ?? ''
    let max: number | undefined
    const ranged =
      joint === '-' || joint === 'to' || joint === '..' || (joint === 'and' && before === 'between')
    const glued = joint !== undefined && second === undefined && /^-\d/.test(joint)
    if (
      ranged &&
      second?.sort === 'number' &&
      second.value !== undefined &&
      end + 1 < to &&
      !(before === 'from' && joint === 'to' && !unit && !unitAt(line, end + 1, to))
    ) {
      const after = second.unit ? { unit: unitOf(second.unit), took: 0 } : unitAfter(line, end + 2, to)
      // "from 3 to 4.5" turns something; only with a unit, or at a test point, it is a range.
      const atPoint = before !== 'from' && named(line, from, i, 'point').length > 0
      if (after?.unit ?? unit ?? atPoint) {
        max = second.value
        unit = after?.unit ?? unit
        end = end + 2 + (after?.took ?? 0)
      }
    }
    // "22-24 V" is one word and a negative number.
    const next = line.tokens[i + 1]
    if (
      !unit &&
      !glued &&
      next?.sort === 'number' &&
      next.word.startsWith('-') &&
      next.value !== undefined &&
      next.from === token.to
    ) {
      const after = next.unit ? { unit: unitOf(next.unit), took: 0 } : unitAfter(line, i + 2, to)
      if (after?.unit) {
        max = -next.value
        unit = after.unit
        end = i + 2 + after.took
      }
    }
    const about =
      aboutBefore.test(before) || (before === 'between' && aboutBefore.test(line.tokens[i - 2]?.word ?? ''))
    out.push({
      from: before === 'between' || (aboutBefore.test(before) && i - 1 >= from) ? i - 1 : i,
      to: end,
      about,
      ...(max === undefined
        ? { value: token.value }
        : { min: Math.min(token.value, max), max: Math.max(token.value, max) }),
      ...(token.either === undefined ? {} : { either: token.either }),
      ...(unit ? { unit: unit.unit, of: unit.of } : {}),
    })
    i = end - 1
  }
  return out
}

const unitAt = (line: Line, at: number, to: number) =>
  line.tokens[at]?.unit ? unitOf(line.tokens[at]?.unit ?? '') : unitAfter(line, at + 1, to)?.unit
