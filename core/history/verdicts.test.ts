/** How two results compare, and what a pair of them shows of what was done between: every case. The rules are the house's own (decision 025). */
import { describe, expect, it } from 'vitest'
import type { TestResult } from './bodies/test.ts'
import { compareResults, judged, weaker, type Candidates, type Comparison } from './verdicts.ts'

const pass: TestResult = { is: 'pass' }
const fail: TestResult = { is: 'fail' }
const partly = (good?: number, of?: number): TestResult => ({ is: 'partly', good, of })
const comes = (failures?: number, of?: number): TestResult => ({ is: 'intermittent', failures, of })

describe('two results', () => {
  it.each<[string, TestResult, TestResult, Comparison]>([
    ['pass and pass', pass, pass, 'same good'],
    ['pass and all of them', pass, partly(4, 4), 'same good'],
    ['pass and fail', pass, fail, 'worse'],
    ['pass and part of it', pass, partly(3, 4), 'worse'],
    ['pass and part of it, nobody counted', pass, partly(), 'worse'],
    ['pass and now and then', pass, comes(1, 4), 'worse'],
    ['fail and pass', fail, pass, 'better'],
    ['fail and fail', fail, fail, 'same failure'],
    ['fail and part of it', fail, partly(1, 4), 'better, not cured'],
    ['fail and none of them', fail, partly(0, 4), 'better, not cured'],
    ['fail and now and then', fail, comes(3, 4), 'better, not cured'],
    ['part of it and less of it', partly(3, 4), partly(1, 4), 'worse'],
    ['part of it and more of it', partly(1, 4), partly(3, 4), 'better, not cured'],
    ['part of it and as much', partly(2, 4), partly(1, 2), 'same failure'],
    ['part of it and all', partly(1, 4), partly(4, 4), 'better'],
    ['all of it and part', partly(4, 4), partly(1, 4), 'worse'],
    ['part of it, counted and not', partly(1, 4), partly(), 'same failure'],
    ['part of it, not counted and counted', partly(), partly(3, 4), 'same failure'],
    ['part of it, nobody counted either time', partly(), partly(), 'same failure'],
    ['part of it, not counted, and all of it', partly(), partly(4, 4), 'better'],
    ['all of it, and part, not counted', partly(4, 4), partly(), 'worse'],
    ['part of it, not counted, and fail', partly(), fail, 'worse'],
    ['now and then, and more often', comes(1, 4), comes(3, 4), 'worse'],
    ['now and then, and more rarely', comes(3, 4), comes(1, 4), 'better, not cured'],
    ['now and then, and as often', comes(1, 4), comes(2, 8), 'same failure'],
    ['now and then, nobody counted, is one of two', comes(), comes(2, 4), 'same failure'],
    ['now and then, and pass', comes(1, 4), pass, 'better'],
    ['now and then, and fail', comes(1, 4), fail, 'worse'],
    ['fail, and in another way', fail, { is: 'fail', another: true }, 'another failure'],
    ['fail, and as before', fail, { is: 'fail', another: false }, 'same failure'],
    ['part of it, and in another way', partly(1, 4), { is: 'fail', another: true }, 'another failure'],
    ['pass, and in another way', pass, { is: 'fail', another: true }, 'worse'],
  ])('%s', (_, before, after, compared) => expect(compareResults(before, after)).toBe(compared))
})

describe('what they show', () => {
  const none: Candidates = { altered: 0, disturbed: 0, gear: 0, unlisted: 0 }
  const verdicts = (compared: Exclude<Comparison, 'same good'>, goes = false) =>
    (
      [
        none,
        { ...none, unlisted: 1 },
        { ...none, altered: 1 },
        { ...none, altered: 1, unlisted: 1 },
        { ...none, disturbed: 1 },
        { ...none, gear: 1 },
        { ...none, altered: 2 },
        { ...none, altered: 1, disturbed: 1 },
        { ...none, altered: 1, gear: 1 },
        { ...none, disturbed: 2 },
      ] as const
    ).map((candidates) => judged(compared, candidates, goes).join(': '))
  // Nothing; beside the list; one part; and one beside the list; a seat; gear; two parts; part and seat; part and gear; two seats.
  it.each<[Exclude<Comparison, 'same good'>, boolean, string[]]>([
    [
      'better',
      false,
      [
        'came back by itself: shows nothing',
        'outside what was declared: shows nothing',
        'cause shown: shown',
        'cause presumed: presumed',
        'cause presumed: presumed',
        'cause presumed: presumed',
        ...Array<string>(4).fill('cause not separated: shows nothing'),
      ],
    ],
    ['better, not cured', false, Array<string>(10).fill('better, not cured: shows nothing')],
    [
      'same failure',
      false,
      [
        'no effect: presumed',
        'no effect: presumed',
        'no effect: shown',
        'no effect: shown',
        'no effect: presumed',
        'no effect: presumed',
        'no lasting effect together: shown',
        'no lasting effect together: shown',
        'no effect: shown',
        'no lasting effect together: shown',
      ],
    ],
    [
      'worse',
      false,
      [
        'failed on its own: shown',
        'outside what was declared: shows nothing',
        'caused by: shown',
        'caused by: presumed',
        'caused by: presumed',
        'caused by: presumed',
        ...Array<string>(4).fill('among: shows nothing'),
      ],
    ],
    ['worse', true, Array<string>(10).fill('came again: shows nothing')],
    ['another failure', true, Array<string>(10).fill('came again: shows nothing')],
  ])('%s (known to come and go: %s)', (compared, goes, shown) =>
    expect(verdicts(compared, goes)).toEqual(shown),
  )
  it('in another way is judged as worse', () =>
    expect(verdicts('another failure')).toEqual(verdicts('worse')))

  it.each([
    ['shown', 0, 'shown'],
    ['shown', 1, 'presumed'],
    ['shown', 2, 'shows nothing'],
    ['shown', 3, 'shows nothing'],
    ['presumed', 1, 'shows nothing'],
    ['shows nothing', 1, 'shows nothing'],
  ] as const)('%s, weaker by %i, is %s', (strength, steps, is) => expect(weaker(strength, steps)).toBe(is))
})
