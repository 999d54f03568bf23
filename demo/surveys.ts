/** Condition and the way in: three surveyed machines with pictures, blind second surveys, provenance, an entry under way. */
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { edtfToInterval, type Instant } from '#core/quantity/time.ts'
import { machines } from './ids.ts'
import { people, type PersonKey } from './people.ts'
import type { PictureName } from './pictures.ts'
import { demoSheets } from './sheets.ts'
import { demoZone, type Story } from './story.ts'

type Noted = Extract<BodyOf<'finding'>, { what: 'noted' }>
type Seen = Partial<
  Pick<
    Noted,
    | 'place'
    | 'severity'
    | 'activity'
    | 'extentPercent'
    | 'danger'
    | 'contained'
    | 'loaded'
    | 'hypothesis'
    | 'words'
    | 'newSince'
  >
>

/** One survey: a zone with nothing but its name was looked at; otherwise with what was found there. */
type Look = readonly [zone: string, ...found: (readonly [sort: Noted['sort'], seen?: Seen])[]]

class Surveyor {
  private readonly ms: number
  private minutes = 0
  readonly survey: EntryId
  constructor(
    private readonly s: Story,
    private readonly machine: MachineId,
    private readonly who: PersonKey,
    start: Instant,
    blind = false,
  ) {
    this.ms = Date.parse(start)
    this.survey = this.tell({ kind: 'survey', what: 'begun', machine, blind })
  }
  private next(): Instant {
    return new Date(this.ms + this.minutes++ * 2 * 60_000).toISOString()
  }
  tell(body: Body): EntryId {
    return this.s.tell(this.next(), this.who, body).id
  }
  look([zone, ...found]: Look): EntryId[] {
    this.tell({
      kind: 'survey',
      what: 'looked',
      machine: this.machine,
      survey: this.survey,
      zone,
      is: found.length ? 'has findings' : 'nothing to note',
    })
    return found.map(([sort, seen = {}]) =>
      this.tell({
        kind: 'finding',
        what: 'noted',
        machine: this.machine,
        survey: this.survey,
        zone,
        sort,
        severity: 'disfigures',
        activity: 'stable',
        danger: 'none',
        contained: false,
        loaded: false,
        hypothesis: false,
        ...seen,
      }),
    )
  }
  looks(all: readonly Look[]): EntryId[] {
    const found = all.flatMap((l) => this.look(l))
    this.tell({ kind: 'survey', what: 'ended', machine: this.machine, survey: this.survey })
    return found
  }
}

function photo(
  s: Story,
  machine: MachineId,
  at: Instant,
  who: PersonKey,
  name: PictureName,
  more: Partial<BodyOf<'photo'>> = {},
): EntryId {
  return s.tell(at, who, { kind: 'photo', machine, ...s.pictures[name], ...more }).id
}

function link(
  s: Story,
  machine: MachineId,
  sort: BodyOf<'link'>['sort'],
  when: string,
  more: Partial<BodyOf<'link'>>,
  basis: 'told' | 'seen' | 'inferred' = 'told',
) {
  const said = s.at(640, '15:00')
  const at = edtfToInterval(when, demoZone, said)
  if (!at) throw new Error(`no date: ${when}`)
  s.tellAt(at, said, 'ottoline', { kind: 'link', machine, sort, when, ...more }, basis)
}

export function surveys(s: Story) {
  terminalSurvey(s)
  printerSurvey(s)
  tapeSurvey(s)
  atTheDoor(s)
}

