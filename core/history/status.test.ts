/** The working status as a table: every standing of an essential function and of another; and which of two conditions comes first. */
import { describe, expect, it } from 'vitest'
import {
  allPass,
  fail,
  found,
  home,
  pass,
  person,
  slot,
  terminalSheet,
  test,
  twoTerminals,
  typeId,
} from '#core/testing/terminal.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { EntryId, GearId } from '#core/ids.ts'
import type { Body } from './bodies/index.ts'
import type { TestResult } from './bodies/test.ts'
import { machineStanding, type WorkingStatus } from './status.ts'
import type { StandingWord } from './standing.ts'

const now = '2026-06-01T12:00:00.000Z'
const statusOf = (t: Teller) => machineStanding(t.world(), t.world().machines.get(home)!)
const hour = (n: number) => `2026-05-20T${String(8 + n).padStart(2, '0')}:00:00.000Z`
const box = numberedId<GearId>(1, 5)

/** A terminal of which all functions pass but one, which is essential or not. */
function allBut(fn: string, essential: boolean) {
  const { t } = twoTerminals(now)
  const functions = terminalSheet.functions.map((f) => (f.name === fn ? { ...f, essential } : f))
  t.told('2026-01-06T09:00:00.000Z', { kind: 'type', type: typeId, sheet: { ...terminalSheet, functions } })
  test(t, hour(0), Object.fromEntries(functions.filter((f) => f.name !== fn).map((f) => [f.name, pass])))
  return t
}

const reseat = (name: string): Body => ({
  kind: 'change',
  machine: home,
  target: { sort: 'position', name },
  verb: 'reseated',
  reach: 'disturbed',
})
const tried = (result: TestResult, more: Partial<Extract<Body, { kind: 'test' }>> = {}): Body => ({
  kind: 'test',
  machine: home,
  depth: 'full',
  gear: [],
  results: [{ fn: 'receive', result }],
  ...more,
})

/** What makes *receive* stand so. */
const recipes: Readonly<Record<StandingWord, readonly Body[]>> = {
  untested: [],
  claimed: [
    { kind: 'claim', machine: home, claims: [{ fn: 'receive', says: 'works', words: 'always did' }] },
  ],
  blocked: [tried({ is: 'not possible', because: 'no lead' })],
  inconclusive: [tried({ is: 'inconclusive' })],
  void: [
    {
      kind: 'gear',
      what: 'identified',
      gear: box,
      name: 'line box',
      gearKind: 'line simulator',
      attributes: {},
    },
    { kind: 'gear', what: 'unfit', gear: box, need: 'line simulator', since: null, because: 'dead output' },
    tried(pass, { gear: [box] }),
  ],
  fails: [tried(fail)],
  partly: [tried({ is: 'partly', good: 2, of: 3 })],
  intermittent: [tried({ is: 'intermittent', failures: 1, of: 3 })],
  retest: [tried(pass), reseat('IC40')],
  weakly: [tried(pass, { results: [{ fn: 'receive', result: pass, by: 'feel' }] })],
  unproved: [tried({ is: 'intermittent', failures: 1, of: 3 }), tried(pass)],
  ageing: [
    {
      kind: 'rule',
      what: 'policy',
      key: 'how long a test stands',
      option: '30 days',
      reason: 'a young house',
    },
  ],
  works: [tried(pass)],
}

const expected: Readonly<Record<StandingWord, readonly [essential: WorkingStatus, other: WorkingStatus]>> = {
  untested: ['not known', 'working'],
  claimed: ['not known', 'working'],
  blocked: ['not known', 'working'],
  inconclusive: ['not known', 'working'],
  void: ['retest due', 'working'],
  fails: ['not working', 'faulty'],
  partly: ['faulty', 'faulty'],
  intermittent: ['faulty', 'faulty'],
  retest: ['retest due', 'working'],
  weakly: ['unproved', 'working'],
  unproved: ['unproved', 'working'],
  ageing: ['check overdue', 'working'],
  works: ['working', 'working'],
}
const words = Object.keys(recipes) as StandingWord[]

describe('what a function makes of the machine', () => {
  it.each(words.flatMap((word) => [true, false].map((essential) => ({ word, essential }))))(
    '$word, essential: $essential',
    ({ word, essential }) => {
      const t = allBut('receive', essential)
      if (word === 'ageing') t.told('2026-02-01T09:00:00.000Z', tried(pass))
      recipes[word].forEach((body, i) => t.told(hour(i + 1), body))
      const { status, standings, because } = statusOf(t)
      expect(standings.find((s) => s.fn === 'receive')?.word).toBe(word)
      expect(status).toBe(expected[word][essential ? 0 : 1])
      if (status !== 'working') expect(because).toEqual(['receive'])
    },
  )

  it('is not known where no function is called essential, however many work', () => {
    const { t } = twoTerminals(now)
    const functions = terminalSheet.functions.map((f) => ({ ...f, essential: false }))
    t.told('2026-01-06T09:00:00.000Z', { kind: 'type', type: typeId, sheet: { ...terminalSheet, functions } })
    allPass(t, hour(0))
    expect(statusOf(t)).toMatchObject({ status: 'not known', coverage: { of: 9, work: 9 } })
  })
})

