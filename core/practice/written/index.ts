/** Ten written cases of growing difficulty; each teaches one thing. Machines and people are invented. */
import { caseSchema, type CaseAsWritten, type PracticeCase } from '../case.ts'
import { clock, plotter, press } from './sheets.ts'

const displays: CaseAsWritten['gear'] = [
  { name: 'display one', gearKind: 'display', attributes: { standard: '50 fields' }, onBench: true },
  { name: 'display two', gearKind: 'display', attributes: { standard: '50 fields' }, provedDaysAgo: 12 },
]
const tapes: CaseAsWritten['gear'] = [
  { name: 'tape K1', gearKind: 'test tape', attributes: { tracks: '8' }, provedDaysAgo: 30, onBench: true },
]

const written = (name: string, told: Omit<CaseAsWritten, 'key' | 'seed'>): PracticeCase =>
  caseSchema.parse({ key: `written/${name}`, seed: 7, ...told })

export const writtenCases: readonly PracticeCase[] = [
  written('rails-first', {
    title: 'Rails first',
    level: 1,
    teaches:
      'A rail that is too high kills whatever is plugged into it. Read the rails before any part goes in: it takes three minutes, and the only spare letter ROM is saved.',
    told: 'The press feeds labels, but nothing comes onto them. There is one spare letter ROM, and no more can be had.',
    sheet: press,
    faults: [
      {
        sort: 'part',
        at: 'VR2',
        volts: { '5V': 6.6 },
        symptom: 'blank, and the board gets warm',
        look: 'its tab is brown',
      },
      { sort: 'part', at: 'IC2', symptom: 'blank', look: 'a blister on its back' },
    ],
    claim: { says: 'fails', words: 'It stopped printing from one day to the next.' },
  }),
  written('the-bench', {
    title: 'The bench is a suspect',
    level: 1,
    teaches:
      'What is used for testing is part of the test. A display that nobody has proved is no less suspect than the machine: prove it, or try another, before a part is touched.',
    told: 'The plotter draws well. Its cross on the screen rolls and cannot be read.',
    sheet: plotter,
    gear: [...displays, ...tapes],
    faults: [{ sort: 'gear', at: 'display one', symptom: 'the cross rolls' }],
    claim: { says: 'fails', words: 'The picture has been like that since it stands on this bench.' },
  }),
  written('lent-last', {
    title: 'What was lent last',
    level: 2,
    teaches:
      'What changed since it last worked comes first. Two drivers look the same and are not; after they had been out, each went into the other’s socket. A look at what is printed on them settles it.',
    told: 'For the open day both pen drivers were lent to the plotter in the hall. They came back yesterday, and since then the pen only scratches.',
    sheet: plotter,
    gear: [...displays, ...tapes],
    history: [
      'test full tape pass, pen pass, drum pass with tape K1',
      'out IC5 bag 1',
      'out IC6 bag 2',
      'in IC5',
      'in IC6',
    ],
    faults: [
      {
        sort: 'exchanged',
        at: 'IC5',
        with: 'IC6',
        symptom: 'only scratches',
        look: 'what is printed on it belongs into the other socket',
      },
    ],
    claim: { says: 'fails', words: 'It drew on the open day, says the colleague who fetched the drivers.' },
  }),
  written('contact-or-part', {
    title: 'Contact or part',
    level: 2,
    teaches:
      'A swap also reseats: that it works afterwards does not condemn what came out. A look and a reseat come before a swap, and swapping back tells the two apart.',
    told: 'The press counts wrongly, and the bell does not ring at the end of the roll.',
    sheet: press,
    faults: [
      {
        sort: 'contact',
        at: 'IC4',
        symptom: 'skips',
        look: 'one leg is dull grey, and it sits a little high',
      },
    ],
    claim: { says: 'fails', words: 'It was moved in a van last week.' },
  }),
  written('two-faults', {
    title: 'Two faults',
    level: 3,
    teaches:
      'A machine that was put away with one fault gains another while it stands. What mends one of two changes nothing that can be seen; a part that was changed without effect is not shown good or bad.',
    told: 'The feed does not move. It stood in a shed for some years.',
    sheet: press,
    faults: [
      { sort: 'part', at: 'IC1', symptom: 'does not move' },
      { sort: 'contact', at: 'motor', symptom: 'does not move', look: 'green crust on the pins of the plug' },
    ],
    claim: { says: 'fails', words: 'It was put away because of the feed.' },
  }),
  written('comes-and-goes', {
    title: 'Comes and goes',
    level: 3,
    teaches:
      'One good start is nothing. With no failure in n starts the rate of failure is below about 3 in n, at 95 %. Several starts before and after each change, and only then a word on what mended it.',
    told: 'The pen lifts, mostly.',
    sheet: plotter,
    gear: [...displays, ...tapes],
    faults: [
      {
        sort: 'contact',
        at: 'pen lift',
        shows: 0.5,
        symptom: 'the pen stays down',
        look: 'one pin is bent aside',
      },
    ],
    claim: { says: 'now and then', words: 'Some days it draws all afternoon, some days it tears the paper.' },
  }),
  written('wrong-sheet', {
    title: 'The sheet was wrong',
    level: 4,
    teaches:
      'A sheet says what somebody believed. When the one part that would explain everything is not on its lines, look for a line that is missing: the bell of this press hangs on the letter ROM, and no sheet said so.',
    told: 'It prints nothing, and the bell is silent. Counting and feeding are right.',
    sheet: press,
    truly: [{ of: 'bell', dependsOn: ['LS1', 'IC4', 'IC2'] }],
    faults: [{ sort: 'part', at: 'IC2', symptom: 'nothing comes' }],
    claim: { says: 'fails', words: 'Both stopped in the same minute.' },
  }),
  written('could-not-tell', {
    title: 'A test that could not tell',
    level: 4,
    teaches:
      'A pass speaks only of what was tried. The short procedure reads ten rows and passes; the fault is in what it never reaches. After work, and where somebody complains, the full procedure is the test.',
    told: 'Drawings from tape go wrong towards their end. The colleague who looked at it wrote that the tape passes.',
    sheet: plotter,
    gear: [...displays, ...tapes],
    history: ['test short tape pass, pen pass, drum pass with tape K1'],
    faults: [{ sort: 'part', at: 'IC8', symptom: 'rows are lost near the end', hiddenAtShort: ['tape'] }],
    claim: { says: 'fails', words: 'Long drawings do not close.' },
  }),
  written('unsafe-power', {
    title: 'Unsafe power',
    level: 4,
    teaches:
      'On the mains the order of things is the work: dry before power, residue dealt with or judged by somebody who may, earth and insulation measured, plug out before hands go in, the reservoir read and found low. Local rules and licensed practice come first.',
    told: 'The clock stood in a damp cellar; its board was washed this morning and dries until tomorrow. The hands do not move, and the lamp is dark.',
    sheet: clock,
    dryingHours: 24,
    faults: [
      { sort: 'contact', at: 'F1', symptom: 'stands still', look: 'the clips are green' },
      { sort: 'part', at: 'lamp', symptom: 'dark', look: 'its thread is broken' },
    ],
    claim: { says: 'fails', words: 'It stopped when the cellar was flooded.' },
  }),
  written('when-to-stop', {
    title: 'Knowing when to stop',
    level: 5,
    teaches:
      'A cause may be found and not be mended, or not be worth what it would cost the machine. The hybrid is sealed, and no other exists: to cut it open would destroy the only one. The clock runs, strikes not, and that is written down; that is an end.',
    told: 'The clock goes and its lamp is lit. It does not chime. The house wants to show it running.',
    sheet: clock,
    noSpare: ['chime hybrid'],
    faults: [
      {
        sort: 'part',
        at: 'hybrid',
        symptom: 'silent',
        look: 'sealed in resin, nothing to be seen from outside',
      },
    ],
    claim: { says: 'fails', words: 'It has not chimed within living memory.' },
    endsByStopping:
      'The chime hybrid is sealed and no other is known. Kept as it is, shown running, the cause written down.',
  }),
]

export const findWritten = (key: string): PracticeCase | undefined => writtenCases.find((c) => c.key === key)
