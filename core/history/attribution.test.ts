import { describe, expect, it } from 'vitest'
import { fail, found, home, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import { partAsFound, type EpisodeId, type GearId, type PartId } from '#core/ids.ts'
import type { TestResult } from './bodies/test.ts'
import { conclusionsOf } from './attribution.ts'
import { compareResults } from './verdicts.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'

const conclusions = (t: Teller, fn: string) =>
  conclusionsOf(t.world(), t.world().machines.get(home)!).filter((c) => c.fn === fn)
const spare = numberedId<PartId>(1, 6)
const solder = (t: Teller, at: string, name: string) =>
  t.told(at, {
    kind: 'change',
    machine: home,
    target: { sort: 'position', name },
    verb: 'resoldered',
    reach: 'altered',
  })
const reseat = (t: Teller, at: string, name: string) =>
  t.told(at, {
    kind: 'change',
    machine: home,
    target: { sort: 'position', name },
    verb: 'reseated',
    reach: 'disturbed',
  })

function swapIC40(
  t: Teller,
  at: string,
  episode: EpisodeId,
  health: 'proved good' | 'unknown',
  into = spare,
) {
  t.told(at.replace(':00.', ':01.'), {
    kind: 'part',
    what: 'identified',
    part: into,
    partKind: '74LS374',
    tag: `P-${into.slice(-3)}`,
    place: { in: { kind: 'store', id: 'drawer' } },
  })
  t.told(at.replace(':00.', ':02.'), { kind: 'part', what: 'health', part: into, health })
  t.told(at.replace(':00.', ':03.'), {
    kind: 'move',
    legs: [
      { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'tray', id: episode } } },
      { part: into, from: { in: { kind: 'store', id: 'drawer' } }, to: slot(home, 'IC40') },
    ],
  })
}

