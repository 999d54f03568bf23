import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isKeepable, keepable, unkeepableAt } from './text.ts'

describe('text that can be kept', () => {
  it('is any well-formed text without U+0000 (Unicode 15, D84: a lone surrogate is ill-formed)', () => {
    for (const text of ['', 'Tern', 'ø’“', '🧲', '\u{10FFFF}', '\uFFFD', '\n\t'])
      expect(isKeepable(text)).toBe(true)
    for (const text of ['a\0', '\uD800', 'x\uDFFF', '\uDC00\uD800', '🧲'.slice(0, 1), '🧲'.slice(1)])
      expect(isKeepable(text)).toBe(false)
  })
  it('says where the first text stands that cannot', () => {
    expect(unkeepableAt({ a: [{ b: 'x' }, { b: 'y\0' }] })).toEqual(['a', 1, 'b'])
    expect(unkeepableAt({ a: { 'k\0': 1 } })).toEqual(['a'])
    expect(unkeepableAt({ a: [1, null, true, 'fine'] })).toBeUndefined()
  })
  it('keeps all that is whole, and marks what was not', () => {
    expect(keepable({ a: ['x\0y', '\uD83D'], 'k\0': 1 })).toEqual({ a: ['x\uFFFDy', '\uFFFD'], 'k\uFFFD': 1 })
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        expect(unkeepableAt(keepable(value))).toBeUndefined()
        if (unkeepableAt(value) === undefined) expect(keepable(value)).toEqual(value)
      }),
    )
  })
})
