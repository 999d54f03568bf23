/** Which part goes where, as tables: every cost and every bar of a candidate, what is bought, and whole machines of a group. */
import { describe, expect, it } from 'vitest'
import type { PartId } from '#core/ids.ts'
import { positionSchema, type SheetPosition } from '#core/type/sheet.ts'
import { allot, asksWords, buyList, serves, toBuy, type Spare, type Wanted } from './buying.ts'
import { appraise, chooseDonors, usualWeights, type Candidate, type Donor, type Need } from './donors.ts'
import {
  mostUnits,
  wholeMachines,
  type LotUnit,
  type ModuleKind,
  type ModuleState,
} from './whole-machines.ts'

const position = (designator: string, more: object = {}): SheetPosition =>
  positionSchema.parse({ designator, accepts: 'relay', ...more })
const need = (more: Partial<Need> = {}): Need => ({
  key: 'K1',
  machine: 'taker',
  machineLabel: 'E-1',
  place: { in: { kind: 'store', id: 'K1' } },
  position: position('K1', { mount: 'socketed' }),
  positions: [],
  why: 'empty',
  chargeEnded: false,
  ...more,
})
const donor = (more: Partial<Donor> = {}): Donor => ({
  machine: 'giver',
  label: 'E-2',
  purpose: 'parts source',
  legal: 'entered, undecided',
  completeness: 1,
  working: false,
  ofItsType: 3,
  essential: false,
  mount: 'socketed',
  ...more,
})
const candidate = (part: string, more: Partial<Candidate> = {}): Candidate => ({
  part: part as PartId,
  label: part,
  place: { in: { kind: 'store', id: 'drawer' } },
  placeLabel: 'drawer',
  facts: { partKind: 'relay', attributes: {}, health: 'proved good' },
  ...more,
})
const healthy = (health: Candidate['facts']['health']) => ({
  facts: { partKind: 'relay', attributes: {}, health },
})

describe('what a candidate costs, whole (points of the house)', () => {
  const spare = { labour: 1 }
  const rows: readonly (readonly [string, Partial<Need>, Partial<Candidate>, Record<string, number>])[] = [
    ['a proved spare', {}, {}, spare],
    ['one that is soldered', { position: position('K1', { mount: 'soldered' }) }, {}, { labour: 6 }],
    ['one that is screwed', { position: position('K1', { mount: 'screwed' }) }, {}, { labour: 2 }],
    ['not shown faulty', {}, healthy('not shown faulty'), { ...spare, risk: 2, remarks: 1 }],
    ['not known', {}, healthy('unknown'), { ...spare, risk: 3 }],
    ['suspect', {}, healthy('suspect'), { ...spare, risk: 12 }],
    ['proved bad', {}, healthy('proved bad'), { ...spare, risk: 60, remarks: 1 }],
    // The print is looked at in any case: it costs nothing.
    ['polarised', { position: position('K1', { polarised: true, mount: 'socketed' }) }, {}, spare],
    ['out of a parts source', {}, { donor: donor() }, { labour: 2, purpose: 1, completeness: 3 }],
    [
      'that would be incomplete without it',
      {},
      { donor: donor({ essential: true, completeness: 0.5 }) },
      { labour: 2, purpose: 1, completeness: 4 },
    ],
    [
      'out of a working exhibit, the last of its type, accessioned and fine',
      {},
      {
        donor: donor({
          purpose: 'working exhibit',
          working: true,
          ofItsType: 1,
          legal: 'accessioned',
          grade: 1,
          completeness: 0,
        }),
      },
      { labour: 2, purpose: 24, works: 10, rare: 6, accessioned: 10, grade: 6 },
    ],
    [
      'one of two',
      {},
      { donor: donor({ ofItsType: 2, completeness: 0 }) },
      { labour: 2, purpose: 1, rare: 3 },
    ],
    ['of the worst grade', {}, { donor: donor({ grade: 4, completeness: 0 }) }, { labour: 2, purpose: 1 }],
    [
      'of a grade between',
      {},
      { donor: donor({ grade: 3, completeness: 0 }) },
      { labour: 2, purpose: 1, grade: 1 },
    ],
    [
      'of another revision',
      { revision: 'B' },
      { donor: donor({ revision: 'C', completeness: 0 }) },
      { labour: 2, purpose: 1, revision: 4 },
    ],
    [
      'of the same revision',
      { revision: 'B' },
      { donor: donor({ revision: 'B', completeness: 0 }) },
      { labour: 2, purpose: 1 },
    ],
    [
      'its revision not known',
      { revision: 'B' },
      { donor: donor({ completeness: 0 }) },
      { labour: 2, purpose: 1 },
    ],
    [
      'the taker’s not known',
      {},
      { donor: donor({ revision: 'C', completeness: 0 }) },
      { labour: 2, purpose: 1 },
    ],
  ]
  it.each(rows)('%s', (_, at, what, expected) => {
    const found = appraise(need(at), candidate('R1', what))
    expect(Object.fromEntries(found.costs.map((c) => [c.why, c.points]))).toEqual(expected)
    expect(found.total).toBe(Object.values(expected).reduce((a, b) => a + b, 0))
  })
  it('is multiplied by its weight', () => {
    const found = appraise(need(), candidate('R1', healthy('unknown')), {
      ...usualWeights,
      risk: 2,
      labour: 0.5,
    })
    expect(found.costs).toEqual([
      { why: 'labour', points: 0.5 },
      { why: 'risk', points: 6 },
    ])
  })
})

