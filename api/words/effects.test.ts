/** What a line of the bench will do, in words. Complete by type: an effect without its line does not compile. */
import { describe, expect, it } from 'vitest'
import { benchEffectWords, type BenchEffect } from './effects.ts'

const when = { zone: 'Europe/Oslo', now: '2026-03-10T12:00:00.000Z' }
type Case<T> = readonly [T, string]

const effects: { readonly [K in BenchEffect['does']]: readonly Case<BenchEffect & { readonly does: K }>[] } =
  {
    fastens: [
      [
        { does: 'fastens', way: 'off', count: 6, size: 'M4x12', left: 6, cup: 'cup 1', sizeKnown: false },
        '6 M4x12 off; then 6 are off; cup 1, as before.',
      ],
      [
        { does: 'fastens', way: 'on', count: 7, size: 'M3x10', left: -1, sizeKnown: false },
        '! 7 M3x10 on: that is 1 more than came off.',
      ],
      [
        { does: 'fastens', way: 'off', count: 4, size: 'M3x10', left: 4, sizeKnown: true },
        '4 M3x10 (the size known of it) off; then 4 are off.',
      ],
      [
        { does: 'fastens', way: 'loosened', count: 2, size: 'M3x10', left: 0, sizeKnown: false },
        '2 M3x10 loosened, still in.',
      ],
      [
        { does: 'fastens', way: 'tightened', count: 2, size: 'M3x10', left: 0, sizeKnown: false },
        '2 M3x10 tightened again.',
      ],
      [
        { does: 'fastens', way: 'missing', count: 2, size: 'M3x10', left: 0, sizeKnown: false },
        '! 2 M3x10 not there: it stands under To do until they are found or replaced.',
      ],
      [
        { does: 'fastens', way: 'lost', count: 1, size: 'M3x10', left: 0, sizeKnown: false },
        '! 1 M3x10 lost: closing no longer asks for them, To do does.',
      ],
    ],
    'is longer': [
      [
        { does: 'is longer', size: 'M3x12', than: 'M3x10' },
        '! M3x12 is longer than the M3x10 that came out: it may press on what is behind it.',
      ],
    ],
    'comes too early': [
      [
        { does: 'comes too early', what: 'lid', first: 'keyboard', why: 'its cable hides' },
        '! By the sheet keyboard goes in before lid, and is still off: its cable hides.',
      ],
    ],
    'leaves house rule': [
      [
        { does: 'leaves house rule', rule: 'whitening', option: 'never' },
        '! The rule here is “whitening: never”. It is written all the same.',
      ],
    ],
    'wants authority': [
      [
        {
          does: 'wants authority',
          authority: 'switch on',
          people: [{ party: 'p' as never, name: 'Ida Oslund' }],
          warranted: false,
        },
        '! The person doing it is not authorised to switch it on; Ida Oslund is.',
      ],
      [
        { does: 'wants authority', authority: 'mains', people: [], warranted: false },
        '! The person doing it is not authorised for work at the mains; no person of the collection is at present.',
      ],
    ],
    cautions: [
      [
        { does: 'cautions', of: ['solder'] },
        '! Solder: draw the fume off, mind the lead, wash your hands before you eat. This is usual practice, not the law: follow your local code, and leave it to licensed people where in doubt.',
      ],
    ],
    'goes past': [
      [
        { does: 'goes past', check: 'switch on', rules: ['attended'] },
        '! Before switching on, still open: attended. They stay open, marked as passed over.',
      ],
    ],
    stops: [
      [
        { does: 'stops', words: 'try the bell', unplugged: true },
        'Stops for today, unplugged; next: try the bell.',
      ],
      [{ does: 'stops', words: '', unplugged: false }, 'Stops for today, not unplugged; next: not said.'],
      [
        { does: 'stops', words: '' },
        'Stops for today; whether it is unplugged is not said: add “unplugged”; next: not said.',
      ],
    ],
    'puts off': [
      [
        { does: 'puts off', task: 'second coat', reason: 'too damp', until: '2026-04-12T21:59:59.999Z' },
        'Left for later: second coat, because too damp; not before 12 Apr.',
      ],
    ],
    'ends task': [[{ does: 'ends task', words: 'second coat', way: 'done' }, 'Done: second coat.']],
    soaks: [
      [
        {
          does: 'soaks',
          what: 'soak test: screen',
          until: '2026-03-10T16:00:00.000Z',
          attended: true,
          byHouse: false,
          said: true,
        },
        'Soak test: screen until 10 Mar, 17:00; attended.',
      ],
      [
        {
          does: 'soaks',
          what: 'soak test: screen',
          until: '2026-03-10T16:00:00.000Z',
          attended: false,
          byHouse: true,
          said: false,
        },
        'Soak test: screen until 10 Mar, 17:00, as long as the house asks; whether somebody stays with it is not said: add “attended”.',
      ],
    ],
    supposes: [
      [
        { does: 'supposes', sort: 'opinion', words: 'beyond repair', from: 'the shop', about: 'screen' },
        'Opinion from the shop, about screen: beyond repair.',
      ],
    ],
    'ends advice': [[{ does: 'ends advice', words: 'C12 leaks', outcome: 'held' }, '“C12 leaks”: held.']],
    'dates fault': [
      [
        { does: 'dates fault', of: 'bell', when: 'in storage' },
        'The fault of bell is from its time in storage.',
      ],
    ],
    'keeps contents': [
      [
        { does: 'keeps contents', medium: 'EPROM', copied: true, twice: true },
        'EPROM copied, read twice with one sum.',
      ],
      [
        { does: 'keeps contents', medium: 'EPROM', copied: true, twice: false },
        '! EPROM copied, read once: read it again and compare the sums before it goes.',
      ],
      [{ does: 'keeps contents', medium: 'tape', copied: false, twice: false }, 'Tape is not copied.'],
    ],
    happens: [
      [{ does: 'happens', words: 'smoke', target: 'supply' }, '! Something happened to supply: smoke.'],
    ],
    damages: [
      [
        { does: 'damages', what: 'track lifted', target: 'IC4', by: 'us', undone: 'can be undone' },
        '! Damage at IC4: track lifted; by us, can be undone.',
      ],
      [
        { does: 'damages', what: 'torn', target: 'IC4', by: 'not known', undone: 'not known' },
        '! Damage at IC4: torn; by whom is not said, whether it can be undone is not said.',
      ],
    ],
    'finds earlier work': [
      [
        { does: 'finds earlier work', positions: ['IC4', 'C3'], words: 'resoldered' },
        'Earlier work by strangers at IC4 and C3: resoldered.',
      ],
    ],
    'tries in vain': [
      [
        { does: 'tries in vain', verb: 'desolder', target: 'IC4', why: 'the pad lifts' },
        'Tried to desolder IC4, without success: the pad lifts.',
      ],
    ],
    'loses contents': [
      [
        { does: 'loses contents', part: 'IC4 ROM' },
        '! What is kept in it is not recorded: copy it twice with equal sums before IC4 ROM goes (copied …), or give it up by name (uncopied … because …).',
      ],
    ],
    'done by': [[{ does: 'done by', name: 'Ida Oslund' }, 'Done by Ida Oslund.']],
    settles: [
      [
        { does: 'settles', position: 'C12', what: ['35V'] },
        'C12: 35V is what holds, whatever else was read.',
      ],
    ],
  }

describe('each effect', () => {
  const cases = Object.values(effects).flatMap((list) => [...list] as Case<BenchEffect>[])
  it.each(cases)('%j', (effect, expected) => {
    const { text, heed } = benchEffectWords(effect, when)
    expect(`${heed ? '! ' : ''}${text}`).toBe(expected)
  })
})
