/**
 * Loans by worked cases: what holds of the terms, what may leave, where each item is, and to which stretch of the way a
 * difference belongs. Mains: IEC 60038, 230 V ±10 % at the supply terminals. Procedures as collections follow them: practice.
 */
import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import type { PartyId } from '#core/ids.ts'
import { machineStanding } from '#core/history/status.ts'
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
  ready,
  release,
  seen,
  t,
  terms,
  whole,
  zone,
  type Zones,
} from '#core/testing/lending.ts'
import { allPass, home, person } from '#core/testing/terminal.ts'
import { loanView } from '#core/views/loan.ts'
import { agreementOf, dueDay } from './agreement.ts'
import { compareLooks } from './compare.ts'
import { itemsOf, missingBoxes, notHome } from './items.ts'
import { mainsThere, releaseAnswers } from './release.ts'
import { runsBeyond } from './state.ts'
import { dayOf } from '#core/quantity/time.ts'

beforeEach(begin)

describe('terms', () => {
  it('agreed by one side each to another version are not agreed; by both to one they are', () => {
    ask()
    const first = terms('2026-03-02T09:00:00.000Z')
    answer('2026-03-02T10:00:00.000Z', first, 'house')
    const second = terms('2026-03-03T09:00:00.000Z', { to: '2026-07-15' })
    answer('2026-03-03T10:00:00.000Z', second, borrower)
    expect(agreementOf(file(), false)).toBe('changed, not agreed')
    answer('2026-03-03T11:00:00.000Z', second, 'house')
    expect(agreementOf(file(), false)).toBe('agreed')
    expect(dueDay(file())).toBe('2026-07-15')
  })

  it('are overdue when the day is over in the zone of the house, and not before; an extension holds when both agree; a recall moves the day', () => {
    lent()
    // Summer time in that zone is two hours ahead of UTC: 30 June ends at 22:00 UTC.
    expect(seen('2026-06-30T21:59:59.000Z').shown).toBe('there')
    expect(seen('2026-06-30T22:00:00.000Z').shown).toBe('overdue')
    const longer = terms('2026-06-20T09:00:00.000Z', { to: '2026-08-31' })
    answer('2026-06-20T10:00:00.000Z', longer, borrower)
    expect(seen('2026-07-01T12:00:00.000Z')).toMatchObject({
      shown: 'overdue',
      agreement: 'changed, not agreed',
    })
    answer('2026-06-21T10:00:00.000Z', longer, 'house')
    expect(seen('2026-07-01T12:00:00.000Z')).toMatchObject({ shown: 'there', due: '2026-08-31' })
    t.told('2026-07-02T10:00:00.000Z', {
      kind: 'loan',
      what: 'recalled',
      loan,
      homeBy: '2026-07-16',
      reason: 'needed here',
    })
    expect(seen('2026-07-03T12:00:00.000Z')).toMatchObject({ agreement: 'recalled', due: '2026-07-16' })
  })
})

