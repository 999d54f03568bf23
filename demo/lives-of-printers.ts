/** The lives before today of the tape unit, the printers, the word processor and the quiet machines, one story each. */
import { inStore } from '#core/place.ts'
import { gear, machines } from './ids.ts'
import { people } from './people.ts'
import { register } from './register.ts'
import type { Story } from './story.ts'

export function tapeUnit(s: Story) {
  const m = machines.tape
  register(s, m, 640, 'ottoline', 'E2024-011', 'tape', {
    serial: 'P8 310',
    legal: 'accessioned',
    accessionNumber: 'SW 2024.11',
    purpose: 'working exhibit',
    source: { how: 'gift', from: people.petra.party, words: 'Her father’s, from the weather station.' },
  })
  const e = s.open(m, s.at(620, '18:00'), 'imke', 'As found')
  s.lines(e, 620, '18:04', 'imke', [
    'test short feed pass, punch, 8 channels pass with tape T1',
    'test read, 8 channels 6 of 8: channels 3 and 5 with tape T1',
  ])
  const failed = s.teller.entries.at(-1)
  s.line(e, s.at(620, '18:40'), 'imke', 'off cover 6 M4x8 cup 1')
  s.line(
    e,
    s.at(620, '18:50'),
    'imke',
    'clean "reader head" lens tissue',
    failed ? { restsOn: [failed.id] } : {},
  )
  s.line(e, s.at(620, '19:05'), 'imke', 'swap IC6 < P-0113', failed ? { restsOn: [failed.id] } : {})
  s.line(e, s.at(620, '19:20'), 'imke', 'test read, 8 channels 6 of 8: channels 3 and 5 with tape T1')
  s.lines(e, 620, '19:30', 'imke', [
    'on cover 6 M4x8',
    'ask are channels 3 and 5 dead in the head?',
    'test full tape-out switch pass, chad box switch pass, feed pass, punch, 8 channels pass with tape T1',
  ])
  s.line(e, s.at(620, '20:00'), 'imke', 'store IC6 drawer 2')
  s.close(m, e, s.at(620, '20:10'), 'imke', 'a reader head from somewhere, or a better idea')
  // Seven months ago the school read the tape: it had been punched wrong from the start.
  s.tell(s.at(200, '15:00'), 'rasmus', {
    kind: 'gear',
    what: 'unfit',
    gear: gear.tapeT1,
    need: 'test tape',
    since: null,
    because: 'punched on a worn punch: channels 3 and 5 lie half a hole aside',
  })
}

export function messagePrinter(s: Story) {
  const m = machines.printer
  register(
    s,
    m,
    480,
    'jonas',
    'E2025-006',
    'printer',
    {
      serial: 'H3-0088',
      legal: 'accessioned',
      accessionNumber: 'SW 2025.6',
      purpose: 'working exhibit',
      attributes: { made: '1979/1981' },
      source: { how: 'transfer', from: people.harbour.party },
    },
    [{ fn: 'start from cold', says: 'fails', words: 'sulks on cold mornings' }],
  )
  const e = s.open(m, s.at(120, '17:30'), 'jonas', 'Sulks when cold')
  s.lines(
    e,
    120,
    '17:35',
    'jonas',
    [
      'test print, 80 columns pass, paper feed pass, line receive inconclusive because the line box speaks V.24, bell pass',
      'test start from cold intermittent 3 of 7 when cold',
      'off cover 4 M4x10 cup 2',
      'reseat "loop card"',
      'resolder K2 cracked joint at the coil',
    ],
    12,
  )
  s.line(e, s.at(119, '08:30'), 'jonas', 'test full start from cold pass 2 starts when cold')
  s.line(e, s.at(118, '08:30'), 'jonas', 'test full start from cold pass 2 starts when cold')
  s.line(e, s.at(118, '08:40'), 'jonas', 'on cover 4 M4x10')
  s.line(e, s.at(118, '08:50'), 'jonas', 'test full print, 80 columns pass, paper feed pass, bell pass')
  s.line(e, s.at(118, '08:55'), 'jonas', 'test line receive not possible: no current-loop source')
  s.close(m, e, s.at(118, '09:00'), 'jonas', 'four more cold starts, one a morning', [
    { what: 'cold starts', reason: 'only cold mornings count', until: s.at(4, '12:00') },
  ])
}

