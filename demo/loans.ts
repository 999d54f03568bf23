/** Loans of the demo: one out and overdue, one that came back with a mark on it, one here for repair, one part at a school. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, LoanId, MachineId } from '#core/ids.ts'
import { dayOf } from '#core/quantity/time.ts'
import { withParty } from '#core/place.ts'
import { machines } from './ids.ts'
import { madeId } from './made.ts'
import { people, type PersonKey } from './people.ts'
import { demoZone, type Story } from './story.ts'

type Asked = Extract<BodyOf<'loan'>, { what: 'asked' }>
type Terms = Extract<BodyOf<'loan'>, { what: 'terms' }>
type Zones = BodyOf<'look'>['zones']

/** One loan, told act by act. */
class LoanStory {
  readonly id: LoanId = madeId<LoanId>()
  constructor(
    private readonly s: Story,
    private readonly borrower: 'harbour' | 'school' | 'ferry',
    private readonly machine: MachineId,
    private readonly item: string,
    private readonly number: string,
  ) {}

  day(daysAgo: number): string {
    return dayOf(this.s.at(daysAgo, '12:00'), demoZone)
  }

  asked(daysAgo: number, asked: Pick<Asked, 'way' | 'purpose'>, things: { item: string; n: number }[]) {
    this.s.tell(this.s.at(daysAgo, '10:00'), 'ottoline', {
      kind: 'loan',
      what: 'asked',
      loan: this.id,
      number: this.number,
      with: people[this.borrower].party,
      items: [
        { item: this.item, machine: this.machine, n: 1, returns: true },
        ...things.map((t) => ({ ...t, returns: true })),
      ],
      ...asked,
    })
  }

  /** Written by the restorer, agreed by both sides on paper the day after. */
  agreed(daysAgo: number, terms: Pick<Terms, 'from' | 'to' | 'run' | 'cover'> & Partial<Terms>) {
    const { id } = this.s.tell(this.s.at(daysAgo, '11:00'), 'rasmus', {
      kind: 'loan',
      what: 'terms',
      loan: this.id,
      noticeDays: 14,
      ...terms,
    })
    for (const [by, clock] of [
      ['house', '09:10'],
      [people[this.borrower].party, '15:30'],
    ] as const)
      this.s.tell(this.s.at(daysAgo - 1, clock), 'ottoline', {
        kind: 'loan',
        what: 'answered',
        loan: this.id,
        terms: id,
        by,
        agreed: true,
        how: 'ink',
      })
  }

  /** What is done before it is carried is said, and its sheet written by hand. */
  madeReady(daysAgo: number, clock: string) {
    for (const what of ['memory switch off', 'cards secured', 'handover sheet made'] as const)
      this.s.tell(this.s.at(daysAgo, clock), 'rasmus', { kind: 'precaution', machine: this.machine, what })
  }

  look(daysAgo: number, clock: string, who: PersonKey, stage: BodyOf<'look'>['stage'], zones: Zones) {
    this.s.tell(this.s.at(daysAgo, clock), who, {
      kind: 'look',
      loan: this.id,
      machine: this.machine,
      stage,
      zones,
    })
  }

  released(
    daysAgo: number,
    clock: string,
    from: 'house' | 'them',
    items: { item: string; n: number }[],
    carrier: string,
  ): EntryId {
    const them = people[this.borrower].party
    return this.s.tell(this.s.at(daysAgo, clock), 'rasmus', {
      kind: 'handover',
      what: 'released',
      loan: this.id,
      from: from === 'house' ? 'house' : them,
      to: from === 'house' ? them : 'house',
      carriage: 'vehicle',
      carrier,
      items: [{ item: this.item, n: 1 }, ...items],
      machines: [this.machine],
      boxes: 1,
      although: [],
    }).id
  }

