/** Type sheets of invented makers: eight machines unlike each other. */
import { readGrid } from '#core/diagnosis/cells.ts'
import { madeId } from './made.ts'
import type { TypeId } from '#core/ids.ts'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'

const tubeHazard = {
  kind: 'picture tube',
  words:
    'Holds a lethal charge long after unplugging. Discharge by the proper procedure to the tube’s own earth braid, again after some minutes and after every power-up; never alone.',
  needs: 'picture tube',
} as const
const mainsHazard = {
  kind: 'mains',
  words:
    'Reservoir capacitors shock after unplugging: pull the plug and lay it where you can see it, wait, measure.',
  needs: 'mains',
} as const

const terminalKeys = readGrid(`ESC F1-F8
1-9 0 - ^ \\ BS
TAB Q W E R T Y U I O P @ [
CTRL A S D F G H J K L ; ] RET
SHIFT Z X C V B N M < / ~ RSHIFT
LOCK SPACE REP
← ↑ ↓ → HOME CLR BREAK`)
const calculatorKeys = readGrid(`C CE ▸ K GT
7 8 9 ÷ %
4 5 6 × √
1 2 3 − M+
0 00 . + M−
= T MR MC`)

const fn = (name: string, dependsOn: string[], more: object = {}) => ({ name, dependsOn, ...more })
const essential = (name: string, dependsOn: string[], more: object = {}) =>
  fn(name, dependsOn, { essential: true, ...more })
const ic = (designator: string, accepts: string, more: object = {}) => ({
  designator,
  accepts,
  mount: 'socketed',
  ...more,
})
const cap = (designator: string, volts: number, on?: string, value?: string) => ({
  designator,
  accepts: 'electrolytic capacitor',
  mount: 'soldered',
  polarised: true,
  ratingVolts: volts,
  ...(value ? { asks: { value, temperature: '85 °C' } } : {}),
  ...(on ? { on } : {}),
})
const assembly = (designator: string, accepts: string, more: object = {}) => ({
  designator,
  accepts,
  assembly: true,
  mount: 'plug',
  ...more,
})

