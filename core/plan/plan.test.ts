/** Evenings in time and what speaks against a row of their sheet. */
import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { eveningsCalendar } from '#core/formats/calendar.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { eveningBody } from '#core/history/bodies/evening.ts'
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import { dice, oneOf } from '#core/quantity/dice.ts'
import type { Todo } from '#core/work/todo/index.ts'
import { home, other, person, twoTerminals } from '#core/testing/terminal.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import { eveningOn, eveningsOf, fallsOn, weekdayOf } from './evenings.ts'
import { proposeRows, type Proposing } from './propose.ts'
import { clockAfter, leaveAt, sheetRemarks, type SheetRow } from './sheet.ts'

const ada = person
const bo = numberedId<PartyId>(2, 3)
type Said =
  BodyOf<'evening'> extends infer B ? (B extends { kind: 'evening' } ? Omit<B, 'kind'> : never) : never
const tell = (t: Teller, at: string, said: Said): EntryId =>
  t.told(at, { kind: 'evening', ...said } as BodyOf<'evening'>).id

describe('evenings', () => {
  it('fall on their weekday from their first day on, every so many weeks', () => {
    // ISO 8601: 3 December 2026 is a Thursday.
    expect([weekdayOf('2026-12-03'), weekdayOf('2026-12-06'), weekdayOf('2026-12-07')]).toEqual([4, 7, 1])
    const series = { weekday: 4, everyWeeks: 2, first: '2026-11-30', from: '18:00', to: '21:00' }
    const on = ['2026-11-26', '2026-12-03', '2026-12-10', '2026-12-17', '2026-12-31'].filter((d) =>
      fallsOn(series, d),
    )
    expect(on).toEqual(['2026-12-03', '2026-12-17', '2026-12-31'])
    expect(fallsOn({ ...series, until: '2026-12-16' }, '2026-12-17')).toBe(false)
  })
  it('repeat, end, are off, have other hours, and stand by themselves', () => {
    const { t } = twoTerminals('2026-12-01T12:00:00.000Z')
    const series = tell(t, '2026-12-01T10:00:00.000Z', {
      what: 'repeats',
      weekday: 4,
      everyWeeks: 1,
      first: '2026-12-01',
      from: '18:30',
      to: '21:30',
    })
    tell(t, '2026-12-01T10:01:00.000Z', { what: 'called off', day: '2026-12-10', because: 'frozen pipes' })
    tell(t, '2026-12-01T10:02:00.000Z', { what: 'planned', day: '2026-12-17', from: '17:00', to: '20:00' })
    tell(t, '2026-12-01T10:03:00.000Z', { what: 'planned', day: '2026-12-19', from: '10:00', to: '16:00' })
    tell(t, '2026-12-01T10:04:00.000Z', { what: 'ends', series, after: '2026-12-24' })
    tell(t, '2026-12-01T10:05:00.000Z', { what: 'called off', day: '2026-12-19' })
    const found = eveningsOf(t.world(), '2026-12-01', '2027-01-10')
    expect(found.map((e) => e.off !== undefined)).toEqual([false, true, false, true, false])
    expect(found.map((e) => [e.day, e.from, e.off?.because])).toEqual([
      ['2026-12-03', '18:30', undefined],
      ['2026-12-10', '18:30', 'frozen pipes'],
      ['2026-12-17', '17:00', undefined],
      ['2026-12-19', '10:00', undefined],
      ['2026-12-24', '18:30', undefined],
    ])
  })
  it('know who usually comes, and what they said of one', () => {
    const { t } = twoTerminals('2026-12-01T12:00:00.000Z')
    const series = tell(t, '2026-12-01T10:00:00.000Z', {
      what: 'repeats',
      weekday: 4,
      everyWeeks: 1,
      first: '2026-12-01',
      from: '18:30',
      to: '21:30',
    })
    t.told('2026-12-01T09:00:00.000Z', {
      kind: 'party',
      party: bo,
      name: 'Bo Lind',
      sort: 'person',
      roles: ['volunteer'],
    })
    tell(t, '2026-12-01T10:01:00.000Z', { what: 'usually', series, party: ada, comes: true })
    tell(t, '2026-12-01T10:02:00.000Z', { what: 'comes', day: '2026-12-03', party: ada, comes: false })
    tell(t, '2026-12-01T10:03:00.000Z', { what: 'comes', day: '2026-12-03', party: bo, comes: true })
    const people = (day: string) => eveningOn(t.world(), day)?.people.map((p) => [p.party, p.comes])
    expect(people('2026-12-03')).toEqual([
      [ada, 'not'],
      [bo, 'comes'],
    ])
    expect(people('2026-12-10')).toEqual([[ada, 'usually']])
    // What was said last stands.
    tell(t, '2026-12-01T10:04:00.000Z', { what: 'comes', day: '2026-12-03', party: ada, comes: true })
    tell(t, '2026-12-01T10:05:00.000Z', { what: 'usually', series, party: ada, comes: false })
    expect(people('2026-12-03')?.[0]).toEqual([ada, 'comes'])
    expect(people('2026-12-10')).toEqual([])
  })
  it('hold the sheet that was told last', () => {
    const { t } = twoTerminals('2026-12-01T12:00:00.000Z')
    tell(t, '2026-12-01T10:00:00.000Z', { what: 'planned', day: '2026-12-03', from: '18:00', to: '21:00' })
    const row = { machine: home, what: 'test all', people: [ada], from: '18:00', minutes: 30 }
    tell(t, '2026-12-01T10:01:00.000Z', { what: 'told', day: '2026-12-03', rows: [row], leave: '20:40' })
    tell(t, '2026-12-01T10:02:00.000Z', { what: 'told', day: '2026-12-03', rows: [row, row], leave: '20:30' })
    expect(eveningOn(t.world(), '2026-12-03')?.told).toMatchObject({ leave: '20:30', rows: [row, row] })
  })
  it('refuse hours that end before they begin, days and times that are none', () => {
    const planned = { kind: 'evening', what: 'planned', day: '2026-12-03', from: '18:00', to: '21:00' }
    expect(eveningBody.safeParse(planned).success).toBe(true)
    for (const wrong of [{ to: '18:00' }, { day: '2026-02-30' }, { from: '24:00' }, { from: '9:00' }])
      expect([wrong, eveningBody.safeParse({ ...planned, ...wrong }).success]).toEqual([wrong, false])
  })
})

