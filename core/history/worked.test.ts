import { describe, expect, it } from 'vitest'
import {
  allPass,
  fail,
  found,
  home,
  other,
  pass,
  person,
  slot,
  test,
  twoTerminals,
} from '#core/testing/terminal.ts'
import type { GearId } from '#core/ids.ts'
import { conclusionsOf } from './attribution.ts'
import { fold } from './fold.ts'
import { standingsOf } from './standing.ts'
import { machineStanding } from './status.ts'
import { openQuestions } from './void.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'

const status = (t: Teller, machine = home) => machineStanding(t.world(), t.world().machines.get(machine)!)
const standing = (t: Teller, fn: string) =>
  standingsOf(t.world(), t.world().machines.get(home)!).find((s) => s.fn === fn)!

describe('a chip is lent and comes back', () => {
  const rom = found(home, 'IC31')
  const lent = () => {
    const { t } = twoTerminals()
    allPass(t, '2026-03-03T10:00:00.000Z')
    // The borrower's own ROM comes out first.
    t.told('2026-04-10T09:50:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(other, 'IC31'),
          from: slot(other, 'IC31'),
          to: { in: { kind: 'store', id: 'drawer 4' } },
        },
      ],
    })
    t.told('2026-04-10T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part: rom, from: slot(home, 'IC31'), to: slot(other, 'IC31') }],
      loan: { home: slot(home, 'IC31'), due: '2026-04-11T22:00:00.000Z' },
    })
    return t
  }

  it('is incomplete while it is away, with the loan open on both machines', () => {
    const t = lent()
    expect(status(t).status).toBe('incomplete')
    expect(status(t).missing).toMatchObject([{ position: 'IC31', where: 'loan', part: rom }])
    expect(t.world().loans).toHaveLength(1)
    expect(t.world().loans[0]!.closed).toBeUndefined()
    expect(
      t.entries
        .at(-1)!
        .about.filter((s) => s.kind === 'machine')
        .map((s) => s.id),
    ).toEqual([home, other])
  })

  it('refuses the look-alike socket, and says where the part belongs', () => {
    const t = lent()
    t.told('2026-04-11T09:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(home, 'IC32'),
          from: slot(home, 'IC32'),
          to: { in: { kind: 'store', id: 'drawer 4' } },
        },
      ],
    })
    const back = {
      kind: 'move' as const,
      legs: [{ part: rom, from: slot(other, 'IC31'), to: slot(home, 'IC32') }],
    }
    expect(t.tell('2026-04-11T10:00:00.000Z', back).judgement).toEqual({
      became: 'refused',
      refusal: {
        rule: 'look-alike-socket',
        position: 'IC32',
        takes: 'keyboard decoder ROM',
        partKind: 'character ROM',
        belongsIn: ['IC31'],
      },
    })
    t.told('2026-04-11T10:00:00.000Z', { ...back, forced: { reason: 'to see whether the socket is alive' } })
    expect(status(t).status).toBe('incomplete')
    expect(status(t).missing.map((m) => m.position)).toContain('IC31')
  })

  it('asks for a retest of each function that depends on it, naming one change', () => {
    const t = lent()
    t.told('2026-04-11T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part: rom, from: slot(other, 'IC31'), to: slot(home, 'IC31') }],
    })
    expect(status(t).status).toBe('retest due')
    expect(t.world().loans[0]!.closed).toBeDefined()
    const due = status(t).standings.filter((s) => s.word === 'retest')
    expect(due.map((s) => s.fn)).toEqual(['self-test', 'screen', 'characters'])
    for (const s of due) {
      expect(s.changes).toHaveLength(1)
      expect(s.changes[0]).toMatchObject({
        kind: 'out and back',
        reach: 'altered',
        target: { name: 'IC31' },
        elsewhere: { in: { id: other } },
      })
      expect(s.changes[0]!.steps.map((step) => step.entry.happenedAt.latest.slice(0, 10))).toEqual([
        '2026-04-10',
        '2026-04-11',
      ])
    }
    // Nobody is fooled by the functions that the chip has nothing to do with.
    expect(standing(t, 'keyboard').word).toBe('works')
    test(t, '2026-04-11T11:00:00.000Z', { 'self-test': pass, screen: pass, characters: pass })
    expect(status(t).status).toBe('working')
  })

  it('answers as of an earlier date, and as known at an earlier date', () => {
    const t = lent()
    t.told(
      '2026-04-11T10:00:00.000Z',
      { kind: 'move', legs: [{ part: rom, from: slot(other, 'IC31'), to: slot(home, 'IC31') }] },
      { recordedAt: '2026-04-20T08:00:00.000Z' },
    )
    const at = (options: object) => {
      const world = fold(t.entries, { now: '2026-05-01T00:00:00.000Z', ...options })
      return machineStanding(world, world.machines.get(home)!).status
    }
    expect(at({ asOf: '2026-04-09T00:00:00.000Z' })).toBe('working')
    expect(at({ asOf: '2026-04-10T12:00:00.000Z' })).toBe('incomplete')
    expect(at({ asOf: '2026-04-12T00:00:00.000Z' })).toBe('retest due')
    // True on 12 April, but written down only on the 20th.
    expect(at({ knownAt: '2026-04-12T00:00:00.000Z' })).toBe('incomplete')
  })
})

