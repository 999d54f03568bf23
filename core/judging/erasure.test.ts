import { describe, expect, it } from 'vitest'
import { fold } from '#core/history/fold.ts'
import type { EntryId } from '#core/ids.ts'
import { found, home, person, slot, twoTerminals } from '#core/testing/terminal.ts'
import { afterErasures } from './erasure.ts'

const secret = 'Her telephone is 0700 12 34 56'
const note = (words: string) => ({ kind: 'note' as const, machine: home, words })
const erasure = (entry: EntryId, what: 'all' | 'superseded' = 'all') => ({
  kind: 'erasure' as const,
  entry,
  what,
  ground: 'personal data' as const,
})
const day = (n: number) => `2026-05-0${n}T10:00:00.000Z`
const correct = (entry: EntryId, ...seen: EntryId[]) => ({
  amends: { entry, seen, how: 'correct' as const, reason: 'a person is named' },
})

describe('erasure', () => {
  it('leaves of an entry that it was, when, by whose act and on what ground', () => {
    const { t } = twoTerminals()
    const said = t.told(day(1), note(secret), { doneBy: person })
    const act = t.told(day(2), erasure(said.id))
    const line = afterErasures(t.entries, t.world(), [act])
    const left = line.find((e) => e.id === said.id)!
    expect(left.body).toEqual({ kind: 'erased', ground: 'personal data', by: act.id })
    expect(left).toMatchObject({ house: said.house, recordedAt: said.recordedAt, seq: said.seq })
    expect(left.doneBy).toBeUndefined()
    expect(JSON.stringify(line)).not.toContain('0700')
    expect(fold(line, { now: day(3) }).line.find((s) => s.id === said.id)?.body.kind).toBe('erased')
  })

  it('takes every version, or only what stood before the one that stands', () => {
    const { t } = twoTerminals()
    const said = t.told(day(1), note(secret))
    t.told(day(1), note('The giver is known.'), correct(said.id))
    const before = afterErasures(t.entries, t.world(), [t.told(day(2), erasure(said.id, 'superseded'))])
    const stands = fold(before, { now: day(3) }).line.find((s) => s.id === said.id)!
    expect(stands.body).toEqual(note('The giver is known.'))
    expect(stands.versions?.map((v) => v.body.kind)).toEqual(['erased', 'note'])
    const all = afterErasures(t.entries, t.world(), [t.told(day(2), erasure(said.id))])
    expect(JSON.stringify(all)).not.toContain('The giver is known.')
  })

  it('of what was taken back, takes the words and leaves the taking back', () => {
    const { t } = twoTerminals()
    const said = t.told(day(1), note(secret))
    t.told(
      day(2),
      { kind: 'withdrawal' },
      { amends: { entry: said.id, seen: [], how: 'withdraw', reason: 'not ours' } },
    )
    const line = afterErasures(t.entries, t.world(), [t.told(day(3), erasure(said.id))])
    expect(JSON.stringify(line)).not.toContain('0700')
    expect(fold(line, { now: day(4) }).withdrawn.map((s) => s.id)).toContain(said.id)
  })

  it('asks that what others rest on is corrected first, and that something is left to erase', () => {
    const { t } = twoTerminals()
    const move = t.told(day(1), {
      kind: 'move',
      legs: [
        { part: found(home, 'IC31'), from: slot(home, 'IC31'), to: { in: { kind: 'person', id: person } } },
      ],
    })
    expect(t.tell(day(2), erasure(move.id)).judgement).toMatchObject({
      refusal: { rule: 'correct-before-erasing' },
    })
    expect(t.tell(day(2), erasure(move.id, 'superseded')).judgement).toMatchObject({
      refusal: { rule: 'nothing-to-erase' },
    })
    expect(
      t.tell(day(2), erasure('0197a000-0000-7000-8000-000000000000' as EntryId)).judgement,
    ).toMatchObject({
      refusal: { rule: 'unknown-entry' },
    })
  })

  it('is a steward’s, and nobody writes a tombstone', () => {
    const { t } = twoTerminals()
    const said = t.told(day(1), note(secret))
    expect(t.tell(day(2), erasure(said.id), { role: 'restorer' }).judgement).toMatchObject({
      refusal: { rule: 'not-allowed' },
    })
    expect(t.tell(day(2), { kind: 'erased', ground: 'personal data', by: said.id }).judgement).toMatchObject({
      refusal: { rule: 'not-allowed' },
    })
  })
})