describe('what speaks against a row', () => {
  const evening = {
    from: '18:00',
    to: '21:00',
    people: [
      { party: ada, comes: 'usually' as const },
      { party: bo, comes: 'not' as const },
    ],
  }
  const row = (more: Partial<SheetRow> = {}): SheetRow => ({
    machine: home,
    what: 'test all',
    people: [ada],
    from: '18:00',
    minutes: 60,
    ...more,
  })
  const whys = (rows: readonly SheetRow[], may = () => true) =>
    sheetRemarks(evening, rows, may).map((r) => r.map((x) => x.why))

  it.each<[string, SheetRow[], string[][]]>([
    ['nothing', [row()], [[]]],
    ['somebody who does not come', [row({ people: [bo] })], [['does not come']]],
    ['somebody who said nothing', [row({ people: [numberedId<PartyId>(9, 3)] })], [['not known to come']]],
    [
      'a person at two machines at once',
      [row(), row({ machine: other, from: '18:30' })],
      [['two at once'], ['two at once']],
    ],
    ['a person at one after the other', [row(), row({ machine: other, from: '19:00' })], [[], []]],
    [
      'a place that is taken by another machine',
      [row({ place: 'sink' }), row({ machine: other, place: 'Sink', people: [numberedId<PartyId>(9, 3)] })],
      [['place taken'], ['not known to come', 'place taken']],
    ],
    [
      'a machine in two places',
      [row({ place: 'sink' }), row({ place: 'yard', from: '18:30', people: [bo] })],
      [['machine elsewhere'], ['does not come', 'machine elsewhere']],
    ],
    ['what begins too early', [row({ from: '17:50' })], [['before it begins']]],
    ['what goes on past its end', [row({ from: '20:30' })], [['past its end']]],
  ])('%s', (_, rows, expected) => {
    expect(whys(rows)).toEqual(expected)
  })
  it('mains with nobody authorised, or alone', () => {
    expect(whys([row({ authority: 'mains' })], () => false)).toEqual([['nobody authorised', 'alone']])
    expect(whys([row({ authority: 'switch on' })])).toEqual([[]])
    expect(
      sheetRemarks(
        { ...evening, people: [...evening.people, { party: numberedId<PartyId>(8, 3), comes: 'comes' }] },
        [row({ authority: 'mains' })],
        () => true,
      ),
    ).toEqual([[]])
  })
  it('reckons clocks within the day, and when to begin leaving', () => {
    expect([clockAfter('18:45', 30), clockAfter('23:50', 30), clockAfter('00:10', -30)]).toEqual([
      '19:15',
      '23:59',
      '00:00',
    ])
    expect(leaveAt({ to: '21:30' })).toBe('21:10')
  })
})

