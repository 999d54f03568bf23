import { describe, expect, it } from 'vitest'
import type { Parsed } from '#core/composer/index.ts'
import { composing, composingNow, composingZone } from '#core/testing/composing.ts'
import { whatFollows } from './what-follows.ts'

const when = { now: composingNow, zone: composingZone }
const after = (line: string, asked = false, before: readonly string[] = []) => {
  const scene = composing()
  for (const l of before) scene.write(l)
  return whatFollows(scene.parse(line), line, asked, when)
}

describe('what Enter does with a line', () => {
  it('writes what is understood', () => {
    expect(after('test bell pass')).toEqual({ does: 'write' })
    expect(after('out IC31 bag 1')).toEqual({ does: 'write' })
  })
  it('keeps as a note what is not understood, and does nothing for a question mark', () => {
    expect(after('zzz qqq')).toEqual({ does: 'jot' })
    expect(after('?')).toEqual({ does: 'nothing' })
  })
  it('opens the closing check, and asks the record', () => {
    const parsed = (effects: object[], entries: object[] = []) =>
      ({ ok: true, effects, entries }) as unknown as Parsed
    expect(whatFollows(parsed([{ does: 'closes' }]), 'close', false, when)).toEqual({ does: 'close' })
    expect(
      whatFollows(parsed([{ does: 'asks the record', question: 'q' }]), 'where is IC4', false, when),
    ).toEqual({ does: 'ask the record', question: 'q' })
    expect(whatFollows(parsed([]), '', false, when)).toEqual({ does: 'nothing' })
  })
  it('asks once before it makes a function, and not where the line says that it is new', () => {
    expect(after('test tape feed pass')).toMatchObject({ does: 'ask once', keepAs: 'Add and write' })
    expect(after('test tape feed pass', true)).toEqual({ does: 'write' })
  })
  it('asks whether it was so where the record says otherwise', () => {
    const asked = after('test receive pass', false, ['out IC40 bag 1'])
    expect(asked).toMatchObject({ does: 'ask once', keepAs: 'Yes, write it' })
    expect('words' in asked && asked.words).toMatch(/Was it so\?$/)
  })
  it('asks for authority before anything is written', () => {
    const effects = [{ does: 'wants authority', authority: 'mains', people: [], warranted: false }]
    const parsed = { ok: true, effects, entries: [{}] } as unknown as Parsed
    expect(whatFollows(parsed, 'power on', true, when)).toMatchObject({ does: 'want authority', people: [] })
    const given = { ...parsed, effects: [{ ...effects[0], warranted: true }] } as unknown as Parsed
    expect(whatFollows(given, 'power on', true, when)).toEqual({ does: 'write' })
  })
})
