/** Who was authorised, and when; and who lacked it for what they did. */
import { describe, expect, it } from 'vitest'
import type { PartyId } from '#core/ids.ts'
import { hourOf, worldOf, type Said } from '#core/testing/line.ts'
import { told } from '#core/testing/reducing.ts'
import { numberedId } from '#core/testing/script.ts'
import { authorisedAt, authorisedFor, holdsAt, lacked } from './authorised.ts'

const [ada, bo] = [numberedId<PartyId>(1, 3), numberedId<PartyId>(2, 3)]
const may = (party: PartyId, authority: string, granted = true, until?: string): Said =>
  told('rule', { what: 'authorisation', party, authority, granted, ...(until ? { until } : {}) })

describe('an authorisation', () => {
  const state = (more: object) => ({ from: hourOf(3), ...more }) as never
  it.each<[string, object, number, boolean]>([
    ['before it begins', {}, 2, false],
    ['as it begins', {}, 3, true],
    ['without an end', {}, 90, true],
    ['before its day is over', { until: hourOf(6) }, 5, true],
    ['as its day is over', { until: hourOf(6) }, 6, false],
    ['after its day is over', { until: hourOf(6) }, 7, false],
    ['before it was taken back', { ended: hourOf(6) }, 5, true],
    ['as it was taken back', { ended: hourOf(6) }, 6, false],
    ['after it was taken back', { ended: hourOf(6) }, 7, false],
    ['taken back before its day', { until: hourOf(9), ended: hourOf(6) }, 7, false],
    ['its day over before it was taken back', { until: hourOf(6), ended: hourOf(9) }, 7, false],
  ])('%s', (_, more, at, holds) => expect(holdsAt(state(more), hourOf(at))).toBe(holds))
  it('is of one person for one thing', () => {
    const world = worldOf(may(ada, 'mains'), may(bo, 'lithium'), may(ada, 'lithium', true, hourOf(5)))
    const held = [ada, bo, undefined].map((party) =>
      (['mains', 'lithium', 'switch on'] as const).map((what) => authorisedAt(world, party, what, hourOf(4))),
    )
    expect(held).toEqual([
      [true, true, false],
      [false, true, false],
      [false, false, false],
    ])
    expect(authorisedFor(world, 'lithium', hourOf(4))).toEqual([bo, ada])
    expect(authorisedFor(world, 'lithium', hourOf(6))).toEqual([bo])
    expect(authorisedFor(world, 'mains', hourOf(0))).toEqual([ada])
    expect(authorisedFor(world, 'switch on', hourOf(4))).toEqual([])
  })
})

describe('an act of authorised people', () => {
  const on = (doneBy?: PartyId): Said => ({
    body: told('power', { way: 'on' }),
    ...(doneBy ? { doneBy } : {}),
  })
  const lacks = (...line: readonly Said[]) => {
    const world = worldOf(...line)
    return lacked(world, world.line.at(-1)!)
  }
  it('is lacked by who was not authorised when it was done', () => {
    expect(lacks(may(ada, 'switch on'), on(ada))).toBeUndefined()
    expect(lacks(may(ada, 'switch on'), on(bo))).toBe('switch on')
    expect(lacks(may(ada, 'switch on'), on())).toBe('switch on')
    expect(lacks(may(ada, 'switch on', true, hourOf(1)), on(ada))).toBe('switch on')
    expect(lacks(may(ada, 'switch on'), may(ada, 'switch on', false), on(ada))).toBe('switch on')
  })
  it('is lacked by nobody in a house that named nobody for it', () => {
    expect(lacks(on(bo))).toBeUndefined()
    expect(lacks(may(ada, 'mains'), on(bo))).toBeUndefined()
    expect(lacks(may(ada, 'mains'), may(ada, 'switch on'), on(bo))).toBe('switch on')
  })
  it('that anybody may do is lacked by nobody', () => {
    const off: Said = { body: told('power', { way: 'off' }), doneBy: bo }
    expect(lacks(may(ada, 'switch on'), off)).toBeUndefined()
  })
})