function terminalSurvey(s: Story) {
  const m = machines.terminalA
  // At the door: what handling destroys, photographed before anything was touched.
  const seal = s.tell(s.at(699, '10:40'), 'ottoline', {
    kind: 'evidence',
    what: 'noted',
    machine: m,
    sort: 'warranty seal',
    where: 'lower right corner of the base',
    over: 'base',
    says: 'void if broken',
  }).id
  s.tell(s.at(699, '10:42'), 'ottoline', {
    kind: 'evidence',
    what: 'noted',
    machine: m,
    sort: 'sticker or tape',
    where: 'lower left of the base',
    says: 'room 4, no. 2',
  })
  const below = photo(s, m, s.at(699, '10:45'), 'ottoline', 'underside', {
    of: 'underside',
    evidence: seal,
    words: 'plate, seal and a name on tape',
  })
  s.tell(s.at(699, '10:50'), 'ottoline', {
    kind: 'pin',
    machine: m,
    photo: below,
    x: 0.72,
    y: 0.68,
    position: 'J2',
  })
  const before = photo(s, m, s.at(699, '10:52'), 'ottoline', 'terminal before', {
    of: 'front',
    zone: 'case top',
    words: 'as it came',
  })
  s.tell(s.at(699, '11:00'), 'ottoline', {
    kind: 'contents',
    what: 'copied',
    machine: m,
    medium: 'ROM IC18',
    checksum: 'sum 7C21',
    readTwice: true,
    keptAt: 'house server, ROM shelf',
    personal: false,
  })
  s.tell(s.at(699, '11:20'), 'ottoline', {
    kind: 'value',
    machine: m,
    sort: 'market',
    amount: { minor: 18000, currency: 'EUR' },
    words: 'one sold in spring',
  })
  s.tell(s.at(640, '14:50'), 'ottoline', {
    kind: 'machine',
    what: 'stated',
    machine: m,
    set: { aliases: ['D24/N', 'Telstand 24'], marks: ['room 4, no. 2'] },
  })
  link(s, m, 'made', '1983', { evidence: 'plate under the base' }, 'seen')
  link(s, m, 'used at', '1983/1992', {
    where: 'telegraph classroom',
    words: 'one of six',
    evidence: 'inventory list of the school',
  })
  link(s, m, 'owned by', '2009~/2024', { who: people.school.party, evidence: 'letter with the gift' })
  const boardLines = [
    ['IC40', '74LS374N 8309'],
    ['IC41', '74LS244N 8312'],
    ['U3', 'MX8048H 8311'],
    ['IC18', 'ROM 24-18 8314'],
    ['IC22', 'ROM 24-22 8731'],
    ['IC50', '74LS00N 8308'],
    ['IC60', 'RAM64K-15 8310'],
    ['IC61', 'RAM64K-15 8310'],
    ['IC70', '7437 8306'],
    ['IC71', '7438'],
  ] as const
  const main = photo(s, m, s.at(668, '18:20'), 'rasmus', 'board', { of: 'board', zone: 'main board' })
  s.tell(s.at(668, '18:30'), 'rasmus', {
    kind: 'marking',
    machine: m,
    board: 'main board',
    lines: boardLines.map(([designator, text]) => ({ designator, text })),
  })
  const cans = [
    ['C5', 0.1875, 0.75],
    ['C6', 0.2625, 0.754],
    ['C9', 0.3375, 0.75],
    ['C1', 0.431, 0.758],
  ] as const
  for (const [position, x, y] of cans)
    s.tell(s.at(330, '19:25'), 'imke', { kind: 'pin', machine: m, photo: main, x, y, position })
  // First survey, and a blind one a fortnight later.
  const first = new Surveyor(s, m, 'rasmus', s.at(668, '17:30'))
  const [yellow, , rust, , leak, , worked] = first.looks([
    ['case top', ['yellowing', { extentPercent: 70, words: 'the true colour shows under the tape' }]],
    ['case base'],
    ['keycaps', ['dirt', { extentPercent: 30 }]],
    ['chassis', ['rust', { place: 'rear edge', activity: 'active', severity: 'damages', extentPercent: 12 }]],
    ['display cover', ['marker or scratches', { severity: 'trace', extentPercent: 2 }]],
    [
      'main board',
      [
        'leak residue',
        {
          place: 'around the cell and C214',
          activity: 'actively damaging',
          severity: 'damages',
          extentPercent: 8,
          words: 'green on two tracks, crystalline joints',
        },
      ],
    ],
    ['supply', ['scorched part', { place: 'beside R7', severity: 'trace', hypothesis: true }]],
    [
      'connectors',
      [
        'earlier work',
        { severity: 'trace', place: 'beside IC40', words: 'a thick jumper, neat, not factory' },
      ],
    ],
    ['labels'],
  ])
  const blind = new Surveyor(s, m, 'imke', s.at(654, '17:30'), true)
  blind.looks([
    ['case top', ['yellowing', { extentPercent: 85, activity: 'active' }]],
    ['case base'],
    ['keycaps', ['dirt', { extentPercent: 25 }]],
    ['chassis', ['rust', { place: 'rear edge', activity: 'active', severity: 'damages', extentPercent: 15 }]],
    ['display cover'],
    [
      'main board',
      [
        'leak residue',
        { place: 'around the cell', activity: 'active', severity: 'damages', extentPercent: 6 },
      ],
    ],
    ['supply'],
    ['connectors', ['corrosion', { place: 'J2', activity: 'not judged' }]],
    [
      'labels',
      ['loss', { place: 'left corner of the front label', severity: 'disfigures', extentPercent: 10 }],
    ],
  ])
  if (!yellow || !rust || !leak || !worked) return
  s.tell(s.at(668, '19:00'), 'rasmus', {
    kind: 'pin',
    machine: m,
    photo: main,
    x: 0.8,
    y: 0.79,
    finding: leak,
  })
  photo(s, m, s.at(668, '18:05'), 'rasmus', 'chassis rust', { zone: 'chassis', finding: rust })
  const again = (
    finding: EntryId,
    days: number,
    who: PersonKey,
    body: Omit<Extract<BodyOf<'finding'>, { what: 'seen again' }>, 'kind' | 'what' | 'machine' | 'finding'>,
  ) => s.tell(s.at(days, '18:00'), who, { kind: 'finding', what: 'seen again', machine: m, finding, ...body })
  // The leak is contained, treated, and seen again after the house interval; the rust is cleaned and comes back.
  again(leak, 660, 'rasmus', { change: 'same', contained: true, words: 'cell out, residue bagged dry' })
  s.tell(s.at(640, '18:00'), 'rasmus', {
    kind: 'finding',
    what: 'treated',
    machine: m,
    finding: leak,
    words: 'pH 9: citric acid 5 %, water, deionised water; two tracks tinned, mask painted',
  })
  again(leak, 630, 'rasmus', { change: 'better', activity: 'stable', contained: false })
  s.tell(s.at(628, '18:00'), 'rasmus', {
    kind: 'finding',
    what: 'treated',
    machine: m,
    finding: rust,
    words: 'brushed, rust remover 12 min, dried',
  })
  photo(s, m, s.at(628, '19:00'), 'rasmus', 'chassis clean', { zone: 'chassis', finding: rust })
  again(rust, 500, 'imke', { change: 'gone', activity: 'stable' })
  again(leak, 500, 'imke', { change: 'same', activity: 'stable', extentPercent: 3 })
  const after = photo(s, m, s.at(470, '16:00'), 'imke', 'terminal after', {
    of: 'front',
    zone: 'case top',
    words: 'after 30 h of open cream',
  })
  s.tell(s.at(470, '16:10'), 'imke', {
    kind: 'pair',
    machine: m,
    before,
    after,
    words: 'The case before and after whitening, same lamp, same place',
  })
  again(yellow, 470, 'imke', { change: 'better', extentPercent: 15 })
  again(rust, 95, 'jonas', {
    change: 'came back',
    activity: 'active',
    extentPercent: 5,
    words: 'on the bare edge that was left unprotected',
  })
  const torn = photo(s, m, s.at(42, '18:00'), 'jonas', 'terminal torn', { of: 'front', zone: 'case top' })
  const third = new Surveyor(s, m, 'jonas', s.at(42, '17:40'))
  const [crack] = third.looks([
    [
      'case top',
      [
        'crack',
        {
          place: 'upper right corner',
          severity: 'disfigures',
          activity: 'not judged',
          loaded: false,
          newSince: after,
          words: 'not there on the picture after whitening',
        },
      ],
    ],
    ['keycaps'],
    ['display cover'],
  ])
  if (crack)
    s.tell(s.at(42, '18:20'), 'jonas', {
      kind: 'pin',
      machine: m,
      photo: torn,
      x: 0.755,
      y: 0.2,
      finding: crack,
    })
  s.tell(s.at(40, '18:00'), 'ottoline', {
    kind: 'grade',
    what: 'priority',
    machine: m,
    urgency: 'this year',
    by: s.at(-45, '12:00'),
    who: people.rasmus.party,
    words: 'rust on the rear edge: strip and protect',
  })
}

