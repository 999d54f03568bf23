/** Two years of an invented museum's workshop: office, trade and signal machines on an island quay. */
import type { Entry } from '#core/history/entry.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { z } from 'zod'
import { recipeSchema } from '#core/history/bodies/method.ts'
import { evenings } from './evenings.ts'
import { faces } from './faces.ts'
import { gear, machines, recipes } from './ids.ts'
import { loans } from './loans.ts'
import { messagePrinter, quietMachines, tapeUnit, wordProcessor } from './lives-of-printers.ts'
import { calculators, terminals, tillOfTheFerry } from './lives.ts'
import { people } from './people.ts'
import { unseenPictures, type Pictures } from './pictures.ts'
import { demoSheets } from './sheets.ts'
import { keepAndConsent, lots, stock } from './stock.ts'
import { Story } from './story.ts'
import { treatments, type Measured } from './treatments.ts'
import { lotOfCalculators, surveys } from './surveys.ts'

export const demoHouse = { name: 'Skerry Works museum', zone: 'Europe/Oslo', currency: 'EUR' } as const

/** All entries of the demo, in the order in which they were written. */
export function tellCollection(
  now: Instant,
  pictures: Pictures = unseenPictures(),
  measured: Measured = {},
): Entry[] {
  const s = new Story(now, pictures)
  beginnings(s)
  terminals(s)
  calculators(s)
  tillOfTheFerry(s)
  tapeUnit(s)
  messagePrinter(s)
  quietMachines(s)
  wordProcessor(s)
  surveys(s)
  lotOfCalculators(s)
  keepAndConsent(s)
  loans(s)
  treatments(s, measured)
  faces(s)
  today(s)
  evenings(s)
  return [...s.teller.entries]
    .sort((a, b) => (a.recordedAt < b.recordedAt ? -1 : a.recordedAt > b.recordedAt ? 1 : a.seq - b.seq))
    .map((e, i) => ({ ...e, seq: i + 1 }))
}

function beginnings(s: Story) {
  const start = s.at(735, '09:00')
  for (const p of Object.values(people))
    s.tell(start, 'ottoline', {
      kind: 'party',
      party: p.party,
      name: p.name,
      initials: p.initials,
      sort: p.sort,
      roles: [...p.roles],
    })
  for (const { id, sheet } of Object.values(demoSheets))
    s.tell(s.at(734, '10:00'), 'rasmus', { kind: 'type', type: id, sheet })
  s.tell(s.at(734, '11:00'), 'ottoline', {
    kind: 'rule',
    what: 'policy',
    key: 'as-found depth',
    option: 'short',
    reason: 'Volunteers have one evening a week.',
  })
  for (const authority of ['switch on', 'mains', 'picture tube', 'lithium'] as const)
    s.tell(s.at(733, '09:00'), 'ottoline', {
      kind: 'rule',
      what: 'authorisation',
      party: people.rasmus.party,
      authority,
      granted: true,
    })
  s.tell(s.at(420, '09:00'), 'ottoline', {
    kind: 'rule',
    what: 'authorisation',
    party: people.imke.party,
    authority: 'switch on',
    granted: true,
    until: s.at(-200, '23:00'),
  })
  s.tell(s.at(390, '09:00'), 'ottoline', {
    kind: 'rule',
    what: 'authorisation',
    party: people.jonas.party,
    authority: 'mains',
    granted: true,
    until: s.at(20, '23:00'),
  })
  s.tell(s.at(730, '14:00'), 'rasmus', {
    kind: 'gear',
    what: 'identified',
    gear: gear.lineBox,
    name: 'line box',
    gearKind: 'line simulator',
    attributes: { line: 'V.24' },
    limits: 'sends and receives; no modem signals',
  })
  s.tell(s.at(730, '14:10'), 'rasmus', {
    kind: 'gear',
    what: 'proved',
    gear: gear.lineBox,
    words: 'against the school’s analyser',
  })
  s.tell(s.at(640, '14:00'), 'imke', {
    kind: 'gear',
    what: 'identified',
    gear: gear.tapeT1,
    name: 'tape T1',
    gearKind: 'test tape',
    attributes: { code: 'eight-hole' },
  })
  s.tell(s.at(200, '14:00'), 'rasmus', {
    kind: 'gear',
    what: 'identified',
    gear: gear.tapeT2,
    name: 'tape T2',
    gearKind: 'test tape',
    attributes: { code: 'eight-hole' },
    limits: 'punched at the school, read back there',
  })
  s.tell(s.at(200, '14:05'), 'rasmus', { kind: 'gear', what: 'proved', gear: gear.tapeT2 })
  s.tell(s.at(300, '15:00'), 'rasmus', {
    kind: 'gear',
    what: 'identified',
    gear: gear.disk,
    name: 'start disk 2',
    gearKind: 'start disk',
    attributes: {},
  })
  s.tell(s.at(210, '19:30'), 'imke', {
    kind: 'word',
    what: 'taught',
    word: 'bonnet',
    as: 'name',
    means: 'cover',
  })
  s.tell(s.at(150, '20:10'), 'jonas', {
    kind: 'word',
    what: 'taught',
    word: 'spritz',
    as: 'verb',
    means: 'clean',
  })
  methods(s)
  stock(s)
  lots(s)
}

