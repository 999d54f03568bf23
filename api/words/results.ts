/** What came of a test, and how it was come by. */
import type { TestResult } from '#core/history/bodies/test.ts'
import { brackets, colon, commas, list, semicolons } from './lists.ts'
import { say, shown } from './say.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { EntryNames, EntryWords } from './names.ts'
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
      return colon(how, result.symptom)
    }
    case 'partly':
      return colon(partWords(result), result.symptom)
    case 'intermittent':
      return colon(
        result.failures === undefined || result.of === undefined
          ? say('intermittent')
          : say('failed {failures} of {of}', { failures: result.failures, of: result.of }),
        result.symptom,
      )
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

/** A result, how it was come by, and what was said beside it: "pass, by feel, 2 h (a little dim)". */
export const resultAsGot = ({ result, by, minutes, words }: Said): string =>
  brackets(
    commas(
      resultWords(result),
      by && say('by {by}', { by }),
      minutes !== undefined && durationWords(minutes),
    ),
    words,
  )

/** A test as a line of the log. */
export function testEntry(body: BodyOf<'test'>, { labels }: EntryNames): EntryWords {
  const same = new Set(body.results.map((r) => resultAsGot(r)))
  const first = body.results[0]
  /** “as found: test sound, short, when warm, with the lamp; not exercised: the bass”. */
  const told = (test: string) =>
    semicolons(
      commas(
        body.asFound ? say('as found: {test}', { test }) : test,
        body.depth !== 'full' && shown(body.depth),
        body.condition && say('when {condition}', { condition: body.condition }),
        body.gear.length > 0 &&
          say('with {gear}', { gear: list(body.gear.map((g) => labels[g] ?? say('test gear'))) }),
      ),
      body.notExercised && say('not exercised: {notExercised}', { notExercised: body.notExercised }),
    )
  if (first?.cells && body.results.length === 1) {
    const { pass, fail, stood, untried } = first.cells
    const counted = [
      say('{pass} pass', { pass: pass.length }),
      ...(fail.length ? [say('{fail} fail', { fail: fail.length })] : []),
      ...(stood.length ? [say('{stood} stand', { stood: stood.length })] : []),
      ...(untried.length ? [say('{untried} not tested', { untried: untried.length })] : []),
    ]
    const { result } = first
    const short =
      result.is === 'partly' ? partWords(result) : result.is === 'fail' ? say('fail') : resultWords(result)
    return {
      what: colon(
        told(say('test {fn}', { fn: first.fn })),
        brackets(counted.join(', '), 'symptom' in result && result.symptom),
      ),
      result: short,
      proof: true,
    }
  }
  if (body.results.length === 1 && first)
    return {
      what: told(say('test {fn}', { fn: first.fn })),
      result: resultAsGot(first),
      proof: true,
    }
  if (same.size === 1 && first)
    return {
      what: told(
        say('test {fns}', {
          fns: list(
            body.results.map((r) => r.fn),
            6,
          ),
        }),
      ),
      result: `${body.results.length} × ${resultAsGot(first)}`,
      proof: true,
    }
  const passed = body.results.filter((r) => r.result.is === 'pass').map((r) => r.fn)
  const others = body.results.filter((r) => r.result.is !== 'pass')
  return {
    what: colon(
      told(say('test {n} functions', { n: body.results.length })),
      others.map((r) => `${r.fn}: ${resultAsGot(r)}`).join('; '),
    ),
    result: say('{passed} pass, {others} not', { passed: passed.length, others: others.length }),
    proof: true,
  }
}
