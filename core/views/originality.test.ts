import { expect, it } from 'vitest'
import { composing } from '#core/testing/composing.ts'
import { home } from '#core/testing/terminal.ts'
import { originalityView } from './originality.ts'

it('originality falls with what is replaced and rises with what comes back, day by day', () => {
  const { t, write } = composing()
  write('out IC31 bag 1', '2026-03-02T10:00:00.000Z')
  write('out IC40 bag 1', '2026-03-04T10:00:00.000Z')
  write('in IC31', '2026-03-06T10:00:00.000Z')
  write('discard IC40', '2026-03-07T10:00:00.000Z')
  const view = originalityView(t.entries, home, '2026-03-10T18:00:00.000Z', 'Europe/Oslo')!
  expect(view.history.map((p) => p.at.slice(0, 10))).toEqual(['2026-03-02', '2026-03-04', '2026-03-06'])
  const replaced = view.history.map((p) => p.replaced)
  expect(replaced[1]).toBeGreaterThan(replaced[0]!)
  expect(replaced[2]).toBeLessThan(replaced[1]!)
  expect(view.now?.replaced).toBe(replaced[2])
  expect(view.reversibility.cannot).toMatchObject([{ target: 'IC40', why: 'its original is gone' }])
  expect(originalityView([], home, '2026-03-10T18:00:00.000Z', 'Europe/Oslo')).toBeUndefined()
})
