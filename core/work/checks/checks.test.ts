import { describe, expect, it } from 'vitest'
import { allPass, fail, found, home, other, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { PartId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { asFoundCheck, closingCheck, partName, type RuleName } from './index.ts'
import { findPolicyOption, policyNumber, policyOf } from '#core/history/policy.ts'
import { policies, policyKeys } from '#core/policy.ts'
import { mayWrite, roleNeeded } from '#core/history/rights.ts'
import { atLeast, roles } from '#core/roles.ts'

function episodeOf() {
  const { t, episode } = twoTerminals('2026-04-01T12:00:00.000Z')
  let minute = 0
  const tell = (body: Body) =>
    t.told(`2026-03-02T10:${String(minute++).padStart(2, '0')}:00.000Z`, body, { episode })
  const machine = () => t.world().machines.get(home)!
  const here = () => machine().episodes.find((e) => e.id === episode)!
  const rule = (name: RuleName, intent?: Parameters<typeof closingCheck>[3]) =>
    closingCheck(t.world(), machine(), here(), intent).rules.find((r) => r.rule === name)!
  return { t, episode, tell, machine, here, rule }
}
const tray = (id: string) => ({ in: { kind: 'tray' as const, id } })

describe('the closing check', () => {
  it('counts what lies in the tray, unless it is deferred by name', () => {
    const { episode, tell, rule, t } = episodeOf()
    expect(rule('tray empty').is).toBe('does not apply')
    tell({ kind: 'move', legs: [{ part: found(home, 'IC40'), from: slot(home, 'IC40'), to: tray(episode) }] })
    expect(rule('tray empty')).toMatchObject({ is: 'not met', about: ['IC40'] })
    expect(partName(t.world(), found(home, 'IC40'))).toBe('IC40')
    expect(rule('tray empty', { next: '', deferred: [{ what: 'IC40' }] }).is).toBe('met')
    tell({ kind: 'move', legs: [{ part: found(home, 'IC40'), from: tray(episode), to: slot(home, 'IC40') }] })
    expect(rule('tray empty').is).toBe('met')
  })
  it('balances fasteners by size against the opening count', () => {
    const { tell, rule } = episodeOf()
    tell({ kind: 'fastening', machine: home, way: 'off', what: 'lid', count: 5, size: 'M3x10' })
    tell({ kind: 'fastening', machine: home, way: 'off', what: 'shield', count: 8, size: 'M3x6' })
    tell({ kind: 'fastening', machine: home, way: 'on', what: 'shield', count: 8, size: 'M3x6' })
    expect(rule('fasteners balance').about).toEqual(['5 M3x10 left over'])
    tell({ kind: 'fastening', machine: home, way: 'on', what: 'lid', count: 6, size: 'M3x10' })
    expect(rule('fasteners balance').about).toEqual(['1 M3x10 too many'])
  })
  it('wants connections on, waits over, adjusters with both settings', () => {
    const { tell, rule, t, machine, here } = episodeOf()
    tell({ kind: 'connection', machine: home, connector: 'J3', way: 'off' })
    tell({ kind: 'wait', machine: home, what: 'board dries', until: '2026-04-02T12:00:00.000Z' })
    tell({
      kind: 'change',
      machine: home,
      target: { sort: 'adjuster', name: 'RV2' },
      verb: 'adjusted',
      reach: 'altered',
    })
    expect(rule('connections on').about).toEqual(['J3'])
    expect(rule('waits over').about).toEqual(['board dries'])
    expect(rule('adjusters noted').about).toEqual(['RV2'])
    tell({ kind: 'connection', machine: home, connector: 'J3', way: 'on' })
    expect(rule('connections on').is).toBe('met')
    expect(
      closingCheck({ ...t.world(), now: '2026-04-03T00:00:00.000Z' }, machine(), here()).rules.find(
        (r) => r.rule === 'waits over',
      )!.is,
    ).toBe('met')
  })
  it('wants a loan home, or carried forward with a date', () => {
    const { tell, rule } = episodeOf()
    tell({
      kind: 'move',
      legs: [
        { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: { in: { kind: 'store', id: 'x' } } },
      ],
    })
    tell({
      kind: 'move',
      legs: [{ part: found(home, 'IC40'), from: slot(home, 'IC40'), to: slot(other, 'IC40') }],
      loan: { home: slot(home, 'IC40') },
    })
    expect(rule('loans home')).toMatchObject({ is: 'not met', about: ['IC40'] })
    expect(rule('loans home', { next: '', deferred: [{ what: 'IC40' }] }).is).toBe('not met')
    expect(
      rule('loans home', { next: '', deferred: [{ what: 'IC40', until: '2026-05-01T00:00:00.000Z' }] }).is,
    ).toBe('met')
    tell({
      kind: 'move',
      legs: [{ part: found(home, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') }],
    })
    expect(rule('loans home').is).toBe('met')
  })
  it('tells done from verified for polarised parts', () => {
    const { tell, rule } = episodeOf()
    const cap = numberedId<PartId>(3, 6)
    tell({
      kind: 'part',
      what: 'identified',
      part: cap,
      partKind: 'electrolytic capacitor',
      attributes: { rating: '25 V' },
      place: { in: { kind: 'store', id: 'x' } },
    })
    tell({
      kind: 'move',
      legs: [
        { part: found(home, 'C12'), from: slot(home, 'C12'), to: { in: { kind: 'store', id: 'x' } } },
        { part: cap, from: { in: { kind: 'store', id: 'x' } }, to: slot(home, 'C12') },
      ],
    })
    expect(rule('work verified').about).toEqual(['C12'])
    tell({
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'C12' },
      verb: 'verified',
      reach: 'outside',
      verified: true,
    })
    expect(rule('work verified').is).toBe('met')
  })
  it('wants what was touched tested, or an attempt that shows why not', () => {
    const { t, episode, rule } = episodeOf()
    allPass(t, '2026-03-02T09:00:00.000Z')
    t.told(
      '2026-03-02T11:00:00.000Z',
      {
        kind: 'change',
        machine: home,
        target: { sort: 'position', name: 'IC40' },
        verb: 'reseated',
        reach: 'disturbed',
      },
      { episode },
    )
    expect(rule('disturbed functions retested').about).toEqual(['send', 'receive'])
    test(t, '2026-03-02T12:00:00.000Z', { send: pass, receive: { is: 'not possible', because: 'no line' } })
    expect(rule('disturbed functions retested').is).toBe('met')
  })
  it('wants temporary items out and the next step said', () => {
    const { tell, rule } = episodeOf()
    tell({ kind: 'part', what: 'content', machine: home, place: slot(home, 'LS1'), content: 'empty' })
    tell({
      kind: 'part',
      what: 'identified',
      part: numberedId<PartId>(4, 6),
      name: 'test speaker',
      partKind: 'loudspeaker',
      temporary: true,
      place: slot(home, 'LS1'),
    })
    expect(rule('temporary items out')).toMatchObject({ is: 'not met', about: ['LS1 test speaker'] })
    expect(rule('next step handed on').is).toBe('not met')
    expect(rule('next step handed on', { next: 'nothing', deferred: [] }).is).toBe('met')
  })
  it('may be overridden with a reason, which stays', () => {
    const { episode, tell, rule } = episodeOf()
    tell({ kind: 'move', legs: [{ part: found(home, 'IC40'), from: slot(home, 'IC40'), to: tray(episode) }] })
    const said = tell({
      kind: 'override',
      machine: home,
      check: 'closing',
      rule: 'tray empty',
      reason: 'it travels separately',
      role: 'restorer',
    })
    expect(rule('tray empty')).toMatchObject({
      is: 'overridden',
      override: { reason: 'it travels separately', role: 'restorer', entry: said.id },
    })
  })
})

describe('the as-found check', () => {
  const depth = (option: string): Body => ({
    kind: 'rule',
    what: 'policy',
    key: 'as-found depth',
    option,
    reason: 'x',
  })
  const answer = (e: ReturnType<typeof episodeOf>) =>
    asFoundCheck(e.t.world(), e.machine(), e.here()).rules[0]!
  it('asks for the essential few by default, for all or a look by rule', () => {
    const e = episodeOf()
    expect(answer(e)).toMatchObject({
      is: 'not met',
      about: ['self-test', 'screen', 'characters', 'keyboard'],
    })
    e.tell(depth('full'))
    expect(answer(e).about).toHaveLength(9)
    e.tell(depth('look'))
    expect(answer(e).about).toEqual(['a look'])
    e.t.told(
      '2026-03-02T10:30:00.000Z',
      { kind: 'test', machine: home, depth: 'look', gear: [], results: [{ fn: 'screen', result: fail }] },
      { episode: e.episode },
    )
    expect(answer(e).is).toBe('met')
  })
  it('counts a test that still stands, and not one made after the first change', () => {
    const e = episodeOf()
    e.tell({
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC31' },
      verb: 'reseated',
      reach: 'disturbed',
    })
    e.t.told(
      '2026-03-02T11:00:00.000Z',
      { kind: 'test', machine: home, depth: 'full', gear: [], results: [{ fn: 'screen', result: fail }] },
      { episode: e.episode },
    )
    expect(answer(e).about).toContain('screen')
    const f = episodeOf()
    allPass(f.t, '2026-03-02T09:00:00.000Z')
    expect(answer(f).is).toBe('met')
  })
  it('is answered once for the episode by a reason', () => {
    const e = episodeOf()
    e.tell({
      kind: 'override',
      machine: home,
      check: 'as-found',
      rule: 'tested before work',
      reason: 'foreign mains, no transformer',
      role: 'volunteer',
    })
    expect(answer(e).is).toBe('overridden')
  })
})

describe('house rules', () => {
  it('have a preset among the options', () => {
    for (const key of policyKeys) expect(policies[key].options).toContain(policies[key].preset)
  })
  it('are the house’s, unless a machine differs; there is none that the house does not have', () => {
    const { t, machine, tell } = episodeOf()
    expect(policyNumber(t.world(), machine(), 'how long a test stands')).toBe(730)
    tell({ kind: 'rule', what: 'policy', key: 'how long a test stands', option: 'no limit', reason: 'x' })
    expect(policyNumber(t.world(), machine(), 'how long a test stands')).toBeUndefined()
    tell({
      kind: 'rule',
      what: 'policy',
      key: 'how long a test stands',
      option: '365 days',
      machine: home,
      reason: 'y',
    })
    expect(policyOf(t.world(), machine(), 'how long a test stands')).toBe('365 days')
    expect(findPolicyOption(t.world(), undefined, 'no such rule')).toBeUndefined()
  })
})

describe('roles', () => {
  it('are in order', () =>
    expect([...roles].sort((a, b) => (atLeast(a, b) ? -1 : 1))).toEqual([
      'steward',
      'restorer',
      'volunteer',
      'guest',
    ]))
  it('let a guest write a note on a machine and nothing else', () => {
    expect(mayWrite('guest', { kind: 'note', machine: home, words: 'x' })).toBe(true)
    expect(mayWrite('guest', { kind: 'note', words: 'x' })).toBe(false)
    expect(mayWrite('guest', { kind: 'power', machine: home, way: 'on' })).toBe(false)
    expect(roleNeeded({ kind: 'machine', what: 'stated', machine: home, set: { serial: '1' } })).toBe(
      'volunteer',
    )
    expect(roleNeeded({ kind: 'machine', what: 'stated', machine: home, set: { owner: 'house' } })).toBe(
      'steward',
    )
  })
})