describe('rows that are proposed', () => {
  const todo = (act: Todo['act'], minutes?: number): Todo => ({ act, items: [{ name: act }], minutes })
  const cara = numberedId<PartyId>(3, 3)
  const ask = (more: Partial<Proposing> = {}): Proposing => ({
    evening: { from: '18:00', people: [ada, bo].map((party) => ({ party, comes: 'comes' as const })) },
    leave: '20:40',
    rows: [],
    machines: [
      { id: home, todo: [todo('test again', 25), todo('put back')] },
      { id: other, todo: [todo('go on'), todo('make harmless'), todo('test', 10)] },
    ],
    people: [
      { party: ada, authorities: ['switch on'] },
      { party: bo, authorities: [] },
    ],
    places: ['bench 1', 'bench 2'],
    words: (t) => t.act,
    ...more,
  })
  const said = (rows: readonly SheetRow[]) => rows.map((r) => [r.from, r.what, r.people.length, r.place])

  it('take the most urgent of each machine, with somebody who may', () => {
    const rows = proposeRows(ask())
    expect(said(rows)).toEqual([
      ['18:00', 'test again', 1, 'bench 1'],
      ['18:00', 'make harmless', 1, 'bench 2'],
      ['18:25', 'put back', 1, 'bench 1'],
    ])
    expect(rows.map((r) => r.people[0])).toEqual([ada, bo, ada])
  })
  it('leave out what needs power where something has to be made harmless, and what no hands do', () => {
    expect(proposeRows(ask()).some((r) => r.machine === other && r.what === 'test')).toBe(false)
  })
  it('go round what stands already, and add nothing to its machines', () => {
    const own: SheetRow = {
      machine: home,
      what: 'mine',
      people: [bo],
      from: '18:00',
      minutes: 60,
      place: 'bench 2',
    }
    const rows = proposeRows(ask({ rows: [own] }))
    expect(said(rows)).toEqual([
      ['18:00', 'mine', 1, 'bench 2'],
      ['18:00', 'make harmless', 1, 'bench 1'],
    ])
  })
  it('propose nothing where nobody comes, no place is free or the time is too short', () => {
    expect(proposeRows(ask({ evening: { from: '18:00', people: [{ party: ada, comes: 'not' }] } }))).toEqual(
      [],
    )
    expect(proposeRows(ask({ places: [] }))).toEqual([])
    expect(proposeRows(ask({ leave: '18:05' }))).toEqual([])
  })
  it('nothing speaks against them, in 500 evenings by chance', () => {
    const acts = [
      'make harmless',
      'test again',
      'put back',
      'fit',
      'find the fault',
      'test',
      'look again',
      'answer',
    ] as const
    for (let seed = 1; seed <= 500; seed++) {
      const roll = dice(seed)
      const staff = [ada, bo, cara].slice(0, 1 + Math.floor(roll() * 3))
      const people = staff.map((party) => ({
        party,
        authorities: roll() < 0.6 ? (['switch on'] as const) : [],
      }))
      const evening = {
        day: '2026-12-03',
        from: '18:00',
        to: '21:00',
        people: staff.map((party) => ({
          party,
          comes: roll() < 0.8 ? ('comes' as const) : ('not' as const),
        })),
      }
      const machines = Array.from({ length: 1 + Math.floor(roll() * 7) }, (_, n) => ({
        id: numberedId<MachineId>(n + 1, 4),
        todo: Array.from({ length: 1 + Math.floor(roll() * 4) }, () =>
          todo(oneOf(roll, acts), roll() < 0.5 ? Math.ceil(roll() * 70) : undefined),
        ),
      }))
      const rows = proposeRows(ask({ evening, machines, people, leave: '20:40' }))
      const may = (party: PartyId, a: string) =>
        people.some((p) => p.party === party && (p.authorities as readonly string[]).includes(a))
      expect([seed, sheetRemarks(evening, rows, may).flat()]).toEqual([seed, []])
      expect(rows.every((r) => clockAfter(r.from, r.minutes) <= '20:40')).toBe(true)
    }
  })
})

describe('evenings in a calendar (RFC 5545, read by ical.js)', () => {
  it('begin at the hour that a clock in the zone shows, before and after the clocks change', () => {
    const text = eveningsCalendar(
      ['2026-10-22', '2026-10-29'].map((day) => ({
        uid: day,
        day,
        from: '18:30',
        to: '21:30',
        summary: `evening; ${day}`,
      })),
      'Europe/Oslo',
      '2026-10-01T00:00:00.000Z',
    )
    const events = new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e))
    // Central European Time begins on 25 October 2026: 18:30 is 16:30 UTC before and 17:30 after.
    expect(events.map((e) => e.startDate.toJSDate().toISOString())).toEqual([
      '2026-10-22T16:30:00.000Z',
      '2026-10-29T17:30:00.000Z',
    ])
    expect(events.map((e) => e.endDate.toJSDate().getTime() - e.startDate.toJSDate().getTime())).toEqual([
      10_800_000, 10_800_000,
    ])
    expect(events[0]?.summary).toBe('evening; 2026-10-22')
  })
})