  received(
    daysAgo: number,
    clock: string,
    who: PersonKey,
    of: EntryId,
    by: 'house' | 'them',
    items: { item: string; n: number }[],
  ) {
    this.s.tell(this.s.at(daysAgo, clock), who, {
      kind: 'handover',
      what: 'received',
      loan: this.id,
      of,
      by: by === 'house' ? 'house' : people[this.borrower].party,
      items: [{ item: this.item, n: 1 }, ...items],
      machines: [this.machine],
      boxes: [1],
      packing: 'in order',
    })
  }

  run(daysAgo: number, clock: string, minutes: number, who: string) {
    this.s.tell(this.s.at(daysAgo, clock), 'harbour', {
      kind: 'run',
      loan: this.id,
      machine: this.machine,
      minutes,
      who,
      started: true,
    })
  }
}

/** The number of a loan in the year in which it was asked for. */
const numberOf = (s: Story, daysAgo: number, n: number) =>
  `LN${s.at(daysAgo, '10:00').slice(0, 4)}-${String(n).padStart(3, '0')}`

const same = (...zones: string[]): Zones => zones.map((zone) => ({ zone, is: 'same' }))

export function loans(s: Story) {
  scaleAtTheHarbour(s)
  bellAtTheSchool(s)
  tillForTheFerry(s)
  romAtTheSchool(s)
}

/** Out for a summer, and not home on its day. */
function scaleAtTheHarbour(s: Story) {
  const loan = new LoanStory(s, 'harbour', machines.scale, 'the counter scale', numberOf(s, 70, 3))
  const things = [
    { item: 'mains lead', n: 1 },
    { item: 'set of weights', n: 1 },
  ]
  loan.asked(70, { way: 'out', purpose: 'for the harbour hall’s summer room' }, things)
  loan.agreed(66, {
    from: loan.day(62),
    to: loan.day(6),
    venue: {
      place: 'harbour hall, ground floor',
      volts: 230,
      hertz: 50,
      earthed: true,
      residualCurrent: true,
      supervised: true,
    },
    run: {
      who: 'named people',
      named: ['Tora Lind', 'Henning Aas'],
      minutesADay: 60,
      instructions: 'Zero it with the pan empty. Switch it off when the hall closes.',
    },
    cover: { by: 'them', value: { minor: 90_000, currency: 'EUR' }, until: loan.day(-8) },
    credit: 'Lent by the Skerry Works museum',
  })
  loan.look(62, '09:00', 'rasmus', 'out', same('housing', 'pan', 'dial window', 'feet'))
  loan.madeReady(62, '09:40')
  const out = loan.released(62, '10:00', 'house', things, 'Quayside Cartage')
  loan.received(61, '09:30', 'harbour', out, 'them', things)
  loan.look(61, '09:50', 'harbour', 'there', same('housing', 'pan', 'dial window', 'feet'))
  loan.run(50, '13:00', 45, 'Tora Lind')
  loan.run(31, '14:00', 85, 'Henning Aas')
}

/** Back since three weeks, with a mark that nobody saw between two looks. */
function bellAtTheSchool(s: Story) {
  const loan = new LoanStory(s, 'school', machines.bell, 'the signal bell', numberOf(s, 80, 2))
  const things = [{ item: 'key to its case', n: 1 }]
  loan.asked(80, { way: 'out', purpose: 'for a week on signals, in a glass case' }, things)
  loan.agreed(76, {
    from: loan.day(70),
    to: loan.day(20),
    venue: { place: 'trade school, entrance' },
    run: { who: 'not to be run', named: [] },
    cover: { by: 'us', value: { minor: 40_000, currency: 'EUR' }, until: loan.day(-20) },
  })
  loan.look(70, '09:00', 'rasmus', 'out', same('wooden case', 'drum', 'gong', 'base plate'))
  loan.madeReady(70, '09:40')
  const out = loan.released(70, '10:00', 'house', things, 'Quayside Cartage')
  loan.received(70, '13:00', 'ottoline', out, 'them', things)
  loan.look(69, '11:00', 'ottoline', 'there', [
    ...same('wooden case', 'drum', 'gong'),
    { zone: 'base plate', is: 'not looked at' },
  ])
  const back = loan.released(22, '10:00', 'them', things, 'the school’s van')
  loan.received(22, '12:00', 'rasmus', back, 'house', things)
  loan.look(22, '12:20', 'rasmus', 'back', [
    {
      zone: 'wooden case',
      is: 'different',
      differences: [{ how: 'new', words: 'a scratch across the left side, 9 cm' }],
    },
    ...same('drum', 'gong', 'base plate'),
  ])
}