describe('a release', () => {
  const answerTo = (rule: string) => releaseAnswers(t.world(), file()).find((a) => a.rule === rule)!
  it('wants the machine made ready for its journey, anew for each and after each power-up, and its sheet', () => {
    // Made ready for another journey, before this loan was asked for.
    ready('2026-02-25T09:00:00.000Z')
    ask()
    agree(terms('2026-03-02T09:00:00.000Z'))
    look('2026-04-02T08:00:00.000Z', 'out', [{ zone: 'lid', is: 'same' }])
    const asked = () => answerTo('ready to travel').asks?.map((a) => a.what)
    expect(asked()).toContain('cards secured')
    expect(answerTo('handover sheet').is).toBe('open')
    const letGo = (role: 'steward' | 'restorer', rules: string[]) =>
      t.tell(
        '2026-04-02T09:00:00.000Z',
        {
          kind: 'handover',
          what: 'released',
          loan,
          from: 'house',
          to: borrower,
          carriage: 'vehicle',
          items: whole,
          machines: [home],
          boxes: 0,
          although: rules.map((rule) => ({ rule, because: 'it is carried across the yard' })),
        },
        { role },
      ).judgement
    const both = ['ready to travel', 'handover sheet']
    expect(letGo('steward', [])).toMatchObject({ refusal: { rule: 'release-barred', rules: both } })
    expect(letGo('restorer', both)).toMatchObject({ refusal: { rule: 'release-barred', rules: both } })
    ready('2026-04-02T08:10:00.000Z')
    expect(answerTo('ready to travel').is).toBe('met')
    expect(answerTo('handover sheet').is).toBe('met')
    // Switched on once more: what was parked may not be any more.
    t.told('2026-04-02T08:25:00.000Z', { kind: 'power', machine: home, way: 'on' })
    expect(asked()).toContain('cards secured')
    expect(letGo('steward', ['ready to travel'])).toEqual({ became: 'recorded' })
  })
  it('wants cover until fourteen days past the due date', () => {
    ask()
    const short = terms('2026-03-02T09:00:00.000Z', { cover: { by: 'them', until: '2026-06-30' } })
    agree(short)
    look('2026-04-02T08:00:00.000Z', 'out', [{ zone: 'lid', is: 'same' }])
    expect(answerTo('cover')).toMatchObject({ is: 'open', about: ['2026-07-14'] })
    const barred = t.tell('2026-04-02T09:00:00.000Z', {
      kind: 'handover',
      what: 'released',
      loan,
      from: 'house',
      to: borrower,
      carriage: 'vehicle',
      items: whole,
      machines: [home],
      boxes: 0,
      although: [],
    })
    expect(barred.judgement).toMatchObject({
      became: 'refused',
      refusal: { rule: 'release-barred', rules: expect.arrayContaining(['cover']) },
    })
    agree(terms('2026-03-04T09:00:00.000Z'))
    expect(answerTo('cover').is).toBe('met')
  })
  it('that is barred may be let go by a steward in words, not by a restorer; mains that differ by no words at all', () => {
    ask()
    agree(
      terms('2026-03-02T09:00:00.000Z', {
        cover: { by: 'none' },
        venue: { place: 'a hall', volts: 120, hertz: 60, earthed: true },
      }),
    )
    look('2026-04-02T08:00:00.000Z', 'out', [{ zone: 'lid', is: 'same' }])
    ready('2026-04-02T08:30:00.000Z')
    const letGo = (role: 'steward' | 'restorer', rules: string[]) =>
      t.tell(
        '2026-04-02T09:00:00.000Z',
        {
          kind: 'handover',
          what: 'released',
          loan,
          from: 'house',
          to: borrower,
          carriage: 'by hand',
          items: whole,
          machines: [home],
          boxes: 0,
          although: rules.map((rule) => ({ rule, because: 'the board decided so' })),
        },
        { role },
      ).judgement
    expect(letGo('steward', ['cover', 'mains'])).toMatchObject({ refusal: { rules: ['mains'] } })
    agree(
      terms('2026-03-06T09:00:00.000Z', {
        cover: { by: 'none' },
        venue: { place: 'a hall', volts: 120, hertz: 60 },
        run: { who: 'not to be run', named: [] },
      }),
    )
    expect(answerTo('mains').is).toBe('does not apply')
    expect(letGo('restorer', ['cover'])).toMatchObject({ refusal: { rules: ['cover'] } })
    expect(letGo('steward', ['cover'])).toEqual({ became: 'recorded' })
  })
})

describe('the mains there (IEC 60038: ±10 %)', () => {
  const plate = { volts: 230, hertz: [50], classOne: true }
  const at = (volts: number, more: object = {}) =>
    mainsThere(plate, { place: 'x', volts, hertz: 50, earthed: true, ...more }).is
  it.each([
    [207, 'met'],
    [253, 'met'],
    [206, 'open'],
    [254, 'open'],
  ])('%d V for 230 V: %s', (volts, is) => expect(at(volts)).toBe(is))
  it('of class I want an earth', () => expect(at(230, { earthed: false })).toBe('open'))
  it('a transformer mends volts; hertz stay not known', () => {
    expect(
      mainsThere(
        { volts: 120, hertz: [60] },
        { place: 'x', volts: 230, hertz: 50, transformer: '120 V 200 VA' },
      ).is,
    ).toBe('not known')
    expect(at(120, { transformer: '230 V 200 VA' })).toBe('met')
  })
})

