/**
 * The table of what a pair of tests shows: how they compare × what was changed between them, and each thing that weakens it.
 * The rules are the house's own (docs/decisions/025, 026); nothing published says them.
 */
import { describe, expect, it } from 'vitest'
import {
  fail,
  found,
  home,
  other,
  pass,
  slot,
  terminalSheet,
  twoTerminals,
  typeId,
} from '#core/testing/terminal.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { EntryId, GearId, PartId } from '#core/ids.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import type { Body } from './bodies/index.ts'
import type { TestResult } from './bodies/test.ts'
import { conclusionsOf, type Conclusion } from './attribution.ts'
import { type Strength, type Verdict } from './verdicts.ts'

type TestBody = Extract<Body, { kind: 'test' }>
const at = (minute: number) =>
  new Date(Date.parse('2026-05-20T10:00:00.000Z') + minute * 60_000).toISOString()
const [one, two] = [numberedId<GearId>(1, 5), numberedId<GearId>(2, 5)]

const work = (name: string, reach: 'altered' | 'disturbed' | 'outside', sort = 'position'): Body =>
  ({ kind: 'change', machine: home, target: { sort, name }, verb: 'worked on', reach }) as Body
const trial = (fn: string, result: TestResult, more: Partial<TestBody> = {}): TestBody => ({
  kind: 'test',
  machine: home,
  depth: 'full',
  gear: [],
  results: [{ fn, result }],
  ...more,
})

/** A terminal with two proved displays; bodies told a minute apart; the last conclusion on a function. */
function concluded(
  fn: string,
  bodies: readonly Body[],
  sheet: Partial<SheetFunction> = {},
): Conclusion | undefined {
  return conclusionsIn(told(bodies, fn, sheet), fn).at(-1)
}
function told(bodies: readonly Body[], fn = '', sheet: Partial<SheetFunction> = {}): Teller {
  const { t, episode } = twoTerminals('2026-06-01T12:00:00.000Z')
  const functions = terminalSheet.functions.map((f) => (f.name === fn ? { ...f, ...sheet } : f))
  t.told('2026-01-06T09:00:00.000Z', { kind: 'type', type: typeId, sheet: { ...terminalSheet, functions } })
  t.told('2026-01-06T10:00:00.000Z', {
    kind: 'machine',
    what: 'stated',
    machine: home,
    set: { attributes: { line: '20 mA' } },
  })
  for (const [gear, name] of [
    [one, 'display one'],
    [two, 'display two'],
  ] as const) {
    t.told(at(-60), { kind: 'gear', what: 'identified', gear, name, gearKind: 'display', attributes: {} })
    t.told(at(-59), { kind: 'gear', what: 'proved', gear })
  }
  bodies.forEach((body, i) => t.told(at(i), body, { episode }))
  return t
}
const conclusionsIn = (t: Teller, fn: string, machine = home) =>
  conclusionsOf(t.world(), t.world().machines.get(machine)!).filter((c) => c.fn === fn)

// *self-test* depends on IC31, IC32 and the supply.
const A = [work('IC31', 'altered'), work('IC32', 'altered'), work('supply', 'altered', 'assembly')] as const
const D = [work('IC31', 'disturbed'), work('IC32', 'disturbed')] as const
const U = work('IC41', 'altered')
const V = work('C12', 'disturbed')
const outside = work('lid', 'outside', 'surface')

interface Case {
  readonly between: string
  readonly steps: readonly Body[]
  readonly otherGear?: boolean
}
const cases: readonly Case[] = [
  { between: 'nothing', steps: [] },
  { between: 'outside only', steps: [outside] },
  { between: 'one altered', steps: [A[0]] },
  { between: 'two altered', steps: [A[0], A[1]] },
  { between: 'three altered', steps: [...A] },
  { between: 'one disturbed', steps: [D[0]] },
  { between: 'two disturbed', steps: [...D] },
  { between: 'altered and disturbed', steps: [A[0], D[1]] },
  { between: 'altered off the list', steps: [U] },
  { between: 'disturbed off the list', steps: [V] },
  { between: 'altered, and one off the list', steps: [A[0], U] },
  { between: 'disturbed, and one off the list', steps: [D[0], V] },
  { between: 'other gear', steps: [], otherGear: true },
  { between: 'altered, and other gear', steps: [A[0]], otherGear: true },
]
const [shown, presumed, nothing] = ['shown', 'presumed', 'shows nothing'] as const
type Row = readonly [Verdict, Strength] | undefined
const partly: TestResult = { is: 'partly', good: 1, of: 3 }

