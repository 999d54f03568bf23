import { describe, expect, it } from 'vitest'
import { bodies, composing, problem } from '#core/testing/composing.ts'
import { home, terminalSheet } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { renewalView } from '#core/views/renewal.ts'
import type { LotId, PartId } from '#core/ids.ts'
import { learnedFrom, withLearned } from './learned.ts'
import { numberedId } from '#core/testing/script.ts'
import { fromStockFor, orderList, ratingsSaid, wantsOf } from './renewal.ts'

const sheet = sheetSchema.parse({
  ...terminalSheet,
  positions: [
    ...terminalSheet.positions,
    { designator: 'C13', accepts: 'electrolytic capacitor', polarised: true, asks: { value: '47 uF' } },
    {
      designator: 'C14',
      accepts: 'electrolytic capacitor',
      polarised: true,
      asks: { value: '47uF' },
      ratingVolts: 35,
    },
  ],
})
const at = '2026-03-02T10:00:00.000Z'
const view = (scene: ReturnType<typeof composing>, kind?: string) => {
  const world = scene.t.world()
  return renewalView(world, world.machines.get(home)!, kind)
}
const row = (scene: ReturnType<typeof composing>, position: string) =>
  view(scene).rows.find((r) => r.position === position)!

describe('what each source says', () => {
  it('is kept apart, and a difference is flagged', () => {
    const scene = composing(sheet)
    scene.write('fitted C12 100uF 35V', at)
    scene.write('print C12 47uF 37V minus left', at)
    expect(row(scene, 'C12')).toMatchObject({
      said: { part: { value: '100uF', rating: '35V' }, print: { value: '47uF', rating: '37V' } },
      // The sheet’s 16 V stands for the schematic that nobody read; 37 V is no usual rating.
      trouble: { differ: true, unusual: [37], leastVolts: 37 },
      // The part that is in it may be an earlier guess: the print counts before it.
      wants: { value: '47uF', leastVolts: 37 },
    })
  })
  it('the schematic decides the value', () =>
    expect(
      wantsOf(
        { part: { value: '1 uF' }, print: { value: '2u2' }, schematic: { value: '4u7' } },
        { value: '10 uF' },
        undefined,
      ).wants.value,
    ).toBe('4u7'))
  it('the sheet stands for a schematic that nobody read', () =>
    expect(ratingsSaid({ part: { rating: '25 V' } }, 16)).toEqual([
      { by: 'part', volts: 25 },
      { by: 'schematic', volts: 16 },
    ]))
  it('wants a position and a value', () => {
    expect(problem(composing(sheet).parse('print nowhere 47uF'))).toMatchObject({ why: 'which position' })
    expect(problem(composing(sheet).parse('print C12 smudged'))).toMatchObject({ why: 'form' })
    expect(bodies(composing(sheet).parse('print C12 474 50V 105C'))[0]).toMatchObject({
      attributes: { value: '474', rating: '50V', temperature: '105C' },
    })
  })
})

describe('what belongs in the set', () => {
  const under = (option: string) => {
    const scene = composing(sheet)
    scene.t.told('2026-02-01T10:00:00.000Z', {
      kind: 'rule',
      what: 'policy',
      key: 'renewing capacitors',
      option,
      reason: 'x',
    })
    scene.t.told(at, { kind: 'part', what: 'health', part: numberedId<PartId>(1, 6), health: 'unknown' })
    scene.t.told(at, {
      kind: 'finding',
      what: 'noted',
      machine: home,
      zone: 'board',
      sort: 'leak residue',
      place: 'beside C13',
      severity: 'damages',
      activity: 'active',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
    })
    return view(scene).rows.flatMap((r) => (r.because ? [r.position] : []))
  }
  it.each([
    ['all, preventively', ['C12', 'C13', 'C14']],
    ['only leaking or suspect', ['C13']],
    ['only what measures bad', []],
    ['never without a fault', []],
  ])('%s', (option, positions) => expect(under(option)).toEqual(positions))
})

describe('done and verified are two things', () => {
  it('a part that came in is done; each verification is its own', () => {
    const scene = composing(sheet)
    scene.t.told('2026-03-01T08:00:00.000Z', {
      kind: 'part',
      what: 'identified',
      part: numberedId<PartId>(1, 6),
      partKind: 'electrolytic capacitor',
      tag: 'P-0500',
      attributes: { rating: '25 V' },
      place: { in: { kind: 'store', id: 'drawer' } },
    })
    scene.write('verify C12 polarity, print and part agree', at)
    scene.write('swap C12 < P-0500', '2026-03-02T11:00:00.000Z')
    // What was verified before the part came in says nothing of this one.
    expect(row(scene, 'C12')).toMatchObject({
      done: { label: 'P-0500 electrolytic capacitor' },
      verified: [],
    })
    scene.write('verify C12 polarity and joint', '2026-03-02T11:10:00.000Z')
    expect(row(scene, 'C12').verified).toEqual(['polarity', 'joint'])
  })
})

describe('the order list', () => {
  it('groups by value and rating, with spares, and leaves out what is done', () => {
    const scene = composing(sheet)
    scene.t.told('2026-02-01T10:00:00.000Z', {
      kind: 'rule',
      what: 'policy',
      key: 'renewing capacitors',
      option: 'all, preventively',
      reason: 'x',
    })
    scene.write('print C13 47u 35V', at)
    expect(orderList(view(scene).rows)).toEqual([
      { kind: 'electrolytic capacitor', value: '47 uF', leastVolts: 35, positions: ['C13', 'C14'], count: 3 },
    ])
  })
})