describe('what comes and goes is counted', () => {
  it('a box that is missing is short, and the rest of it when it comes', () => {
    ask()
    agree(terms('2026-03-02T09:00:00.000Z'))
    look('2026-04-02T08:00:00.000Z', 'out', [{ zone: 'lid', is: 'same' }])
    const out = release('2026-04-02T09:00:00.000Z', 'house', whole, { boxes: 2 })
    receive(
      '2026-04-03T09:00:00.000Z',
      out.id,
      borrower,
      [
        { item: 'the terminal', n: 1 },
        { item: 'mains lead', n: 1 },
        { item: 'manual', n: 1 },
        { item: 'key', n: 1 },
      ],
      { boxes: [1] },
    )
    expect(seen('2026-04-04T12:00:00.000Z').marks).toContainEqual({
      mark: 'short',
      items: [{ item: 'mains lead', n: 1, of: 2 }],
      boxes: [2],
    })
    expect(missingBoxes(file(), file().handovers[0] as never)).toEqual([2])
    receive('2026-04-05T09:00:00.000Z', out.id, borrower, [{ item: 'mains lead', n: 1 }], { boxes: [2] })
    expect(seen('2026-04-06T12:00:00.000Z').marks).toEqual([])
    expect(itemsOf(file()).map((s) => s.is)).toEqual(['there', 'there', 'there', 'there'])
  })

  it('no more comes than went, and nothing goes that is not there', () => {
    const out = lent()
    expect(
      t.tell('2026-04-04T09:00:00.000Z', {
        kind: 'handover',
        what: 'received',
        loan,
        of: out.id,
        by: borrower,
        items: [{ item: 'mains lead', n: 1 }],
        machines: [],
        boxes: [],
        packing: 'in order',
      }).judgement,
    ).toMatchObject({ refusal: { rule: 'not-so-many', there: 0 } })
    expect(
      t.tell('2026-05-04T09:00:00.000Z', {
        kind: 'handover',
        what: 'released',
        loan,
        from: borrower,
        to: 'house',
        carriage: 'vehicle',
        items: [{ item: 'mains lead', n: 3 }],
        machines: [],
        boxes: 0,
        although: [],
      }).judgement,
    ).toMatchObject({ refusal: { rule: 'not-so-many', there: 2 } })
  })

  it('no more arrives unannounced than was away', () => {
    lent()
    const came = (n: number) =>
      t.tell('2026-06-01T09:00:00.000Z', {
        kind: 'handover',
        what: 'received',
        loan,
        by: 'house',
        items: [{ item: 'mains lead', n }],
        machines: [],
        boxes: [],
        packing: 'in order',
      }).judgement
    expect(came(3)).toMatchObject({ refusal: { rule: 'not-so-many', there: 2 } })
    expect(came(2)).toEqual({ became: 'recorded' })
    expect(came(1)).toMatchObject({ refusal: { rule: 'not-so-many', there: 0 } })
  })

  it('closes when every item is home or accounted for', () => {
    lent()
    const close = () => t.tell('2026-06-10T09:00:00.000Z', { kind: 'loan', what: 'closed', loan }).judgement
    const back = release('2026-06-02T09:00:00.000Z', borrower)
    receive('2026-06-03T09:00:00.000Z', back.id, 'house', [
      { item: 'the terminal', n: 1 },
      { item: 'mains lead', n: 1 },
      { item: 'manual', n: 1 },
      { item: 'key', n: 1 },
    ])
    expect(itemsOf(file()).map((s) => s.is)).toEqual(['back, unchecked', 'short', 'home', 'home'])
    expect(close()).toMatchObject({
      refusal: { rule: 'loan-not-whole', items: ['the terminal', 'mains lead'] },
    })
    look('2026-06-03T10:00:00.000Z', 'back', [{ zone: 'lid', is: 'not looked at' }])
    expect(notHome(file()).map((s) => s.item.item)).toContain('the terminal')
    look('2026-06-03T11:00:00.000Z', 'back', [{ zone: 'lid', is: 'same' }])
    t.told('2026-06-09T09:00:00.000Z', {
      kind: 'loan',
      what: 'accounted',
      loan,
      item: 'mains lead',
      n: 1,
      as: 'lost',
      words: 'they will send another',
    })
    expect(close()).toEqual({ became: 'recorded' })
    expect(seen('2026-06-11T09:00:00.000Z').shown).toBe('closed')
  })
})

