/** What came of a test, and how it was come by. */
import type { TestResult } from '#core/history/bodies/test.ts'
import { commas, brackets } from './lists.ts'
import { say } from './say.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { durationWords } from './dates.ts'

export function resultWords(result: TestResult): string {
  switch (result.is) {
    case 'pass':
      return result.starts ? say('pass, {starts} starts', { starts: result.starts }) : say('pass')
    case 'fail': {
      const how = commas(
        say('fail'),
        result.another && say('in another way'),
        result.starts && say('{starts} of {starts}', { starts: result.starts }),
      )
      return result.symptom ? `${how}: ${result.symptom}` : how
    }
    case 'partly':
      return `${partWords(result)}${result.symptom ? `: ${result.symptom}` : ''}`
    case 'intermittent':
      return `${result.failures === undefined || result.of === undefined ? say('intermittent') : say('failed {failures} of {of}', { failures: result.failures, of: result.of })}${result.symptom ? `: ${result.symptom}` : ''}`
    case 'inconclusive':
      return result.because
        ? say('inconclusive: {because}', { because: result.because })
        : say('inconclusive')
    case 'not possible':
      return say('not possible: {because}', { because: result.because })
  }
}

/** How much of it is good: as counted, else only that a part is. */
export const partWords = (result: Extract<TestResult, { is: 'partly' }>): string =>
  result.of === undefined
    ? say('partly good')
    : say('{good} of {of} good', { good: result.good ?? 0, of: result.of })

export type Said = Extract<Body, { kind: 'test' }>['results'][number]

/** How a result was come by, and what was said beside it: ", by feel, 2 h (a little dim)". */
export const mannerWords = ({ by, minutes, words }: Said): string =>
  brackets(commas(by ? say(', by {by}', { by }) : '', minutes !== undefined && durationWords(minutes)), words)