const sheets = {
  terminal: {
    name: 'Morwen D24',
    maker: 'Morwen Apparat',
    kind: 'data terminal',
    aliases: ['D24/N'],
    attributes: { mains: '220 V 50 Hz, 90 VA, class I', weight: '14.2 kg', line: 'V.24' },
    functions: [
      essential('self-test', ['IC18', 'IC22', '5V'], {
        expected: 'One long tone, then a full screen of H',
        notExercised: 'keyboard, line',
      }),
      essential('screen, 24 rows', ['IC18', 'display board', '12V', 'dot clock'], {
        full: 'Every row and column of the test page, edges included',
      }),
      essential('keys, 71', ['IC22', 'keyboard'], {
        full: 'Each key once, held and let go',
        grid: terminalKeys,
      }),
      fn('send', ['IC40', 'J2']),
      fn('receive', ['IC40', 'J2'], { needs: [{ gearKind: 'line simulator', attribute: 'line' }] }),
      fn('bell', ['LS1']),
      fn('brightness', ['RV2', 'display board']),
      fn('printer port', ['IC41']),
    ],
    points: [
      {
        name: '5V',
        nominal: 5,
        tolerancePercent: 5,
        load: 'running',
        dependsOn: ['supply'],
        loads: ['IC18', 'IC22', 'IC40', 'IC41', 'keyboard'],
      },
      {
        name: '12V',
        nominal: 12,
        tolerancePercent: 5,
        load: 'running',
        dependsOn: ['supply'],
        loads: ['display board', 'IC40'],
      },
      { name: '-12V', nominal: -12, tolerancePercent: 10, load: 'running', dependsOn: ['supply'] },
      {
        name: 'clock memory',
        behind: { point: '5V', dropMin: 0.55, dropMax: 0.75 },
        load: 'off, cell fitted',
      },
      { name: 'X1', unit: 'Hz', nominal: 15_360_000, tolerancePercent: 0.02, dependsOn: ['Y1', '5V'] },
      { name: 'dot clock', unit: 'Hz', divides: { point: 'X1', by: 2 } },
      { name: 'character clock', unit: 'Hz', divides: { point: 'dot clock', by: 8 } },
    ],
    positions: [
      ic('IC18', 'timing ROM', { essential: true, lookAlikes: ['IC22'] }),
      ic('IC22', 'keyboard ROM', { essential: true, lookAlikes: ['IC18'] }),
      ic('IC40', '74LS374'),
      ic('IC41', '74LS244', { mount: 'soldered' }),
      { designator: 'Y1', accepts: 'crystal', mount: 'soldered' },
      { designator: 'LS1', accepts: 'loudspeaker', mount: 'plug' },
      { designator: 'RV2', accepts: 'trimmer' },
      { designator: 'J2', accepts: 'line connector', mount: 'screwed' },
      assembly('keyboard', 'keyboard assembly', { essential: true }),
      ic('U3', 'key matrix scanner', { on: 'keyboard' }),
      assembly('display board', 'display board'),
      cap('C214', 63, 'display board', '2200 µF'),
      cap('C220', 25, 'display board', '470 µF'),
      assembly('supply', 'power supply', { essential: true }),
      cap('C1', 40, 'supply', '2200 µF'),
      cap('C2', 40, 'supply', '2200 µF'),
      cap('C5', 16, 'supply', '470 µF'),
      cap('C6', 16, 'supply', '470 µF'),
      cap('C9', 25, 'supply', '470 µF'),
      { designator: 'CX1', accepts: 'mains filter capacitor', safetyClass: 'X', on: 'supply' },
    ],
    zones: [
      { name: 'case top', material: 'ABS', colour: 'light grey' },
      { name: 'case base', material: 'ABS', colour: 'light grey', structural: true },
      { name: 'keycaps', material: 'ABS' },
      { name: 'chassis', material: 'plated steel', structural: true },
      { name: 'display cover', material: 'acrylic' },
      { name: 'main board', material: 'epoxy glass' },
      { name: 'supply', material: 'plated steel' },
      { name: 'connectors', material: 'plated contacts' },
      { name: 'labels', material: 'paper and foil' },
    ],
    hazards: [mainsHazard, tubeHazard],
  },
  lotCalculator: {
    name: 'Vessla 8',
    maker: 'Vessla Kontor',
    kind: 'desk calculator',
    aliases: ['Kontor 8'],
    attributes: { mains: '220 V 50 Hz, 5 VA, class II', weight: '1.4 kg' },
    functions: [
      essential('display', ['supply', 'tube board']),
      essential('four rules', ['IC1']),
      fn('keys', ['keypad']),
      fn('percent', ['IC1']),
    ],
    positions: [
      ic('IC1', 'calculator chip', { essential: true }),
      assembly('tube board', 'display board'),
      assembly('keypad', 'keypad'),
      assembly('supply', 'power supply'),
    ],
    zones: [
      { name: 'case', material: 'ABS', colour: 'cream' },
      { name: 'keytops', material: 'ABS' },
      { name: 'window', material: 'acrylic' },
      { name: 'battery bay', material: 'plated steel' },
    ],
    hazards: [mainsHazard],
  },
  calculator: {
    name: 'Tellin 12',
    maker: 'Tellin & Daughters',
    kind: 'desk calculator',
    attributes: { mains: '220 V 50 Hz, 8 VA, class II', weight: '2.1 kg' },
    functions: [
      essential('digits, 12', ['display', 'IC4']),
      essential('four rules', ['IC1']),
      fn('memory', ['IC1']),
      fn('keys, 29', ['keypad'], { grid: calculatorKeys }),
      fn('rounding switch', ['SW2']),
    ],
    positions: [
      ic('IC1', 'arithmetic chip', { essential: true }),
      ic('IC4', 'digit driver', { essential: true }),
      { designator: 'display', accepts: 'fluorescent display', mount: 'soldered' },
      { designator: 'keypad', accepts: 'keypad', assembly: true, mount: 'plug' },
      { designator: 'SW2', accepts: 'slide switch' },
      cap('C3', 35),
      cap('C4', 16),
    ],
    zones: [
      { name: 'case', material: 'ABS', colour: 'ivory' },
      { name: 'display window', material: 'acrylic' },
    ],
    hazards: [
      {
        kind: 'high voltage',
        words: 'The display runs on 35 V and its filament winding: unplug before the base comes off.',
      },
    ],
  },
  till: {
    name: 'Brasket 7',
    maker: 'Brasket',
    kind: 'electronic till',
    attributes: { mains: '230 V 50 Hz, 60 VA, class I', weight: '19 kg' },
    functions: [
      essential('digit keys', ['keyboard', 'CPU board']),
      essential('drawer', ['drawer catch', 'CPU board']),
      essential('journal printer', ['printer', 'Q7', 'CPU board']),
      fn('customer display', ['customer display']),
      fn('day total kept', ['BT1', 'CPU board']),
      fn('receipt cutter', ['printer']),
    ],
    positions: [
      assembly('keyboard', 'till keyboard'),
      assembly('CPU board', 'CPU board', { essential: true }),
      assembly('printer', 'drum printer'),
      { designator: 'Q7', accepts: 'driver transistor' },
      { designator: 'Q8', accepts: 'driver transistor' },
      { designator: 'drawer catch', accepts: 'solenoid', mount: 'screwed' },
      assembly('customer display', 'customer display'),
      { designator: 'BT1', accepts: 'memory cell', charged: true, polarised: true, mount: 'clipped' },
    ],
    zones: [
      { name: 'cabinet', material: 'painted steel', colour: 'brown' },
      { name: 'keytops', material: 'ABS' },
    ],
    hazards: [mainsHazard, { kind: 'heavy', words: 'Two people lift it: 19 kg with the drawer in.' }],
  },
  tape: {
    name: 'Corran P8',
    maker: 'Corran Telegraf',
    kind: 'tape punch and reader',
    attributes: { mains: '220 V 50 Hz, 140 VA, class I', weight: '23 kg', code: 'eight-hole' },
    functions: [
      essential('read, 8 channels', ['reader head', 'IC6'], {
        needs: [{ gearKind: 'test tape', attribute: 'code' }],
      }),
      essential('punch, 8 channels', ['punch block', 'punch drive'], { needs: [{ gearKind: 'test tape' }] }),
      essential('feed', ['feed motor', 'belt']),
      fn('tape-out switch', ['SW1']),
      fn('chad box switch', ['SW3']),
    ],
    positions: [
      assembly('reader head', 'reader head', { mount: 'screwed' }),
      assembly('punch block', 'punch block', { mount: 'screwed' }),
      assembly('punch drive', 'magnet drive card'),
      { designator: 'feed motor', accepts: 'stepping motor', mount: 'screwed' },
      { designator: 'belt', accepts: 'flat belt', mount: 'clipped' },
      ic('IC6', '74LS374'),
      { designator: 'SW1', accepts: 'lever switch' },
      { designator: 'SW3', accepts: 'lever switch' },
    ],
    zones: [
      { name: 'chassis', material: 'cast aluminium' },
      { name: 'cover', material: 'painted steel', colour: 'hammer green' },
      { name: 'reader head', material: 'glass and steel' },
      { name: 'punch block', material: 'tool steel' },
      { name: 'belts and rollers', material: 'rubber' },
      { name: 'boards', material: 'phenolic paper' },
      { name: 'supply', material: 'plated steel' },
      { name: 'cables', material: 'PVC' },
    ],
    hazards: [
      mainsHazard,
      { kind: 'sharp', words: 'The punch pins move without warning: unplug before fingers go near.' },
    ],
  },
  printer: {
    name: 'Haldis 300',
    maker: 'Haldis Skrift',
    kind: 'message printer',
    attributes: { mains: '220 V 50 Hz, 110 VA, class I', weight: '16 kg', line: 'current loop' },
    functions: [
      essential('print, 80 columns', ['type drum', 'hammer card']),
      essential('paper feed', ['platen']),
      essential('line receive', ['loop card'], {
        needs: [{ gearKind: 'line simulator', attribute: 'line' }],
      }),
      fn('bell', ['bell']),
      fn('start from cold', ['supply', 'loop card']),
    ],
    positions: [
      assembly('type drum', 'type drum', { mount: 'screwed' }),
      assembly('hammer card', 'hammer card'),
      assembly('loop card', 'loop card'),
      ic('K2', 'reed relay', { on: 'loop card' }),
      { designator: 'platen', accepts: 'platen', mount: 'screwed' },
      { designator: 'bell', accepts: 'bell' },
      assembly('supply', 'power supply'),
      cap('C11', 50, 'supply'),
      cap('C12', 50, 'supply'),
    ],
    zones: [
      { name: 'cover', material: 'ABS', colour: 'grey-blue' },
      { name: 'platen', material: 'rubber' },
      { name: 'carriage', material: 'steel' },
      { name: 'keyboard', material: 'ABS' },
      { name: 'main board', material: 'epoxy glass' },
      { name: 'supply', material: 'plated steel' },
      { name: 'labels', material: 'foil' },
      { name: 'cables', material: 'PVC' },
    ],
    hazards: [mainsHazard],
  },
  ticket: {
    name: 'Noorda T2',
    maker: 'Noorda',
    kind: 'ticket machine',
    attributes: { mains: '24 V d.c.', weight: '6.4 kg' },
    functions: [
      fn('prints a ticket', ['drum', 'ink roller']),
      fn('fare wheels', ['fare wheels']),
      fn('counter', ['counter']),
    ],
    positions: [
      { designator: 'drum', accepts: 'print drum', mount: 'screwed' },
      { designator: 'ink roller', accepts: 'ink roller', mount: 'clipped' },
      { designator: 'fare wheels', accepts: 'fare wheels', mount: 'screwed' },
      { designator: 'counter', accepts: 'counter', mount: 'screwed' },
    ],
    zones: [{ name: 'body', material: 'nickel-plated brass' }],
    hazards: [],
  },
  scale: {
    name: 'Kilde K15',
    maker: 'Kilde Vekt',
    kind: 'weighing terminal',
    attributes: { mains: '230 V 50 Hz, 25 VA, class II', weight: '11 kg' },
    functions: [
      essential('weighs 0–15 kg', ['load cell', 'A/D card']),
      essential('display, 6 digits', ['display']),
      fn('label printer', ['label printer']),
      fn('zero', ['RV1', 'A/D card']),
    ],
    positions: [
      { designator: 'load cell', accepts: 'load cell', mount: 'screwed', essential: true },
      assembly('A/D card', 'converter card'),
      { designator: 'display', accepts: 'display', mount: 'plug' },
      assembly('label printer', 'label printer'),
      { designator: 'RV1', accepts: 'trimmer' },
    ],
    zones: [
      { name: 'pan', material: 'stainless steel' },
      { name: 'housing', material: 'painted aluminium' },
    ],
    hazards: [],
  },
  writer: {
    name: 'Ordal 90',
    maker: 'Ordal Kontor',
    kind: 'word processor',
    attributes: { mains: '220 V 50 Hz, 160 VA, class I', weight: '27 kg' },
    functions: [
      essential('starts from disk', ['drive A', 'main board'], { needs: [{ gearKind: 'start disk' }] }),
      essential('screen', ['monitor board', 'supply']),
      essential('keys, 92', ['keyboard']),
      fn('drive B', ['drive B']),
      fn('print wheel', ['print wheel unit']),
    ],
    positions: [
      assembly('main board', 'main board'),
      ic('IC7', '64K memory', { on: 'main board' }),
      ic('IC8', '64K memory', { on: 'main board' }),
      assembly('drive A', 'disk drive'),
      assembly('drive B', 'disk drive'),
      assembly('monitor board', 'monitor board'),
      assembly('keyboard', 'keyboard assembly'),
      assembly('supply', 'power supply'),
      cap('C31', 25, 'supply'),
      cap('C32', 25, 'supply'),
      { designator: 'CX2', accepts: 'mains filter capacitor', safetyClass: 'X', on: 'supply' },
      assembly('print wheel unit', 'print wheel unit'),
      { designator: 'BT1', accepts: 'memory cell', charged: true, polarised: true },
    ],
    zones: [
      { name: 'case', material: 'painted ABS', colour: 'sand' },
      { name: 'keycaps', material: 'ABS' },
    ],
    hazards: [mainsHazard, tubeHazard, { kind: 'heavy', words: 'Two people lift it: 27 kg.' }],
    weakParts: ['mains filter capacitor CX2'],
    wayIn: [
      {
        what: 'top',
        count: 10,
        size: 'M4x12',
        head: 'six-lobe',
        heed: 'two hooks at the back: the front rises first',
      },
      { what: 'supply', heed: 'the lead to the monitor board is short and has no slack' },
      {
        what: 'drive A',
        count: 4,
        size: 'M3x6',
        head: 'cross',
        heed: 'the left pair is shorter; a long one there presses the disk',
      },
    ],
    refit: [{ first: 'supply', then: 'top', why: 'its lead is out of reach once the top is on' }],
  },
} as const

export type SheetKey = keyof typeof sheets
export const demoSheets: Readonly<Record<SheetKey, { readonly id: TypeId; readonly sheet: TypeSheet }>> =
  Object.fromEntries(
    Object.entries(sheets).map(([key, sheet]) => [
      key,
      { id: madeId<TypeId>(), sheet: sheetSchema.parse(sheet) },
    ]),
  ) as Record<SheetKey, { id: TypeId; sheet: TypeSheet }>