describe('a difference between two looks', () => {
  const same = (...zones: string[]): Zones => zones.map((z) => ({ zone: z, is: 'same' }))
  const nine = ['lid', 'base', 'left', 'right', 'front', 'back', 'keys', 'screen', 'underside']
  const rest = nine.filter((z) => z !== 'lid' && z !== 'base')
  function there(withLook: boolean) {
    ask()
    agree(terms('2026-03-02T09:00:00.000Z'))
    look('2026-04-02T08:00:00.000Z', 'out', same(...nine))
    const out = release('2026-04-02T09:00:00.000Z', 'house', whole, { carrier: 'Harbour Carriers' })
    receive('2026-04-03T08:00:00.000Z', out.id, borrower)
    if (withLook)
      look('2026-04-03T09:00:00.000Z', 'there', [
        { zone: 'lid', is: 'different', differences: [{ how: 'new', words: 'a dent' }] },
        ...same('base', ...rest),
      ])
    const back = release('2026-06-02T09:00:00.000Z', borrower, whole, { carrier: 'Moor Road Vans' })
    receive('2026-06-03T09:00:00.000Z', back.id, 'house')
    look('2026-06-03T12:00:00.000Z', 'back', [
      withLook
        ? { zone: 'lid', is: 'same' }
        : { zone: 'lid', is: 'different', differences: [{ how: 'new', words: 'a dent' }] },
      { zone: 'base', is: 'different', differences: [{ how: 'worse', words: 'the crack is longer' }] },
      ...same(...rest.filter((z) => z !== 'underside')),
      { zone: 'underside', is: 'not looked at' },
    ])
    return compareLooks(file(), home)
  }
  const who = (d: { holders: readonly object[] }) =>
    d.holders.map((h) => ('carrier' in h ? (h as { carrier: string }).carrier : (h as { side: string }).side))

  it('is laid to the stretch between the looks that enclose it, and to all who held it then', () => {
    const { differences, notKnown } = there(true)
    const [dent, crack] = differences
    expect([dent?.since?.body.stage, dent?.look.body.stage]).toEqual(['out', 'there'])
    expect(who(dent!)).toEqual(['Harbour Carriers', borrower])
    expect([crack?.since?.body.stage, crack?.look.body.stage]).toEqual(['there', 'back'])
    expect(who(crack!)).toEqual([borrower, 'Moor Road Vans'])
    expect(notKnown).toEqual(['underside'])
  })
  it('found after a look before packing may have come with the packing: who packed it is named, and no carrier of the way out', () => {
    lent('Harbour Carriers')
    look('2026-05-31T09:00:00.000Z', 'before packing', [{ zone: 'lid', is: 'same' }])
    const back = release('2026-06-02T09:00:00.000Z', borrower, whole, { carrier: 'Moor Road Vans' })
    receive('2026-06-03T09:00:00.000Z', back.id, 'house')
    look('2026-06-03T12:00:00.000Z', 'back', [
      { zone: 'lid', is: 'different', differences: [{ how: 'new', words: 'a chip' }] },
    ])
    expect(who(compareLooks(file(), home).differences[0]!)).toEqual([borrower, 'Moor Road Vans'])
  })
  it('without the look there lies anywhere on the way', () => {
    const { differences } = there(false)
    expect(differences.map((d) => [d.since?.body.stage, d.look.body.stage])).toEqual([
      ['out', 'back'],
      ['out', 'back'],
    ])
    expect(who(differences[0]!)).toEqual(['Harbour Carriers', borrower, 'Moor Road Vans'])
  })
  it('is agreed when both sides agree, disputed while one disputes it', () => {
    const [dent] = there(true).differences
    const judge = (by: 'house' | PartyId, is: 'agreed' | 'disputed') =>
      t.told('2026-06-05T09:00:00.000Z', {
        kind: 'difference',
        loan,
        machine: home,
        look: dent!.look.id,
        zone: 'lid',
        index: 0,
        is,
        by,
      })
    judge('house', 'agreed')
    expect(compareLooks(file(), home).differences[0]?.judged).toBe('open')
    judge(borrower, 'disputed')
    expect(compareLooks(file(), home).differences[0]?.judged).toBe('disputed')
    judge(borrower, 'agreed')
    expect(compareLooks(file(), home).differences[0]?.judged).toBe('agreed')
  })
  it('a zone that nobody looked at is never the same, whatever was looked at around it', () => {
    const empty = emptyFile()
    const is = fc.constantFrom('same', 'not looked at', 'different')
    fc.assert(
      fc.property(fc.array(fc.tuple(is, is), { minLength: 1, maxLength: 9 }), (pairs) => {
        const zonesOf = (at: 0 | 1): Zones =>
          pairs.map((p, i) =>
            p[at] === 'different'
              ? { zone: nine[i]!, is: 'different', differences: [{ how: 'new', words: 'x' }] }
              : { zone: nine[i]!, is: p[at] as 'same' },
          )
        const at = (stage: 'out' | 'back', zones: Zones, n: number) =>
          ({
            id: `${n}`,
            happenedAt: { earliest: `${n}`, latest: `${n}` },
            body: { kind: 'look', loan, machine: home, stage, zones },
          }) as never
        const { notKnown, differences } = compareLooks(
          { ...empty, looks: [at('out', zonesOf(0), 1), at('back', zonesOf(1), 2)] },
          home,
        )
        const missed = nine.filter((_, i) => pairs[i]?.[1] === 'not looked at')
        expect(notKnown).toEqual(missed)
        expect(differences.some((d) => d.look.body.stage === 'back' && missed.includes(d.zone))).toBe(false)
      }),
      { numRuns: 2000 },
    )
  })
  const emptyFile = () => {
    ask()
    return file()
  }
})

