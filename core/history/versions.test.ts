import { describe, expect, it } from 'vitest'
import { allPass, fail, found, home, other, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import type { AccountId, EntryId } from '#core/ids.ts'
import { fold } from './fold.ts'
import { lift } from './lifts/index.ts'
import { standingsOf } from './standing.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'

const word = (t: Teller, fn: string) =>
  standingsOf(t.world(), t.world().machines.get(home)!).find((s) => s.fn === fn)!.word
const correct = (entry: EntryId, seen: EntryId | null = null) => ({
  amends: { entry, seen, how: 'correct' as const, reason: 'read the wrong line' },
})
const withdraw = (entry: EntryId, seen: EntryId | null = null) => ({
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
      contest: { rule: 'stale-amendment', seen: null, latest: first.id },
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
    const amends = { entry: said.id, seen: null, how: 'correct' as const }
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

describe('older shapes', () => {
  it('are lifted: a test of shape 0 had no depth and was a full one', () => {
    expect(lift({ v: 0, body: { kind: 'test', results: [] } })).toEqual({
      v: 1,
      body: { kind: 'test', results: [], depth: 'full' },
    })
    expect(lift({ v: 0, body: { kind: 'change' } })).toMatchObject({ v: 1, body: { reach: 'altered' } })
  })
  it('leave a newer one alone', () => expect(lift({ v: 2, body: {} })).toBe('newer'))
  it('return the same object when there is nothing to do', () => {
    const entry = { v: 1, body: {} }
    expect(lift(entry)).toBe(entry)
  })
})
