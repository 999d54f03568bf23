/** Days and moments of a line, in local time; against a second reader of dates on made expressions. */
import { recognizeDateTime } from '@microsoft/recognizers-text-date-time'
import { describe, expect, it } from 'vitest'
import { timesIn } from './times.ts'
import { tokensOf } from './tokens.ts'

const now = '2026-11-25T20:15'
const read = (text: string, at = now) => timesIn(tokensOf(text), at)
const past = (text: string, at = now) => read(text, at)[0]?.past
const future = (text: string, at = now) => read(text, at)[0]?.future

describe('times of what has been', () => {
  it.each([
    ['cleaned it yesterday evening', '2026-11-24'],
    ['on Sunday I oiled the guides', '2026-11-22'],
    ['switched on at half past six', '2026-11-25T18:30'],
    ['turned on at quarter to eight', '2026-11-25T19:45'],
    ['a pop at 19:50', '2026-11-25T19:50'],
    ['an hour ago', '2026-11-25T19:15'],
    ['this morning at nine', '2026-11-25T09:00'],
    ['the day before yesterday', '2026-11-23'],
    ['on 3 March', '2026-03-03'],
    ['on 12.11.', '2026-11-12'],
    ['on 1 December', '2025-12-01'],
  ])('%s', (text, expected) => expect(past(text)).toBe(expected))
})

describe('times to come', () => {
  it.each([
    ['till tomorrow 6pm', '2026-11-26T18:00'],
    ['until 8 tomorrow morning', '2026-11-26T08:00'],
    ['by Friday the 4th', '2026-12-04'],
    ['back on 15.12.', '2026-12-15'],
    ['remind me on Friday', '2026-11-27'],
    ['on 2 February', '2027-02-02'],
    ['until new year’s eve', '2026-12-31'],
    ['in two weeks', '2026-12-09'],
    ['the day after tomorrow', '2026-11-27'],
  ])('%s', (text, expected) => expect(future(text)).toBe(expected))
})

describe('what is no time', () => {
  it.each([
    '5V is 4.5.',
    'at 50 baud',
    'C12-C18',
    'M4x12',
    'for 2 hours',
    'every ten minutes',
    'row 7 of 8',
    '0.35 A at 12 V',
    'a second one',
    'in the sun',
    '12 to 24 V',
  ])('%s', (text) => expect(read(text)).toEqual([]))
})

/** A second reader of dates, by another hand: what both can say has to be the same. */
const other = (text: string): string | undefined => {
  const [found] = recognizeDateTime(text, 'en-us', undefined, new Date(2026, 10, 25, 20, 15))
  const values = (found?.resolution as { values?: { value?: string }[] } | undefined)?.values ?? []
  return values.at(-1)?.value?.slice(0, 16).replace(' ', 'T')
}

describe('against a second library', () => {
  const months = ['January', 'March', 'May', 'August', 'October', 'December']
  const made: string[] = []
  let seed = 11
  const pick = (n: number) => {
    seed = (seed * 1103515245 + 12345) % 2147483648
    return seed % n
  }
  for (let n = 0; n < 60; n++) {
    const day = 1 + pick(28)
    const month = months[pick(months.length)] ?? 'May'
    const year = 2020 + pick(6)
    const clock = `${String(13 + pick(10)).padStart(2, '0')}:${String(pick(60)).padStart(2, '0')}`
    made.push(
      [
        `${day} ${month} ${year}`,
        `${day} ${month} ${year} at ${clock}`,
        `yesterday at ${clock}`,
        `tomorrow at ${clock}`,
        `${2 + pick(9)} days ago`,
        `${2 + pick(20)} hours ago`,
      ][n % 6] ?? '',
    )
  }
  it.each(made)('%s', (text) => expect(past(text)).toBe(other(text)))
})