/** A single part, so that the school can copy what it holds. */
function romAtTheSchool(s: Story) {
  const { id, label, place } = s.partTagged('P-0134')
  const loan = madeId<LoanId>()
  const with_ = people.school.party
  const due = dayOf(s.at(-25, '12:00'), demoZone)
  s.tell(s.at(16, '10:00'), 'ottoline', {
    kind: 'loan',
    what: 'asked',
    loan,
    number: numberOf(s, 16, 4),
    way: 'out',
    with: with_,
    purpose: 'to be read on the school’s programmer',
    items: [{ item: label, part: id, n: 1, returns: true }],
  })
  const terms = s.tell(s.at(16, '10:20'), 'rasmus', {
    kind: 'loan',
    what: 'terms',
    loan,
    noticeDays: 7,
    from: dayOf(s.at(15, '12:00'), demoZone),
    to: due,
    run: { who: 'not to be run', named: [] },
    copying: 'its contents once, for this collection and the school',
    cover: { by: 'us', until: dayOf(s.at(-45, '12:00'), demoZone) },
  })
  for (const by of ['house', with_] as const)
    s.tell(s.at(16, by === 'house' ? '10:30' : '16:00'), 'ottoline', {
      kind: 'loan',
      what: 'answered',
      loan,
      terms: terms.id,
      by,
      agreed: true,
      how: 'told',
      words: 'by telephone',
    })
  const items = [{ item: label, n: 1 }]
  const out = s.tell(s.at(15, '14:00'), 'rasmus', {
    kind: 'handover',
    what: 'released',
    loan,
    from: 'house',
    to: with_,
    carriage: 'by hand',
    carrier: 'Rasmus Tveit',
    items,
    machines: [],
    boxes: 1,
    although: [],
  })
  s.tell(s.at(15, '14:00'), 'rasmus', {
    kind: 'move',
    legs: [{ part: id, from: place, to: withParty(with_) }],
    loan: { home: place, due: s.at(-25, '21:00') },
  })
  s.tell(
    s.at(15, '15:00'),
    'rasmus',
    {
      kind: 'handover',
      what: 'received',
      loan,
      of: out.id,
      by: with_,
      items,
      machines: [],
      boxes: [1],
      packing: 'in order',
    },
    { basis: 'told' },
  )
}

/** The owner’s own machine, here until it prints again. */
function tillForTheFerry(s: Story) {
  const loan = new LoanStory(s, 'ferry', machines.till, 'the till', numberOf(s, 151, 1))
  loan.asked(151, { way: 'repair', purpose: 'a printer that smears, and a drawer that sticks' }, [
    { item: 'drawer key', n: 2 },
  ])
  loan.agreed(151, {
    from: loan.day(150),
    to: loan.day(-60),
    run: { who: 'named people', named: ['whoever works on it'] },
    cover: { by: 'us', value: { minor: 60_000, currency: 'EUR' }, until: loan.day(-90) },
    repairLimit: { minor: 12_000, currency: 'EUR' },
  })
  const keys = [{ item: 'drawer key', n: 2 }]
  const came = loan.released(150, '09:00', 'them', keys, 'the ferry’s lorry')
  loan.received(150, '10:55', 'rasmus', came, 'house', keys)
  s.tell(s.at(3, '16:00'), 'rasmus', {
    kind: 'request',
    machine: machines.till,
    of: people.ferry.party,
    to: 'irreversible work',
    words: 'May we sand the rust off the cabinet’s base and paint it? The old paint there cannot be kept.',
  })
}
