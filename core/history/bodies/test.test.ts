/** What a result of a test may say: counts that belong together, and no more good ones than there are. */
import { describe, expect, it } from 'vitest'
import { resultSchema, testBody } from './test.ts'
import { told } from '#core/testing/reducing.ts'

const says = (result: object) => resultSchema.safeParse(result).error?.issues.map((i) => i.message) ?? []

describe('a result', () => {
  it.each<[object, string[]]>([
    [{ is: 'partly' }, []],
    [{ is: 'partly', good: 2, of: 5 }, []],
    [{ is: 'partly', good: 5, of: 5 }, []],
    [{ is: 'partly', good: 0, of: 5 }, []],
    [{ is: 'partly', good: 2 }, ['Both counts, or neither.']],
    [{ is: 'partly', of: 5 }, ['Both counts, or neither.']],
    [{ is: 'partly', good: 6, of: 5 }, ['More good than there are.']],
    [{ is: 'intermittent' }, []],
    [{ is: 'intermittent', failures: 2, of: 5 }, []],
    [{ is: 'intermittent', failures: 2 }, ['Both counts, or neither.']],
    [{ is: 'intermittent', of: 5 }, ['Both counts, or neither.']],
    [{ is: 'intermittent', failures: 5, of: 5 }, ['All of them failed: that is a fail.']],
    [{ is: 'intermittent', failures: 6, of: 5 }, ['All of them failed: that is a fail.']],
    [{ is: 'pass', starts: 1 }, []],
    [{ is: 'fail', starts: 3, symptom: 'dark' }, []],
  ])('%j: %j', (result, refused) => expect(says(result)).toEqual(refused))
  it.each([
    { is: 'pass', starts: 0 },
    { is: 'pass', symptom: 'dark' },
    { is: 'pass', starts: 1.5 },
    { is: 'partly', good: -1, of: 2 },
    { is: 'intermittent', failures: 0, of: 4 },
    { is: 'not possible' },
    { is: 'perhaps' },
  ])('%j is none', (result) => expect(says(result)).not.toEqual([]))
  it('is one of several of a test, with words beside it', () => {
    const test = (results: object[]) => testBody.safeParse(told('test', { depth: 'short', results }))
    expect(test([{ fn: 'print', result: { is: 'pass' }, words: 'pale' }]).data?.gear).toEqual([])
    expect(test([]).success).toBe(false)
    expect(test([{ fn: 'print', result: { is: 'pass' }, minutes: 0 }]).success).toBe(false)
  })
})
