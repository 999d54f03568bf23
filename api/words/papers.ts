/** What stands on the papers of a loan, section by section. Composed from the record; none says that something is safe. */
import { say } from './say.ts'
import { leavesHouse } from '#core/history/loan-ways.ts'
import type { PaperSort } from '#core/history/bodies/paper.ts'
import type { PaperSection } from '#core/loans/papers.ts'
import type { PaperHandover, PaperSource } from '#core/views/paper.ts'
import { clockWords, dayWords } from './dates.ts'
import { dossierSections } from './dossier.ts'
import { capital, colon, commas, count, list, semicolons } from './lists.ts'
import { paperTitle } from './paper-names.ts'
import { stageWords, wayWords } from './loans.ts'
import { termsLines } from './loan-terms.ts'

export interface PaperPage {
  readonly title: string
  readonly sections: readonly PaperSection[]
  /** Who signs at its foot. */
  readonly signatures: readonly string[]
}

const momentWords = (at: string, zone: string) => `${dayWords(at, zone)}, ${clockWords(at, zone)}`
const pieces = (n: number, item: string) => (n === 1 ? item : `${n} × ${item}`)
const transitWords = {
  'memory switch off': say('The switch of the memory cell is off'),
  'cards secured': say('Cards and boards are secured'),
  'heads parked': say('Heads are parked'),
} as const

/** The page of a paper, as its source says it. */
export function paperPage(source: PaperSource): PaperPage {
  const { sort, loan, house, machine } = source
  const subject = machine ? `: ${machine.plate.number} ${machine.plate.name}` : ''
  return {
    title: `${paperTitle(sort)}${subject}`,
    sections: [parties(source), ...sectionsOf[sort](source)].filter((s) => s.lines.length > 0),
    signatures:
      sort === 'agreement' || sort === 'receipt'
        ? [house, loan.with]
        : sort === 'packing list' || sort === 'handover sheet'
          ? [say('Handed over by'), say('Received by')]
          : sort === 'look sheet'
            ? [say('Looked at by'), say('Witnessed by')]
            : [],
  }
}

function parties({ loan, house }: PaperSource): PaperSection {
  const [lends, borrows] = leavesHouse(loan.way) ? [house, loan.with] : [loan.with, house]
  return {
    title: say('Parties'),
    holds: 'still',
    lines: [
      loan.way === 'repair'
        ? say('Owner: {lends}; repaired by: {borrows}', { lends, borrows })
        : say('Lent by {lends} to {borrows}', { lends, borrows }),
      commas(
        capital(wayWords[loan.way]),
        loan.number && say('number {number}', { number: loan.number }),
        loan.theirNumber && say('their number {theirNumber}', { theirNumber: loan.theirNumber }),
      ),
      say('Purpose: {purpose}', { purpose: loan.purpose }),
    ],
  }
}