describe('was it us?', () => {
  it('cannot be known when the function was never tested before the work', () => {
    const { t, episode } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { keyboard: pass, bell: pass })
    t.told(
      '2026-03-02T11:00:00.000Z',
      {
        kind: 'change',
        machine: home,
        target: { sort: 'surface', name: 'card cage' },
        verb: 'cleaned',
        reach: 'disturbed',
      },
      { episode },
    )
    test(t, '2026-03-02T12:00:00.000Z', { 'printer port': fail })
    const found = conclusionsOf(t.world(), t.world().machines.get(home)!).find(
      (c) => c.fn === 'printer port',
    )!
    expect(found.verdict).toBe('cannot be known')
    expect(found.before).toBeUndefined()
    expect(found.after.entry.happenedAt.latest.slice(0, 10)).toBe('2026-03-02')
  })
})

describe('a test with bad gear', () => {
  const simulator = numberedId<GearId>(1, 5)
  it('is void, and the question is open again', () => {
    const { t } = twoTerminals()
    t.told('2026-03-01T08:00:00.000Z', {
      kind: 'gear',
      what: 'identified',
      gear: simulator,
      name: 'line box',
      gearKind: 'line simulator',
      attributes: {},
    })
    const failed = t.told('2026-03-02T10:00:00.000Z', {
      kind: 'test',
      machine: home,
      depth: 'full',
      gear: [simulator],
      results: [
        { fn: 'receive', result: fail },
        { fn: 'bell', result: pass },
      ],
    })
    const asked = t.told('2026-03-02T10:30:00.000Z', {
      kind: 'question',
      what: 'asked',
      machine: home,
      words: 'is the receiver dead?',
    })
    t.told(
      '2026-03-02T10:40:00.000Z',
      { kind: 'question', what: 'answered', machine: home, question: asked.id, words: 'yes' },
      { restsOn: [failed.id] },
    )
    expect(openQuestions(t.world(), t.world().machines.get(home)!)).toEqual([])
    const change = t.told(
      '2026-03-02T11:00:00.000Z',
      {
        kind: 'change',
        machine: home,
        target: { sort: 'position', name: 'IC40' },
        verb: 'resoldered',
        reach: 'altered',
      },
      { restsOn: [failed.id] },
    )
    expect(standing(t, 'receive').word).toBe('fails')
    t.told('2026-03-05T10:00:00.000Z', {
      kind: 'gear',
      what: 'unfit',
      gear: simulator,
      need: 'line simulator',
      since: '2026-02-01T00:00:00.000Z',
      because: 'its own output stage was dead',
    })
    expect(standing(t, 'receive')).toMatchObject({
      word: 'void',
      voided: { reason: { why: 'gear unfit', name: 'line box' } },
    })
    // The bell does not need a line: its pass stands.
    expect(standing(t, 'bell').word).toBe('works')
    expect(
      t
        .world()
        .line.filter((s) => s.body.kind === 'change' && s.restsOn?.includes(failed.id))
        .map((s) => s.id),
    ).toEqual([change.id])
    // What was concluded from it is open again, until somebody answers anew.
    expect(openQuestions(t.world(), t.world().machines.get(home)!).map((q) => q.words)).toEqual([
      'is the receiver dead?',
    ])
    // That it was unfit is true from February on, by all we know now.
    const world = fold(t.entries, { now: '2026-05-01T00:00:00.000Z', asOf: '2026-03-03T00:00:00.000Z' })
    expect(standingsOf(world, world.machines.get(home)!).find((s) => s.fn === 'receive')!.word).toBe('void')
  })

  it('is void when its line standard differs from the machine’s, not when it is unknown', () => {
    const { t } = twoTerminals()
    t.told('2026-03-01T08:00:00.000Z', {
      kind: 'gear',
      what: 'identified',
      gear: simulator,
      name: 'line box',
      gearKind: 'line simulator',
      attributes: { line: 'current loop' },
    })
    t.told('2026-03-02T10:00:00.000Z', {
      kind: 'test',
      machine: home,
      depth: 'full',
      gear: [simulator],
      results: [{ fn: 'receive', result: fail }],
    })
    expect(standing(t, 'receive').word).toBe('fails')
    t.told('2026-03-03T10:00:00.000Z', {
      kind: 'machine',
      what: 'stated',
      machine: home,
      set: { attributes: { line: 'V.24' } },
    })
    expect(standing(t, 'receive')).toMatchObject({
      word: 'void',
      voided: { reason: { why: 'attribute differs', has: 'current loop', needs: 'V.24' } },
    })
  })
})

