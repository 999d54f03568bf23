/** The three invented machines of the written cases: a label press on an adaptor, a tape plotter, a slave clock on the mains. */
import { sheetSchema } from '#core/type/sheet.ts'

export const press = sheetSchema.parse({
  name: 'Tamsel 4 label press',
  kind: 'label press',
  attributes: { mains: 'none, 12 V adaptor' },
  functions: [
    {
      name: 'feed',
      essential: true,
      short: 'One label forward.',
      full: 'Twenty labels forward and back.',
      dependsOn: ['IC1', 'motor', '12V'],
    },
    {
      name: 'print',
      essential: true,
      short: 'One line of the test label.',
      full: 'The whole test label.',
      dependsOn: ['IC2', 'IC3', 'head', '5V'],
    },
    { name: 'count', short: 'Count ten labels.', dependsOn: ['IC4', '5V'] },
    { name: 'bell', short: 'Run to the end of the roll.', dependsOn: ['LS1', 'IC4'] },
  ],
  positions: [
    { designator: 'IC1', accepts: '74LS374', mount: 'socketed' },
    { designator: 'IC2', accepts: 'letter ROM', mount: 'socketed', essential: true, lookAlikes: ['IC3'] },
    { designator: 'IC3', accepts: 'rule ROM', mount: 'socketed', lookAlikes: ['IC2'] },
    { designator: 'IC4', accepts: '74LS193', mount: 'socketed' },
    { designator: 'motor', accepts: 'stepping motor', mount: 'plug' },
    { designator: 'head', accepts: 'thermal head', mount: 'plug' },
    { designator: 'LS1', accepts: 'bell', mount: 'plug' },
    { designator: 'VR1', accepts: '12 V regulator', mount: 'screwed' },
    { designator: 'VR2', accepts: '5 V regulator', mount: 'screwed' },
  ],
  points: [
    { name: '12V', nominal: 12, tolerancePercent: 10, dependsOn: ['VR1'], loads: ['motor', 'IC1'] },
    { name: '5V', nominal: 5, tolerancePercent: 5, dependsOn: ['VR2'], loads: ['IC2', 'IC3', 'IC4', 'head'] },
  ],
})

export const plotter = sheetSchema.parse({
  name: 'Quillon 30 tape plotter',
  kind: 'plotter',
  attributes: { mains: 'none, 24 V from the rack', tracks: '8', standard: '50 fields' },
  functions: [
    {
      name: 'tape',
      essential: true,
      short: 'The first ten rows of the test tape.',
      full: 'The whole test tape, both ways.',
      notExercised: 'Long tapes that make the reader warm.',
      dependsOn: ['IC8', 'reader', 'logic'],
      needs: [{ gearKind: 'test tape', attribute: 'tracks', standard: true }],
    },
    {
      name: 'pen',
      essential: true,
      short: 'Pen up, pen down.',
      full: 'A row of crosses at every speed.',
      dependsOn: ['IC5', 'IC6', 'pen lift', 'logic'],
    },
    {
      name: 'screen',
      short: 'The cross is where the pen is.',
      full: 'The cross follows a whole drawing.',
      dependsOn: ['IC7', 'logic'],
      needs: [{ gearKind: 'display', attribute: 'standard' }],
    },
    { name: 'drum', essential: true, short: 'One turn.', dependsOn: ['drum motor', 'RV1', '24V'] },
  ],
  positions: [
    { designator: 'IC5', accepts: 'left driver', mount: 'socketed', lookAlikes: ['IC6'] },
    { designator: 'IC6', accepts: 'right driver', mount: 'socketed', lookAlikes: ['IC5'] },
    { designator: 'IC7', accepts: '74LS157', mount: 'socketed' },
    { designator: 'IC8', accepts: '74LS273', mount: 'socketed' },
    { designator: 'reader', accepts: 'tape reader', mount: 'plug' },
    { designator: 'pen lift', accepts: 'pen magnet', mount: 'plug' },
    { designator: 'drum motor', accepts: 'drum motor', mount: 'plug' },
    { designator: 'RV1', accepts: 'trimmer', mount: 'soldered' },
    { designator: 'PS1', accepts: 'logic supply card', mount: 'plug' },
  ],
  points: [
    { name: '24V', nominal: 24, tolerancePercent: 10 },
    {
      name: 'logic',
      nominal: 5,
      tolerancePercent: 5,
      dependsOn: ['PS1'],
      loads: ['IC5', 'IC6', 'IC7', 'IC8'],
    },
  ],
})

export const clock = sheetSchema.parse({
  name: 'Fennick 7 slave clock',
  kind: 'clock',
  attributes: { mains: '230 V 50 Hz', class: 'I' },
  functions: [
    {
      name: 'hands',
      essential: true,
      short: 'One step.',
      full: 'Sixty steps.',
      dependsOn: ['coil', 'Q1', '48V'],
    },
    { name: 'lamp', short: 'The lamp lights.', dependsOn: ['lamp', 'F2'] },
    { name: 'chime', short: 'One stroke.', dependsOn: ['hybrid', '48V'] },
  ],
  positions: [
    { designator: 'coil', accepts: 'step coil', mount: 'screwed' },
    { designator: 'Q1', accepts: 'power transistor', mount: 'socketed' },
    { designator: 'lamp', accepts: 'lamp', mount: 'plug' },
    { designator: 'F1', accepts: 'fuse', mount: 'clipped' },
    { designator: 'F2', accepts: 'fuse', mount: 'clipped' },
    { designator: 'hybrid', accepts: 'chime hybrid', mount: 'soldered' },
    { designator: 'D1', accepts: 'rectifier', mount: 'screwed' },
  ],
  points: [
    { name: '48V', nominal: 48, tolerancePercent: 10, dependsOn: ['F1', 'D1'], loads: ['coil', 'Q1'] },
  ],
  hazards: [
    {
      kind: 'mains',
      words: 'Mains at the terminals and at F1. Local rules and licensed practice come first.',
      needs: 'mains',
    },
  ],
})