const sectionsOf: Readonly<Record<PaperSort, (source: PaperSource) => PaperSection[]>> = {
  agreement: ({ loan }) => {
    const terms = loan.terms.at(-1)
    return [
      {
        title: say('What it is about'),
        holds: 'still',
        lines: loan.itemRows.map((r) => commas(pieces(r.n, r.item), !r.returns && say('does not come back'))),
      },
      {
        title: say('Terms, version {version}', { version: terms?.version ?? 0 }),
        holds: 'still',
        lines: terms ? termsLines(terms.body, loan.with).map(([name, what]) => `${name}: ${what}`) : [],
      },
    ]
  },

  'packing list': ({ packed, handover, loan }) => {
    const boxes = [...new Set(packed.map((p) => p.box))].sort((a, b) => a - b)
    return [
      ...boxes.map((box): PaperSection => ({
        title: say('Box {box}', { box }),
        holds: 'then',
        ticked: true,
        lines: packed.filter((p) => p.box === box).map((p) => pieces(p.n, p.item)),
      })),
      ...(boxes.length === 0
        ? [
            {
              title: say('What goes along'),
              holds: 'then' as const,
              ticked: true,
              lines: (handover?.body.items ?? loan.itemRows).map((r) => pieces(r.n, r.item)),
            },
          ]
        : []),
    ]
  },

  'handover sheet': (source) => [
    { title: say('What it is'), holds: 'still', lines: plateLines(source) },
    mustNot(source),
    ...fromDossier(source, [say('State'), say('What is known of its functions')]),
    { title: say('So that it can travel'), holds: 'then', lines: transitLines(source) },
    ...fromDossier(source, [
      say('Parts that are not its own, and work on those that are'),
      say('What came out, and where it is'),
      say('Left to do'),
    ]),
    { title: say('Media and copies'), holds: 'then', lines: mediaLines(source) },
    { title: say('How it looked'), holds: 'then', lines: lookLines(source) },
  ],

  // For whoever has no telephone at hand: each zone is answered, and what was not looked at says so.
  'look sheet': ({ loan, machine }) => {
    const here = loan.machines.find((m) => m.id === machine?.id)
    return [
      {
        title: say('When'),
        holds: 'then',
        ticked: true,
        lines: Object.values(stageWords).map(capital),
      },
      {
        title: say('Each zone'),
        holds: 'still',
        lines: (here?.zones ?? []).map((zone) =>
          say('{zone}:   ☐ same   ☐ different   ☐ not looked at   what: ……………………………………', {
            zone: capital(zone),
          }),
        ),
      },
      {
        title: say('Where it differs'),
        holds: 'then',
        lines: [
          say(
            'Say what you see, where, and how large. Photograph it from straight ahead, with a ruler beside it.',
          ),
          say('What was not looked at is never taken as the same.'),
        ],
      },
    ]
  },

  receipt: (source) => [
    {
      title: say('Received'),
      holds: 'then',
      lines: source.handover ? receivedLines(source, source.handover) : [],
    },
    {
      title: say('Parts that came out; they are the owner’s, wherever they are'),
      holds: 'then',
      lines: source.cameOut.map(({ label, position, to }) =>
        colon(
          say('{label}, out of {position}', { label, position }),
          to === 'unknown' ? say('its place is not recorded') : to,
        ),
      ),
    },
  ],

  'demonstrators’ instructions': (source) => [
    mustNot(source),
    { title: say('Who switches it on'), holds: 'still', lines: runLines(source) },
    {
      title: say('When something is not as it should be'),
      holds: 'then',
      lines: [
        say(
          'Smoke, a smell, a noise, a spark, a tingle: switch it off and pull its plug, if both can be reached without touching anything else of it. Otherwise switch off at the wall or the board.',
        ),
        say('Do not open it, and do not try it again. Keep people away from it.'),
        say(
          'Write down what happened and when, photograph it, and tell the house. It stays off until the house has looked at it.',
        ),
        say('Call: ……………………………………………………'),
      ],
    },
  ],
}

const when = ({ now, zone }: PaperSource) => ({ now, zone })

function plateLines({ machine }: PaperSource): string[] {
  if (!machine) return []
  const { plate } = machine
  return [
    `${plate.number} ${plate.name}${plate.typeName && !plate.name.includes(plate.typeName) ? `, ${plate.typeName}` : ''}`,
    ...(plate.serial ? [say('Serial number {serial}', { serial: plate.serial })] : []),
    say('Mains: {mains}', {
      mains: plate.mains ?? say('not recorded; read its plate before it is plugged in'),
    }),
  ]
}

/** Dangers that are open, and what nobody may do to it by the terms. */
function mustNot({ machine, loan }: PaperSource): PaperSection {
  const terms = loan.terms.find((t) => t.holds)?.body
  const open = machine?.hazards.filter((h) => !h.cleared) ?? []
  return {
    title: say('What must not be done'),
    holds: 'still',
    lines: [
      ...open.map((h) => (h.barsPower ? say('Do not power: {words}', { words: h.words }) : h.words)),
      ...(terms?.run.who === 'not to be run' ? [say('Do not switch it on.')] : []),
      ...(machine?.plate.stamps ?? []).map((s) => `${capital(s.kind)}: ${s.words}`),
      ...(terms && terms.opening === undefined ? [say('Do not open it.')] : []),
      ...(terms && terms.lendingOn === undefined ? [say('Do not lend it on.')] : []),
    ],
  }
}

