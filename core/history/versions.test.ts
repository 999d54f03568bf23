import { describe, expect, it } from 'vitest'
import { allPass, fail, found, home, other, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import type { AccountId, EntryId, HouseId } from '#core/ids.ts'
import type { Entry } from './entry.ts'
import { latestAmendments, standingStatements } from './versions.ts'
import { fold } from './fold.ts'
import { lift } from './lifts/index.ts'
import { standingsOf } from './standing.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'

const word = (t: Teller, fn: string) =>
  standingsOf(t.world(), t.world().machines.get(home)!).find((s) => s.fn === fn)!.word
const correct = (entry: EntryId, ...seen: EntryId[]) => ({
  amends: { entry, seen, how: 'correct' as const, reason: 'read the wrong line' },
})
const withdraw = (entry: EntryId, ...seen: EntryId[]) => ({
  amends: { entry, seen, how: 'withdraw' as const, reason: 'was another machine' },
})
const result = (fn: string, r: typeof pass) => ({
  kind: 'test' as const,
  machine: home,
  depth: 'full' as const,
  gear: [],
  results: [{ fn, result: r }],
})

describe('amendments', () => {
  it('restate an entry in its place; the first version stays readable', () => {
    const { t } = twoTerminals()
    const said = test(t, '2026-03-02T10:00:00.000Z', { bell: pass })
    t.told('2026-03-02T10:00:00.000Z', result('bell', fail), {
      ...correct(said.id),
      recordedAt: '2026-03-09T10:00:00.000Z',
    })
    expect(word(t, 'bell')).toBe('fails')
    const statement = t.world().line.find((s) => s.id === said.id)!
    expect(statement.versions).toHaveLength(2)
    expect(statement.versions![0]!.body).toEqual(said.body)
    // True from the start, known only from the 9th.
    const knownBefore = fold(t.entries, {
      now: '2026-04-01T00:00:00.000Z',
      knownAt: '2026-03-05T00:00:00.000Z',
    })
    expect(standingsOf(knownBefore, knownBefore.machines.get(home)!).find((s) => s.fn === 'bell')!.word).toBe(
      'works',
    )
  })

  it('move an entry to another machine and another time', () => {
    const { t } = twoTerminals()
    allPass(t, '2026-03-02T10:00:00.000Z')
    const change = t.told('2026-03-03T10:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'LS1' },
      verb: 'resoldered',
      reach: 'altered',
    })
    expect(word(t, 'bell')).toBe('retest')
    const moved = t.told(
      '2026-03-03T10:00:00.000Z',
      {
        kind: 'change',
        machine: other,
        target: { sort: 'position', name: 'LS1' },
        verb: 'resoldered',
        reach: 'altered',
      },
      correct(change.id),
    )
    expect(word(t, 'bell')).toBe('works')
    expect(
      moved.about
        .filter((s) => s.kind === 'machine')
        .map((s) => s.id)
        .sort(),
    ).toEqual([home, other])
    t.told(
      '2026-03-01T10:00:00.000Z',
      {
        kind: 'change',
        machine: home,
        target: { sort: 'position', name: 'LS1' },
        verb: 'resoldered',
        reach: 'altered',
      },
      correct(change.id, moved.id),
    )
    expect(word(t, 'bell')).toBe('works') // before the test now
  })

  it('withdrawing an amendment brings back what stood before', () => {
    const { t } = twoTerminals()
    const said = test(t, '2026-03-02T10:00:00.000Z', { bell: pass })
    const before = JSON.stringify(
      standingsOf(t.world(), t.world().machines.get(home)!).map((s) => [s.fn, s.word]),
    )
    const corrected = t.told('2026-03-02T10:00:00.000Z', result('bell', fail), correct(said.id))
    t.told('2026-03-02T10:00:00.000Z', { kind: 'withdrawal' }, withdraw(corrected.id, corrected.id))
    expect(
      JSON.stringify(standingsOf(t.world(), t.world().machines.get(home)!).map((s) => [s.fn, s.word])),
    ).toBe(before)
  })

  it('are contested when the writer had not seen the latest one', () => {
    const { t } = twoTerminals()
    const said = test(t, '2026-03-02T10:00:00.000Z', { bell: pass })
    const first = t.told('2026-03-02T10:00:00.000Z', result('bell', fail), correct(said.id))
    const { judgement, entry } = t.tell('2026-03-02T10:00:00.000Z', result('bell', pass), correct(said.id))
    expect(judgement).toEqual({
      became: 'contested',
      contest: { rule: 'stale-amendment', seen: [], latest: [first.id] },
    })
    expect(word(t, 'bell')).toBe('fails')
    expect(
      t
        .world()
        .machines.get(home)!
        .contested.map((c) => c.id),
    ).toEqual([entry.id])
    t.told('2026-03-05T10:00:00.000Z', { kind: 'settle', entry: entry.id, outcome: 'happened' })
    expect(t.world().machines.get(home)!.contested).toEqual([])
    expect(word(t, 'bell')).toBe('works')
  })

  it('need a reason, unless it is a slip', () => {
    const { t } = twoTerminals()
    const said = test(t, '2026-03-02T10:00:00.000Z', { bell: pass })
    const amends = { entry: said.id, seen: [], how: 'correct' as const }
    const late = t.tell('2026-03-02T10:00:00.000Z', result('bell', fail), {
      amends,
      recordedAt: '2026-03-02T10:10:01.000Z',
    })
    expect(late.judgement).toEqual({ became: 'refused', refusal: { rule: 'reason-needed' } })
    const byOther = t.tell('2026-03-02T10:00:00.000Z', result('bell', fail), {
      amends,
      recordedAt: '2026-03-02T10:05:00.000Z',
      account: numberedId<AccountId>(2, 9),
    })
    expect(byOther.judgement.became).toBe('refused')
    expect(
      t.tell('2026-03-02T10:00:00.000Z', result('bell', fail), {
        amends,
        recordedAt: '2026-03-02T10:05:00.000Z',
      }).judgement.became,
    ).toBe('recorded')
  })

  it('may not turn an entry into another kind, or speak of nothing', () => {
    const { t } = twoTerminals()
    const said = test(t, '2026-03-02T10:00:00.000Z', { bell: pass })
    expect(
      t.tell('2026-03-02T10:00:00.000Z', { kind: 'note', machine: home, words: 'x' }, correct(said.id))
        .judgement,
    ).toMatchObject({ refusal: { rule: 'kind-changed' } })
    expect(
      t.tell('2026-03-02T10:00:00.000Z', result('bell', fail), correct(numberedId<EntryId>(999))).judgement,
    ).toMatchObject({ refusal: { rule: 'unknown-entry' } })
  })
})

