import { describe, expect, it } from 'vitest'
import { following } from './numbers.ts'

describe('numbers that follow', () => {
  it.each([
    ['E2026-009', 3, ['E2026-009', 'E2026-010', 'E2026-011']],
    ['P-0137', 2, ['P-0137', 'P-0138']],
    ['P-0001', 0, []],
  ] as const)('%s, %d', (first, n, all) => expect(following(first, n)).toEqual(all))
})
