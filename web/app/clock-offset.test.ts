import { describe, expect, it } from 'vitest'
import { correctedEntryMs, offsetFrom } from './clock-offset.ts'

const server = 'Sun, 01 Mar 2026 12:00:00 GMT'
const at = Date.parse(server)

describe('a device’s clock', () => {
  it.each([
    [0, 0],
    [3_000, 0],
    [-4_000, 0],
    [90_000, -90_000],
    [-3_600_000, 3_600_000],
  ])('that runs %d ms ahead is corrected by %d', (ahead, offset) =>
    expect(Math.abs((offsetFrom(server, at + ahead) ?? Number.NaN) - offset)).toBeLessThanOrEqual(1000),
  )
  it.each([null, '', 'soon'])('hears nothing in %s', (date) => expect(offsetFrom(date, at)).toBeUndefined())
})

describe('the time of an entry', () => {
  it('is never before the last one', () => expect(correctedEntryMs(1_000_000, 1_050_000)).toBe(1_050_000))
  it('is now otherwise', () => expect(correctedEntryMs(1_000_000, 900_000)).toBe(1_000_000))
  it('does not follow a clock that ran far ahead', () =>
    expect(correctedEntryMs(1_000_000, 5_000_000)).toBe(1_000_000))
})