describe('a correction that would break later moves', () => {
  it('is contested with their list, and never breaks what stood before', () => {
    const { t, episode } = twoTerminals()
    const out = t.told('2026-03-02T10:00:00.000Z', {
      kind: 'move',
      legs: [
        { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'tray', id: episode } } },
      ],
    })
    const back = t.told('2026-03-02T11:00:00.000Z', {
      kind: 'move',
      legs: [
        { part: found(home, 'IC40'), from: { in: { kind: 'tray', id: episode } }, to: slot(home, 'IC40') },
      ],
    })
    const { judgement } = t.tell('2026-03-02T10:00:00.000Z', { kind: 'withdrawal' }, withdraw(out.id))
    expect(judgement).toEqual({
      became: 'contested',
      contest: { rule: 'breaks-later-moves', moves: [back.id] },
    })
    expect(t.world().parts.get(found(home, 'IC40'))!.legs).toHaveLength(2)
  })
})

describe('amendments that were written apart', () => {
  /** Two houses corrected the same test, neither knowing of the other; `both` had an earlier correction in sight. */
  function apart() {
    const { t } = twoTerminals()
    const at = '2026-03-02T10:00:00.000Z'
    const said = test(t, at, { bell: pass })
    const both = t.told(at, result('bell', fail), correct(said.id))
    const here = t.told(at, result('bell', pass), correct(said.id, both.id))
    const there: Entry = {
      ...here,
      id: numberedId<EntryId>(77, 5),
      house: numberedId<HouseId>(2, 8),
      body: result('screen', pass),
    }
    return { said, both, here, there, entries: t.entries }
  }
  const told = (entries: readonly Entry[], id: EntryId) =>
    standingStatements(entries).find((s) => s.id === id)!

  it('leave standing what both had seen, in whichever order they arrive', () => {
    const { said, both, here, there, entries } = apart()
    const others = entries.filter((e) => e.id !== here.id)
    for (const line of [
      [...others, { ...here, seq: 91 }, { ...there, seq: 92 }],
      [...others, { ...there, seq: 91 }, { ...here, seq: 92 }],
    ]) {
      expect(told(line, said.id).body).toEqual(both.body)
      expect(new Set(latestAmendments(said.id, line))).toEqual(new Set([here.id, there.id]))
    }
  })
  it('are ended by one that knows them all', () => {
    const { said, here, there, entries } = apart()
    const last: Entry = {
      ...here,
      id: numberedId<EntryId>(78, 5),
      seq: 99,
      body: result('keys', fail),
      amends: { ...here.amends!, seen: [here.id, there.id] },
    }
    const line = [...entries, { ...there, seq: 98 }, last]
    expect(told(line, said.id).body).toEqual(last.body)
    expect(latestAmendments(said.id, line)).toEqual([last.id])
  })
  it('a contested one that a person settled as true is the latest: they saw what stood', () => {
    const { t } = twoTerminals()
    const at = '2026-03-02T10:00:00.000Z'
    const said = test(t, at, { bell: pass })
    t.told(at, result('bell', fail), correct(said.id))
    const { entry } = t.tell(at, result('screen', pass), correct(said.id))
    t.told(at, { kind: 'settle', entry: entry.id, outcome: 'happened' })
    expect(latestAmendments(said.id, t.entries)).toEqual([entry.id])
    expect(told(t.entries, said.id).body).toEqual(entry.body)
  })
})