describe('why a candidate may not be given', () => {
  const occupant = { part: 'R1' as PartId, label: 'R1' }
  const rows: readonly (readonly [string | undefined, Partial<Need>, Partial<Candidate>, boolean?])[] = [
    [undefined, {}, {}],
    ['already here', { occupant }, {}],
    ['does not fit', {}, { facts: { partKind: 'lamp', attributes: {}, health: 'unknown' } }],
    [
      'never',
      { position: position('K1', { safetyClass: 'X' }) },
      { facts: { partKind: 'relay', attributes: {}, health: 'unknown' } },
    ],
    ['bound', {}, { bound: 'kept for E-9' }],
    ['proved bad', {}, healthy('proved bad')],
    [undefined, {}, healthy('suspect')],
    ['the owner refused', {}, { donor: donor({ consent: 'refused' }) }, true],
    ['owner’s consent', {}, { donor: donor({ consent: 'not asked' }) }, true],
    [undefined, {}, { donor: donor({ consent: 'given' }) }],
    [undefined, {}, { donor: donor({ purpose: 'undecided' }) }],
    ...(['working exhibit', 'display', 'reserve', 'study', 'for sale'] as const).flatMap(
      (purpose) =>
        [
          ['a steward decides', {}, { donor: donor({ purpose }) }],
          [undefined, {}, { donor: donor({ purpose }) }, true],
        ] as const,
    ),
    ['a steward decides', {}, { donor: donor({ legal: 'accessioned' }) }],
    [undefined, {}, { donor: donor({ legal: 'accessioned' }) }, true],
  ]
  it.each(rows.map((row) => [row[0], row] as const))('%s', (bar, [, at, what, allows]) =>
    expect(appraise(need(at), candidate('R1', what), usualWeights, allows).bar).toBe(bar),
  )
})

describe('choosing', () => {
  const cheap = candidate('cheap')
  const dear = candidate('dear', healthy('unknown'))
  const lamp = candidate('lamp', { facts: { partKind: 'lamp', attributes: {}, health: 'proved good' } })
  const bad = candidate('bad', healthy('proved bad'))
  it('ranks those that may be given first, the cheapest first, and leaves out other kinds', () => {
    const [choice] = chooseDonors([need()], [bad, dear, lamp, cheap])!.choices
    expect(choice?.ranked.map((a) => a.candidate.part)).toEqual(['cheap', 'dear', 'bad'])
    expect([choice?.chosen?.candidate.part, choice?.givenElsewhere]).toEqual(['cheap', undefined])
  })
  it('says what another need got instead', () => {
    const urgent = need({ key: 'K2', position: position('K2', { mount: 'socketed' }) })
    const found = chooseDonors([need(), urgent], [cheap, dear])!
    expect([found.served, found.cost]).toEqual([2, 5])
    const elsewhere = found.choices.map((c) => [c.chosen?.candidate.part, c.givenElsewhere?.candidate.part])
    expect(elsewhere).toContainEqual(['cheap', undefined])
    expect(elsewhere).toContainEqual(['dear', 'cheap'])
  })
  it('chooses nothing where nothing may be given, and counts no need as served', () => {
    const found = chooseDonors([need()], [bad])!
    expect(found).toMatchObject({ served: 0, cost: 0 })
    expect(found.choices[0]).toMatchObject({ chosen: undefined, givenElsewhere: undefined })
    expect(chooseDonors([], [cheap])).toEqual({ choices: [], served: 0, cost: 0 })
  })
  it('ends when it is stopped, before and in the middle', () => {
    let asked = 0
    expect(chooseDonors([need()], [cheap], usualWeights, false, () => true)).toBeUndefined()
    expect(chooseDonors([need()], [cheap], usualWeights, false, () => asked++ > 0)).toBeUndefined()
  })
})

