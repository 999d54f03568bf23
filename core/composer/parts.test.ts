import { describe, expect, it } from 'vitest'
import { found, home, other, person, slot } from '#core/testing/terminal.ts'
import type { LotId, PartId, PartyId } from '#core/ids.ts'
import {
  bodies,
  composing as scene,
  composingNow as now,
  composingZone as zone,
  problem,
} from '#core/testing/composing.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import { parseLine } from './index.ts'

const spare = (
  t: Teller,
  n: number,
  partKind: string,
  tag: string,
  attributes: Record<string, string> = {},
) =>
  t.told('2026-03-01T08:00:00.000Z', {
    kind: 'part',
    what: 'identified',
    part: numberedId<PartId>(n, 6),
    partKind,
    tag,
    attributes,
    place: { in: { kind: 'store', id: 'drawer' } },
  })

describe('moves', () => {
  it('take out to the tray, with its bag, and back', () => {
    const { t, episode, parse, write } = scene()
    const out = write('out IC31 bag 3')
    expect(bodies(out)[0]).toEqual({
      kind: 'move',
      legs: [
        {
          part: found(home, 'IC31'),
          from: slot(home, 'IC31'),
          to: { in: { kind: 'tray', id: episode }, position: 'bag 3' },
        },
      ],
    })
    expect(out.ok && out.effects).toContainEqual({
      does: 'asks for retest',
      functions: ['self-test', 'screen', 'characters'],
    })
    expect(problem(parse('out IC31'))).toEqual({ why: 'nothing there', position: 'IC31', content: 'empty' })
    write('in IC31')
    expect(t.world().parts.get(found(home, 'IC31'))!.place).toEqual(slot(home, 'IC31'))
  })
  it('put everything back in one act', () => {
    const { t, write } = scene()
    write('out IC31')
    write('out keyboard bag 2')
    const back = write('back all')
    expect(bodies(back)).toHaveLength(1)
    expect(t.world().parts.get(found(home, 'IC31'))!.place).toEqual(slot(home, 'IC31'))
    expect(t.world().parts.get(found(home, 'keyboard'))!.place).toEqual(slot(home, 'keyboard'))
  })
  it('take one out of a lot, which becomes a part of its own, and say how many are left and who is left short', () => {
    const { t, parse, write } = scene()
    const lot = numberedId<LotId>(1, 11)
    const [drawer, shelf] = [
      { in: { kind: 'store' as const, id: 'drawer 3' } },
      { in: { kind: 'store' as const, id: 'shelf B' } },
    ]
    const at = '2026-03-09T10:00:00.000Z'
    t.told(at, { kind: 'lot', what: 'identified', lot, partKind: '74LS374', tag: 'L-0001' })
    t.told(at, { kind: 'lot', what: 'got', lot, n: 3, place: drawer, origin: 'bought' })
    t.told(at, { kind: 'lot', what: 'got', lot, n: 1, place: shelf, origin: 'bought' })
    t.told(at, { kind: 'reservation', what: 'made', machine: other, lot, n: 4 })
    const parsed = write('swap IC40 < L-0001 > bag 1')
    expect(parsed.ok && parsed.effects).toEqual(
      expect.arrayContaining([
        { does: 'takes of lot', lot: 'L-0001', n: 1, from: 'drawer 3', left: 2 },
        { does: 'takes what is kept', what: 'L-0001 74LS374', machines: ['E-2 Corvel 88 terminal'] },
      ]),
    )
    const [first, move] = bodies(parsed)
    expect(first).toMatchObject({
      kind: 'part',
      what: 'identified',
      partKind: '74LS374',
      origin: 'bought',
      place: drawer,
      outOf: { lot, for: home },
    })
    expect(move).toMatchObject({
      legs: [{ to: { position: 'bag 1' } }, { from: drawer, to: slot(home, 'IC40') }],
    })
    // A heap may be named; and what does not fit is refused as for any part.
    const named = parse('swap IC41 < L-0001 shelf B')
    expect(bodies(named)[0]).toMatchObject({ place: shelf })
    expect(problem(parse('swap IC31 < L-0001'))).toMatchObject({
      why: 'refused',
      refusal: { rule: 'wrong-kind' },
    })
    write('use 5 L-0001 for the lid')
    expect(t.world().lots.get(lot)!.places.get('store:drawer 3')!.n).toBe(-3)
    const below = parse('use 2 of L-0001')
    expect(below.ok && below.effects[0]).toMatchObject({ does: 'takes of lot', n: 2, left: -5 + 3 + 1 })
    expect(problem(parse('use 2 L-0009'))).toEqual({ why: 'which lot', word: 'L-0009' })
    expect(problem(parse('use'))).toMatchObject({ why: 'form' })
  })
  it('say that work for good on somebody else’s machine wants its owner’s word, until they gave it', () => {
    const { t, parse } = scene()
    const owner = numberedId<PartyId>(8, 3)
    const at = '2026-03-09T10:00:00.000Z'
    const wants = (line: string) => {
      const parsed = parse(line)
      return parsed.ok && parsed.effects.find((e) => e.does === 'wants the owner’s word')
    }
    expect(wants('cut R12 trace')).toBeUndefined()
    t.told(at, { kind: 'party', party: owner, name: 'An owner', sort: 'person', roles: [] })
    t.told(at, { kind: 'machine', what: 'stated', machine: home, set: { owner } })
    expect(wants('cut R12 trace')).toEqual({
      does: 'wants the owner’s word',
      matter: 'irreversible work',
      owner: 'An owner',
      refused: false,
    })
    expect(wants('resolder R12')).toBeUndefined()
    // Once they spoke of repair, it is by what they said: of one position, or not at all.
    t.told(at, {
      kind: 'consent',
      machine: home,
      by: owner,
      to: 'repair',
      given: true,
      positions: ['R9'],
      words: '',
    })
    expect(wants('resolder R9')).toBeUndefined()
    expect(wants('resolder R12')).toMatchObject({ matter: 'repair', refused: false })
    t.told(at, {
      kind: 'consent',
      machine: home,
      by: owner,
      to: 'irreversible work',
      given: true,
      positions: ['IC40'],
      words: '',
    })
    expect(wants('cut IC40 pin 3')).toBeUndefined()
    t.told(at, {
      kind: 'consent',
      machine: home,
      by: owner,
      to: 'irreversible work',
      given: false,
      words: 'no more of that',
    })
    expect(wants('cut IC40 pin 3')).toMatchObject({ refused: true })
  })
  it('let a part go on a steward’s word', () => {
    const { write, parse } = scene()
    write('out C12 bag 1')
    expect(problem(parse('discard C12 by nobody'))).toMatchObject({
      why: 'which steward',
      known: ['IO Ida Oslund'],
    })
    expect(bodies(parse('discard C12 by ida'))[0]).toMatchObject({
      kind: 'move',
      authority: person,
      legs: [{ to: { in: { kind: 'gone', id: 'discarded' } } }],
    })
  })
  it('ask which part goes back where a spare was tried as well as its own', () => {
    const { t, write, parse } = scene()
    spare(t, 1, '74LS374', 'P-0001')
    write('swap IC40 < P-0001 > bag 1')
    write('out IC40 bag 2')
    expect(problem(parse('in IC40'))).toEqual({
      why: 'which of these',
      position: 'IC40',
      known: ['P-0001', 'IC40 74LS374'],
    })
    expect(problem(parse('back all'))).toMatchObject({ why: 'which of these' })
    expect(bodies(parse('in IC40 < IC40 74LS374'))).toMatchObject([
      { legs: [{ part: found(home, 'IC40'), to: slot(home, 'IC40') }] },
    ])
  })
  it('say of a part that it is bad, under suspicion or good, in its position or by its tag', () => {
    const { t, write, parse } = scene()
    write('bad IC40: no pulses at pin 9')
    expect(t.world().parts.get(found(home, 'IC40'))).toMatchObject({
      health: 'proved bad',
      place: slot(home, 'IC40'),
    })
    expect(t.world().parts.get(found(home, 'IC40'))?.healthSaid?.body).toMatchObject({
      because: 'no pulses at pin 9',
    })
    // Known by now: nothing is identified a second time.
    expect(bodies(parse('suspect IC40 because it runs hot'))).toEqual([
      { kind: 'part', what: 'health', part: found(home, 'IC40'), health: 'suspect', because: 'it runs hot' },
    ])
    spare(t, 1, '74LS374', 'P-0001')
    expect(bodies(parse('good P-0001: worked in E-2'))).toEqual([
      {
        kind: 'part',
        what: 'health',
        part: numberedId<PartId>(1, 6),
        health: 'proved good',
        ground: 'judgement',
        because: 'worked in E-2',
      },
    ])
    write('swap IC40 < E-2 IC40 > bag 2')
    expect(bodies(parse('bad IC40 74LS374: silent'))).toMatchObject([
      { part: found(home, 'IC40'), because: 'silent' },
    ])
    expect(bodies(parse('bad IC40: silent'))).toMatchObject([{ part: found(other, 'IC40') }])
    write('out IC41 bag 1')
    expect(problem(parse('bad IC41'))).toMatchObject({ why: 'nothing there' })
    expect(problem(parse('bad P-0099: x'))).toMatchObject({ why: 'which part', word: 'P-0099' })
    expect(problem(parse('bad'))).toMatchObject({ why: 'form' })
  })
  it('put something in for now, which the closing asks for', () => {
    const { t, write } = scene()
    spare(t, 1, 'loudspeaker', 'P-0001')
    const parsed = write('swap LS1 < P-0001 > bag 2 for now')
    expect(parsed.ok && parsed.effects).toContainEqual({ does: 'is temporary', part: 'P-0001 loudspeaker' })
    expect(bodies(parsed)[0]).toMatchObject({ legs: [{ to: { position: 'bag 2' } }, {}] })
    expect(t.world().parts.get(numberedId<PartId>(1, 6))!.temporary).toBe(true)
  })
  it('take from a donor by number and position: one act, two machines', () => {
    const { parse, write } = scene()
    const parsed = parse('swap IC40 < E-2 IC40 > bag 1')
    expect(bodies(parsed)[0]).toMatchObject({
      legs: [
        { part: found(home, 'IC40'), to: { position: 'bag 1' } },
        { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') },
      ],
    })
    expect(parsed.ok && parsed.effects).toContainEqual({
      does: 'donor loses',
      machine: 'E-2',
      part: 'IC40 74LS374',
    })
    write('swap IC40 < E-2 IC40')
    expect(problem(parse('swap IC41 < E-2 IC40'))).toMatchObject({
      why: 'nothing there',
      position: 'IC40 of E-2',
    })
  })
  it('take a tag from a store, refuse what does not fit, and heed what fits with a remark', () => {
    const { t, parse } = scene()
    spare(t, 1, 'electrolytic capacitor', 'P-0001', { rating: '10 V' })
    spare(t, 2, 'electrolytic capacitor', 'P-0002', { rating: '25 V' })
    expect(problem(parse('swap C12 < P-0001'))).toMatchObject({
      why: 'refused',
      overridable: true,
      refusal: { rule: 'rating-below', needVolts: 16, hasVolts: 10 },
    })
    expect(bodies(parse('swap C12 < P-0001 because it is only for an hour'))[0]).toMatchObject({
      forced: { reason: 'it is only for an hour' },
    })
    const good = parse('swap C12 < P-0002')
    expect(good.ok && good.effects.find((e) => e.does === 'puts in')).toMatchObject({
      remarks: ['polarised: check print and part'],
    })
    expect(problem(parse('in C12 P-0002'))).toMatchObject({ why: 'occupied', line: 'swap C12 < P-0002' })
    expect(problem(parse('swap C12 < P-9999'))).toMatchObject({ why: 'which part' })
    spare(t, 3, 'filter capacitor', 'P-0003')
    expect(problem(parse('swap C1 < P-0003 because it is all I have'))).toMatchObject({
      why: 'refused',
      overridable: false,
    })
  })
  it('lend with a tag and a date, and refuse the look-alike on the way back', () => {
    const { t, parse, write } = scene()
    t.told('2026-03-02T08:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(other, 'IC31'),
          from: slot(other, 'IC31'),
          to: { in: { kind: 'store', id: 'drawer' } },
        },
      ],
    })
    const lent = write('lend IC31 to E-2 by 12 Mar')
    expect(bodies(lent)).toMatchObject([
      { kind: 'move', loan: { home: slot(home, 'IC31'), due: '2026-03-12T22:59:59.999Z' } },
      { kind: 'part', tag: 'P-0007' },
    ])
    write('out IC32')
    expect(problem(parse('in IC32 P-0007'))).toMatchObject({
      why: 'refused',
      refusal: { rule: 'look-alike-socket', belongsIn: ['IC31'] },
    })
    write('in IC31')
    expect(t.world().loans[0]!.closed).toBeDefined()
    expect(problem(parse('lend IC31 to E-9'))).toMatchObject({ why: 'which machine', word: 'E-9' })
    expect(problem(parse('lend IC31 E-2'))).toMatchObject({ why: 'form' })
  })
  it('wait for a number that is still being looked up', () => {
    const { context } = scene()
    expect(
      parseLine('swap IC40 < E-2 IC40', context(), { now, zone, newId: () => '', lookUp: () => undefined }),
    ).toEqual({ ok: false, needs: 'E-2' })
  })
  it('write a position down that the sheet does not know', () => {
    const { parse, write } = scene()
    expect(bodies(write('out R12 bag 1'))).toMatchObject([
      { kind: 'machine', what: 'met', positions: [{ designator: 'R12', accepts: 'part' }] },
      { kind: 'move' },
    ])
    expect(bodies(write('in R12'))).toHaveLength(1)
    expect(problem(parse('out something'))).toMatchObject({ why: 'which position' })
  })
  it('say what became of what came out', () => {
    const { t, parse, write } = scene()
    write('out IC40 bag 1')
    expect(bodies(parse('keep IC40 envelope'))[0]).toMatchObject({
      legs: [{ to: { in: { kind: 'kept', id: home }, position: 'envelope' } }],
    })
    expect(bodies(parse('discard IC40'))[0]).toMatchObject({
      legs: [{ to: { in: { kind: 'gone', id: 'discarded' } } }],
    })
    write('store all drawer 4')
    expect(t.world().parts.get(found(home, 'IC40'))!.place).toEqual({ in: { kind: 'store', id: 'drawer 4' } })
    expect(problem(parse('keep all'))).toMatchObject({ why: 'which part' })
  })
  it('need an exact time, and may say that a position was empty', () => {
    const { parse } = scene()
    expect(problem(parse('at 3 Mar out IC40'))).toEqual({ why: 'needs an exact time' })
    expect(bodies(parse('empty IC40'))[0]).toMatchObject({ kind: 'part', what: 'content', content: 'empty' })
  })
})
