/** Lines as people say them, read in the scenes of a fixture. The readings are common practice of the trade; no source is published. */
import { describe, expect, it } from 'vitest'
import { saidLines } from '#core/testing/reading/lines.ts'
import { readingScenes } from '#core/testing/reading/scenes.ts'
import { readLine, type Act, type ReadingScene } from './index.ts'

const now = '2026-11-28T20:15'
const sceneOf = (name: string, at = now): ReadingScene => {
  const fixture = readingScenes[name]
  if (!fixture) throw new Error(`no scene ${name}`)
  return { ...fixture, now: at }
}

interface Wanted {
  readonly do: string
  readonly slots: readonly (readonly [string, string])[]
}
/** "out what=IC18 to=bag 3; test fn=bell is=pass" */
const wanted = (acts: string): readonly Wanted[] =>
  acts === ''
    ? []
    : acts.split(' ; ').map((text) => {
        const [, act = '', rest = ''] = /^(wait over|ask which|[a-z]+)(.*)$/.exec(text.trim()) ?? []
        const slots = [...rest.matchAll(/(\w+)=(.*?)(?= \w+=|$)/g)].map(
          ([, key = '', value = '']) => [key, value] as const,
        )
        return { do: act, slots }
      })
const slot = (act: Act, key: string): string =>
  String((act as unknown as Record<string, unknown>)[key] ?? '').toLowerCase()

describe.each(Object.entries(saidLines))('at %s', (scene, lines) => {
  it.each(lines)('%s → %s', (line, acts) => {
    const { acts: got, read } = readLine(line, sceneOf(scene))
    const want = wanted(acts)
    const said = read === 'not' ? [] : got
    expect(said.map((a) => a.do)).toEqual(want.map((w) => w.do))
    want.forEach((w, i) => {
      for (const [key, value] of w.slots) expect(slot(said[i] as Act, key)).toContain(value.toLowerCase())
    })
  })
})

describe('what a reading never does', () => {
  const terminal = sceneOf('SW 2024.3')

  it('guesses which of several parts is meant: it asks', () => {
    const { acts } = readLine('the ROM is dead', terminal)
    expect(acts).toEqual([{ do: 'ask which', word: 'ROM', among: ['IC18', 'IC22'], of: 'bad' }])
  })

  it('guesses whether a comma parts thousands: it asks', () => {
    expect(readLine('5V is 1,250 V', terminal).acts).toEqual([
      { do: 'ask which', word: '1,250', among: ['1.25', '1250'], of: 'read' },
    ])
    expect(readLine('5V is 4.987 V', terminal).acts).toMatchObject([{ do: 'read', value: 4.987 }])
    expect(readLine('filament 2,1 V', terminal).acts).toMatchObject([{ do: 'read', value: 2.1 }])
  })

  it('takes an intention for work that was done', () => {
    for (const line of ['I will clean J2 tomorrow', 'need to replace C9', 'maybe try another cable first'])
      expect(readLine(line, terminal).acts.map((a) => a.do)).toEqual(['plan'])
  })

  it('takes what somebody told for a test', () => {
    expect(readLine('Imke says the bell works', terminal).acts.map((a) => a.do)).toEqual(['claim'])
  })

  it('makes anything of a slip of the keys', () => {
    for (const line of ['', '   ', ';;', 'sdkjf lkj 3', 'the of and', '\u0000'])
      expect(readLine(line, terminal).read).toBe('not')
  })

  it('throws, whatever is typed', () => {
    const pieces = [
      '5V',
      'IC18',
      'out',
      '->',
      'bag',
      '(',
      '4k7',
      '“',
      'not',
      ',',
      'and',
      '12:99',
      '31.31.',
      'M4x',
      '×',
      '–',
      '1,000',
      '?',
    ]
    let seed = 7
    for (let n = 0; n < 400; n++) {
      const words = Array.from({ length: 1 + (n % 9) }, () => {
        seed = (seed * 1103515245 + 12345) % 2147483648
        return pieces[seed % pieces.length]
      })
      expect(() => readLine(words.join(' '), terminal)).not.toThrow()
    }
  })

  it('minds capitals, full stops or typographic signs', () => {
    const plain = readLine('ic18 out -> bag 3, 5v is 4.91', terminal).acts
    for (const line of ['IC18 OUT → BAG 3, 5V IS 4.91', 'IC18 out → bag 3, 5 V is 4.91.'])
      expect(readLine(line, terminal).acts.map((a) => a.do)).toEqual(plain.map((a) => a.do))
  })

  it('takes how deep it is tried for a word of how it went', () => {
    for (const line of ['test full screen', 'full test of the screen', 'test full screen, keys'])
      expect(readLine(line, terminal).acts.filter((a) => a.do === 'test')).toEqual([])
    expect(readLine('screen: full picture', terminal).acts).toMatchObject([{ do: 'test', is: 'pass' }])
  })

  it('needs punctuation: a device that was spoken to writes none', () => {
    const { acts } = readLine('cover off comma twelve screws M four by twelve in cup one', terminal)
    expect(acts).toMatchObject([{ do: 'off', count: 12, size: 'M4x12', cup: 'cup 1' }])
  })
})
