/** Sentences with slots, and the language that nobody speaks. */
import { afterEach, describe, expect, it } from 'vitest'
import { count } from './lists.ts'
import { pseudo, say, shown, speak } from './say.ts'

afterEach(() => speak())

describe('a sentence', () => {
  it('is as it is written, with its slots filled, each as often as it stands there', () => {
    expect(say('Nothing is written.')).toBe('Nothing is written.')
    expect(say('{n} of {all} work; {n} is all.', { n: 3, all: 8 })).toBe('3 of 8 work; 3 is all.')
  })
  it('keeps what is filled in as it is, braces and dollars too', () =>
    expect(say('“{words}” is no line.', { words: 'a {b} $& c' })).toBe('“a {b} $& c” is no line.'))
  it('may stand the other way round in another language', () => {
    speak((m) => (m === '{part} goes into {slot}.' ? '{slot}: {part}.' : m))
    expect(say('{part} goes into {slot}.', { part: 'a', slot: 'K2' })).toBe('K2: a.')
    expect(say('{part} comes out.', { part: 'a' })).toBe('a comes out.')
  })
  it('has as many plurals as its language', () => {
    speak((m) => (m === '{n} unit|{n} units' ? 'Einheit: {n}|Einheiten: {n}' : m))
    expect([count(1, 'unit'), count(2, 'unit'), count(2, 'box', 'boxes')]).toEqual([
      'Einheit: 1',
      'Einheiten: 2',
      '2 boxes',
    ])
  })
  it('needs each slot of its own, and no other, by type', () => {
    // @ts-expect-error: nothing fills {n}
    expect(say('{n} work', {})).toBe('{n} work')
    // @ts-expect-error: there is no slot
    expect(say('works', { n: 1 })).toBe('works')
  })
})

describe('the language that nobody speaks', () => {
  it('changes every word, is a third longer, and stands between brackets, what fills its slots outside of them', () => {
    speak(pseudo)
    expect(say('{name} works', { name: 'Keys' })).toBe('Keys⟦ wørkš··⟧')
    expect(shown('works')).toBe('⟦wørkš··⟧')
    expect([count(1, 'unit'), count(3, 'unit')]).toEqual(['1⟦ üñït··⟧', '3⟦ üñïtš··⟧'])
  })
})
