import { describe, expect, it } from 'vitest'
import type { MachineSummary } from '#core/views/summary.ts'
import { benchSentence, byNeed } from './sentence.ts'

const now = Date.parse('2026-06-01T12:00:00.000Z')
const machine = (name: string, word: string, more: { state?: 'open' | 'paused'; until?: string } = {}) =>
  ({
    plate: { name },
    status: { word },
    open: { state: more.state ?? 'open', touched: '2026-06-01T10:00:00.000Z' },
    waits: more.until ? [{ what: 'case dries', until: more.until }] : [],
  }) as unknown as MachineSummary
const bench = (open: MachineSummary[], contested = 0) => ({
  open,
  openTotal: open.length,
  retest: [],
  needs: Array.from({ length: contested }, () => ({
    kind: 'contested' as const,
    machine: '',
    number: '',
    name: '',
    words: '',
    at: '',
    entry: '',
  })),
})

describe('the sentence of Bench', () => {
  it('says what matters most, in at most two sentences', () => {
    expect(benchSentence(bench([]), now)).toBe('No episode is open.')
    expect(benchSentence(bench([machine('till', 'working')]), now)).toBe(
      '1 machine open, nothing in the way.',
    )
    expect(benchSentence(bench([machine('till', 'retest due')], 2), now)).toBe(
      'The till was touched and not tested since. 2 entries wait to be settled.',
    )
    expect(
      benchSentence(
        bench(
          [
            machine('till', 'do not power'),
            machine('scale', 'in pieces', { until: '2026-06-01T11:00:00.000Z' }),
            machine('bell', 'retest due'),
          ],
          1,
        ),
        now,
      ),
    ).toBe('Do not power the till. A wait is over on the scale.')
  })
  it('is followed by the machines in the order of their need', () => {
    const list = [
      machine('paused', 'retest due', { state: 'paused' }),
      machine('works', 'working'),
      machine('pieces', 'in pieces'),
      machine('over', 'in pieces', { until: '2026-06-01T11:00:00.000Z' }),
      machine('retest', 'retest due'),
      machine('barred', 'do not power', { state: 'paused' }),
    ]
    expect(byNeed(list, now).map((m) => m.plate.name)).toEqual([
      'barred',
      'over',
      'retest',
      'pieces',
      'works',
      'paused',
    ])
  })
})
