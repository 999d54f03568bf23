/** The house's own words: how they are read, and what the sorting of a jot offers to teach. */
import { describe, expect, it } from 'vitest'
import { readingScenes } from '#core/testing/reading/scenes.ts'
import { readLine, type ReadingScene, type Taught } from './index.ts'
import { offeredWords } from './taught.ts'

const plain = { ...readingScenes['SW 2024.3'], now: '2026-11-28T20:15' } as ReadingScene
const taught = (...words: readonly Taught[]): ReadingScene => ({ ...plain, taught: words })
const [zone = ''] = plain.zones
const position = plain.positions.find((p) => /^IC/.test(p.name))?.name ?? ''

describe('a word of the house', () => {
  it('is read as the verb that it stands for, in all its forms', () => {
    const scene = taught({ word: 'frob', as: 'verb', means: 'clean' })
    for (const said of ['frobbed', 'frob', 'frobbing'])
      expect(readLine(`${said} ${position} with alcohol`, scene).acts).toMatchObject([
        { do: 'work', verb: 'clean', what: position },
      ])
  })
  it('is read as the name that it stands for, in plural and inside a line', () => {
    const scene = taught({ word: 'tin hat', as: 'name', means: zone })
    expect(readLine('wiped the tin hat', scene).acts).toMatchObject([
      { do: 'work', verb: 'wipe', what: zone },
    ])
    expect(readLine('scratch on the tin hat', scene).acts).toMatchObject([{ do: 'find', where: zone }])
  })
  it('says nothing where this machine has no such name, or there is no such verb', () => {
    const scene = taught(
      { word: 'tin hat', as: 'name', means: 'a lid of another type' },
      { word: 'frob', as: 'verb', means: 'no verb at all' },
    )
    for (const line of ['wiped the tin hat', 'frob it', 'the tin hat is cracked'])
      expect(readLine(line, scene)).toEqual(readLine(line, plain))
  })
  it('comes before what the word means elsewhere', () => {
    const scene = taught({ word: 'polish', as: 'verb', means: 'clean' })
    expect(readLine(`polished ${position}`, scene).acts).toMatchObject([{ verb: 'clean' }])
  })
})

describe('the sorting of a jot', () => {
  it('offers the verb that nothing knew', () => {
    expect(offeredWords(`frobbed ${position}`, [`clean ${position}`], plain)).toEqual([
      { word: 'frob', as: 'verb', means: 'clean' },
    ])
  })
  it('offers the name that nothing knew', () => {
    expect(offeredWords('wiped the tin hat', [`wipe ${zone}`], plain)).toEqual([
      { word: 'tin hat', as: 'name', means: zone },
    ])
  })
  it('takes a name for a name, though the word is also a verb', () => {
    const scene = { ...plain, zones: ['cover'] }
    expect(offeredWords('frobbed the tin hat', ['cover wiped'], scene)).toEqual([
      { word: 'frob', as: 'verb', means: 'wipe' },
      { word: 'tin hat', as: 'name', means: 'cover' },
    ])
  })
  it('offers both, told in several lines', () => {
    expect(offeredWords('frobbed the tin hat', [`clean ${zone}`], plain)).toEqual([
      { word: 'frob', as: 'verb', means: 'clean' },
      { word: 'tin hat', as: 'name', means: zone },
    ])
  })
  it('offers nothing where it could mean several things, or where all was known', () => {
    expect(offeredWords('frobbed the tin hat', [`clean ${zone}`, `wipe ${position}`], plain)).toEqual([])
    expect(offeredWords(`cleaned ${position}`, [`clean ${position}`], plain)).toEqual([])
  })
  it('teaches what it offers: the jot is read afterwards', () => {
    const jot = 'frobbed the tin hat'
    const scene = taught(...offeredWords(jot, [`clean ${zone}`], plain))
    expect(readLine(jot, plain).acts).toEqual([])
    expect(readLine(jot, scene)).toMatchObject({ read: 'whole', acts: [{ verb: 'clean', what: zone }] })
  })
})
