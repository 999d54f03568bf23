import { describe, expect, it } from 'vitest'
import { home, pass, test, twoTerminals } from '#core/testing/terminal.ts'
import { cleanStartsNeeded, failureRateBound, luckOfCleanRun } from './intermittent.ts'
import { standingsOf } from './standing.ts'
import type { Teller } from '#core/testing/script.ts'

describe('sums of an intermittent fault', () => {
  it('agrees with Fisher’s exact test: eight cups, four and four, all right by luck 1 in 70', () => {
    // Fisher, The Design of Experiments (1935): C(4,4)/C(8,4) = 1/70.
    expect(luckOfCleanRun(4, 4, 4)).toBeCloseTo(1 / 70, 12)
  })

  it('has a quarter of luck left when one of three failed before and nine were clean', () => {
    // C(3,1)/C(12,1) = 3/12, by hand.
    expect(luckOfCleanRun(1, 3, 9)).toBeCloseTo(0.25, 12)
    expect(cleanStartsNeeded(1, 3)).toBe(28) // 3/31 < 0.1 ≤ 3/30
  })

  it('bounds the rate after no failure in n by about 3/n at 95 %', () => {
    // Hanley & Lippman-Hand, JAMA 249 (1983) 1743–1745: the rule of three, exact form 1 − α^(1/n).
    for (const n of [30, 60, 100, 1000]) expect(failureRateBound(n) * n).toBeGreaterThan(2.85)
    for (const n of [30, 60, 100, 1000]) expect(failureRateBound(n)).toBeLessThan(3 / n)
    expect(failureRateBound(1)).toBeCloseTo(0.95, 12)
  })
})

describe('an intermittent function', () => {
  const screen = (t: Teller) =>
    standingsOf(t.world(), t.world().machines.get(home)!).find((s) => s.fn === 'screen')!

  it('stays unproved until its clean run holds, and counts only the failing condition', () => {
    const { t } = twoTerminals()
    test(
      t,
      '2026-03-02T10:00:00.000Z',
      { screen: { is: 'intermittent', failures: 5, of: 6 } },
      { condition: 'cold' },
    )
    expect(screen(t).word).toBe('intermittent')
    test(t, '2026-03-02T11:00:00.000Z', { screen: { is: 'pass', starts: 1 } }, { condition: 'cold' })
    expect(screen(t)).toMatchObject({ word: 'unproved', run: { clean: 1, needed: 3 } }) // C(6,5)/C(8,5) = 6/56, C(6,5)/C(9,5) = 6/126
    test(t, '2026-03-02T12:00:00.000Z', { screen: { is: 'pass', starts: 40 } }, { condition: 'warm' })
    expect(screen(t).word).toBe('unproved')
    test(t, '2026-03-03T08:00:00.000Z', { screen: { is: 'pass', starts: 2 } }, { condition: 'cold' })
    expect(screen(t).word).toBe('works')
  })

  it('counts clean starts since the later of the last failure and the last alteration', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { screen: { is: 'intermittent', failures: 1, of: 3 } })
    test(t, '2026-03-02T11:00:00.000Z', { screen: { is: 'pass', starts: 20 } })
    t.told('2026-03-02T12:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC31' },
      verb: 'resoldered',
      reach: 'altered',
    })
    test(t, '2026-03-02T13:00:00.000Z', { screen: { is: 'pass', starts: 9 } })
    expect(screen(t)).toMatchObject({ word: 'unproved', run: { clean: 9, needed: 28 } })
    expect(screen(t).run!.luck).toBeCloseTo(0.25, 12)
  })

  it('is settled once the run has held: a later touch asks for a retest, not for the run again', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { screen: { is: 'intermittent', failures: 1, of: 3 } })
    test(t, '2026-03-02T11:00:00.000Z', { screen: { is: 'pass', starts: 28 } })
    expect(screen(t).word).toBe('works')
    t.told('2026-03-02T12:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC31' },
      verb: 'resoldered',
      reach: 'altered',
    })
    expect(screen(t).word).toBe('retest')
    test(t, '2026-03-02T13:00:00.000Z', { screen: pass })
    expect(screen(t).word).toBe('works')
  })
})
