/** Planned work and evenings, entry by entry: what was said last stands. */
import { describe, expect, it } from 'vitest'
import type { Body } from '../bodies/index.ts'
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import { entryOf, hourOf, worldOf, type Said } from '#core/testing/line.ts'
import { numberedId } from '#core/testing/script.ts'
import { home, told } from '#core/testing/reducing.ts'

const [ada, bo] = [numberedId<PartyId>(1, 3), numberedId<PartyId>(2, 3)]
const other = numberedId<MachineId>(2, 4)

describe('planned work', () => {
  const job = (what: string, more: object = {}) => told('job', { what, ...more })
  const step = (what: string) => ({ what, minutes: 20 })
  const planned = (...line: readonly Said[]) => worldOf(...line).planned.get(home)
  const wanted = job('wanted', {
    end: 'lent',
    by: '2027-06-01',
    promised: true,
    matters: 3,
    words: 'the fair',
  })

  it('a machine is wanted for what was said last, until it is not', () => {
    expect(planned(wanted)?.wanted).toEqual({
      ...{ end: 'lent', by: '2027-06-01', promised: true, matters: 3, words: 'the fair' },
    })
    expect(planned(wanted, job('wanted', { end: 'sold', promised: false, matters: 1 }))?.wanted).toEqual({
      ...{ end: 'sold', by: undefined, promised: false, matters: 1, words: undefined },
    })
    expect(planned(wanted, job('not wanted'))?.wanted).toBeUndefined()
    expect(planned()).toBeUndefined()
  })
  it('a job is planned by its entry, and dropped by it', () => {
    const [wash, wax] = [
      job('planned', { name: 'wash', steps: [step('rinse')], opens: true }),
      job('planned', { name: 'wax', steps: [step('rub')], opens: false }),
    ]
    expect(planned(wash, wax)?.jobs).toEqual([
      { id: entryOf(0), name: 'wash', steps: [step('rinse')], opens: true },
      { id: entryOf(1), name: 'wax', steps: [step('rub')], opens: false },
    ])
    expect(planned(wash, wax, job('dropped', { job: entryOf(0) }))?.jobs.map((j) => j.name)).toEqual(['wax'])
    expect(planned(wash, job('dropped', { job: entryOf(7) }))?.jobs).toHaveLength(1)
  })
  it('a step takes what was said last of it', () => {
    const takes = (of: string, minutes: number) => job('takes', { step: of, minutes })
    expect([...(planned(takes('a', 30), takes('b', 40), takes('a', 50))?.takes ?? [])]).toEqual([
      ['a', 50],
      ['b', 40],
    ])
  })
  it('what is done teaches the house its minutes, where they were said', () => {
    const done = (of: string, sort: string, minutes?: number) => job('done', { step: of, sort, minutes })
    const world = worldOf(
      done('a', 'wash', 25),
      done('b', 'wash'),
      done('c', 'wash', 35),
      done('d', 'wax', 10),
    )
    expect([...(world.planned.get(home)?.done ?? [])]).toEqual(['a', 'b', 'c', 'd'])
    expect([...world.stepMinutes]).toEqual([
      ['wash', [25, 35]],
      ['wax', [10]],
    ])
  })
  it('hours of an end are those of the house, and of no machine', () => {
    const world = worldOf(job('effort', { end: 'sold', hours: 4 }), job('effort', { end: 'sold', hours: 6 }))
    expect([...world.effort]).toEqual([['sold', 6]])
    expect(world.planned.size).toBe(0)
  })
  it('of one machine is none of another', () => {
    const world = worldOf(wanted, {
      ...job('planned', { name: 'wax', steps: [step('rub')] }),
      machine: other,
    } as Body)
    expect(world.planned.get(home)).toMatchObject({ jobs: [], wanted: { end: 'lent' } })
    expect(world.planned.get(other)).toMatchObject({ jobs: [{ name: 'wax' }] })
    expect(world.planned.get(other)?.wanted).toBeUndefined()
  })
})

