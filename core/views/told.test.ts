/** The machine's lists, the part's page and the log tell the same of one part. */
import { describe, expect, it } from 'vitest'
import { entryWords } from '#api/words/entries.ts'
import { bodies, composing, composingNow, composingZone } from '#core/testing/composing.ts'
import { found, home, other, slot } from '#core/testing/terminal.ts'
import type { Teller } from '#core/testing/script.ts'
import { completenessOf } from '#core/condition/condition.ts'
import { originalityOf } from '#core/parts/originality.ts'
import { reversibilityOf } from '#core/parts/reversibility.ts'
import { sortKey } from '#core/quantity/time.ts'
import { labelsFor } from './labels.ts'
import { givenParts, positionRows } from './machine-parts.ts'
import { modificationsOf, undoList } from './modifications.ts'

const machine = (t: Teller) => t.world().machines.get(home)!
const row = (t: Teller, name: string) =>
  positionRows(t.world(), machine(t)).find((p) => p.designator === name)
const given = (t: Teller) => givenParts(t.world(), machine(t)).map((g) => [g.position, g.tray])

describe('what came out', () => {
  it('lies in the tray: it is out, not lost; what is back in is in', () => {
    const { t, write } = composing()
    write('out IC41 bag 1')
    expect(given(t)).toEqual([['IC41', true]])
    expect(completenessOf(t.world(), machine(t))).toMatchObject({ percent: 100, empty: [] })
    write('in IC41')
    expect(given(t)).toEqual([])
    write('out IC41 drawer 4')
    expect(given(t)).toEqual([['IC41', false]])
    expect(completenessOf(t.world(), machine(t))!.empty).toEqual(['IC41'])
  })
  it('what went back into a board that nobody has touched is in', () => {
    const { t, write } = composing()
    write('out U1 bag 1')
    write('in U1')
    expect(given(t)).toEqual([])
  })
})

describe('a position that was worked on', () => {
  it('was looked at, though its part never left it', () => {
    const { t, write } = composing()
    write('clean IC41 alcohol')
    write('reseat IC41')
    expect(row(t, 'IC41')).toMatchObject({ content: 'unseen', worked: { verbs: ['cleaned', 'reseated'] } })
    expect(row(t, 'IC40')?.worked).toBeUndefined()
  })
})

describe('what a position was found to hold', () => {
  const origins = (t: Teller) =>
    [...t.world().parts.values()].map((p) => [p.start?.position, p.partKind, p.origin])
  it('who fitted a list of them', () => {
    const { t, write } = composing()
    write('found IC40, IC41 earlier repair')
    expect(origins(t)).toEqual([
      ['IC40', undefined, 'earlier repair'],
      ['IC41', undefined, 'earlier repair'],
    ])
    expect(originalityOf(t.world(), machine(t), [])!.notOriginal.map((n) => n.position)).toEqual([
      'IC40',
      'IC41',
    ])
  })
  it('another part than belongs there, which is said before Enter', () => {
    const { t, parse, write } = composing()
    const parsed = parse('found IC40 74LS373, earlier repair')
    expect(parsed.ok && parsed.effects).toMatchObject([{ does: 'found to hold', instead: '74LS374' }])
    write('found IC40 74LS373, earlier repair')
    expect(t.world().parts.get(found(home, 'IC40'))).toMatchObject({
      partKind: '74LS373',
      origin: 'earlier repair',
    })
  })
  it('in a position that was empty by the record: it is filled', () => {
    const { t, write } = composing()
    write('out IC40 bag 1')
    write('found IC40 74LS374')
    expect(row(t, 'IC40')).toMatchObject({ content: 'part' })
    write('out C12 bag 2')
    write('fitted C12 470uF 16V')
    expect(row(t, 'C12')).toMatchObject({
      content: 'part',
      part: { label: expect.stringContaining('capacitor') },
    })
  })
  it('asks what, or who', () => {
    const { parse } = composing()
    expect(parse('found IC40')).toMatchObject({ ok: false, problem: { why: 'form' } })
    expect(bodies(parse('found IC40 factory'))).toMatchObject([{ origin: 'factory' }])
  })
})

describe('the way back', () => {
  const swapped = (before: readonly string[]) => {
    const { t, write } = composing()
    for (const line of before) write(line)
    write('swap IC40 < E-2 IC40 > bag 2')
    return modificationsOf(t.world(), machine(t)).find((m) => m.target === 'IC40')!
  }
  it.each([
    ['an original that is whole goes back', [], 'put the original back'],
    ['one that is no original is what was there', ['found IC40 earlier repair'], 'put back what was there'],
    ['one that is bad would not work', ['bad IC40 by reading: silent'], 'the original is not whole'],
  ])('%s', (_name, before, undo) => {
    const row = swapped(before)
    expect(row.undo).toBe(undo)
    expect(undoList([row])).toHaveLength(undo === 'the original is not whole' ? 0 : 1)
  })
})

describe('what cannot be undone', () => {
  it('counts originals thrown away, damage, cut and repainted cases and broken seals, with the reason', () => {
    const { t, write, episode } = composing()
    t.told('2026-03-05T10:00:00.000Z', {
      kind: 'evidence',
      what: 'noted',
      machine: home,
      sort: 'warranty seal',
      where: 'over the lid screw',
    })
    const seal = t.entries.at(-1)!.id
    write('out IC41 bag 1')
    write('discard IC41')
    write('damage C12 pad lifted, iron too hot, by us')
    write('paint case black as outside')
    t.told(
      composingNow,
      {
        kind: 'evidence',
        what: 'gone',
        machine: home,
        evidence: seal,
        how: 'broken',
        words: 'the lid had to come off',
      },
      { episode },
    )
    const { cannot, of, can } = reversibilityOf(t.world(), machine(t))
    expect(cannot.map((u) => [u.target, u.why, u.reason])).toEqual(
      expect.arrayContaining([
        ['IC41', 'its original is gone', undefined],
        ['C12', 'cut or covered for good', 'pad lifted, iron too hot'],
        ['case', 'cut or covered for good', expect.stringContaining('black')],
        ['warranty seal, over the lid screw', 'a seal or label is gone', 'the lid had to come off'],
      ]),
    )
    expect([can, of]).toEqual([0, 4])
  })
})

describe('a line of the log', () => {
  it('keeps the names of its time when the board that it names has gone to another machine', () => {
    const { t, write } = composing()
    write('out U1 bag 1', '2026-03-06T10:00:00.000Z')
    const out = t.entries.at(-1)!
    const say = () =>
      entryWords(out.body, {
        labels: labelsFor(t.world(), t.world().line),
        machine: home,
        now: composingNow,
        zone: composingZone,
        at: sortKey(out.happenedAt),
      }).what
    const before = say()
    expect(before).toMatch(/^out U1: 8048, to tray/)
    t.told('2026-03-07T10:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(other, 'keyboard'),
          from: slot(other, 'keyboard'),
          to: { in: { kind: 'store', id: 'shelf' } },
        },
        { part: found(home, 'keyboard'), from: slot(home, 'keyboard'), to: slot(other, 'keyboard') },
      ],
    })
    expect(say()).toBe(before)
  })
})
