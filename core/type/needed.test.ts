import { describe, expect, it } from 'vitest'
import { neededIn } from './needed.ts'

const known = ['IC31', 'dot clock', 'supply', 'keys, 71', '5V']

describe('what a function needs', () => {
  it.each([
    ['12V, dot clock, IC31', ['12V', 'dot clock', 'IC31'], [], []],
    ['the supply and 5V', ['supply', '5V'], [], []],
    ['keys, 71, IC31', ['keys, 71', 'IC31'], [], []],
    ['Q7 and the dot clock', ['Q7', 'dot clock'], ['Q7'], []],
    ['-5 V', ['-5V'], [], []],
    ['luck, IC31', ['IC31'], [], ['luck']],
    ['IC31 and ic31', ['IC31'], [], []],
  ])('%s', (text, names, learned, unknown) => {
    const read = neededIn(text, known)
    expect(read.names).toEqual(names)
    expect(read.learned.map((p) => p.designator)).toEqual(learned)
    expect(read.unknown).toEqual(unknown)
  })
})