describe('evenings', () => {
  const evening = (what: string, more: object = {}) => told('evening', { what, ...more })
  const repeats = (weekday: number) =>
    evening('repeats', { weekday, everyWeeks: 2, first: '2027-03-02', from: '18:00', to: '21:00' })
  const series = (n: number, ...line: readonly Said[]) => worldOf(...line).eveningSeries.get(entryOf(n))
  const usually = (of: EntryId, party: PartyId, comes: boolean, often?: string) =>
    evening('usually', { series: of, party, comes, ...(often ? { often } : {}) })

  it('repeat until they end', () => {
    const begun = {
      id: entryOf(0),
      weekday: 2,
      everyWeeks: 2,
      first: '2027-03-02',
      from: '18:00',
      to: '21:00',
    }
    expect(series(0, repeats(2))).toEqual({ ...begun, usual: new Map() })
    const both = [repeats(2), repeats(5), evening('ends', { series: entryOf(0), after: '2027-05-01' })]
    expect(series(0, ...both)?.until).toBe('2027-05-01')
    expect(series(1, ...both)?.until).toBeUndefined()
  })
  it('people come to usually, as surely as they said', () => {
    const usual = (...line: readonly Said[]) => [...(series(0, repeats(2), ...line)?.usual ?? [])]
    const [first] = [entryOf(0)]
    expect(usual(usually(first, ada, true), usually(first, bo, true, 'now and then'))).toEqual([
      [ada, 'mostly'],
      [bo, 'now and then'],
    ])
    expect(usual(usually(first, ada, true), usually(first, bo, true), usually(first, ada, false))).toEqual([
      [bo, 'mostly'],
    ])
  })
  it('of a series that is not among the entries are none', () => {
    const world = worldOf(
      usually(entryOf(9), ada, true),
      evening('ends', { series: entryOf(9), after: '2027-05-01' }),
    )
    expect(world.eveningSeries.size).toBe(0)
  })
  it('by themselves have hours, also once they are called off', () => {
    const planned = evening('planned', { day: '2027-03-09', from: '17:00', to: '19:00' })
    const off = evening('called off', { day: '2027-03-09', because: 'ice' })
    const single = (...line: readonly Said[]) => worldOf(...line).singleEvenings.get('2027-03-09')
    expect(single(planned)).toEqual({ hours: { from: '17:00', to: '19:00' } })
    expect(single(planned, off)).toEqual({ hours: { from: '17:00', to: '19:00' }, off: { because: 'ice' } })
    expect(single(off)).toEqual({ hours: undefined, off: { because: 'ice' } })
    expect(single(planned, off, planned)).toEqual({ hours: { from: '17:00', to: '19:00' } })
  })
  it('somebody comes to, or not, as they said last for that day', () => {
    const comes = (day: string, party: PartyId, is: boolean) => evening('comes', { day, party, comes: is })
    const line = [
      comes('2027-03-09', ada, true),
      comes('2027-03-16', ada, true),
      comes('2027-03-09', bo, true),
    ]
    expect([...worldOf(...line, comes('2027-03-09', ada, false)).attendance]).toEqual([
      [`2027-03-09 ${ada}`, false],
      [`2027-03-16 ${ada}`, true],
      [`2027-03-09 ${bo}`, true],
    ])
  })
  const sheet = (day: string, what: string) => ({
    day,
    rows: [{ machine: home, what, people: [ada], from: '18:00', minutes: 30 }],
    leave: '20:30',
  })
  it('have the sheet that was told last, by whom and when, each day its own', () => {
    const world = worldOf(
      { body: evening('told', sheet('2027-03-09', 'oil')), doneBy: bo },
      evening('plan told', { sheets: [sheet('2027-03-09', 'wash'), sheet('2027-03-16', 'wax')] }),
    )
    const rows = (day: string) => world.toldEvenings.get(day)
    expect(rows('2027-03-09')).toMatchObject({ rows: [{ what: 'wash' }], leave: '20:30', at: hourOf(1) })
    expect(rows('2027-03-16')).toMatchObject({ rows: [{ what: 'wax' }], at: hourOf(1) })
    const first = worldOf({ body: evening('told', sheet('2027-03-09', 'oil')), doneBy: bo })
    expect(first.toldEvenings.get('2027-03-09')).toMatchObject({ rows: [{ what: 'oil' }], by: bo })
  })
  it('are held in a workshop of so many places', () => {
    const places = (bench: number) => evening('workshop', { places: { bench, sink: 1, rack: 4, yard: 0 } })
    expect(worldOf().workshop).toBeUndefined()
    expect(worldOf(places(2), places(3)).workshop).toEqual({ bench: 3, sink: 1, rack: 4, yard: 0 })
  })
})
