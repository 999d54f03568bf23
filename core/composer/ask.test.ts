import { describe, expect, it } from 'vitest'
import { bodies, composing } from '#core/testing/composing.ts'
import { answered, questionOf } from './ask.ts'

const { parse, write } = composing()
const last = (line: string) => bodies(parse(line)).at(-1)!

describe('what an entry leaves unsaid', () => {
  it.each([
    ['screen fail', { asks: 'how it fails', about: 'screen' }, 'rolls upward', 'screen fail: rolls upward'],
    [
      'test keyboard 27 of 30',
      { asks: 'how it fails', about: 'keyboard' },
      'last row',
      'test keyboard 27 of 30: last row',
    ],
    [
      'test send not possible',
      { asks: 'why not', about: 'send' },
      'no lead',
      'test send not possible: no lead',
    ],
    ['off lid 6 M3x10', { asks: 'where it lies', about: '6 M3x10' }, '4', 'off lid 6 M3x10 cup 4'],
    ['adjust RV2', { asks: 'from and to', about: 'RV2' }, '3 to 5', 'adjust RV2 from 3 to 5'],
  ])('%s', (line, question, said, whole) => {
    expect(questionOf(last(line))).toEqual(question)
    expect(answered(last(line), said)).toEqual(last(whole))
    expect(questionOf(last(whole))).toBeUndefined()
  })
  it.each([
    'all pass',
    'screen fail: rolls',
    'off lid 6 M3x10 cup 2',
    'on lid 6 M3x10',
    'clean IC40',
    '5V 4.98',
    'out IC31 bag 2',
  ])('%s asks nothing', (line) => expect(questionOf(last(line))).toBeUndefined())
  it('asks for no cup while one stays as last used', () => {
    write('off lid 6 M3x10 cup 2')
    expect(questionOf(last('off shield 4 M3x6'))).toBeUndefined()
  })
  it('takes no words that do not answer', () => {
    expect(answered(last('adjust RV2'), 'a bit')).toBeUndefined()
    expect(answered(last('screen fail'), '  ')).toBeUndefined()
    expect(answered(last('all pass'), 'well')).toBeUndefined()
  })
})