function printerSurvey(s: Story) {
  const m = machines.printer
  photo(s, m, s.at(121, '10:00'), 'jonas', 'printer front', { of: 'front', zone: 'cover' })
  const first = new Surveyor(s, m, 'imke', s.at(116, '17:30'))
  const [crack] = first.looks([
    [
      'cover',
      [
        'crack',
        {
          place: 'centre, from the vent down',
          severity: 'damages',
          activity: 'not judged',
          loaded: true,
          extentPercent: 6,
        },
      ],
    ],
    [
      'platen',
      [
        'perished foam or rubber',
        { severity: 'damages', activity: 'stable', extentPercent: 20, words: 'hard and shiny' },
      ],
    ],
    ['carriage'],
    ['keyboard', ['dirt', { extentPercent: 40 }]],
    ['main board', ['dry joint', { hypothesis: true, severity: 'trace', place: 'at the line relay' }]],
    ['supply'],
    ['labels', ['stain', { severity: 'disfigures', extentPercent: 15 }]],
    [
      'cables',
      [
        'brittle plastic',
        { severity: 'damages', activity: 'active', place: 'strain relief of the mains lead' },
      ],
    ],
  ])
  const shown = photo(s, m, s.at(116, '17:50'), 'imke', 'printer crack', {
    zone: 'cover',
    ...(crack ? { finding: crack } : {}),
  })
  if (crack)
    s.tell(s.at(116, '17:52'), 'imke', {
      kind: 'pin',
      machine: m,
      photo: shown,
      x: 0.42,
      y: 0.6,
      finding: crack,
    })
  new Surveyor(s, m, 'rasmus', s.at(112, '17:30'), true).looks([
    [
      'cover',
      [
        'crack',
        { place: 'centre', severity: 'damages', activity: 'stable', loaded: false, extentPercent: 5 },
      ],
    ],
    ['platen', ['perished foam or rubber', { severity: 'damages', activity: 'stable', extentPercent: 25 }]],
    ['carriage', ['dirt', { severity: 'trace' }]],
    ['keyboard', ['dirt', { extentPercent: 35 }]],
    ['main board'],
    ['supply'],
    ['labels', ['stain', { severity: 'disfigures', extentPercent: 10 }]],
    ['cables', ['brittle plastic', { severity: 'damages', activity: 'active', place: 'mains lead' }]],
  ])
}