/** By case, in the order of `cases`. Undefined: there is nothing to say. */
const table: Readonly<Record<string, { before: TestResult; after: TestResult; rows: readonly Row[] }>> = {
  better: {
    before: fail,
    after: pass,
    rows: [
      ['came back by itself', nothing],
      ['came back by itself', nothing],
      ['cause shown', shown],
      ['cause not separated', nothing],
      ['cause not separated', nothing],
      ['cause presumed', presumed],
      ['cause not separated', nothing],
      ['cause not separated', nothing],
      ['outside what was declared', nothing],
      ['outside what was declared', nothing],
      ['cause presumed', presumed],
      ['cause presumed', presumed],
      ['cause presumed', presumed],
      ['cause not separated', nothing],
    ],
  },
  'better, not cured': {
    before: fail,
    after: partly,
    rows: Array.from({ length: 14 }, (): Row => ['better, not cured', nothing]),
  },
  same: {
    before: fail,
    after: fail,
    rows: [
      undefined,
      undefined,
      ['no effect', shown],
      ['no lasting effect together', shown],
      ['no lasting effect together', shown],
      ['no effect', presumed],
      ['no lasting effect together', shown],
      ['no lasting effect together', shown],
      undefined,
      undefined,
      ['no effect', shown],
      ['no effect', presumed],
      undefined,
      ['no effect', shown],
    ],
  },
  worse: {
    before: pass,
    after: fail,
    rows: [
      ['failed on its own', shown],
      ['failed on its own', shown],
      ['caused by', shown],
      ['among', nothing],
      ['among', nothing],
      ['caused by', presumed],
      ['among', nothing],
      ['among', nothing],
      ['outside what was declared', nothing],
      ['outside what was declared', nothing],
      ['caused by', presumed],
      ['caused by', presumed],
      ['caused by', presumed],
      ['among', nothing],
    ],
  },
  'still good': {
    before: pass,
    after: pass,
    rows: cases.map((): Row => undefined),
  },
}
// Somebody says that it fails in another way: the new failure is judged as one that came.
const another: (typeof table)[string] = {
  before: fail,
  after: { is: 'fail', another: true, symptom: 'other screen' },
  rows: table['worse']!.rows,
}