/** Conditions in the order in which they are named; each alone gives its own status, and the first of two wins. */
const conditions: readonly {
  readonly status: WorkingStatus
  /** Left out of the first test. */
  readonly skips?: string
  readonly bodies: (episode: EntryId) => readonly Body[]
}[] = [
  {
    status: 'do not power',
    bodies: () => [{ kind: 'hazard', what: 'noted', machine: home, words: 'cell leaks', barsPower: true }],
  },
  {
    status: 'not run',
    bodies: () => [
      { kind: 'rule', what: 'policy', key: 'run', option: 'not run', reason: 'display only', machine: home },
    ],
  },
  {
    status: 'incomplete',
    bodies: () => [
      {
        kind: 'move',
        legs: [
          { part: found(home, 'IC32'), from: slot(home, 'IC32'), to: { in: { kind: 'party', id: person } } },
        ],
      },
    ],
  },
  {
    status: 'in pieces',
    bodies: (episode) => [
      {
        kind: 'move',
        legs: [
          {
            part: found(home, 'supply'),
            from: slot(home, 'supply'),
            to: { in: { kind: 'tray', id: episode } },
          },
        ],
      },
    ],
  },
  { status: 'not working', bodies: () => [tried(pass, { results: [{ fn: 'characters', result: fail }] })] },
  {
    status: 'faulty',
    bodies: () => [tried(pass, { results: [{ fn: 'bell', result: { is: 'partly', good: 1, of: 2 } }] })],
  },
  { status: 'retest due', bodies: () => [reseat('keyboard')] },
  { status: 'not known', skips: 'screen', bodies: () => [] },
  {
    status: 'unproved',
    bodies: () => [tried(pass, { results: [{ fn: 'self-test', result: pass, by: 'interpretation' }] })],
  },
  {
    status: 'check overdue',
    bodies: () => [
      { kind: 'rule', what: 'policy', key: 'how long a test stands', option: '7 days', reason: 'a fair' },
    ],
  },
]

describe('which of two comes first', () => {
  const pairs = conditions.flatMap((first, i) => conditions.slice(i).map((second) => ({ first, second })))
  it.each(pairs)('$first.status before $second.status', ({ first, second }) => {
    const { t, episode } = twoTerminals(now)
    const left = [first.skips, second.skips]
    test(
      t,
      hour(0),
      Object.fromEntries(
        terminalSheet.functions.filter((f) => !left.includes(f.name)).map((f) => [f.name, pass]),
      ),
    )
    const bodies =
      first === second ? first.bodies(episode) : [...second.bodies(episode), ...first.bodies(episode)]
    bodies.forEach((body, i) => t.told(hour(i + 1), body, { episode }))
    expect(statusOf(t).status).toBe(first.status)
  })
})

describe('coverage', () => {
  it('counts what works, works weakly, fails, is to test again and is not known, each function once', () => {
    const { t } = twoTerminals(now)
    test(t, hour(0), { 'self-test': pass, screen: pass, characters: fail, send: pass, keyboard: pass })
    t.told(hour(1), tried(pass, { results: [{ fn: 'self-test', result: pass, by: 'hand' }] }))
    t.told(hour(2), reseat('IC40'))
    expect(statusOf(t).coverage).toEqual({ of: 9, work: 2, weakly: 1, fail: 1, due: 1, unknown: 4 })
  })

  it('does not count on what passed before a look found the machine dead', () => {
    const { t } = twoTerminals(now)
    allPass(t, hour(0))
    test(t, hour(1), { look: { is: 'fail', symptom: 'dead' } }, { depth: 'look' })
    const { status, coverage, standings } = statusOf(t)
    expect({ status, coverage }).toMatchObject({ status: 'not known', coverage: { work: 0, unknown: 9 } })
    expect(standings[0]).toMatchObject({ word: 'blocked', heldUpBy: { fn: 'look' } })
    test(t, hour(2), { 'self-test': pass })
    expect(statusOf(t).standings.find((s) => s.fn === 'self-test')?.word).toBe('works')
  })

  it('does not count on what hangs on a function that fails since', () => {
    const { t } = twoTerminals(now)
    const functions = terminalSheet.functions.map((f) =>
      f.name === 'bell' ? { ...f, dependsOn: ['LS1', 'self-test'] } : f,
    )
    t.told('2026-01-06T09:00:00.000Z', { kind: 'type', type: typeId, sheet: { ...terminalSheet, functions } })
    allPass(t, hour(0))
    test(t, hour(1), { 'self-test': fail })
    const bell = () => statusOf(t).standings.find((s) => s.fn === 'bell')
    expect(bell()).toMatchObject({ word: 'blocked', heldUpBy: { fn: 'self-test' } })
    test(t, hour(2), { bell: pass })
    expect(bell()?.word).toBe('works')
  })
})