describe('working status', () => {
  it('is not known on arrival, with claims and untested functions told apart', () => {
    const { t } = twoTerminals()
    t.told('2026-01-06T09:00:00.000Z', {
      kind: 'claim',
      machine: home,
      claims: [{ fn: 'screen', says: 'works', words: 'worked until we moved house' }],
    })
    expect(status(t).status).toBe('not known')
    expect(standing(t, 'screen').word).toBe('claimed')
    expect(standing(t, 'bell').word).toBe('untested')
  })

  it('gives precedence in the published order', () => {
    const { t } = twoTerminals('2026-06-01T00:00:00.000Z')
    allPass(t, '2026-03-03T10:00:00.000Z')
    expect(status(t)).toMatchObject({
      status: 'working',
      coverage: { of: 9, work: 9, fail: 0, due: 0, unknown: 0 },
    })
    test(t, '2026-03-03T11:00:00.000Z', { bell: fail })
    expect(status(t).status).toBe('faulty')
    test(t, '2026-03-03T12:00:00.000Z', { screen: fail })
    expect(status(t).status).toBe('not working')
    const episode = t.world().machines.get(home)!.episodes[0]!.id
    const off = {
      part: found(home, 'keyboard'),
      from: slot(home, 'keyboard'),
      to: { in: { kind: 'tray' as const, id: episode } },
    }
    t.told('2026-03-03T13:00:00.000Z', { kind: 'move', legs: [off] })
    expect(status(t).status).toBe('in pieces')
    t.told('2026-03-03T14:00:00.000Z', {
      kind: 'part',
      what: 'content',
      machine: home,
      place: slot(home, 'IC32'),
      content: 'empty',
    })
    expect(status(t).status).toBe('incomplete')
    const hazard = t.told('2026-03-03T15:00:00.000Z', {
      kind: 'hazard',
      what: 'noted',
      machine: home,
      words: 'leak on the supply board',
      barsPower: true,
    })
    expect(status(t).status).toBe('do not power')
    t.told('2026-03-03T16:00:00.000Z', {
      kind: 'hazard',
      what: 'cleared',
      machine: home,
      hazard: hazard.id,
      words: 'cleaned, dry',
    })
    expect(status(t).status).toBe('incomplete')
  })

  it('is overdue when an essential test is older than the house allows, and not run by policy', () => {
    const { t } = twoTerminals('2028-06-01T00:00:00.000Z')
    allPass(t, '2026-03-03T10:00:00.000Z')
    expect(status(t).status).toBe('check overdue')
    t.told('2026-03-04T10:00:00.000Z', {
      kind: 'rule',
      what: 'policy',
      key: 'how long a test stands',
      option: 'no limit',
      machine: home,
      reason: 'kept in a sealed case',
    })
    expect(status(t).status).toBe('working')
    t.told(
      '2026-03-05T10:00:00.000Z',
      { kind: 'rule', what: 'policy', key: 'run', option: 'not run', machine: home, reason: 'for display' },
      { doneBy: person },
    )
    expect(status(t).status).toBe('not run')
  })

  it('clears a disturbance by a short check, an alteration only by a full test', () => {
    const { t } = twoTerminals()
    allPass(t, '2026-03-03T10:00:00.000Z')
    t.told('2026-03-04T10:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC40' },
      verb: 'reseated',
      reach: 'disturbed',
    })
    expect(standing(t, 'send').word).toBe('retest')
    test(t, '2026-03-04T11:00:00.000Z', { send: pass }, { depth: 'short' })
    expect(standing(t, 'send').word).toBe('works')
    t.told('2026-03-05T10:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC40' },
      verb: 'resoldered',
      reach: 'altered',
    })
    test(t, '2026-03-05T11:00:00.000Z', { send: pass }, { depth: 'short' })
    expect(standing(t, 'send')).toMatchObject({
      word: 'weakly',
      weak: [{ why: 'less depth', enough: 'full', changes: [{ target: { name: 'IC40' } }] }],
    })
    test(t, '2026-03-05T12:00:00.000Z', { send: pass })
    expect(standing(t, 'send').word).toBe('works')
  })

  it('reaches a function through the assembly around a chip, and leaves the others alone', () => {
    const { t, episode } = twoTerminals()
    allPass(t, '2026-03-03T10:00:00.000Z')
    const keyboard = found(home, 'keyboard')
    const chip = found(keyboard, 'U1')
    const inKeyboard = { in: { kind: 'assembly' as const, id: keyboard }, position: 'U1' }
    const out = t.told('2026-03-04T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part: chip, from: inKeyboard, to: { in: { kind: 'tray', id: episode } } }],
    })
    expect(out.about).toContainEqual({ kind: 'machine', id: home })
    t.told('2026-03-04T10:05:00.000Z', {
      kind: 'move',
      legs: [{ part: chip, from: { in: { kind: 'tray', id: episode } }, to: inKeyboard }],
    })
    expect(standing(t, 'keyboard')).toMatchObject({
      word: 'retest',
      changes: [{ kind: 'out and back', reach: 'disturbed' }],
    })
    expect(standing(t, 'screen').word).toBe('works')
    // The keyboard goes to the other terminal, with the chip in it.
    t.told('2026-03-05T10:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(other, 'keyboard'),
          from: slot(other, 'keyboard'),
          to: { in: { kind: 'store', id: 'shelf' } },
        },
      ],
    })
    t.told('2026-03-05T10:05:00.000Z', {
      kind: 'move',
      legs: [{ part: keyboard, from: slot(home, 'keyboard'), to: slot(other, 'keyboard') }],
    })
    const moved = t.told('2026-03-05T11:00:00.000Z', {
      kind: 'move',
      legs: [{ part: chip, from: inKeyboard, to: { in: { kind: 'store', id: 'shelf' } } }],
    })
    expect(moved.about).toContainEqual({ kind: 'machine', id: other })
  })
})