/** How this house does things, as recipe cards. */
function methods(s: Story) {
  const card = (n: keyof typeof recipes, recipe: z.input<typeof recipeSchema>) =>
    s.tell(s.at(728, '10:00'), 'rasmus', {
      kind: 'method',
      what: 'written',
      method: recipes[n],
      recipe: recipeSchema.parse(recipe),
    })
  card('keycapSoak', {
    name: 'keycap soak',
    verb: 'clean',
    agent: 'washing-up liquid',
    strength: '1 %',
    temperature: '30 °C',
    waitMinutes: 40,
    materials: ['ABS', 'moulded legends'],
    notOn: ['printed legends', 'foil', 'paper'],
    steps: 'Pull straight, count, soak, brush each, rinse twice, dry on a towel legends up.',
  })
  card('contactPen', {
    name: 'fibre pen and alcohol',
    verb: 'clean',
    agent: 'isopropyl alcohol',
    strength: '99 %',
    area: 'the contacts only',
    materials: ['plated contacts'],
    notOn: ['acrylic'],
    steps: 'Light strokes along the contact, then alcohol on a swab until it stays white.',
    caution: 'Glass dust: gloves, goggles, wipe wet, never blow. Alcohol away from flames, window open.',
    school: { key: 'contacts', option: 'glass-fibre pen' },
  })
  card('leak', {
    name: 'alkaline leak, weak acid',
    verb: 'clean',
    agent: 'citric acid',
    strength: '5 % in water',
    area: 'the stain and 2 cm around',
    materials: ['epoxy glass', 'plated steel'],
    notOn: ['paper', 'leather'],
    steps:
      'pH paper first, write the number. Dab until it reads 6 to 8, rinse with deionised water, dry a day.',
    caution:
      'Gloves and goggles. Never on a lithium cell. Follow the label of the agent and local rules for waste.',
    needs: 'chemicals',
    school: { key: 'leak neutraliser', option: 'by pH paper' },
  })
  card('mask', {
    name: 'mask under the strong lamp',
    verb: 'paint',
    agent: 'UV-cured mask',
    light: 'strong UV lamp, 20 cm',
    waitMinutes: 1440,
    materials: ['bare track'],
    notOn: ['contacts'],
    caution: 'Goggles against the lamp; nobody looks into it.',
    school: { key: 'solder mask', option: 'UV-cured mask' },
  })
}

/** What is going on now: the bench of this very day. */
function today(s: Story) {
  // The calculator's case is drying, and its clean keys wait.
  const c = s.open(machines.calculatorA, s.minutesAgo(300), 'imke', 'Sticky keys')
  s.line(c, s.minutesAgo(295), 'imke', 'test full digits, 12 pass, four rules pass, memory pass')
  s.line(c, s.minutesAgo(288), 'imke', 'keys, 29 all ok but 7-9 4 5 sticky')
  s.line(c, s.minutesAgo(280), 'imke', 'off base 4 M3x8 cup 1')
  s.line(c, s.minutesAgo(270), 'imke', 'out keypad tray 2')
  s.line(c, s.minutesAgo(240), 'imke', 'wash keypad lukewarm water and detergent')
  s.line(c, s.minutesAgo(200), 'imke', 'ask were the legends printed or moulded?')
  // Its rounding switch is worn; the parts calculator lends one until a new one comes.
  s.line(c, s.minutesAgo(190), 'imke', 'out SW2 bag 5')
  const lent = s.open(machines.calculatorB, s.minutesAgo(189), 'imke', 'Switch lent to its sister')
  s.line(lent, s.minutesAgo(188), 'imke', 'lend SW2 to SW 2025.2')
  s.line(lent, s.minutesAgo(187), 'imke', 'stop: next bring the slide switch home')
  // The word processor: a leak was seen, so nobody powers it.
  const w = s.open(machines.writer, s.at(6, '17:30'), 'rasmus', 'Brown stain under the supply')
  s.line(w, s.at(6, '17:40'), 'rasmus', 'hazard leak under the supply, pH 9')
  s.line(w, s.at(6, '17:50'), 'rasmus', 'off top 10 M4x12 cup 1')
  s.line(w, s.at(6, '18:05'), 'rasmus', 'out supply tray 5')
  s.line(w, s.at(6, '18:20'), 'rasmus', 'ask is the stain from C31 or from a battery that was here before?')
  s.line(w, s.at(6, '18:30'), 'rasmus', 'stop: next neutralise, rinse, dry for a day')
  // Tape unit: read again with a proved tape, and a fault of its own.
  const t = s.open(machines.tape, s.minutesAgo(180), 'jonas', 'Read again, with tape T2')
  s.line(t, s.minutesAgo(170), 'jonas', 'test read, 8 channels pass with tape T2')
  s.line(t, s.minutesAgo(160), 'jonas', 'off cover 6 M4x8 cup 1')
  s.line(t, s.minutesAgo(150), 'jonas', 'swap belt < P-0123 > bag 1')
  s.line(t, s.minutesAgo(140), 'jonas', 'adjust "feed tension" from 3 to 4')
  s.line(t, s.minutesAgo(120), 'jonas', 'test full feed pass')
}