describe('older shapes', () => {
  it('0: a test had no depth and was a full one; a change had altered', () => {
    expect(lift({ v: 0, body: { kind: 'test', results: [] } })).toEqual({
      v: 2,
      body: { kind: 'test', results: [], depth: 'full' },
    })
    expect(lift({ v: 0, body: { kind: 'change' } })).toMatchObject({ body: { reach: 'altered' } })
  })
  it.each([
    [null, []],
    ['a', ['a']],
    [
      ['a', 'b'],
      ['a', 'b'],
    ],
  ])('1: an amendment that had seen %j has seen %j', (seen, listed) =>
    expect(lift({ v: 1, amends: { entry: 'e', seen, how: 'correct' }, body: {} })).toMatchObject({
      amends: { entry: 'e', seen: listed, how: 'correct' },
    }),
  )
  it('1: a stored entry is of the house it was stored in, and came when it was recorded; a draft says neither', () => {
    const at = '2026-03-02T10:00:00.000Z'
    expect(lift({ v: 1, recordedAt: at, body: {} }, 'here')).toEqual({
      v: 2,
      house: 'here',
      recordedAt: at,
      receivedAt: at,
      body: {},
    })
    expect(lift({ v: 1, body: {} }, 'here')).toEqual({ v: 2, body: {} })
  })
  it('1: what stood among free attributes as a mark has a field of its own', () => {
    const lifted = (body: object) => (lift({ v: 1, body }) as { body: object }).body
    expect(lifted({ kind: 'part', what: 'identified', attributes: { temporary: 'yes', ohm: '8' } })).toEqual({
      kind: 'part',
      what: 'identified',
      temporary: true,
      attributes: { ohm: '8' },
    })
    expect(
      lifted({ kind: 'machine', what: 'stated', set: { attributes: { 'none: box': 'said at entry' } } }),
    ).toEqual({ kind: 'machine', what: 'stated', set: { attributes: undefined, noneThere: ['box'] } })
    const plain = { kind: 'machine', what: 'stated', set: { attributes: { mains: '230 V' } } }
    expect(lifted(plain)).toEqual(plain)
  })
  it('leave a newer one alone', () => expect(lift({ v: 3, body: {} })).toBe('newer'))
  it('return the same object when there is nothing to do', () => {
    const entry = { v: 2, body: {} }
    expect(lift(entry)).toBe(entry)
  })
})
