/** The lives before today of the terminals, the calculators and the ferry office's till, one story each. */
import { inStore } from '#core/place.ts'
import { machines } from './ids.ts'
import { people } from './people.ts'
import { register } from './register.ts'
import type { Story } from './story.ts'

export function terminals(s: Story) {
  const a = machines.terminalA
  const b = machines.terminalB
  register(
    s,
    a,
    700,
    'ottoline',
    'E2024-003',
    'terminal',
    {
      serial: '24-00917',
      revision: 'C',
      legal: 'accessioned',
      accessionNumber: 'SW 2024.3',
      purpose: 'working exhibit',
      attributes: { made: '1983' },
      source: {
        how: 'gift',
        from: people.school.party,
        words: 'From the telegraph classroom, with its lead and a handbook.',
      },
    },
    [
      { fn: 'screen, 24 rows', says: 'works', words: 'always came up after a minute' },
      { fn: 'bell', says: 'fails', words: 'never heard it' },
      { says: 'not said', words: 'worked when the classroom was cleared' },
    ],
  )
  register(
    s,
    b,
    690,
    'ottoline',
    'E2024-004',
    'terminal',
    {
      serial: '24-01266',
      revision: 'B',
      legal: 'parts stock',
      purpose: 'parts source',
      attributes: { made: '1982' },
      source: { how: 'purchase', from: people.auction.party },
      price: { minor: 3400, currency: 'EUR' },
    },
    [{ says: 'not said', words: 'no life, for spares' }],
  )
  // Episode 1: two things were done before one test.
  const first = s.open(a, s.at(680, '17:30'), 'rasmus', 'As found, and a picture that rolls')
  s.lines(
    first,
    680,
    '17:40',
    'rasmus',
    [
      'test short self-test pass, screen, 24 rows fail: rolls, keys, 71 68 of 71',
      'off lid 6 M4x12 cup 1',
      'power off',
      'swap C214 < P-0100',
      'swap C220 < P-0105',
      'verify C214 polarity, print and part agree',
      'verify C220 polarity, print and part agree',
      'bad C214 electrolytic capacitor: ESR 14 ohm',
      'good C220 electrolytic capacitor: ESR 0.3 ohm, so it need not have been changed',
      'power on',
      'test full screen, 24 rows pass',
      'clean keyboard by fibre pen and alcohol',
      'keys, 71 all ok',
      'verdict fibre pen and alcohol good: bright, no flaking',
      'ask who fitted the thick jumper beside IC40?',
      'on lid 6 M4x12',
      'keep all bag 1',
      'test full all pass but bell fail: silent',
      '5V 5.04 with meter 2',
      '12V 12.1',
      '-12V -11.8',
      'clock memory 4.41V',
      'X1 15.361MHz with counter',
      'healthy after two hours running',
    ],
    10,
  )
  s.close(a, first, s.at(680, '21:30'), 'rasmus', 'find out why the bell is silent')
  // Episode 2: the bell; a donor gives its loudspeaker.
  const second = s.open(a, s.at(330, '18:00'), 'imke', 'The bell is silent')
  s.lines(second, 330, '18:05', 'imke', [
    'test bell fail: silent',
    'off lid 6 M4x12 cup 1',
    'swap LS1 < E2024-004 LS1',
    'test full bell pass',
    'keep LS1 bag 2',
    'on lid 6 M4x12',
    '5V 4.97 with meter 2',
    '12V 11.9',
  ])
  s.lines(
    second,
    330,
    '19:20',
    'imke',
    [
      'fitted C5 330uF 25V',
      'print C5 470uF 16V plus left',
      'fitted C1 2200uF 40V',
      'schematic C1 2200uF 43V',
      'print C6 470uF 16V',
    ],
    2,
  )
  s.tell(s.at(320, '09:00'), 'rasmus', {
    kind: 'rule',
    what: 'policy',
    machine: a,
    key: 'renewing capacitors',
    option: 'all, preventively',
    reason: 'Two of its supply have failed already; it is shown every day.',
  })
  s.close(a, second, s.at(330, '19:40'), 'imke', 'nothing', [])
  // The lent supply: a night in the other terminal to see whether its own is to blame, back without a test.
  const third = s.open(b, s.at(41, '18:10'), 'jonas', 'Is its supply to blame?')
  s.lines(third, 41, '18:15', 'jonas', ['test self-test fail: no tone', 'out supply bench'])
  const lending = s.open(a, s.at(41, '18:50'), 'jonas', 'Its supply lent to the parts machine')
  s.line(lending, s.at(41, '18:55'), 'jonas', 'test self-test pass, screen, 24 rows pass, keys, 71 pass')
  s.lines(lending, 41, '18:57', 'jonas', ['5V 4.83 with meter 2', '12V 11.3'], 1)
  s.line(lending, s.at(41, '19:00'), 'jonas', 'lend supply to E2024-004 supply')
  s.lines(third, 41, '19:10', 'jonas', [
    'test self-test fail: no tone',
    'note same silence on a supply that works, so its own is not it',
  ])
  s.line(lending, s.at(40, '17:20'), 'jonas', 'in supply')
  s.line(lending, s.at(40, '17:25'), 'jonas', 'stop: next load the supply, then run the self-test')
  s.line(third, s.at(40, '17:30'), 'jonas', 'in supply')
  s.line(third, s.at(40, '17:34'), 'jonas', 'test self-test fail: no tone')
  s.line(third, s.at(40, '17:37'), 'jonas', 'test keys, 71 pass')
  s.close(b, third, s.at(40, '17:40'), 'jonas', 'look at the clock with a counter')
}