describe('while it is away', () => {
  const machine = () => t.world().machines.get(home)!
  const due = () => machineStanding(t.world(), machine()).coverage.due
  it('carriage asks for the tests again, a look there without tests does not clear them', () => {
    allPass(t, '2026-03-01T12:00:00.000Z')
    expect(due()).toBe(0)
    lent()
    const { of } = machineStanding(t.world(), machine()).coverage
    expect(due()).toBe(of)
  })
  it('an incident there bars power at once, and only whoever restores here clears it', () => {
    lent()
    const { entry } = t.tell(
      '2026-05-01T12:00:00.000Z',
      { kind: 'incident', machine: home, words: 'smoke from the back', loan },
      { role: 'guest' },
    )
    expect(machineStanding(t.world(), machine()).status).toBe('do not power')
    const clear = (role: 'guest' | 'volunteer' | 'restorer') =>
      t.tell(
        '2026-06-05T12:00:00.000Z',
        { kind: 'hazard', what: 'cleared', machine: home, hazard: entry.id, words: 'a dry joint, mended' },
        { role },
      ).judgement.became
    expect([clear('guest'), clear('volunteer'), clear('restorer')]).toEqual([
      'refused',
      'refused',
      'recorded',
    ])
    expect(machineStanding(t.world(), machine()).status).not.toBe('do not power')
  })
  it('runs longer than agreed, or by somebody who was not named, are recorded and marked', () => {
    lent()
    const run = (minutes: number, who: string) =>
      t.told('2026-05-02T12:00:00.000Z', { kind: 'run', loan, machine: home, minutes, who, started: true })
    run(90, 'Sunniva')
    run(150, 'Piet')
    expect(runsBeyond(file(), zone, dayOf).map((r) => [r.tooLong, r.notNamed])).toEqual([
      [true, false],
      [true, true],
    ])
  })
  it('what came from the cold rests before it is powered', () => {
    lent()
    const back = release('2026-06-02T09:00:00.000Z', borrower)
    receive('2026-06-03T08:00:00.000Z', back.id, 'house', whole, { restUntil: '2026-06-04T08:00:00.000Z' })
    expect(machine().waits).toMatchObject([
      { what: 'rest after carriage', until: '2026-06-04T08:00:00.000Z' },
    ])
  })
  it('of which nothing was written there has been away without a record', () => {
    allPass(t, '2026-03-01T12:00:00.000Z')
    ask()
    agree(terms('2026-03-02T09:00:00.000Z'))
    look('2026-04-02T08:00:00.000Z', 'out', [{ zone: 'lid', is: 'same' }])
    release('2026-04-02T09:00:00.000Z', 'house')
    receive('2026-09-01T09:00:00.000Z', undefined, 'house')
    expect(machine().steps.at(-1)).toMatchObject({ verb: 'away without a record', reach: 'altered' })
  })
})

describe('the loan as its other side reads it', () => {
  it('is theirs alone, holds the value they agreed to, and says nothing of the house’s tests', () => {
    lent()
    expect(loanView(t.world(), loan, { zone, viewer: person })).toBeUndefined()
    const theirs = loanView(t.world(), loan, { zone, viewer: borrower })!
    expect(theirs.terms[0]?.body.cover.value?.minor).toBe(125_000)
    expect(theirs.machines[0]).toMatchObject({ status: undefined, retest: undefined })
    expect(theirs.release).toEqual([])
  })
})