describe('what a pair of tests shows', () => {
  const rows = Object.entries({ ...table, another }).flatMap(([compare, { before, after, rows }]) =>
    cases.map((c, i) => ({ compare, before, after, row: rows[i], ...c })),
  )
  it.each(rows)('$compare, between them $between', ({ before, after, steps, otherGear, row }) => {
    const found = concluded('self-test', [
      trial('self-test', before, { gear: otherGear ? [one] : [] }),
      ...steps,
      trial('self-test', after, { gear: otherGear ? [two] : [] }),
    ])
    expect(found && [found.verdict, found.strength]).toEqual(row)
    if (!found) return
    const names = (list: Conclusion['changes']) => list.map((c) => c.target.name)
    const touched = (body: Body) => (body.kind === 'change' ? body.target.name : '')
    const among = [...names(found.changes), ...names(found.orDisturbed), ...names(found.unlisted)]
    expect(new Set(among)).toEqual(new Set(steps.filter((s) => s !== outside).map(touched)))
    expect(found.otherGear).toEqual(otherGear ? [two] : [])
  })

  it('gear that only another function needs is no candidate, though one line names it', () => {
    const [first, second] = [numberedId<GearId>(3, 5), numberedId<GearId>(4, 5)]
    const simulator = (gear: GearId): Body => ({
      kind: 'gear',
      what: 'identified',
      gear,
      name: `box ${gear.slice(-1)}`,
      gearKind: 'line simulator',
      attributes: { line: '20 mA' },
    })
    const both = (result: TestResult, gear: GearId) =>
      trial('self-test', result, {
        gear: [gear],
        results: ['self-test', 'receive'].map((fn) => ({ fn, result })),
      })
    const t = told([simulator(first), simulator(second), both(fail, first), both(pass, second)])
    expect(conclusionsIn(t, 'self-test')).toMatchObject([{ verdict: 'came back by itself', otherGear: [] }])
    expect(conclusionsIn(t, 'receive')).toMatchObject([{ verdict: 'cause presumed', otherGear: [second] }])
  })

  it('a void or an inconclusive test is no end of a pair', () => {
    const found = conclusionsIn(
      told([
        trial('self-test', fail),
        A[0],
        trial('self-test', { is: 'inconclusive' }),
        trial('self-test', { is: 'not possible', because: 'no mains' }),
        trial('self-test', pass),
      ]),
      'self-test',
    )
    expect(found).toMatchObject([{ verdict: 'cause shown', changes: [{ target: { name: 'IC31' } }] }])
  })

  it('of what comes and goes, getting worse is coming again, whatever was done', () => {
    const goes: TestResult = { is: 'intermittent', failures: 2, of: 3 }
    const found = concluded('self-test', [
      trial('self-test', goes),
      trial('self-test', pass),
      A[0],
      trial('self-test', fail),
    ])
    expect(found).toMatchObject({
      verdict: 'came again',
      strength: nothing,
      changes: [{ target: { name: 'IC31' } }],
      comesAndGoes: { failures: 2, of: 3 },
    })
  })

  it('a fault that shows now and then after one good start may have been there before', () => {
    const goes: TestResult = { is: 'intermittent', failures: 1, of: 3 }
    const after = (before: TestResult) =>
      concluded('self-test', [trial('self-test', before), A[0], trial('self-test', goes)])?.verdict
    expect(after(pass)).toBe('comes and goes')
    // C(3,1) / C(40+3,1) = 3/43: so many good starts were no luck.
    expect(after({ is: 'pass', starts: 40 })).toBe('caused by')
  })
})

/** One alteration and a cure, which is *cause shown* where nothing weakens it. */
const cure = (before: TestBody, after: TestBody, between: readonly Body[] = [A[0]]) => [
  before,
  ...between,
  after,
]
const said = (result: TestResult, more: object) => ({ results: [{ fn: 'self-test', result, ...more }] })
const unproved: Body = {
  kind: 'gear',
  what: 'identified',
  gear: numberedId<GearId>(3, 5),
  name: 'line box',
  gearKind: 'line simulator',
  attributes: { line: '20 mA' },
}
const boxed = { gear: [numberedId<GearId>(3, 5)] }
const box = { gearKind: 'line simulator' }