function tapeSurvey(s: Story) {
  const m = machines.tape
  photo(s, m, s.at(619, '10:00'), 'imke', 'tape unit', {
    of: 'front',
    zone: 'cover',
    words: 'the enamel is chipped at the foot',
  })
  new Surveyor(s, m, 'jonas', s.at(198, '17:30')).looks([
    ['chassis'],
    ['cover', ['loss', { place: 'left foot, enamel chipped', severity: 'disfigures', extentPercent: 3 }]],
    ['reader head', ['dirt', { severity: 'trace' }]],
    ['punch block', ['rust', { severity: 'trace', activity: 'stable', extentPercent: 4 }]],
    [
      'belts and rollers',
      ['perished foam or rubber', { severity: 'damages', activity: 'active', place: 'feed roller, sticky' }],
    ],
    ['boards'],
    ['supply', ['dirt', { severity: 'trace' }]],
    ['cables'],
  ])
  new Surveyor(s, m, 'imke', s.at(196, '17:30'), true).looks([
    ['chassis', ['dirt', { severity: 'trace' }]],
    ['cover', ['loss', { place: 'left foot', severity: 'disfigures', extentPercent: 4 }]],
    ['reader head', ['marker or scratches', { severity: 'disfigures' }]],
    ['punch block', ['rust', { severity: 'disfigures', activity: 'stable', extentPercent: 6 }]],
    ['belts and rollers', ['perished foam or rubber', { severity: 'damages', activity: 'active' }]],
    ['boards'],
    ['supply'],
    ['cables'],
  ])
}

/** Came in this morning: its entry was begun and waits on Bench. */
function atTheDoor(s: Story) {
  const m = machines.label
  s.tell(s.minutesAgo(115), 'imke', {
    kind: 'machine',
    what: 'registered',
    machine: m,
    entryNumber: 'E2026-021',
    name: 'Skarv label printer',
    type: null,
    serial: 'SK 4471',
    attributes: { mains: '220 V 50 Hz, 40 VA, class I' },
    legal: 'entered, undecided',
    source: {
      how: 'gift',
      from: people.petra.party,
      words: 'From the back room of a chandler’s shop, with a box of paper rolls.',
    },
    guided: true,
  })
  s.tell(
    s.minutesAgo(112),
    'imke',
    {
      kind: 'claim',
      machine: m,
      by: people.petra.party,
      claims: [{ says: 'not said', words: 'it hummed and then it did not' }],
    },
    { basis: 'told' },
  )
  s.tell(s.minutesAgo(110), 'imke', {
    kind: 'evidence',
    what: 'noted',
    machine: m,
    sort: 'warranty seal',
    where: 'over the left screw of the lid',
    over: 'lid',
  })
  s.tell(s.minutesAgo(109), 'imke', { kind: 'evidence', what: 'none', machine: m, sort: 'sticker or tape' })
  s.tell(s.minutesAgo(105), 'imke', {
    kind: 'quarantine',
    way: 'in',
    machine: m,
    place: 'porch shelf, bagged',
    until: s.at(-14, '12:00'),
  })
}

