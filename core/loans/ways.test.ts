/**
 * What happens beside the way out and home: lent on, kept back, spent on, given for good, asked about, lent twice. Procedures
 * as collections follow them: common practice, from memory.
 */
import { beforeEach, describe, expect, it } from 'vitest'
import fc from 'fast-check'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { EpisodeId, LoanId, PartyId } from '#core/ids.ts'
import { machineStanding } from '#core/history/status.ts'
import { switchOnCheck } from '#core/work/checks/switch-on.ts'
import { numberedId } from '#core/testing/script.ts'
import {
  agree,
  answer,
  ask,
  begin,
  borrower,
  file,
  lent,
  loan,
  look,
  receive,
  release,
  seen,
  t,
  terms,
  theMachine,
  whole,
  zone,
} from '#core/testing/lending.ts'
import { allPass, fail, found, home, slot } from '#core/testing/terminal.ts'
import type { Role } from '#core/roles.ts'
import { loanView } from '#core/views/loan.ts'
import { paperSource } from '#core/views/paper.ts'
import { compareLooks } from './compare.ts'
import { itemsOf, notHome } from './items.ts'
import { mayBeSpent, spentOn } from './spending.ts'

beforeEach(() => {
  begin()
  t.told('2026-02-20T10:00:00.000Z', {
    kind: 'party',
    party: third,
    name: 'Fen Library',
    sort: 'organisation',
    roles: [],
  })
})

const third = numberedId<PartyId>(11, 3)
const became = (at: string, body: Body, role: Role = 'steward') => t.tell(at, body, { role }).judgement
const handed = (
  at: string,
  from: 'house' | PartyId,
  to: 'house' | PartyId,
): [string, Extract<BodyOf<'handover'>, { what: 'released' }>] => [
  at,
  {
    kind: 'handover',
    what: 'released',
    loan,
    from,
    to,
    carriage: 'vehicle',
    items: [{ item: 'the terminal', n: 1 }],
    machines: [home],
    boxes: 0,
    although: [],
  },
]

describe('lending on', () => {
  it('needs the words of the terms in force', () => {
    lent()
    expect(became(...handed('2026-04-10T10:00:00.000Z', borrower, third))).toMatchObject({
      became: 'refused',
      refusal: { rule: 'not-lent-on' },
    })
    const wider = terms('2026-04-11T09:00:00.000Z', { lendingOn: 'to the library, in May' })
    answer('2026-04-11T10:00:00.000Z', wider, 'house')
    answer('2026-04-11T11:00:00.000Z', wider, borrower)
    expect(became(...handed('2026-04-12T10:00:00.000Z', borrower, third)).became).toBe('recorded')
  })
  it('is by the borrower alone, and comes home through any of them', () => {
    ask()
    agree(terms('2026-03-02T09:00:00.000Z', { lendingOn: 'to the library, in May' }))
    look('2026-04-02T08:00:00.000Z', 'out', [{ zone: 'lid', is: 'same' }])
    // The house lends to the borrower, not past them.
    expect(became(...handed('2026-04-02T08:30:00.000Z', 'house', third)).became).toBe('refused')
    const out = release('2026-04-02T09:00:00.000Z', 'house')
    receive('2026-04-03T08:00:00.000Z', out.id, borrower)
    const on = t.told(...handed('2026-05-01T10:00:00.000Z', borrower, third))
    receive('2026-05-01T12:00:00.000Z', on.id, third, [{ item: 'the terminal', n: 1 }])
    expect(seen('2026-05-02T12:00:00.000Z').shown).toBe('lent on')
    expect(itemsOf(file())[0]).toMatchObject({ is: 'lent on', at: [{ side: third, n: 1 }] })
    // The borrower has it no more, and cannot send it.
    expect(became(...handed('2026-05-02T10:00:00.000Z', borrower, 'house'))).toMatchObject({
      refusal: { rule: 'not-so-many', there: 0 },
    })
    const home_ = t.told(...handed('2026-05-20T10:00:00.000Z', third, 'house'))
    receive('2026-05-20T15:00:00.000Z', home_.id, 'house', [{ item: 'the terminal', n: 1 }])
    look('2026-05-20T16:00:00.000Z', 'back', [
      { zone: 'lid', is: 'different', differences: [{ how: 'new', words: 'a dent' }] },
    ])
    // Everybody who had it between the two looks is named.
    expect(compareLooks(file(), home).differences[0]?.holders).toEqual([
      { carrier: 'vehicle' },
      { side: borrower },
      { side: third },
    ])
  })
})