export function calculators(s: Story) {
  const a = machines.calculatorA
  const b = machines.calculatorB
  register(
    s,
    a,
    560,
    'imke',
    'E2025-002',
    'calculator',
    {
      serial: 'T12-4471',
      legal: 'accessioned',
      accessionNumber: 'SW 2025.2',
      purpose: 'working exhibit',
      source: {
        how: 'lot',
        from: people.auction.party,
        words: 'Two calculators in one lot, €26.00 together.',
      },
      price: { minor: 1300, currency: 'EUR' },
    },
    [{ fn: 'four rules', says: 'works', words: 'adds up' }],
  )
  register(
    s,
    b,
    560,
    'imke',
    'E2025-003',
    'calculator',
    {
      serial: 'T12-3902',
      legal: 'parts stock',
      purpose: 'parts source',
      source: { how: 'lot', from: people.auction.party },
      price: { minor: 1300, currency: 'EUR' },
    },
    [{ says: 'not said', words: 'dark display' }],
  )
  const look = s.open(b, s.at(550, '18:00'), 'jonas', 'A look before it gives parts')
  s.lines(look, 550, '18:05', 'jonas', [
    'test look digits, 12 fail: dark, four rules not possible: nothing to see',
  ])
  s.close(b, look, s.at(550, '18:20'), 'jonas', 'nothing')
  const dead = s.open(a, s.at(210, '18:00'), 'imke', 'Digit 7 is dark')
  s.lines(dead, 210, '18:04', 'imke', [
    'test short digits, 12 11 of 12: digit 7 dark, four rules pass',
    'off base 4 M3x8 cup 1',
    'reseat IC4',
    'test short digits, 12 11 of 12: digit 7 dark',
    'swap IC4 < E2025-003 IC4 > bag 2',
    'test full digits, 12 pass',
    'bad IC4 digit driver: digit 7 dark in both sockets',
    'use 1 L-0003 for the base, one thread was stripped',
    'on base 4 M3x8',
    'test full four rules pass, memory pass, keys, 29 pass, rounding switch pass',
  ])
  s.line(dead, s.at(210, '19:20'), 'imke', 'keep all envelope')
  s.close(a, dead, s.at(210, '19:30'), 'imke', 'nothing')
}

export function tillOfTheFerry(s: Story) {
  const m = machines.till
  register(
    s,
    m,
    150,
    'ottoline',
    'E2026-001',
    'till',
    {
      serial: 'B7-20418',
      legal: 'owner’s',
      owner: people.ferry.party,
      purpose: 'working exhibit',
      attributes: { made: '1986' },
      source: {
        how: 'repair for owner',
        from: people.ferry.party,
        words: 'Stood in the waiting room; they want it to ring again for the anniversary.',
      },
    },
    [
      { fn: 'drawer', says: 'fails', words: 'has to be opened with a key' },
      { fn: 'journal printer', says: 'works', words: 'printed last summer' },
    ],
  )
  s.tell(s.at(149, '09:00'), 'ottoline', {
    kind: 'rule',
    what: 'grant',
    party: people.ferry.party,
    machine: m,
    granted: true,
    from: s.at(149, '09:00'),
    until: s.at(-120, '23:00'),
  })
  s.tell(s.at(150, '11:00'), 'ottoline', {
    kind: 'custody',
    machine: m,
    to: inStore('bay 2'),
    carriage: 'vehicle',
    purpose: 'arrival',
  })
  const e = s.open(m, s.at(140, '17:00'), 'rasmus', 'Drawer, and a printer that smears')
  s.lines(
    e,
    140,
    '17:10',
    'rasmus',
    [
      'test digit keys pass, drawer fail: solenoid clicks, journal printer fail: smears',
      'off back 8 M4x10 cup 3',
      'swap Q7 < P-0117',
      'resolder Q8',
      'clean printer isopropyl alcohol',
      'test full journal printer pass',
      'oil "drawer catch" one drop',
      'test full drawer pass',
      'test customer display fail: two segments dark',
      'on back 8 M4x10',
    ],
    13,
  )
  s.line(
    e,
    s.at(139, '17:00'),
    'rasmus',
    'ask may the memory cell be replaced, or does the office keep it out for good?',
  )
  s.line(
    e,
    s.at(139, '17:30'),
    'rasmus',
    'test digit keys pass, drawer pass, journal printer pass, receipt cutter pass, day total kept fail: lost overnight',
  )
  s.line(e, s.at(139, '17:40'), 'rasmus', 'keep all bag 1')
  s.close(
    m,
    e,
    s.at(139, '18:00'),
    'rasmus',
    'ask the ferry office about the cell, then the customer display',
    [{ what: 'customer display', reason: 'segments are on the glass itself', until: s.at(-30, '18:00') }],
  )
}