export function quietMachines(s: Story) {
  register(s, machines.ticket, 610, 'ottoline', 'E2025-001', 'ticket', {
    serial: '1177',
    legal: 'accessioned',
    accessionNumber: 'SW 2025.1',
    purpose: 'display',
    source: { how: 'gift', from: people.petra.party },
  })
  s.tell(s.at(600, '10:00'), 'ottoline', {
    kind: 'rule',
    what: 'policy',
    key: 'run',
    option: 'not run',
    machine: machines.ticket,
    reason: 'Its ink roller is original and crumbles; it is shown, not run.',
  })
  s.tell(s.at(600, '10:30'), 'ottoline', {
    kind: 'custody',
    machine: machines.ticket,
    to: inStore('show case 3'),
    carriage: 'by hand',
    purpose: 'display',
  })
  const look = s.open(machines.ticket, s.at(605, '18:00'), 'imke', 'What is it made of')
  s.lines(look, 605, '18:05', 'imke', [
    'test look fare wheels pass, counter pass',
    'test prints a ticket not possible: the roller crumbles',
    'note ink roller left in, wrapped',
  ])
  s.close(machines.ticket, look, s.at(605, '18:40'), 'imke', 'nothing')

  const m = machines.scale
  register(
    s,
    m,
    400,
    'imke',
    'E2025-009',
    'scale',
    {
      serial: 'K15-7710',
      legal: 'accessioned',
      accessionNumber: 'SW 2025.9',
      purpose: 'working exhibit',
      source: { how: 'gift', from: people.harbour.party, words: 'Weighed fish for eleven years.' },
    },
    [{ fn: 'weighs 0–15 kg', says: 'works', words: 'to the gram' }],
  )
  const e = s.open(m, s.at(390, '18:00'), 'imke', 'As found, and the zero')
  s.lines(e, 390, '18:05', 'imke', [
    'test weighs 0–15 kg pass, display, 6 digits pass, label printer pass, zero fail: shows 0.08',
    'off base 4 M4x16 cup 1',
    'adjust RV1 from 4 to 6',
    'test full weighs 0–15 kg pass, zero pass',
    'on base 4 M4x16',
  ])
  s.close(m, e, s.at(390, '19:20'), 'imke', 'nothing')
  const bell = machines.bell
  register(s, bell, 95, 'jonas', 'E2026-004', undefined, {
    name: 'Signal bell with a drum, unnamed',
    source: { how: 'found', words: 'In the loft of the customs shed.' },
  })
  const b = s.open(bell, s.at(90, '18:00'), 'jonas', 'What is it?')
  s.lines(b, 90, '18:05', 'jonas', [
    'test strikes pass',
    'test drum turns fail: stiff',
    'out R1 bag 4',
    'note marked 24 V inside the door',
    'back all',
    'ask which line used a drum of twelve pins?',
  ])
  s.line(b, s.at(90, '18:50'), 'jonas', 'test strikes pass, drum turns fail: stiff')
  s.close(bell, b, s.at(90, '18:55'), 'jonas', 'ask the railway society about the drum')
}

export function wordProcessor(s: Story) {
  const m = machines.writer
  register(
    s,
    m,
    320,
    'ottoline',
    'E2025-012',
    'writer',
    {
      serial: 'O90-15533',
      revision: 'A',
      legal: 'entered, undecided',
      purpose: 'undecided',
      attributes: { made: '1985' },
      source: { how: 'purchase', from: people.petra.party },
      price: { minor: 12000, currency: 'EUR' },
    },
    [
      { fn: 'starts from disk', says: 'works', words: 'started two years ago' },
      { fn: 'print wheel', says: 'works', words: 'lovely type' },
    ],
  )
  const e = s.open(m, s.at(290, '17:00'), 'rasmus', 'Stops in the middle of a page')
  s.lines(
    e,
    290,
    '17:10',
    'rasmus',
    [
      'test starts from disk pass, screen pass, keys, 92 pass with start disk 2',
      'test drive B fail: no light',
      'off top 10 M4x12 cup 1',
      '5V 5.02',
      '12V 11.9',
      'swap IC7 < P-0125',
      'test full starts from disk pass',
    ],
    14,
  )
  s.line(e, s.at(289, '18:00'), 'rasmus', 'test starts from disk fail: stops after ten minutes')
  s.lines(
    e,
    289,
    '18:30',
    'rasmus',
    [
      'swap IC8 < P-0126',
      'test starts from disk fail: stops after ten minutes',
      'reseat "drive A"',
      'test starts from disk fail: stops after ten minutes',
      'on top 10 M4x12',
    ],
    15,
  )
  s.line(e, s.at(289, '20:00'), 'rasmus', 'keep all bag 1')
  s.line(e, s.at(289, '20:05'), 'rasmus', 'test starts from disk fail: stops after ten minutes, screen pass')
  s.close(
    m,
    e,
    s.at(289, '20:20'),
    'rasmus',
    'cause not found after two evenings; keep it, look again when another main board turns up',
  )
}
