/** What a freely said line was understood as, in words. Complete by type. */
import { describe, expect, it } from 'vitest'
import type { MachineId } from '#core/ids.ts'
import { freelyWords, type FreelyEffect } from './freely.ts'

const when = { zone: 'Europe/Oslo', now: '2026-03-10T12:00:00.000Z' }
const machine = 'm' as MachineId
const reading = (value: number) =>
  ({
    kind: 'reading',
    machine,
    point: '9V',
    read: { value, unit: 'V', asWritten: `${value}V` },
  }) as const

const cases: {
  readonly [K in FreelyEffect['does']]: readonly (readonly [FreelyEffect & { readonly does: K }, string])[]
} = {
  'reads as': [
    [{ does: 'reads as', acts: 3, rest: [] }, '3 acts.'],
    [{ does: 'reads as', acts: 1, rest: ['and so on'] }, '! 1 act understood; kept as words: “and so on”.'],
  ],
  'keeps as words': [
    [
      { does: 'keeps as words', words: 'IC7', because: 'is in already' },
      '! By the record IC7 is in its place and never came out: kept as a note.',
    ],
    [
      { does: 'keeps as words', words: 'IC7', because: 'is out already' },
      '! By the record nothing is in IC7',
    ],
    [
      { does: 'keeps as words', words: 'and so on', because: 'not understood' },
      '! Kept as a note: and so on.',
    ],
  ],
  at: [
    [
      { does: 'at', when: { earliest: '2026-03-10T08:30:00.000Z', latest: '2026-03-10T08:30:00.000Z' } },
      'At 09:30.',
    ],
    [
      { does: 'at', when: { earliest: '2026-03-08T23:00:00.000Z', latest: '2026-03-09T22:59:59.999Z' } },
      'On 9 Mar.',
    ],
  ],
  took: [[{ does: 'took', minutes: 90 }, 'Took 1 h 30 min']],
  'takes noon': [[{ does: 'takes noon' }, 'noon is taken']],
  claims: [[{ does: 'claims', by: 'Olga Prent', words: 'it fell' }, 'Olga Prent told it: “it fell”']],
  plans: [[{ does: 'plans', words: 'clean the drum' }, 'A plan, nothing is done yet: clean the drum']],
  'lends gear': [
    [
      { does: 'lends gear', gear: 'probe 2', to: 'Olga Prent', due: '2026-03-12T22:59:59.999Z' },
      'Probe 2 goes to Olga Prent, due back 12 Mar.',
    ],
  ],
  'gear is back': [[{ does: 'gear is back', gear: 'probe 2' }, 'Probe 2 is back.']],
  sums: [[{ does: 'sums', value: 150, unit: 'ohm' }, '= 150 Ω. Nothing is written']],
  closes: [[{ does: 'closes' }, 'nothing is closed yet']],
  'takes back': [[{ does: 'takes back', what: reading(9.1) }, '! Takes back: ']],
  corrects: [[{ does: 'corrects', what: reading(9.1), to: reading(9.3) }, 'Corrects “']],
  'asks the record': [
    [
      { does: 'asks the record', question: { asks: 'where', about: 'the lid' } },
      'Asks the record where: the lid. Enter answers; nothing is written.',
    ],
  ],
  'counts stock': [[{ does: 'counts stock', what: 'fuses', n: 9 }, '9 fuses counted.']],
  buys: [[{ does: 'buys', what: 'fuses', n: 20 }, '20 fuses bought.']],
  'makes part': [
    [
      { does: 'makes part', part: 'new relay', of: 'reed relay' },
      'New relay gets a record of its own, as reed relay.',
    ],
  ],
}

describe('what was understood', () => {
  it.each(Object.values(cases).flatMap((list) => list as readonly (readonly [FreelyEffect, string])[]))(
    '%j',
    (effect, expected) => {
      const { text, heed } = freelyWords(effect, when)
      expect(`${heed ? '! ' : ''}${text}`).toContain(expected)
    },
  )
})
