import { describe, expect, it } from 'vitest'
import { composing } from '#core/testing/composing.ts'
import { home, terminalSheet } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { expectationOf, pointRows, railExpectation } from './points.ts'

const sheet = sheetSchema.parse({
  ...terminalSheet,
  points: [
    { name: '5V', nominal: 5, tolerancePercent: 5, load: 'running' },
    { name: 'memory rail', behind: { point: '5V', dropMin: 0.3, dropMax: 0.5 } },
    { name: 'X1', unit: 'Hz', nominal: 14_318_180, tolerancePercent: 0.01 },
    { name: 'dot clock', unit: 'Hz', divides: { point: 'X1', by: 2 } },
    { name: 'colour', unit: 'Hz', divides: { point: 'dot clock', by: 2 } },
  ],
})
const nothing = () => undefined

describe('what a point should show', () => {
  // Common TTL data-book range of a 5 V logic supply: 4.75–5.25 V.
  it('a 5 V rail: 4.75 to 5.25 V', () => {
    const rail = railExpectation('5V')
    expect([rail!.nominal - rail!.tolerance, rail!.nominal + rail!.tolerance]).toEqual([4.75, 5.25])
  })
  // Negative and higher rails ±10 %: common practice.
  it.each([
    ['-12V', -12, 1.2],
    ['−5 V', -5, 0.5],
    ['12V', 12, 1.2],
  ])('a rail called %s', (name, nominal, tolerance) =>
    expect(railExpectation(name)).toEqual({ nominal, tolerance, by: 'rail' }),
  )
  it('nothing for a name that is no voltage', () => expect(railExpectation('TP4')).toBeUndefined())
  // A rail behind a series diode lies a few tenths below what feeds it: common practice.
  it('a rail behind a diode, from what was read before it', () => {
    expect(expectationOf(sheet.points, 'memory rail', (p) => (p === '5V' ? 5.1 : undefined))).toEqual({
      nominal: 4.7,
      tolerance: 0.1,
      by: 'behind',
      from: { point: '5V', value: 5.1, read: true },
    })
  })
  // The colour subcarrier of system M is 3.579545 MHz (ITU-R BT.470, from memory): a quarter of a 14.31818 MHz master.
  it('a clock tree by division, two steps down', () => {
    const colour = expectationOf(sheet.points, 'colour', nothing)!
    expect(colour.nominal).toBe(3_579_545)
    expect(colour.from).toEqual({ point: 'dot clock', value: 7_159_090, read: false })
  })
  it('follows what was read above it', () =>
    expect(
      expectationOf(sheet.points, 'dot clock', (p) => (p === 'X1' ? 14_000_000 : undefined))?.nominal,
    ).toBe(7_000_000))
})

describe('a sheet of points', () => {
  const points = (list: object[]) => sheetSchema.safeParse({ ...terminalSheet, points: list })
  it('refuses a point reckoned from itself', () =>
    expect(
      points([
        { name: 'a', divides: { point: 'b', by: 2 } },
        { name: 'b', divides: { point: 'a', by: 2 } },
      ]).success,
    ).toBe(false))
  it('refuses a point reckoned from one that is not there', () =>
    expect(points([{ name: 'a', divides: { point: 'b', by: 2 } }]).success).toBe(false))
  it('refuses two of one name', () => expect(points([{ name: 'a' }, { name: 'A' }]).success).toBe(false))
})

describe('the healthy set', () => {
  it('is what later readings are held against', () => {
    const { t, write } = composing(sheet)
    write('5V 5.02', '2026-03-02T10:00:00.000Z')
    write('healthy after the self-test', '2026-03-02T11:00:00.000Z')
    write('5V 4.81', '2026-03-09T10:00:00.000Z')
    const world = t.world()
    const row = pointRows(world, world.machines.get(home)!).find((p) => p.point === '5V')!
    expect(row.healthy?.value).toBe(5.02)
    expect(row.drift).toBe(-0.21)
    expect(row.last?.within).toBe(true)
    expect(row.readings).toHaveLength(2)
  })
})