describe('what a repair may cost', () => {
  const spent = (minor: number, more: Partial<Extract<BodyOf<'loan'>, { what: 'spent' }>> = {}): Body => ({
    kind: 'loan',
    what: 'spent',
    loan,
    amount: { minor, currency: 'EUR' },
    on: 'capacitors',
    ...more,
  })
  beforeEach(() => {
    ask()
    agree(terms('2026-03-02T09:00:00.000Z', { repairLimit: { minor: 8_000, currency: 'EUR' } }))
    t.told('2026-03-10T09:00:00.000Z', spent(7_950))
  })
  it('up to the limit is spent, past it the owner is asked first', () => {
    expect(mayBeSpent(file(), { minor: 50, currency: 'EUR' })).toBe('within')
    expect(mayBeSpent(file(), { minor: 100, currency: 'EUR' })).toBe('beyond')
    expect(mayBeSpent(file(), { minor: 1, currency: 'GBP' })).toBe('cannot be compared')
    expect(became('2026-03-11T09:00:00.000Z', spent(100))).toMatchObject({
      became: 'refused',
      refusal: { rule: 'beyond-limit', limit: { minor: 8_000 }, spent: { minor: 7_950 } },
    })
    expect(became('2026-03-11T09:00:00.000Z', spent(50)).became).toBe('recorded')
    expect(became('2026-03-11T09:00:00.000Z', spent(50), 'volunteer').became).toBe('refused')
  })
  it('past it goes only with what the owner said, and shows', () => {
    t.told('2026-03-11T09:00:00.000Z', spent(100, { although: 'by telephone: go on' }))
    expect(spentOn(file())).toMatchObject({ spent: { minor: 8_050 }, beyond: true })
    expect(seen('2026-03-12T09:00:00.000Z').marks).toContainEqual({ mark: 'beyond the limit' })
  })
})

describe('what came out of an owner’s machine', () => {
  it('stands on the receipt, as theirs, wherever it is', () => {
    t.told('2026-02-21T09:00:00.000Z', {
      kind: 'machine',
      what: 'stated',
      machine: home,
      set: { owner: borrower },
    })
    t.told('2026-03-01T09:00:00.000Z', {
      kind: 'loan',
      what: 'asked',
      loan,
      way: 'repair',
      with: borrower,
      purpose: 'a silent bell',
      items: [{ item: 'the terminal', machine: home, n: 1, returns: true }],
    })
    for (const [i, position] of ['IC31', 'IC40', 'LS1'].entries())
      t.told(`2026-03-0${i + 2}T09:00:00.000Z`, {
        kind: 'move',
        legs: [
          {
            part: found(home, position),
            from: slot(home, position),
            to: { in: { kind: 'store', id: `drawer ${i + 1}` } },
          },
        ],
      })
    const source = paperSource(t.world(), loan, { sort: 'receipt', house: 'x', zone, packed: [] })
    expect(source?.cameOut.map((p) => [p.position, p.to])).toEqual([
      ['IC31', 'drawer 1'],
      ['IC40', 'drawer 2'],
      ['LS1', 'drawer 3'],
    ])
  })
})