describe('spares shared out, whole', () => {
  const at = (designator: string, ratingVolts?: number) =>
    position(designator, { accepts: 'electrolytic capacitor', ...(ratingVolts ? { ratingVolts } : {}) })
  const spare = (rating: string, free = 1, health: Spare['facts']['health'] = 'unknown') => ({
    facts: { partKind: 'electrolytic capacitor', attributes: { rating }, health },
    free,
    label: rating,
  })
  const shared = (positions: readonly SheetPosition[], spares: readonly (Spare & { label: string })[]) =>
    allot(positions, spares).map((s) => s?.label)
  it.each<
    readonly [string, readonly SheetPosition[], readonly (Spare & { label: string })[], readonly unknown[]]
  >([
    ['nothing to nothing', [], [], []],
    ['nothing to one', [at('C1')], [], [undefined]],
    ['one to the first of two', [at('C1'), at('C2')], [spare('16 V')], ['16 V', undefined]],
    ['two of one bag', [at('C1'), at('C2')], [spare('16 V', 2)], ['16 V', '16 V']],
    ['none of an empty bag', [at('C1')], [spare('16 V', 0)], [undefined]],
    [
      'none of a bag counted short',
      [at('C1'), at('C2')],
      [spare('16 V', -2), spare('16 V', 1)],
      ['16 V', undefined],
    ],
    [
      'the stronger to the stricter',
      [at('C1', 10), at('C2', 30)],
      [spare('35 V'), spare('16 V')],
      ['16 V', '35 V'],
    ],
    [
      'by giving way twice',
      [at('C1', 10), at('C2', 20), at('C3', 30)],
      [spare('35 V'), spare('25 V'), spare('16 V')],
      ['16 V', '25 V', '35 V'],
    ],
    [
      'no suspect, nothing proved bad',
      [at('C1')],
      [spare('16 V', 1, 'suspect'), spare('25 V', 1, 'proved bad')],
      [undefined],
    ],
  ])('%s', (_, positions, spares, expected) => expect(shared(positions, spares)).toEqual(expected))
  it('counts for every position what would serve it if nobody else wanted it', () => {
    const wanted = [at('C1', 10), at('C2', 30), at('C3', 50)].map((p): Wanted => ({
      position: p,
      label: p.designator,
      kept: false,
    }))
    expect(toBuy({ wanted, spares: [spare('35 V', 2), spare('16 V', 3)], low: [] })).toEqual({
      serving: [5, 2, 0],
      buy: [{ kind: 'electrolytic capacitor', asks: '50 V', count: 1, because: 'needed', where: ['C3'] }],
    })
  })
  it('is not served by what is suspect', () => {
    for (const [health, expected] of [
      ['suspect', false],
      ['proved bad', false],
      ['unknown', true],
      ['not shown faulty', true],
    ] as const)
      expect(serves(at('C1'), spare('16 V', 1, health).facts)).toBe(expected)
    expect(serves(at('C1'), { ...spare('16 V').facts, partKind: 'lamp' })).toBe(false)
    expect(serves(at('C1', 25), spare('16 V').facts)).toBe(false)
  })
})

describe('an order, whole', () => {
  const wanted = (designator: string, accepts: string, more: object = {}, kept = false): Wanted => ({
    position: position(designator, { accepts, ...more }),
    label: designator,
    kept,
  })
  const line = (kind: string, count: number, where: readonly string[], asks?: string) => ({
    kind,
    asks,
    count,
    because: 'needed',
    where,
  })
  it('puts the most wanted first, then by name, and what is kept nowhere', () => {
    expect(
      buyList(
        [
          wanted('K1', 'relay'),
          wanted('L1', 'lamp'),
          wanted('F1', 'fuse', { asks: { value: '1 A' } }),
          wanted('F2', 'fuse', { asks: { value: '1 A' } }),
          wanted('F3', 'fuse', { asks: { value: '2 A' } }),
          wanted('X1', 'crystal', {}, true),
        ],
        [],
        [],
      ),
    ).toEqual([
      line('fuse', 2, ['F1', 'F2'], '1 A'),
      line('fuse', 1, ['F3'], '2 A'),
      line('lamp', 1, ['L1']),
      line('relay', 1, ['K1']),
    ])
  })
  it.each([
    [{}, undefined],
    [{ asks: { value: '47 µF' } }, '47 µF'],
    [{ ratingVolts: 16 }, '16 V'],
    [{ asks: { value: '47 µF', rating: '25 V' }, ratingVolts: 16 }, '47 µF 25 V'],
    [{ asks: { value: '47 µF' }, ratingVolts: 16 }, '47 µF 16 V'],
    [{ asks: { body: '10x16' } }, undefined],
  ])('asks for %j: %s', (asked, words) => expect(asksWords(position('C1', asked))).toBe(words))
  it.each([
    [5, 5, 5],
    [2, 5, 8],
    [0, 0, 1],
    [12, 5, 1],
  ])('a lot with %d free at a level of %d: %d', (free, reorderAt, count) =>
    expect(buyList([], [], [{ label: 'L-1 fuses', free, reorderAt }])).toEqual([
      { kind: 'L-1 fuses', asks: undefined, count, because: 'lot at its level', where: ['L-1 fuses'] },
    ]),
  )
})