describe('what weakens it by one step', () => {
  const weak: readonly {
    readonly by: string
    readonly bodies: readonly Body[]
    readonly sheet?: Partial<SheetFunction>
    readonly strength: Strength
    readonly why?: string
  }[] = [
    { by: 'nothing', bodies: cure(trial('self-test', fail), trial('self-test', pass)), strength: shown },
    ...(['feel', 'hand', 'a look', 'interpretation'] as const).map((by) => ({
      by: `a pass by ${by}`,
      bodies: cure(trial('self-test', fail), trial('self-test', pass, said(pass, { by }))),
      strength: presumed,
      why: 'judged by',
    })),
    {
      by: 'a failure by feel',
      bodies: cure(trial('self-test', fail, said(fail, { by: 'feel' })), trial('self-test', pass)),
      strength: presumed,
      why: 'judged by',
    },
    {
      by: 'weak tests at both ends, once',
      bodies: cure(
        trial('self-test', fail, said(fail, { by: 'feel' })),
        trial('self-test', pass, said(pass, { by: 'hand' })),
      ),
      strength: presumed,
      why: 'judged by',
    },
    {
      by: 'fewer starts than the sheet asks',
      bodies: cure(
        trial('self-test', { is: 'fail', starts: 5 }),
        trial('self-test', { is: 'pass', starts: 4 }),
      ),
      sheet: { starts: 5 },
      strength: presumed,
      why: 'few starts',
    },
    {
      by: 'as many starts as the sheet asks: not at all',
      bodies: cure(
        trial('self-test', { is: 'fail', starts: 5 }),
        trial('self-test', { is: 'partly', good: 5, of: 5 }),
      ),
      sheet: { starts: 5 },
      strength: shown,
    },
    {
      by: 'a failure of one start where five are asked',
      bodies: cure(trial('self-test', fail), trial('self-test', { is: 'pass', starts: 5 })),
      sheet: { starts: 5 },
      strength: presumed,
      why: 'few starts',
    },
    {
      by: 'a shorter time than the sheet asks',
      bodies: cure(trial('self-test', fail), trial('self-test', pass, said(pass, { minutes: 59 }))),
      sheet: { minutes: 60 },
      strength: presumed,
      why: 'short time',
    },
    {
      by: 'the time that the sheet asks: not at all',
      bodies: cure(trial('self-test', fail), trial('self-test', pass, said(pass, { minutes: 60 }))),
      sheet: { minutes: 60 },
      strength: shown,
    },
    {
      by: 'a short check after an alteration',
      bodies: cure(trial('self-test', fail), trial('self-test', pass, { depth: 'short' })),
      strength: presumed,
      why: 'less depth',
    },
    {
      by: 'a part that was out',
      bodies: cure(trial('self-test', fail), trial('self-test', pass), [
        {
          kind: 'move',
          legs: [
            { part: found(home, 'IC32'), from: slot(home, 'IC32'), to: { in: { kind: 'kept', id: home } } },
          ],
        },
      ]),
      strength: presumed,
      why: 'part out',
    },
    {
      by: 'the machine switched off in this sitting',
      bodies: cure(trial('self-test', fail), trial('self-test', pass), [
        A[0],
        { kind: 'power', machine: home, way: 'off' },
      ]),
      strength: presumed,
      why: 'switched off',
    },
    {
      by: 'switched on again: not at all',
      bodies: cure(trial('self-test', fail), trial('self-test', pass), [
        { kind: 'power', machine: home, way: 'off' },
        A[0],
        { kind: 'power', machine: home, way: 'on' },
      ]),
      strength: shown,
    },
    {
      by: 'a failure with gear that was not proved',
      bodies: [unproved, ...cure(trial('self-test', fail, boxed), trial('self-test', pass))],
      sheet: { needs: [box] },
      strength: presumed,
      why: 'gear not proved',
    },
    {
      by: 'a pass with gear that was not proved: not at all',
      bodies: [unproved, ...cure(trial('self-test', fail), trial('self-test', pass, boxed))],
      sheet: { needs: [box] },
      strength: shown,
    },
    {
      by: 'a pass with a standard that was not proved',
      bodies: [unproved, ...cure(trial('self-test', fail), trial('self-test', pass, boxed))],
      sheet: { needs: [{ ...box, standard: true }] },
      strength: presumed,
      why: 'gear not proved',
    },
    {
      by: 'gear that was proved only afterwards',
      bodies: [
        unproved,
        ...cure(trial('self-test', fail, boxed), trial('self-test', pass)),
        { kind: 'gear', what: 'proved', gear: numberedId<GearId>(3, 5) },
      ],
      sheet: { needs: [box] },
      strength: presumed,
      why: 'gear not proved',
    },
    {
      by: 'gear that the function does not need: not at all',
      bodies: [unproved, ...cure(trial('self-test', fail, boxed), trial('self-test', pass, boxed))],
      strength: shown,
    },
    {
      by: 'gear of which the attribute is not known',
      bodies: [
        { ...unproved, attributes: {} } as Body,
        { kind: 'gear', what: 'proved', gear: numberedId<GearId>(3, 5) },
        ...cure(trial('self-test', fail, boxed), trial('self-test', pass, boxed)),
      ],
      sheet: { needs: [{ ...box, attribute: 'line' }] },
      strength: presumed,
      why: 'gear not known',
    },
  ]
  it.each(weak)('$by', ({ bodies, sheet, strength, why }) => {
    const found = concluded('self-test', bodies, sheet)
    expect(found).toMatchObject({ verdict: 'cause shown', strength })
    expect(found?.weak.map((w) => w.why)).toEqual(why ? expect.arrayContaining([why]) : [])
  })

  it('a function that is known to come and go: a step when the clean run holds, two before', () => {
    const goes: TestResult = { is: 'intermittent', failures: 2, of: 3 }
    const after = (starts: number) =>
      concluded('self-test', cure(trial('self-test', goes), trial('self-test', { is: 'pass', starts })))
    // C(3,2) / C(3+n,2): 3/28 for 5 good starts, 3/36 for 6.
    expect(after(5)).toMatchObject({ verdict: 'cause shown', strength: nothing, orByItself: true })
    expect(after(6)).toMatchObject({ verdict: 'cause shown', strength: presumed })
  })

  it('a claim of now and then is knowing so', () => {
    const claim: Body = {
      kind: 'claim',
      machine: home,
      claims: [{ fn: 'self-test', says: 'now and then', words: 'some days' }],
    }
    const bodies = [claim, ...cure(trial('self-test', fail), trial('self-test', pass))]
    expect(concluded('self-test', bodies)).toMatchObject({
      strength: nothing,
      comesAndGoes: { reckoned: true },
    })
  })
})

