import { describe, expect, it } from 'vitest'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { PartyId } from '#core/ids.ts'
import { found, home, other, slot, twoTerminals } from '#core/testing/terminal.ts'
import { candidatesFor, needsOf } from '#core/views/donors.ts'
import { appraise } from './donors.ts'
import { gone, inStore, withParty, type Place } from '#core/place.ts'

const owner = numberedId<PartyId>(8, 3)
const at = (hour: number) => `2026-03-02T${String(hour).padStart(2, '0')}:00:00.000Z`
const consent = (given: boolean, more: Partial<Extract<Body, { kind: 'consent' }>> = {}): Body => ({
  kind: 'consent',
  machine: other,
  by: owner,
  to: 'give parts',
  given,
  words: 'by letter',
  ...more,
})

/** The second terminal belongs to somebody; the first lacks its IC40. */
function owned() {
  const { t } = twoTerminals()
  t.told(at(8), { kind: 'party', party: owner, name: 'An owner', sort: 'person', roles: ['owner'] })
  t.told(at(8), { kind: 'machine', what: 'stated', machine: other, set: { owner } })
  t.told(at(9), { kind: 'part', what: 'content', machine: home, place: slot(home, 'IC40'), content: 'empty' })
  return t
}
const move = (t: Teller, hour: number, from: Place, to: Place, more = {}) =>
  t.tell(at(hour), { kind: 'move', legs: [{ part: found(other, 'IC40'), from, to }], ...more }).judgement
const withheld = {
  became: 'refused',
  refusal: { rule: 'owner-consent', part: found(other, 'IC40'), machine: other },
}
const here = slot(other, 'IC40')

describe('parts of an owner’s machine', () => {
  it('go to no machine of the house, to nobody else and to no bin before the owner was asked', () => {
    const t = owned()
    for (const to of [slot(home, 'IC40'), gone('discarded'), withParty(numberedId<PartyId>(1, 3))])
      expect(move(t, 10, here, to)).toMatchObject(withheld)
  })
  it('may be set aside, lent with a home, go back to the owner, and sit in their own machine', () => {
    for (const [to, more] of [
      [inStore('shelf'), {}],
      [{ in: { kind: 'kept', id: other } }, {}],
      [withParty(owner), {}],
      [gone('returned to owner'), {}],
      [slot(home, 'IC40'), { loan: { home: here } }],
    ] as const)
      expect(move(owned(), 10, here, to, more).became).toBe('recorded')
  })
  it('are still the owner’s after they lay on a shelf', () => {
    const t = owned()
    move(t, 10, here, inStore('shelf'))
    expect(move(t, 11, inStore('shelf'), slot(home, 'IC40'))).toMatchObject(withheld)
  })
  it('are given once the owner agreed to that part, or to all of them', () => {
    const t = owned()
    t.told(at(10), consent(true, { positions: ['IC41'] }))
    expect(move(t, 11, here, slot(home, 'IC40'))).toMatchObject(withheld)
    t.told(at(12), consent(true))
    expect(move(t, 13, here, slot(home, 'IC40')).became).toBe('recorded')
  })
  it('are refused by the last word, and by one that has run out', () => {
    const t = owned()
    t.told(at(10), consent(true, { until: '2026-03-03T00:00:00.000Z' }))
    expect(move(t, 11, here, slot(home, 'IC40'))).toMatchObject({ refusal: { refused: false } })
    t.told(at(12), consent(true))
    t.told(at(13), consent(false))
    expect(move(t, 14, here, slot(home, 'IC40'))).toMatchObject({ refusal: { refused: true } })
  })
  it('stand among the candidates with what their owner said', () => {
    const t = owned()
    const bar = () => {
      const world = t.world()
      const needs = needsOf(world, world.machines.get(home)!)
      return candidatesFor(world, needs, new Map()).map((c) => appraise(needs[0]!, c).bar)[0]
    }
    expect(bar()).toBe('owner’s consent')
    t.told(at(10), consent(false))
    expect(bar()).toBe('the owner refused')
    t.told(at(11), consent(true))
    expect(bar()).toBeUndefined()
  })
})

describe('a guest', () => {
  const writing = (party: PartyId) => ({
    role: 'guest' as const,
    vouches: { party, confirmed: new Set<string>() },
  })
  it('agrees for themselves only', async () => {
    const { judge } = await import('#core/judging/admission.ts')
    const t = owned()
    const entry = { ...t.told(at(10), consent(true)), body: consent(true) }
    const asked = (party: PartyId) =>
      judge(t.world(), t.entries, [{ ...entry, id: numberedId(900), doneBy: undefined }], {
        account: t.account,
        now: at(11),
        fromOutbox: false,
        ...writing(party),
      })[0]
    expect(asked(owner)?.became).toBe('recorded')
    expect(asked(numberedId<PartyId>(1, 3))).toMatchObject({
      became: 'refused',
      refusal: { rule: 'not-allowed' },
    })
  })
})