describe('what goes for good', () => {
  const gone = (authority?: string) =>
    t.told('2026-03-01T09:00:00.000Z', {
      kind: 'loan',
      what: 'asked',
      loan,
      way: 'transfer',
      with: borrower,
      purpose: 'to where it was made',
      authority,
      items: theMachine.map((item) => ({ ...item, returns: false })),
    })
  it('leaves only when somebody entitled decided so, whatever words are given', () => {
    gone()
    const out = handed('2026-03-05T09:00:00.000Z', 'house', borrower)
    out[1] = { ...out[1], although: [{ rule: 'decided', because: 'in a hurry' }] }
    expect(became(...out)).toMatchObject({ refusal: { rule: 'release-barred', rules: ['decided'] } })
  })
  it('needs no terms, is handed over, and is closed without coming home', () => {
    gone('the board, minute of 2 February')
    expect(seen('2026-03-02T09:00:00.000Z').shown).toBe('decided')
    const out = release('2026-03-05T09:00:00.000Z', 'house')
    expect(seen('2026-03-05T10:00:00.000Z').shown).toBe('under way')
    receive('2026-03-06T09:00:00.000Z', out.id, borrower)
    expect(seen('2027-03-06T10:00:00.000Z')).toMatchObject({ shown: 'handed over', out: false })
    expect(became('2026-03-07T09:00:00.000Z', { kind: 'loan', what: 'closed', loan }).became).toBe('recorded')
  })
})

describe('one machine in two loans', () => {
  it('does not leave by the one while it is away by the other', () => {
    lent()
    const other = numberedId<LoanId>(2, 6)
    t.told('2026-04-05T09:00:00.000Z', {
      kind: 'loan',
      what: 'asked',
      loan: other,
      way: 'transfer',
      with: third,
      purpose: 'x',
      authority: 'the board',
      items: [{ item: 'the terminal', machine: home, n: 1, returns: false }],
    })
    const [at, body] = handed('2026-04-06T09:00:00.000Z', 'house', third)
    expect(became(at, { ...body, loan: other })).toMatchObject({
      refusal: { rule: 'not-so-many', item: 'the terminal', there: 0 },
    })
  })
})

describe('a part that stays there', () => {
  it('leaves its position empty, and keeps the loan open until it is accounted for; it stays lent', () => {
    const rom = found(home, 'IC31')
    ask([...theMachine, { item: 'the ROM', part: rom, n: 1, returns: true }])
    agree(terms('2026-03-02T09:00:00.000Z'))
    look('2026-04-02T08:00:00.000Z', 'out', [{ zone: 'lid', is: 'same' }])
    const items = [...whole, { item: 'the ROM', n: 1 }]
    const out = release('2026-04-02T09:00:00.000Z', 'house', items)
    t.told('2026-04-02T09:00:00.000Z', {
      kind: 'move',
      legs: [{ part: rom, from: slot(home, 'IC31'), to: { in: { kind: 'party', id: borrower } } }],
      loan: { home: slot(home, 'IC31'), due: '2026-06-30T22:00:00.000Z' },
    })
    receive('2026-04-03T08:00:00.000Z', out.id, borrower, items)
    const back = release('2026-06-02T09:00:00.000Z', borrower)
    receive('2026-06-02T12:00:00.000Z', back.id, 'house')
    look('2026-06-02T13:00:00.000Z', 'back', [{ zone: 'lid', is: 'same' }])
    const world = t.world()
    expect(machineStanding(world, world.machines.get(home)!).missing).toMatchObject([
      { position: 'IC31', where: 'loan' },
    ])
    expect(notHome(file()).map((s) => s.item.item)).toEqual(['the ROM'])
    t.told('2026-06-05T09:00:00.000Z', {
      kind: 'loan',
      what: 'accounted',
      loan,
      item: 'the ROM',
      n: 1,
      as: 'stays on a loan of its own',
      words: 'until they have read it',
    })
    expect(notHome(file())).toEqual([])
    expect(t.world().parts.get(rom)?.loan).toMatchObject({ due: '2026-06-30T22:00:00.000Z' })
    expect(t.world().parts.get(rom)?.loan?.closed).toBeUndefined()
  })
})

describe('what fails after it was away', () => {
  it('is laid after the carriage and the hours it ran there; the rest is tested again', () => {
    allPass(t, '2026-03-01T12:00:00.000Z')
    const fns = machineStanding(t.world(), t.world().machines.get(home)!).standings.map((s) => s.fn)
    lent()
    t.told('2026-05-01T12:00:00.000Z', {
      kind: 'run',
      loan,
      machine: home,
      minutes: 3_660,
      who: 'Sunniva',
      started: true,
    })
    const back = release('2026-06-02T09:00:00.000Z', borrower)
    receive('2026-06-02T12:00:00.000Z', back.id, 'house')
    t.told('2026-06-03T09:00:00.000Z', {
      kind: 'test',
      machine: home,
      results: [{ fn: fns[0]!, result: fail }],
      depth: 'full',
      gear: [],
    })
    const [machine] = loanView(t.world(), loan, { zone, viewer: 'house' })!.machines
    expect(machine?.failed).toEqual({ fns: [fns[0]], carried: '2026-06-02T09:00:00.000Z', ran: 61 * 60 })
    expect(machine?.retest).toEqual(fns.slice(1))
  })
})