/** Fourteen desk calculators from one auction, sold as dead; what they were in truth. */
export function lotOfCalculators(s: Story) {
  const units = machines.lot
  const start = s.at(75, '10:00')
  const type = demoSheets.lotCalculator.id
  for (const [i, machine] of units.entries())
    s.tell(start, 'ottoline', {
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber: `E2026-1${String(i + 1).padStart(2, '0')}`,
      name: 'Vessla 8 desk calculator',
      type,
      serial: String(80311 + i * 47),
      legal: 'entered, undecided',
      source: { how: 'lot', from: people.auction.party },
    })
  s.tell(start, 'ottoline', {
    kind: 'batch',
    name: 'Vessla calculators, Rosenby auction',
    machines: [...units],
    price: { minor: 10360, currency: 'EUR' },
    words: 'one pallet, wrapped',
  })
  for (const machine of units)
    s.tell(
      start,
      'ottoline',
      {
        kind: 'claim',
        machine,
        by: people.auction.party,
        claims: [{ says: 'fails', words: 'dead, for spares' }],
      },
      { basis: 'told' },
    )
  const at = (day: number, minute: number) =>
    new Date(Date.parse(s.at(day, '17:30')) + minute * 60_000).toISOString()
  const test = (
    i: number,
    when: Instant,
    results: Readonly<Record<string, string>>,
    depth: 'look' | 'short' | 'full' = 'full',
  ) => {
    const machine = units[i]
    if (!machine) return
    s.tell(when, 'jonas', {
      kind: 'test',
      machine,
      depth,
      gear: [],
      results: Object.entries(results).map(([fn, symptom]) => ({
        fn,
        result:
          symptom === 'pass'
            ? { is: 'pass' }
            : symptom === 'signs of life'
              ? { is: 'inconclusive', because: symptom }
              : { is: 'fail', symptom },
      })),
    })
  }
  const sound = { display: 'pass', 'four rules': 'pass', keys: 'pass', percent: 'pass' }
  for (const i of units.keys()) {
    test(i, at(70, i), { look: [2, 9, 11].includes(i) ? 'dead' : i === 6 ? 'signs of life' : 'pass' }, 'look')
  }
  const faults: Readonly<Record<number, Readonly<Record<string, string>>>> = {
    2: { display: 'dark' },
    4: { ...sound, keys: '7 and 8 are dead' },
    6: { ...sound, display: 'third digit dim' },
    9: { display: 'dark' },
    11: { display: 'dark' },
    12: { ...sound, percent: 'adds instead' },
  }
  for (const i of units.keys()) if (i !== 13) test(i, at(62, i * 4), faults[i] ?? sound)
  const work = (
    i: number,
    day: number,
    target: string,
    words: string,
    then: Readonly<Record<string, string>>,
  ) => {
    const machine = units[i]
    if (!machine) return
    s.tell(at(day, 0), 'imke', {
      kind: 'change',
      machine,
      target: { sort: 'assembly', name: target },
      verb: 'mended',
      reach: 'altered',
      words,
    })
    test(i, at(day, 40), then)
  }
  work(2, 50, 'supply', 'fuse wire renewed, rated as its print', sound)
  work(4, 48, 'keypad', 'contacts cleaned', sound)
  work(9, 44, 'supply', 'rectifier renewed', sound)
  work(11, 43, 'supply', 'fuse wire renewed', { display: 'dark' })
  for (const [i, sort] of [
    [0, 'yellowing'],
    [1, 'dirt'],
    [3, 'yellowing'],
    [5, 'crack'],
    [7, 'dirt'],
    [8, 'yellowing'],
    [10, 'loss'],
    [11, 'leak residue'],
    [12, 'dirt'],
  ] as const) {
    const machine = units[i]
    if (!machine) continue
    s.tell(at(61, i), 'imke', {
      kind: 'finding',
      what: 'noted',
      machine,
      zone: sort === 'leak residue' ? 'battery bay' : 'case',
      sort,
      severity: sort === 'dirt' ? 'trace' : 'disfigures',
      activity: sort === 'leak residue' ? 'not judged' : 'stable',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
    })
  }
}