describe('what a change shows', () => {
  it('one alteration and a cure: cause shown, presumed when the gear was never proved', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    solder(t, '2026-03-02T11:00:00.000Z', 'IC40')
    test(t, '2026-03-02T12:00:00.000Z', { send: pass })
    expect(conclusions(t, 'send')).toMatchObject([
      { verdict: 'cause shown', strength: 'shown', changes: [{ target: { name: 'IC40' } }] },
    ])

    const meter = numberedId<GearId>(1, 5)
    const { t: u } = twoTerminals()
    u.told('2026-03-01T10:00:00.000Z', {
      kind: 'gear',
      what: 'identified',
      gear: meter,
      name: 'line box',
      gearKind: 'line simulator',
      attributes: { line: '20 mA' },
    })
    u.told('2026-03-01T11:00:00.000Z', {
      kind: 'machine',
      what: 'stated',
      machine: home,
      set: { attributes: { line: '20 mA' } },
    })
    u.told('2026-03-02T10:00:00.000Z', {
      kind: 'test',
      machine: home,
      depth: 'full',
      gear: [meter],
      results: [{ fn: 'receive', result: fail }],
    })
    solder(u, '2026-03-02T11:00:00.000Z', 'IC40')
    u.told('2026-03-02T12:00:00.000Z', {
      kind: 'test',
      machine: home,
      depth: 'full',
      gear: [meter],
      results: [{ fn: 'receive', result: pass }],
    })
    // The pass proves the path that it used; that the failure was the machine's the unproved box leaves open.
    expect(conclusions(u, 'receive')).toMatchObject([
      { verdict: 'cause shown', strength: 'presumed', weak: [{ why: 'gear not proved', gear: 'line box' }] },
    ])
  })

  it('several alterations and one test: cause not separated, with the suspects', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { 'self-test': fail })
    solder(t, '2026-03-02T11:00:00.000Z', 'IC31')
    solder(t, '2026-03-02T11:10:00.000Z', 'IC32')
    test(t, '2026-03-02T12:00:00.000Z', { 'self-test': pass })
    const [found] = conclusions(t, 'self-test')
    expect(found).toMatchObject({ verdict: 'cause not separated' })
    expect(found!.changes.map((c) => c.target.name)).toEqual(['IC31', 'IC32'])
  })

  it('a change and the reseating of something the function depends on: not separated, both named', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { 'self-test': fail })
    solder(t, '2026-03-02T11:00:00.000Z', 'IC31')
    reseat(t, '2026-03-02T11:10:00.000Z', 'IC32')
    test(t, '2026-03-02T12:00:00.000Z', { 'self-test': pass })
    expect(conclusions(t, 'self-test')).toMatchObject([
      {
        verdict: 'cause not separated',
        changes: [{ target: { name: 'IC31' } }],
        orDisturbed: [{ target: { name: 'IC32' } }],
      },
    ])
  })

  it('better with nothing changed came back by itself, or is outside what was declared', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail, bell: fail })
    test(t, '2026-03-02T11:00:00.000Z', { send: pass })
    solder(t, '2026-03-02T11:30:00.000Z', 'IC31')
    test(t, '2026-03-02T12:00:00.000Z', { bell: pass })
    expect(conclusions(t, 'send')[0]!.verdict).toBe('came back by itself')
    expect(conclusions(t, 'bell')[0]!.verdict).toBe('outside what was declared')
  })

  it('a swap for a proved part that changes nothing clears the part that came out', () => {
    const { t, episode } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    swapIC40(t, '2026-03-02T11:00:00.000Z', episode, 'proved good')
    test(t, '2026-03-02T12:00:00.000Z', { send: fail })
    expect(conclusions(t, 'send')).toMatchObject([
      { verdict: 'no effect', strength: 'shown', cleared: partAsFound(home, 'IC40') },
    ])
  })

  it('a swap for an unproved part that changes nothing shows nothing', () => {
    const { t, episode } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    swapIC40(t, '2026-03-02T11:00:00.000Z', episode, 'unknown')
    test(t, '2026-03-02T12:00:00.000Z', { send: fail })
    expect(conclusions(t, 'send')[0]).toMatchObject({ verdict: 'no effect', strength: 'shows nothing' })
    expect(conclusions(t, 'send')[0]!.cleared).toBeUndefined()
  })

  it('the fault comes back with the old part: shown by swap-back', () => {
    const { t, episode } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    swapIC40(t, '2026-03-02T11:00:00.000Z', episode, 'proved good')
    test(t, '2026-03-02T12:00:00.000Z', { send: pass })
    t.told('2026-03-02T13:00:00.000Z', {
      kind: 'move',
      legs: [
        { part: spare, from: slot(home, 'IC40'), to: { in: { kind: 'tray', id: episode } } },
        { part: found(home, 'IC40'), from: { in: { kind: 'tray', id: episode } }, to: slot(home, 'IC40') },
      ],
    })
    test(t, '2026-03-02T14:00:00.000Z', { send: fail })
    expect(conclusions(t, 'send')[1]).toMatchObject({
      verdict: 'caused by',
      raised: 'shown by swap-back',
      strength: 'shown',
    })
  })

  it('pass to pass shows nothing, pass to fail names the change, the changes, or none', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: pass })
    solder(t, '2026-03-02T11:00:00.000Z', 'IC40')
    test(t, '2026-03-02T12:00:00.000Z', { send: pass })
    solder(t, '2026-03-02T13:00:00.000Z', 'IC40')
    test(t, '2026-03-02T14:00:00.000Z', { send: fail })
    test(t, '2026-03-02T15:00:00.000Z', { send: { is: 'partly', good: 1, of: 2 } })
    test(t, '2026-03-02T16:00:00.000Z', { send: fail })
    expect(conclusions(t, 'send').map((c) => c.verdict)).toEqual([
      'caused by',
      'better, not cured',
      'failed on its own',
    ])
  })

  it('does not claim an order where the intervals overlap', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    t.told(
      { earliest: '2026-03-03T00:00:00.000Z', latest: '2026-03-03T23:59:59.999Z' },
      {
        kind: 'change',
        machine: home,
        target: { sort: 'position', name: 'IC40' },
        verb: 'resoldered',
        reach: 'altered',
      },
    )
    test(t, '2026-03-03T12:00:00.000Z', { send: pass })
    expect(conclusions(t, 'send')[0]!.verdict).toBe('order not known')
  })
})

describe('comparing two results', () => {
  const partly = (good: number): TestResult => ({ is: 'partly', good, of: 48 })
  const cases: [TestResult, TestResult, string][] = [
    [fail, pass, 'better'],
    [pass, fail, 'worse'],
    [pass, pass, 'same good'],
    [partly(31), partly(45), 'better, not cured'],
    [partly(45), partly(31), 'worse'],
    [partly(45), partly(45), 'same failure'],
    [fail, { is: 'intermittent', failures: 1, of: 3 }, 'better, not cured'],
    [{ is: 'fail', symptom: 'dark' }, { is: 'fail', symptom: 'one line' }, 'same failure'],
    [{ is: 'fail', symptom: 'dark' }, fail, 'same failure'],
  ]
  it.each(cases)('%j then %j is %s', (before, after, expected) =>
    expect(compareResults(before, after)).toBe(expected),
  )
})