const fromDossier = (source: PaperSource, wanted: readonly string[]): PaperSection[] =>
  source.machine
    ? dossierSections(source.machine, source.arrival, when(source))
        .filter((s) => wanted.includes(s.title))
        .map((s) => ({ ...s, holds: 'then' as const }))
    : []

const transitLines = (source: PaperSource): string[] =>
  source.transit.map(({ what, at }) =>
    at
      ? `${transitWords[what]}: ${dayWords(at, source.zone)}`
      : say('{transitWords}: not recorded', { transitWords: transitWords[what] }),
  )

const mediaLines = ({ arrival }: PaperSource): string[] =>
  (arrival?.contents ?? []).map((c) =>
    c.what === 'copied'
      ? semicolons(
          commas(say('{medium}: copied', { medium: c.medium }), c.readTwice && say('read twice')),
          c.personal && say('holds personal data'),
        )
      : c.personal
        ? say('{medium}: not copied, {because}; holds personal data', {
            medium: c.medium,
            because: c.because,
          })
        : say('{medium}: not copied, {because}', { medium: c.medium, because: c.because }),
  )

function lookLines({ machine, loan, zone }: PaperSource): string[] {
  const here = loan.machines.find((m) => m.id === machine?.id)
  const last = here?.looked.at(-1)
  if (!here || !last) return [say('No look at it is recorded in this loan.')]
  return [
    say('Last looked at {stageWords}, {at}.', {
      stageWords: stageWords[last.stage],
      at: dayWords(last.at, zone),
    }),
    ...here.differences.map((d) => `${d.zone}, ${d.how}: ${d.words}`),
    ...(here.notKnown.length > 0
      ? [say('Not looked at: {notKnown}.', { notKnown: list(here.notKnown, 20) })]
      : []),
  ]
}

function receivedLines(
  { zone, loan, house }: PaperSource,
  { at, by, body, released }: PaperHandover,
): string[] {
  if (body.what !== 'received') return []
  const sent = (item: string) => released?.find((r) => r.item === item)?.n
  const short = (released ?? []).flatMap((r) => {
    const came = body.items.find((i) => i.item === r.item)?.n ?? 0
    return came < r.n ? [say('{n} of {pieces}', { n: r.n - came, pieces: pieces(r.n, r.item) })] : []
  })
  return [
    commas(
      say('Received by {who}, {moment}', {
        who: body.by === 'house' ? house : loan.with,
        moment: momentWords(at, zone),
      }),
      by && say('written down by {by}', { by }),
    ),
    ...body.items
      .filter((i) => i.n > 0)
      .map((i) => {
        const of = sent(i.item)
        return commas(pieces(i.n, i.item), of !== undefined && of > i.n && say('of {of}', { of }))
      }),
    ...(short.length > 0 ? [say('Short: {short}', { short: list(short, 20) })] : []),
    semicolons(
      say('Packing: {packing}', { packing: body.packing }),
      body.boxes.length > 0 &&
        list(
          body.boxes.map((b) => say('box {b}', { b })),
          20,
        ),
    ),
    ...(body.restUntil
      ? [say('It rests until {moment} before power.', { moment: momentWords(body.restUntil, zone) })]
      : []),
    ...(body.words ? [say('Remarks: {words}', { words: body.words })] : []),
  ]
}

function runLines({ loan }: PaperSource): string[] {
  const terms = loan.terms.find((t) => t.holds)?.body
  if (!terms) return [say('No terms are agreed by both sides. Do not switch it on.')]
  const { run } = terms
  if (run.who === 'not to be run') return [say('Nobody. Do not switch it on.')]
  return [
    run.who === 'named people'
      ? say('Only {named}.', { named: list(run.named, 20) || say('people whom the house has named') })
      : say('Visitors, with somebody beside them.'),
    ...(run.minutesADay
      ? [say('At most {minutesADay} a day.', { minutesADay: count(run.minutesADay, 'minute') })]
      : []),
    ...(run.instructions ? run.instructions.split(/\n+/) : []),
    ...(terms.consumables ? [say('Consumables: {consumables}', { consumables: terms.consumables })] : []),
    say('Write down every run: when, who, how long, whether it started.'),
  ]
}
