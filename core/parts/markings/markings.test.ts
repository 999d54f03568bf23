import { describe, expect, it } from 'vitest'
import { decades, isPreferred, nearestPreferred, series } from '#core/quantity/preferred.ts'
import { readCode, ratingTrouble } from './codes.ts'
import { readBands, readEitherWay, type Colour } from './colour-bands.ts'
import { endOfBoard, endOfPart } from './polarity.ts'

// IEC 60063, tables from memory.
describe('preferred numbers', () => {
  it('have as many values a decade as their name says', () => {
    for (const [name, values] of Object.entries(series)) expect(values).toHaveLength(Number(name.slice(1)))
    for (const name of ['E48', 'E96', 'E192'] as const)
      expect(new Set(series[name]).size).toBe(series[name].length)
  })
  it('E3, E6, E12 are every eighth, fourth, second of E24', () => {
    expect(series.E3).toEqual([1, 2.2, 4.7])
    expect(series.E6).toEqual([1, 1.5, 2.2, 3.3, 4.7, 6.8])
    expect(series.E12).toEqual([1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2])
  })
  it('E96 as it is printed: some of its values', () => {
    for (const value of [1.0, 1.02, 1.05, 1.4, 2.21, 3.32, 4.75, 6.81, 9.76])
      expect(series.E96).toContain(value)
    // The one value where the standard leaves the rule: 9.20, not 9.19.
    expect(series.E192).toContain(9.2)
    expect(series.E192).not.toContain(9.19)
  })
  it('E24 as it is printed, whole', () =>
    expect(series.E24).toEqual([
      1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5,
      8.2, 9.1,
    ]))
  it('finds the nearest by ratio, across decades', () => {
    expect(nearestPreferred(4_990, 'E12')).toBe(4_700)
    expect(nearestPreferred(9_700, 'E12')).toBe(10_000)
    expect(nearestPreferred(2.28e-9, 'E6')).toBe(2.2e-9)
    expect([isPreferred(4_700, 'E24'), isPreferred(5_000, 'E24')]).toEqual([true, false])
  })
  it('rises decade by decade, each ten times the one before', () => {
    const values = decades('E24', 1, 5)
    expect(values).toHaveLength(96)
    expect([values[0], values[23], values[24], values.at(-1)]).toEqual([10, 91, 100, 91_000])
    expect(values.slice(24).every((value, i) => Math.abs(value / (values[i] ?? 0) - 10) < 1e-9)).toBe(true)
  })
})

// IEC 60062 colour code, table from memory.
describe('colour bands', () => {
  const bands = (text: string) => text.split(' ') as Colour[]
  it.each([
    ['yellow violet red gold', { ohm: 4700, tolerancePercent: 5 }],
    ['brown black black', { ohm: 10, tolerancePercent: 20 }],
    ['green blue gold silver', { ohm: 5.6, tolerancePercent: 10 }],
    ['brown black black red brown', { ohm: 10_000, tolerancePercent: 1 }],
    ['red red black silver brown', { ohm: 2.2, tolerancePercent: 1 }],
    ['orange orange white black brown red', { ohm: 339, tolerancePercent: 1, ppmPerKelvin: 50 }],
  ])('%s', (text, value) => expect(readBands(bands(text))).toEqual(value))
  it.each(['gold red red red', 'red red', 'red red red white', 'brown black black red brown red red'])(
    '%s says no value',
    (text) => expect(readBands(bands(text))).toBeUndefined(),
  )
  it('reads both ways where both say something', () => {
    expect(readEitherWay(bands('brown black orange red')).map((v) => v.ohm)).toEqual([10_000, 23])
    expect(readEitherWay(bands('yellow violet red gold'))).toHaveLength(1)
  })
})

// EIA three-digit code and IEC 60062 RKM, from memory.
describe('printed codes', () => {
  it.each([
    ['104', 'F', 1e-7, undefined],
    ['104K', 'F', 1e-7, 10],
    ['473J', 'F', 4.7e-8, 5],
    ['220', 'F', 2.2e-11, undefined],
    ['479', 'F', 4.7e-12, undefined],
    ['4R7', 'F', 4.7e-12, undefined],
    ['103', 'ohm', 10_000, undefined],
    ['4702', 'ohm', 47_000, undefined],
    ['R47', 'ohm', 0.47, undefined],
    ['2R2', 'ohm', 2.2, undefined],
    ['4n7J', 'F', 4.7e-9, 5],
    ['3n3', 'F', 3.3e-9, undefined],
    ['4k7F', 'ohm', 4_700, 1],
    ['1M', 'ohm', 1e6, undefined],
  ] as const)('%s on a part in %s', (text, unit, value, percent) => {
    const read = readCode(text, unit)
    expect(read?.value).toBeCloseTo(value, 15)
    expect(read?.tolerance?.above).toBe(percent)
  })
  it.each([
    ['4R7C', 0.25],
    ['2R2D', 0.5],
    ['1R0B', 0.1],
    ['8p2F', 1],
    ['9R1G', 2],
  ])('%s, under 10 pF, is ±%d pF', (text, pf) =>
    expect(readCode(text, 'F')?.tolerance).toEqual({ below: pf, above: pf, unit: 'pF' }),
  )
  it.each([
    ['100C', 'F', 0.25],
    ['4R7C', 'ohm', 0.25],
    ['100D', 'F', 0.5],
    ['100B', 'F', 0.1],
    ['100G', 'F', 2],
    ['100M', 'F', 20],
    ['100N', 'F', 30],
  ] as const)('%s of %s is ±%d %', (text, unit, percent) =>
    expect(readCode(text, unit)?.tolerance).toEqual({ below: percent, above: percent }),
  )
  it('Z is +80 −20 %', () => expect(readCode('104Z', 'F')?.tolerance).toEqual({ below: 20, above: 80 }))
  it.each([
    ['hello', 'F'],
    ['104X', 'F'],
    ['4k7', 'F'],
    ['', 'ohm'],
  ] as const)('“%s” is no code for %s', (text, unit) => expect(readCode(text, unit)).toBeUndefined())
})

// Common practice.
describe('marks and ratings', () => {
  it('an aluminium stripe is negative, a tantalum band positive', () =>
    expect([endOfPart('stripe on aluminium'), endOfPart('band on tantalum')]).toEqual([
      'negative',
      'positive',
    ]))
  it('a polymer band and a board’s dot say nothing by themselves', () =>
    expect([endOfPart('band on polymer'), endOfBoard('dot'), endOfBoard('filled half')]).toEqual([
      'measure',
      'measure',
      'measure',
    ]))
  it('two ratings that differ are flagged, and the higher one counts', () =>
    expect(
      ratingTrouble([
        { by: 'part', volts: 35 },
        { by: 'print', volts: 37 },
      ]),
    ).toEqual({ differ: true, unusual: [37], leastVolts: 37 }))
  it('one usual rating is no trouble', () => {
    expect(
      ratingTrouble([
        { by: 'part', volts: 35 },
        { by: 'schematic', volts: 35 },
      ]),
    ).toBeUndefined()
    expect(() => ratingTrouble([])).toThrow(RangeError)
  })
})