describe('what raises it', () => {
  const spare = numberedId<PartId>(1, 6)
  const shelf = { in: { kind: 'store', id: 'drawer' } } as const
  const tray = (episode: EntryId) => ({ in: { kind: 'tray', id: episode } }) as const

  /** IC40 of one terminal, in which *send* came out so, goes into another that worked, and fails there. */
  const carried = (own: TestResult) => {
    const { t, episode } = twoTerminals('2026-06-01T12:00:00.000Z')
    t.told(at(0), trial('send', own))
    t.told(at(1), { ...trial('send', pass), machine: other })
    const ic40 = found(home, 'IC40')
    t.told(at(2), { kind: 'move', legs: [{ part: ic40, from: slot(home, 'IC40'), to: tray(episode) }] })
    t.told(at(3), {
      kind: 'move',
      legs: [
        { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: shelf },
        { part: ic40, from: tray(episode), to: slot(other, 'IC40') },
      ],
    })
    t.told(at(4), { ...trial('send', fail), machine: other })
    return conclusionsIn(t, 'send', other)[0]
  }

  it('a part that makes another machine fail where its own failed: the fault follows the part', () =>
    expect(carried(fail)).toMatchObject({
      verdict: 'caused by',
      strength: shown,
      raised: 'fault follows the part',
    }))

  it('not where its own machine worked when it left', () => {
    expect(carried(pass)).toMatchObject({ verdict: 'caused by' })
    expect(carried(pass)?.raised).toBeUndefined()
  })

  it('a part counts as proved only if it was said to be before the trial', () => {
    const trialOf = (provedAt: number) => {
      const { t, episode } = twoTerminals('2026-06-01T12:00:00.000Z')
      t.told(at(0), { kind: 'part', what: 'identified', part: spare, partKind: '74LS374', place: shelf })
      t.told(at(1), trial('send', fail))
      t.told(at(3), {
        kind: 'move',
        legs: [
          { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: tray(episode) },
          { part: spare, from: shelf, to: slot(home, 'IC40') },
        ],
      })
      t.told(at(4), trial('send', fail))
      t.told(at(provedAt), { kind: 'part', what: 'health', part: spare, health: 'proved good' })
      return conclusionsIn(t, 'send')[0]
    }
    expect(trialOf(2)).toMatchObject({ verdict: 'no effect', strength: shown, cleared: found(home, 'IC40') })
    expect(trialOf(5)).toMatchObject({ verdict: 'no effect', strength: nothing, partInNotProved: true })
  })
})

describe('what an adjuster is changed by', () => {
  const turn = (from: string, to: string): Body => ({
    kind: 'change',
    machine: home,
    target: { sort: 'adjuster', name: 'RV2' },
    verb: 'adjusted',
    reach: 'altered',
    from,
    to,
  })
  it.each([
    ['turned to another place', [turn('3', '5')], 'altered'],
    ['turned away and back', [turn('3', '5'), turn('5', '3')], 'disturbed'],
    ['touched, and where it was', [turn('3', '3')], 'disturbed'],
  ] as const)('%s', (_name, turns, reach) => {
    const found = concluded('brightness', [trial('brightness', fail), ...turns, trial('brightness', pass)])
    expect([...(found?.changes ?? []), ...(found?.orDisturbed ?? [])]).toMatchObject([
      { target: { name: 'RV2' }, reach },
    ])
  })
})
