/** A part is described more than once, a donor was never touched, a move is older than the registration: the ledger holds. */
import { describe, expect, it } from 'vitest'
import { numberedId } from '#core/testing/script.ts'
import { fold } from '#core/history/fold.ts'
import { standingsOf } from '#core/history/standing.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import {
  allPass,
  found,
  home,
  other,
  slot,
  test,
  pass,
  twoTerminals,
  typeId,
} from '#core/testing/terminal.ts'
import { brokenChain } from './ledger.ts'
import { inAssembly, type Place } from '#core/place.ts'

const shelf: Place = { in: { kind: 'store', id: 'shelf' } }
const rig: Place = { in: { kind: 'rig', id: 'rig' } }
const at = (minute: number) => new Date(Date.UTC(2026, 2, 2, 10, minute)).toISOString()

describe('a part that is described twice', () => {
  it.each([
    ['gets a tag', { tag: 'P-0100' }],
    ['gets a marking', { marking: 'A100 8401' }],
    ['is in for now', { temporary: true }],
    ['is described where it lies', { tag: 'P-0100', place: shelf }],
  ])('%s and moves as before', (_name, more) => {
    const { t } = twoTerminals()
    const part = numberedId<PartId>(1, 6)
    t.told(at(0), { kind: 'part', what: 'identified', part, partKind: 'loudspeaker', place: shelf })
    t.told(at(1), {
      kind: 'part',
      what: 'content',
      machine: home,
      place: slot(home, 'LS1'),
      content: 'empty',
    })
    t.told(at(2), { kind: 'move', legs: [{ part, from: shelf, to: rig }] })
    t.told(at(3), { kind: 'part', what: 'identified', part, ...more })
    t.told(at(4), { kind: 'move', legs: [{ part, from: rig, to: slot(home, 'LS1') }] })
    t.told(at(5), { kind: 'move', legs: [{ part, from: slot(home, 'LS1'), to: shelf }] })
    expect(t.world().parts.get(part)?.place).toEqual(shelf)
    expect(brokenChain(t.world(), part)).toBeUndefined()
  })
  it('moves as before when it was found in its machine and gets a tag in the tray', () => {
    const { t, episode } = twoTerminals()
    const part = found(home, 'IC40')
    const tray: Place = { in: { kind: 'tray', id: episode } }
    t.told(at(0), { kind: 'move', legs: [{ part, from: slot(home, 'IC40'), to: tray }] }, { episode })
    t.told(at(1), { kind: 'part', what: 'identified', part, tag: 'P-0101', place: tray })
    t.told(at(2), { kind: 'move', legs: [{ part, from: tray, to: shelf }] })
    t.told(at(3), { kind: 'move', legs: [{ part, from: shelf, to: slot(home, 'IC40') }] })
    expect(t.world().parts.get(part)?.place).toEqual(slot(home, 'IC40'))
  })
  it('is settled and taken back as before', () => {
    const { t } = twoTerminals()
    const part = numberedId<PartId>(2, 6)
    t.told(at(0), { kind: 'part', what: 'identified', part, partKind: 'loudspeaker', place: shelf })
    t.told(at(1), { kind: 'part', what: 'identified', part, tag: 'P-0102' })
    const moved = t.told(at(2), { kind: 'move', legs: [{ part, from: shelf, to: rig }] })
    t.told(
      at(3),
      { kind: 'withdrawal' },
      { amends: { entry: moved.id, seen: [], how: 'withdraw', reason: 'another one' } },
    )
    expect(t.world().parts.get(part)?.place).toEqual(shelf)
    const late = t.tell(at(4), { kind: 'move', legs: [{ part, from: rig, to: shelf }] })
    expect(late.judgement).toMatchObject({
      became: 'contested',
      contest: { rule: 'part-not-there', actual: shelf },
    })
  })
  it('starts where it was said to stand, not where a forged move says', () => {
    const { t } = twoTerminals()
    const part = numberedId<PartId>(3, 6)
    t.told(at(5), { kind: 'part', what: 'identified', part, place: shelf })
    expect(
      t.tell(at(6), { kind: 'move', legs: [{ part, from: rig, to: slot(home, 'LS1') }] }).judgement.became,
    ).toBe('contested')
    expect(
      t.tell(at(6), { kind: 'move', legs: [{ part: numberedId<PartId>(4, 6), from: rig, to: shelf }] })
        .judgement,
    ).toMatchObject({ contest: { rule: 'part-not-there' } })
  })
})