describe('whole machines of a group, whole', () => {
  const kinds: readonly ModuleKind[] = [
    { kind: 'case', labour: Number.POSITIVE_INFINITY },
    { kind: 'board', labour: 4 },
    { kind: 'keypad', labour: 1 },
  ]
  const letters: Readonly<Record<string, ModuleState>> = { g: 'good', b: 'bad', m: 'missing', k: 'unknown' }
  /** "ggb 3": case and board good, keypad bad, worth 3. */
  const units = (...rows: readonly string[]): LotUnit[] =>
    rows.map((row, i) => ({
      id: String(i + 1),
      modules: Object.fromEntries(kinds.map(({ kind }, k) => [kind, letters[row[k] ?? 'm'] ?? 'missing'])),
      worth: Number(row.slice(4)),
    }))
  const plan = (rows: readonly string[], some = kinds, fits?: Parameters<typeof wholeMachines>[2]) => {
    const made = wholeMachines(units(...rows), some, fits)!
    return {
      ...made,
      moves: made.moves.map((m) => `${m.kind} ${m.from}→${m.to}`),
      remains: made.remains.map((r) => `${r.kind} ${r.unit}`),
    }
  }
  const nothing = { machines: [], moves: [], cost: 0, remains: [], toBuy: [], limitedBy: [] }
  const three = ['case', 'board', 'keypad']
  it.each<readonly [string, readonly string[], object]>([
    ['no unit', [], nothing],
    ['one that is whole', ['ggg 3'], { ...nothing, machines: ['1'] }],
    [
      'one that lacks its keypad',
      ['ggb 3'],
      { ...nothing, cost: 3, remains: ['case 1', 'board 1'], toBuy: ['keypad'], limitedBy: ['keypad'] },
    ],
    ['none with anything good', ['bbb 3', 'mbk 2'], { ...nothing, cost: 5, toBuy: three, limitedBy: three }],
    [
      'two of three',
      ['ggb 1', 'gbg 2', 'bgg 3'],
      {
        ...{ machines: ['1', '2'], moves: ['board 3→2', 'keypad 3→1'], cost: 8, remains: [] },
        ...{ toBuy: three, limitedBy: three },
      },
    ],
    [
      'what remains is counted for one more',
      ['ggg 1', 'gbb 2', 'bbg 3'],
      {
        ...nothing,
        machines: ['1'],
        cost: 5,
        remains: ['case 2', 'keypad 3'],
        toBuy: ['board'],
        limitedBy: ['board'],
      },
    ],
    [
      'a case cannot be moved',
      ['ggg 1', 'bgg 2', 'gbb 3', 'gbb 0'],
      {
        ...{ machines: ['1', '3'], moves: ['board 2→3', 'keypad 2→3'], cost: 7, remains: ['case 4'] },
        ...{ toBuy: ['board', 'keypad'], limitedBy: ['board', 'keypad'] },
      },
    ],
    [
      'the worthiest stays whole',
      ['ggg 1', 'ggb 2', 'ggb 3'],
      {
        ...{ machines: ['3'], moves: ['keypad 1→3'], cost: 4 },
        ...{ remains: ['case 1', 'case 2', 'board 1', 'board 2'], toBuy: ['keypad'], limitedBy: ['keypad'] },
      },
    ],
  ])('%s', (_, rows, expected) => expect(plan(rows)).toEqual(expected))
  it('without kinds every unit is one', () =>
    expect(plan(['ggg 0', 'bbb 0'], [])).toEqual({ ...nothing, machines: ['1', '2'] }))
  it('a module that remains and fits no other unit serves none', () => {
    // The board of unit 3 is of another revision.
    expect(
      plan(['ggb 1', 'gbg 2', 'bgg 3'], kinds, (kind, from) => kind !== 'board' || from !== '3'),
    ).toEqual({
      ...{ machines: ['1'], moves: ['keypad 2→1'], cost: 6, remains: ['case 2', 'board 3', 'keypad 3'] },
      ...{ toBuy: ['board'], limitedBy: three },
    })
  })
  it('takes as many units as can be tried, and no more', () => {
    const many = (n: number) => Array.from({ length: n }, (): LotUnit => ({ id: 'u', modules: {}, worth: 0 }))
    expect(() => wholeMachines(many(mostUnits + 1), kinds)).toThrow('17 units are more than 16')
    expect(wholeMachines(many(mostUnits), kinds)?.machines).toEqual([])
  })
})
