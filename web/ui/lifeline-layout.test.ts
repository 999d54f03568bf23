import { describe, expect, it } from 'vitest'
import type { Lifeline } from '#core/views/lifeline.ts'
import { layOut } from './lifeline-layout.ts'

const lane = (fn: string, essential = true) => ({ fn, essential, segments: [{}, {}] })
const data = (over: object = {}) =>
  ({
    width: 100,
    lanes: [lane('picture')],
    custody: [],
    barred: [],
    brackets: [],
    marks: [],
    ...over,
  }) as unknown as Lifeline
const day = (x: number) => ({ x, at: '2026-03-01T10:00:00Z' })

describe('Where the parts of a lifeline stand', () => {
  it('keeps room for words at both ends, less of it on a phone', () => {
    const wide = layOut(data(), 1000, '')
    const narrow = layOut(data(), 390, '')
    expect([wide.left, wide.x(0), wide.x(100), wide.right]).toEqual([150, 150, 850, 850])
    expect([narrow.left, narrow.x(100), narrow.right]).toEqual([92, 298, 298])
  })
  it('shows the essential lanes alone where there are more than twelve, and says how many are hidden', () => {
    const lanes = Array.from({ length: 15 }, (_, i) => lane(`f${i}`, i % 3 === 0))
    const laid = layOut(data({ lanes }), 1000, '')
    expect([laid.lanes.length, laid.hidden, laid.stretches]).toEqual([5, 10, 10])
    expect(layOut(data({ lanes: lanes.slice(0, 12) }), 1000, '').hidden).toBe(0)
  })
  it('writes the change to the right of its line, and to the left where it would run out', () => {
    const at = (x: number) =>
      layOut(data({ cut: { x, at: '', lanes: ['picture'] } }), 1000, 'supply out, by 20 pm').cut
    expect(at(10)).toMatchObject({ leftward: false, px: 220, from: 220, width: 170, touches: true })
    expect(at(100)).toMatchObject({ leftward: true, px: 850, from: 680 })
  })
  it('touches nothing where no lane that is shown was emptied', () => {
    expect(layOut(data({ cut: { x: 10, at: '', lanes: ['sound'] } }), 1000, '').cut?.touches).toBe(false)
  })
  it('leaves out a day that would touch the one before it', () => {
    const marks = [day(0), day(5), day(40), day(44), day(97)]
    expect(layOut(data({ marks }), 1000, '').marks.map((m) => m.px)).toEqual([150, 430, 829])
  })
})
