/** Every kind of entry as the ruled sheet says it: no kind without words, no id or hole in them. */
import { describe, expect, it } from 'vitest'
import { id, smallest } from '#core/testing/bodies.ts'
import { home, other, person, slot } from '#core/testing/terminal.ts'
import { kinds, schemaOfKind } from '#core/history/kinds/index.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { moneyWords } from './money.ts'
import { entryWords } from './entries.ts'
import { type EntryNames } from './names.ts'

const names: EntryNames = {
  labels: {
    [home]: 'E-1 Terminal',
    [other]: 'E-2 Terminal',
    [person]: 'Ida Oslund',
    [id]: 'P-0007 character ROM',
  },
  zone: 'Europe/Oslo',
  now: '2026-03-10T12:00:00.000Z',
  machine: home,
  money: (minor, currency) => moneyWords({ minor, currency }),
}
const read = (body: { kind: string }) => schemaOfKind(body.kind)!.parse(body) as Body
const say = (body: { kind: string; [key: string]: unknown }, among: EntryNames = names) => {
  const { what, result } = entryWords(read(body), among)
  return result ? `${what} | ${result}` : what
}

describe('every kind of entry', () => {
  it('is among those tried here', () =>
    expect(new Set(smallest.map(([body]) => body.kind))).toEqual(new Set(kinds)))
  it.each(
    smallest.map(([body]) => [`${body.kind} ${String(body['what'] ?? body['way'] ?? '')}`, body] as const),
  )('%s has words, with its names known and unknown', (_name, body) => {
    for (const labels of [names.labels, {}]) {
      const text = say(body, { ...names, labels })
      expect(text.length).toBeGreaterThan(0)
      expect(text).not.toMatch(/undefined|\[object|NaN|[0-9a-f]{8}-[0-9a-f]{4}-/)
    }
  })
  it.each(
    smallest
      .filter(([body]) => body.kind !== 'test' && body.kind !== 'reading')
      .map(([body]) => [body.kind, body] as const),
  )('%s is no proof', (_kind, body) => {
    expect(entryWords(read(body), names).proof).toBe(false)
  })
})

describe('parts and lots in words', () => {
  const drawer = { in: { kind: 'store', id: 'drawer 4' } }
  const lot = '00000011-0000-7000-8000-000000000001'
  const withLot = { ...names, labels: { ...names.labels, [lot]: 'L-0001 fuse' } }
  const cases: [string, { kind: string; [key: string]: unknown }, string][] = [
    [
      'a lot that came',
      {
        kind: 'lot',
        what: 'got',
        lot,
        n: 20,
        place: drawer,
        origin: 'bought',
        price: { minor: 780, currency: 'EUR' },
      },
      '20 × L-0001 fuse, bought, to drawer 4 | €7.80',
    ],
    [
      'a count',
      { kind: 'count', lot, place: drawer, n: 170, about: true },
      'counted L-0001 fuse in drawer 4 | about 170',
    ],
    [
      'one taken out',
      { kind: 'part', what: 'identified', part: id, place: drawer, tag: 'P-0007', outOf: { lot, for: home } },
      'one out of L-0001 fuse, drawer 4 | P-0007',
    ],
    [
      'some used up',
      {
        kind: 'move',
        legs: [],
        lots: [{ lot, n: 3, from: drawer, to: { in: { kind: 'machine', id: home } } }],
      },
      '3 × L-0001 fuse from drawer 4 to the machine',
    ],
    [
      'a part and some of a lot in one act',
      {
        kind: 'move',
        legs: [{ part: id, from: drawer, to: slot(home, 'IC31') }],
        lots: [{ lot, n: 1, from: drawer, to: { in: { kind: 'kept', id: home } } }],
      },
      'in IC31: P-0007 character ROM, from drawer 4 and 1 × L-0001 fuse from drawer 4 to kept with the machine',
    ],
    [
      'a promise',
      {
        kind: 'reservation',
        what: 'made',
        machine: other,
        position: 'F1',
        lot,
        n: 2,
        until: '2026-03-31T21:59:59.999Z',
      },
      'reserved for E-2 Terminal, F1: 2 × L-0001 fuse | until 31 Mar',
    ],
    [
      'a promise that ends',
      { kind: 'reservation', what: 'ended', machine: other, lot, reservation: id, words: 'not needed' },
      'L-0001 fuse no longer reserved for E-2 Terminal | not needed',
    ],
    [
      'an owner who agrees',
      {
        kind: 'consent',
        machine: home,
        by: person,
        to: 'give parts',
        given: true,
        positions: ['Q7', 'Q8'],
        words: 'if they must',
      },
      'Ida Oslund agrees to give Q7 and Q8: if they must',
    ],
    [
      'an owner who does not',
      { kind: 'consent', machine: home, by: person, to: 'irreversible work', given: false, words: '' },
      'Ida Oslund does not agree to irreversible work',
    ],
    [
      'a loan',
      {
        kind: 'move',
        legs: [{ part: id, from: slot(home, 'IC31'), to: slot(other, 'IC31') }],
        loan: { home: slot(home, 'IC31'), due: '2026-04-11T20:00:00.000Z' },
      },
      'lent P-0007 character ROM from IC31 to IC31 of E-2 Terminal | home by 11 Apr',
    ],
    [
      'a part that is gone',
      {
        kind: 'move',
        legs: [{ part: id, from: slot(home, 'IC31'), to: { in: { kind: 'gone', id: 'discarded' } } }],
      },
      'out IC31: P-0007 character ROM, to discarded',
    ],
    [
      'a fit that was forced',
      {
        kind: 'move',
        legs: [{ part: id, from: drawer, to: slot(home, 'IC31') }],
        forced: { reason: 'to hear it once' },
      },
      'in IC31: P-0007 character ROM, from drawer 4 | although: to hear it once',
    ],
    [
      'what a print says',
      {
        kind: 'spec',
        machine: home,
        position: 'C12',
        by: 'print',
        attributes: { value: '47uF', rating: '25 V', temperature: '105 °C' },
      },
      'C12: the print says 47uF, 25 V, temperature 105 °C',
    ],
  ]
  it.each(cases)('%s', (_name, body, expected) => expect(say(body, withLot)).toBe(expected))
})

describe('tests and readings in words', () => {
  const results = (list: readonly object[]) => ({
    kind: 'test',
    machine: home,
    depth: 'full',
    gear: [],
    results: list,
  })
  const cases: [string, { kind: string; [key: string]: unknown }, string][] = [
    [
      'one function',
      results([{ fn: 'screen', result: { is: 'fail', symptom: 'rolls' } }]),
      'test screen | fail: rolls',
    ],
    [
      'the same of several',
      {
        ...results([
          { fn: 'screen', result: { is: 'pass' } },
          { fn: 'bell', result: { is: 'pass' } },
        ]),
        depth: 'look',
      },
      'test screen and bell, look | 2 × pass',
    ],
    [
      'cold starts',
      results([{ fn: 'screen', result: { is: 'pass', starts: 9 } }]),
      'test screen | pass, 9 starts',
    ],
    [
      'what could not be tried',
      results([{ fn: 'send', result: { is: 'not possible', because: 'lead missing' } }]),
      'test send | not possible: lead missing',
    ],
    [
      'a reading within its band',
      {
        kind: 'reading',
        machine: home,
        point: '5V',
        read: { value: 4.98, unit: 'V', asWritten: '4.98' },
        nominal: 5,
        tolerance: 0.25,
      },
      'read 5V 4.98 | in 4.75 to 5.25 V',
    ],
    [
      'a reading outside it',
      {
        kind: 'reading',
        machine: home,
        point: '5V',
        read: { value: 5.4, unit: 'V', asWritten: '5.4' },
        nominal: 5,
        tolerance: 0.25,
      },
      'read 5V 5.4 | outside 4.75 to 5.25 V',
    ],
    [
      'a wait',
      {
        kind: 'wait',
        machine: home,
        what: 'case dries',
        until: '2026-03-10T17:30:00.000Z',
        everyMinutes: 15,
      },
      'wait: case dries, every 15 min | until 10 Mar 18:30',
    ],
  ]
  it.each(cases)('%s', (_name, body, expected) => expect(say(body)).toBe(expected))
  it('are proof', () =>
    expect(entryWords(read(results([{ fn: 'x', result: { is: 'pass' } }])), names).proof).toBe(true))
})