describe('a donor that nobody has touched', () => {
  it('gives a part that sits on an assembly, and both ends know', () => {
    const { t } = twoTerminals()
    const donor = numberedId<MachineId>(7, 4)
    t.told(at(0), {
      kind: 'machine',
      what: 'registered',
      machine: donor,
      entryNumber: 'E-7',
      name: 'A donor',
      type: typeId,
      source: { how: 'gift' },
    })
    const board = (machine: MachineId) => found(machine, 'keyboard')
    const chip = found(board(donor) as never, 'U1')
    const own = found(board(home) as never, 'U1')
    const { entry } = t.tell(at(1), {
      kind: 'move',
      legs: [
        { part: own, from: inAssembly(board(home), 'U1'), to: shelf },
        { part: chip, from: inAssembly(board(donor), 'U1'), to: inAssembly(board(home), 'U1') },
      ],
    })
    expect(
      entry.about
        .filter((s) => s.kind === 'machine')
        .map((s) => s.id)
        .sort(),
    ).toEqual([home, donor].sort())
    const world = t.world()
    expect(world.machines.get(donor)?.steps.map((s) => s.target.name)).toEqual(['U1'])
    expect(world.machines.get(home)?.steps.filter((s) => s.target.name === 'U1')).toHaveLength(2)
  })
})

describe('what happened before the registration', () => {
  it('ages functions as what happened after it, on an assembly too', () => {
    const { t } = twoTerminals()
    // Registered in January; all of this was in the autumn before, told from memory.
    allPass(t, '2025-10-01T10:00:00.000Z')
    expect(standingsOf(t.world(), t.world().machines.get(home)!).find((s) => s.fn === 'keyboard')?.word).toBe(
      'works',
    )
    const chip = found(found(home, 'keyboard') as never, 'U1')
    t.told('2025-10-02T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part: chip, from: inAssembly(found(home, 'keyboard'), 'U1'), to: rig }],
    })
    t.told('2025-10-02T11:00:00.000Z', {
      kind: 'move',
      legs: [{ part: chip, from: rig, to: inAssembly(found(home, 'keyboard'), 'U1') }],
    })
    const keyboard = standingsOf(t.world(), t.world().machines.get(home)!).find((s) => s.fn === 'keyboard')
    expect(keyboard).toMatchObject({
      word: 'retest',
      changes: [{ target: { name: 'U1' }, kind: 'out and back' }],
    })
    t.told('2025-10-03T10:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'U1' },
      verb: 'cleaned',
      reach: 'disturbed',
    })
    expect(t.world().machines.get(home)!.steps.at(-1)?.within).toEqual(['keyboard'])
    test(t, '2025-10-04T10:00:00.000Z', { keyboard: pass })
    expect(standingsOf(t.world(), t.world().machines.get(home)!).find((s) => s.fn === 'keyboard')?.word).toBe(
      'works',
    )
  })
  it('folds to one state whatever the order of the entries', () => {
    const { t } = twoTerminals()
    const chip = found(found(other, 'keyboard') as never, 'U1')
    t.told('2025-11-02T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part: chip, from: inAssembly(found(other, 'keyboard'), 'U1'), to: rig }],
    })
    const steps = (entries: typeof t.entries) =>
      fold(entries, { now: t.world().now })
        .machines.get(other)!
        .steps.map((s) => [s.target.name, s.within])
    expect(steps([...t.entries].reverse())).toEqual(steps(t.entries))
    expect(steps(t.entries)).toEqual([['U1', ['keyboard']]])
  })
})

describe('parts within parts', () => {
  it('are never a circle, whatever is corrected or comes late', () => {
    const { t } = twoTerminals()
    const [p, q] = [numberedId<PartId>(11, 6), numberedId<PartId>(12, 6)]
    const inside = (part: PartId): Place => ({ in: { kind: 'assembly', id: part }, position: 'X1' })
    for (const part of [p, q])
      t.told(at(0), { kind: 'part', what: 'identified', part, partKind: 'card', place: shelf })
    const first = t.told(at(10), { kind: 'move', legs: [{ part: q, from: shelf, to: inside(p) }] })
    const out = t.told(at(20), { kind: 'move', legs: [{ part: q, from: inside(p), to: shelf }] })
    t.told(at(30), { kind: 'move', legs: [{ part: p, from: shelf, to: inside(q) }] })
    // Without the way out in between, the later move would close a circle.
    const withdrawn = t.tell(
      at(20),
      { kind: 'withdrawal' },
      { amends: { entry: out.id, seen: [], how: 'withdraw', reason: 'x' } },
    )
    expect(withdrawn.judgement.became).toBe('contested')
    // Late: while q lay in p.
    expect(
      t.tell(at(15), { kind: 'move', legs: [{ part: p, from: shelf, to: inside(q) }] }).judgement.became,
    ).not.toBe('recorded')
    expect(first.became).toBe('recorded')
  })
})