describe('rest before power', () => {
  it('is open until it is over; an override with its reason stays beside it', () => {
    lent()
    const back = release('2026-06-02T09:00:00.000Z', borrower)
    receive('2026-06-03T08:00:00.000Z', back.id, 'house', whole, { restUntil: '2026-06-04T08:00:00.000Z' })
    const episode = t.world().machines.get(home)!.episodes[0]!.id as EpisodeId
    const rule = (now: string) => {
      const world = { ...t.world(), now }
      const machine = world.machines.get(home)!
      const here = machine.episodes.find((e) => e.id === episode)!
      return switchOnCheck(world, machine, here).rules.find((r) => r.rule === 'waits over')
    }
    expect(rule('2026-06-03T12:00:00.000Z')).toMatchObject({ is: 'not met', about: ['rest after carriage'] })
    expect(rule('2026-06-04T08:00:00.000Z')?.is).not.toBe('not met')
    t.told(
      '2026-06-03T12:00:00.000Z',
      {
        kind: 'override',
        machine: home,
        check: 'switch on',
        rule: 'waits over',
        reason: 'it stood in the heated hall before',
        role: 'restorer',
      },
      { episode },
    )
    expect(rule('2026-06-03T12:00:00.000Z')).toMatchObject({
      is: 'overridden',
      override: { reason: 'it stood in the heated hall before' },
    })
  })
})

describe('a question between both sides', () => {
  it('is open until the other side has written, and is nobody else’s to ask', () => {
    lent()
    const said = (by: 'house' | PartyId, asks: boolean, at: string) =>
      t.told(at, { kind: 'loan', what: 'said', loan, by, words: 'May the case be opened?', asks })
    said(borrower, true, '2026-04-10T10:00:00.000Z')
    expect(seen('2026-04-11T10:00:00.000Z').marks).toContainEqual({ mark: 'question', of: 'house' })
    said('house', false, '2026-04-12T10:00:00.000Z')
    expect(seen('2026-04-13T10:00:00.000Z').marks).not.toContainEqual(
      expect.objectContaining({ mark: 'question' }),
    )
  })
})

describe('ten thousand pairs of looks', () => {
  const zones = ['lid', 'base', 'back', 'keys']
  const zoneOf = (zone: string) =>
    fc
      .constantFrom('same' as const, 'different' as const, 'not looked at' as const)
      .map((is) =>
        is === 'different' ? { zone, is, differences: [{ how: 'new' as const, words: 'x' }] } : { zone, is },
      )
  const lookOf = fc.tuple(...zones.map(zoneOf))
  it('never say “the same” of a zone that nobody looked at', () => {
    lent()
    const base = file()
    fc.assert(
      fc.property(lookOf, lookOf, (before, after) => {
        const at = (n: number, body: typeof before, stage: 'out' | 'back') => ({
          ...base.looks[0]!,
          id: numberedId(900 + n) as never,
          happenedAt: { earliest: null, latest: `2026-0${n}-01T09:00:00.000Z` },
          body: { ...base.looks[0]!.body, stage, zones: [...body] },
        })
        const looks = [at(5, before, 'out'), at(6, after, 'back')]
        const { differences, notKnown } = compareLooks({ ...base, looks }, home)
        for (const z of after) {
          if (z.is === 'not looked at') expect(notKnown).toContain(z.zone)
          else expect(notKnown).not.toContain(z.zone)
          if (z.is !== 'different')
            expect(differences.some((d) => d.look.body.stage === 'back' && d.zone === z.zone)).toBe(false)
        }
      }),
      { numRuns: 10_000 },
    )
  })
})