describe('what lies in the house for a set', () => {
  it('serves each position by value and the highest rating said, once; only the rest is ordered', () => {
    const scene = composing(sheet)
    scene.t.told('2026-02-01T10:00:00.000Z', {
      kind: 'rule',
      what: 'policy',
      key: 'renewing capacitors',
      option: 'all, preventively',
      reason: 'x',
    })
    scene.write('print C12 47uF 25V', at)
    const { rows } = view(scene)
    const spare = (value: string, rating: string, free: number, label: string) => ({
      facts: {
        partKind: 'electrolytic capacitor',
        attributes: { value, rating },
        health: 'unknown' as const,
      },
      free,
      label,
    })
    const stocked = fromStockFor(rows, [
      spare('47 µF', '16 V', 9, 'too weak'),
      spare('47 µF', '25 V', 1, 'bag A'),
      spare('47 µF', '50 V', 1, 'bag B'),
    ])
    // C13 asks for no rating; C12 wants 25 V by its print, C14 35 V by the sheet: the strict ones get the two that serve them.
    expect(stocked).toEqual([
      { position: 'C12', from: 'bag A' },
      { position: 'C13', from: 'too weak' },
      { position: 'C14', from: 'bag B' },
    ])
    expect(orderList(rows, stocked)).toEqual([])
    expect(orderList(rows, stocked.slice(0, 2)).map((l) => l.positions)).toEqual([['C14']])
  })
})

describe('what a renewal teaches the type sheet', () => {
  const taught = (lines: readonly string[]) => {
    const scene = composing(sheet)
    for (const line of lines) scene.write(line, at)
    return { view: view(scene), met: scene.t.world().machines.get(home)!.metPositions }
  }
  it('is what schematic and print say otherwise than the sheet; what only the part says is not sure', () => {
    const { view } = taught(['schematic C12 100uF 25V', 'print C13 47u 105C', 'fitted C14 68uF 35V'])
    expect(view.teaches?.learned).toEqual([
      { position: 'C12', fact: 'value', is: '100uF', by: 'schematic' },
      { position: 'C12', fact: 'rating', was: '16 V', is: '25V', by: 'schematic' },
      { position: 'C13', fact: 'temperature', is: '105C', by: 'print' },
      { position: 'C14', fact: 'value', was: '47uF', is: '68uF', by: 'part', doubt: 'by the part only' },
    ])
  })
  it('adds positions that no sheet knew, learned as they were read', () => {
    const { view, met } = taught(['print C77 electrolytic 220uF 10V plus left'])
    expect(view.rows.map((r) => r.position)).toEqual(['C12', 'C13', 'C14', 'C77'])
    const learned = view.teaches!.learned
    expect(learned.map((l) => [l.position, l.fact, l.is])).toEqual([
      ['C77', 'position', 'electrolytic capacitor'],
      ['C77', 'value', '220uF'],
      ['C77', 'rating', '10V'],
    ])
    const next = withLearned(sheet, learned, met)
    expect(next.positions.at(-1)).toMatchObject({
      designator: 'C77',
      polarised: true,
      asks: { value: '220uF', rating: '10V' },
      ratingVolts: 10,
    })
    // Published, the sheet says what the map says: nothing is left to teach.
    expect(learnedFrom(view.rows, next, met)).toEqual([])
    expect(sheetSchema.parse(next)).toEqual(next)
  })
  it('doubts a rating that nobody makes', () => {
    expect(
      taught(['schematic C12 100uF 26V']).view.teaches?.learned.find((l) => l.fact === 'rating'),
    ).toMatchObject({ is: '26V', doubt: 'no usual rating' })
  })
  it('writes only what was chosen', () => {
    const { view, met } = taught(['schematic C12 100uF 25V'])
    const next = withLearned(
      sheet,
      view.teaches!.learned.filter((l) => l.fact === 'value'),
      met,
    )
    expect(next.positions.find((p) => p.designator === 'C12')).toMatchObject({
      ratingVolts: 16,
      asks: { value: '100uF' },
    })
  })
})

describe('what a renewal cost', () => {
  it('is summed by currency, from lots by their share and from parts by their own price, rounded once', () => {
    const scene = composing(sheet)
    const { t } = scene
    const lot = numberedId<LotId>(1, 11)
    const drawer = { in: { kind: 'store' as const, id: 'drawer' } }
    t.told(at, {
      kind: 'lot',
      what: 'identified',
      lot,
      partKind: 'electrolytic capacitor',
      tag: 'L-0001',
      attributes: { value: '47 uF', rating: '35 V' },
    })
    // Seven for 1.00: a piece costs a broken number of cents.
    t.told(at, {
      kind: 'lot',
      what: 'got',
      lot,
      n: 7,
      place: drawer,
      origin: 'bought',
      price: { minor: 100, currency: 'EUR' },
    })
    t.told(at, {
      kind: 'part',
      what: 'identified',
      part: numberedId<PartId>(2, 6),
      partKind: 'electrolytic capacitor',
      tag: 'P-2',
      place: drawer,
      attributes: { value: '47 uF', rating: '35 V' },
      price: { minor: 80, currency: 'GBP' },
    })
    const parsed = scene.write('swap C12 < L-0001')
    expect(parsed.ok && parsed.effects.find((e) => e.does === 'takes of lot')).toEqual({
      does: 'takes of lot',
      lot: 'L-0001',
      n: 1,
      from: 'drawer',
      left: 6,
    })
    scene.write('swap C13 < L-0001')
    scene.write('swap C14 < P-2')
    expect(view(scene).cost).toEqual({
      sums: [
        { minor: 29, currency: 'EUR' },
        { minor: 80, currency: 'GBP' },
      ],
      unpriced: 0,
    })
    expect(row(scene, 'C12').done?.label).toContain('electrolytic capacitor')
  })
})