describe('what was done to help', () => {
  const clean = (t: Teller, at: string, name: string) =>
    t.told(at, {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name },
      verb: 'cleaned',
      reach: 'disturbed',
    })

  it('contacts that were cleaned are the seat or contact, presumed: something was done', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    clean(t, '2026-03-02T11:00:00.000Z', 'IC40')
    test(t, '2026-03-02T12:00:00.000Z', { send: pass })
    expect(conclusions(t, 'send')).toMatchObject([
      {
        verdict: 'cause presumed',
        strength: 'presumed',
        changes: [],
        orDisturbed: [{ target: { name: 'IC40' } }],
      },
    ])
  })

  it('a part of its own that is back, with another in between, is a reseat and no more', () => {
    const { t, episode } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    swapIC40(t, '2026-03-02T11:00:00.000Z', episode, 'proved good')
    t.told('2026-03-02T12:00:00.000Z', {
      kind: 'move',
      legs: [
        { part: spare, from: slot(home, 'IC40'), to: { in: { kind: 'store', id: 'drawer' } } },
        { part: found(home, 'IC40'), from: { in: { kind: 'tray', id: episode } }, to: slot(home, 'IC40') },
      ],
    })
    test(t, '2026-03-02T13:00:00.000Z', { send: pass })
    expect(conclusions(t, 'send')).toMatchObject([
      { verdict: 'cause presumed', changes: [], orDisturbed: [{ kind: 'out and back', reach: 'disturbed' }] },
    ])
  })

  it('cleaning that changes nothing is no effect, and clears no part', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: { is: 'fail', symptom: 'dead' } })
    clean(t, '2026-03-02T11:00:00.000Z', 'IC40')
    test(t, '2026-03-02T12:00:00.000Z', { send: { is: 'fail', symptom: 'no carrier' } })
    const [found] = conclusions(t, 'send')
    expect(found).toMatchObject({ verdict: 'no effect', otherWords: true })
    expect(found?.cleared).toBeUndefined()
  })
})

describe('what else was altered', () => {
  it('on no list of the function makes a single cause presumed, and is named', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    solder(t, '2026-03-02T11:00:00.000Z', 'IC40')
    solder(t, '2026-03-02T11:10:00.000Z', 'IC31')
    test(t, '2026-03-02T12:00:00.000Z', { send: pass })
    expect(conclusions(t, 'send')).toMatchObject([
      { verdict: 'cause presumed', strength: 'presumed', unlisted: [{ target: { name: 'IC31' } }] },
    ])
  })

  it('is named where it got worse, too', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: pass })
    solder(t, '2026-03-02T11:00:00.000Z', 'IC40')
    solder(t, '2026-03-02T11:10:00.000Z', 'IC31')
    test(t, '2026-03-02T12:00:00.000Z', { send: fail })
    expect(conclusions(t, 'send')).toMatchObject([
      { verdict: 'caused by', strength: 'presumed', unlisted: [{ target: { name: 'IC31' } }] },
    ])
  })
})

describe('better, but not cured', () => {
  it('never says cause, whatever was changed', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { keyboard: { is: 'partly', good: 20, of: 48 } })
    solder(t, '2026-03-02T11:00:00.000Z', 'IC32')
    test(t, '2026-03-02T12:00:00.000Z', { keyboard: { is: 'partly', good: 40, of: 48 } })
    expect(conclusions(t, 'keyboard')).toMatchObject([
      { verdict: 'better, not cured', strength: 'shows nothing' },
    ])
  })
})

describe('a function that comes and goes', () => {
  it('that fails again with nothing changed came again', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { bell: { is: 'intermittent', failures: 1, of: 5 } })
    test(t, '2026-03-02T11:00:00.000Z', { bell: pass })
    test(t, '2026-03-02T12:00:00.000Z', { bell: fail })
    expect(conclusions(t, 'bell').map((c) => c.verdict)).toEqual(['came back by itself', 'came again'])
  })
})

describe('other test gear', () => {
  it('alone between failure and pass is presumed to be the gear, not the machine', () => {
    const { t } = twoTerminals()
    const [one, two] = [numberedId<GearId>(7, 5), numberedId<GearId>(8, 5)]
    for (const [gear, name] of [
      [one, 'box one'],
      [two, 'box two'],
    ] as const) {
      t.told('2026-03-01T10:00:00.000Z', {
        kind: 'gear',
        what: 'identified',
        gear,
        name,
        gearKind: 'line simulator',
        attributes: { line: '20 mA' },
      })
      t.told('2026-03-01T11:00:00.000Z', { kind: 'gear', what: 'proved', gear })
    }
    t.told('2026-03-01T12:00:00.000Z', {
      kind: 'machine',
      what: 'stated',
      machine: home,
      set: { attributes: { line: '20 mA' } },
    })
    const tried = (at: string, gear: GearId, result: TestResult) =>
      t.told(at, {
        kind: 'test',
        machine: home,
        depth: 'full',
        gear: [gear],
        results: [{ fn: 'receive', result }],
      })
    tried('2026-03-02T10:00:00.000Z', one, fail)
    tried('2026-03-02T11:00:00.000Z', two, pass)
    expect(conclusions(t, 'receive')).toMatchObject([
      { verdict: 'cause presumed', strength: 'presumed', changes: [], otherGear: [two] },
    ])
  })
})
