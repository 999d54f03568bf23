/** The trade's cautions, walked line by line: each act that calls for one is told it, and its neighbours are not. Common practice, no source. */
import { describe, expect, it } from 'vitest'
import { cautionWords } from '#api/words/cautions.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { composing } from '#core/testing/composing.ts'
import { home, terminalSheet } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { agentsIn, cautionKeys, cautionsOf, type CautionFacts, type CautionKey } from './index.ts'

const plain: CautionFacts = {
  hazards: [],
  accepts: {
    IC4: '74LS374',
    BT1: 'lithium coin cell',
    BT2: 'nickel battery pack',
    V1: 'picture tube',
    C9: 'mains filter capacitor',
    card: 'driver card',
    knob: 'knob',
  },
  mainsDiffer: false,
  slowerMains: false,
  classOne: false,
  unpowered: false,
  agents: [],
  vapour: false,
  windows: false,
}
const facts = (more: Partial<CautionFacts>): CautionFacts => ({ ...plain, ...more })
const work = (verb: string, name: string, words = ''): Body => ({
  kind: 'change',
  machine: home,
  target: { sort: 'position', name },
  verb,
  reach: 'altered',
  ...(words ? { words } : {}),
})
const out = (position: string): Body => ({
  kind: 'move',
  legs: [
    {
      part: 'p' as never,
      from: { in: { kind: 'machine', id: home }, position },
      to: { in: { kind: 'tray', id: 'e' } },
    },
  ],
})
const off: Body = { kind: 'fastening', machine: home, way: 'off', what: 'lid', count: 4, size: 'M3' }
const on: Body = { kind: 'power', machine: home, way: 'on' }
const done = (what: 'transformer named' | 'earth and insulation', words = ''): Body => ({
  kind: 'precaution',
  machine: home,
  what,
  ...(words ? { words } : {}),
})
const read = (point: string, instrument = ''): Body => ({
  kind: 'reading',
  machine: home,
  point,
  read: { value: 5, unit: 'V', asWritten: '5' },
  ...(instrument ? { instrument } : {}),
})

/** Line, what is known, what is done; and a neighbour of it that calls for nothing of the kind. */
const lines: readonly (readonly [CautionKey, Partial<CautionFacts>, Body, Body])[] = [
  ['picture tube', { hazards: ['picture tube'] }, off, { kind: 'note', machine: home, words: 'a screw' }],
  ['implosion', {}, out('V1'), out('knob')],
  ['anode is not for meters', {}, read('anode'), read('5V')],
  ['reservoir', { hazards: ['mains'] }, off, read('5V')],
  ['live chassis', { hazards: ['live chassis'] }, read('TP1'), { kind: 'note', machine: home, words: 'x' }],
  ['isolation', {}, read('TP1', 'oscilloscope'), read('TP1', 'bench meter')],
  ['autotransformer', {}, done('transformer named', 'step-down 110 V, 200 VA'), done('earth and insulation')],
  ['slower mains', { slowerMains: true }, on, off],
  ['earth by code', { classOne: true }, done('earth and insulation'), on],
  ['foreign mains', { mainsDiffer: true }, on, off],
  ['first power', { unpowered: true }, on, off],
  ['lithium', {}, out('BT1'), out('IC4')],
  ['leaking lithium', {}, work('wiped', 'knob', 'lithium cell leaks'), out('BT1')],
  ['nickel pack', {}, out('BT2'), out('BT1')],
  ['peroxide', {}, work('whitened', 'knob', 'peroxide 12 %'), work('wiped', 'knob', 'water')],
  ['acids and alkalis', {}, work('cleaned', 'IC4', 'vinegar'), work('cleaned', 'IC4', 'water')],
  [
    'never together',
    { agents: ['peroxide'] },
    work('cleaned', 'IC4', 'vinegar'),
    work('cleaned', 'IC4', 'water'),
  ],
  [
    'never together',
    { agents: ['bleach'] },
    work('cleaned', 'IC4', 'ammonia'),
    work('cleaned', 'IC4', 'soap'),
  ],
  ['flammable', {}, work('cleaned', 'IC4', 'isopropyl alcohol'), work('cleaned', 'IC4', 'water')],
  ['heat and vapour', { vapour: true }, work('soldered', 'IC4'), work('wiped', 'knob')],
  ['heat and vapour', { vapour: true }, on, off],
  ['two people', { weightKg: 15 }, off, read('5V')],
  ['solder', {}, work('soldered', 'IC4'), work('wiped', 'IC4')],
  ['dust', {}, work('sanded', 'knob', 'old paint'), work('painted', 'knob')],
  ['dust', {}, work('cleaned', 'IC4', 'glass-fibre pen'), work('cleaned', 'IC4', 'swab')],
  ['mould', {}, work('wiped', 'knob', 'mould'), work('wiped', 'knob')],
  ['ultraviolet', {}, work('mended', 'IC4', 'UV lamp'), work('mended', 'IC4')],
  ['burns', {}, work('boiled', 'knob'), work('wiped', 'knob')],
  ['static', {}, out('IC4'), out('knob')],
  ['static', {}, out('card'), out('BT1')],
  ['toxic', {}, out('C9'), out('IC4')],
  ['windows', { windows: true }, work('whitened', 'knob', 'peroxide in the sun'), work('wiped', 'knob')],
]

describe('each caution of the trade', () => {
  it.each(lines)('%s %j', (key, more, act, neighbour) => {
    expect(cautionsOf(act, facts(more))).toContain(key)
    expect(cautionsOf(neighbour, facts(more))).not.toContain(key)
  })
  it('is called for by some act of the list above', () =>
    expect([...cautionKeys].sort()).toEqual([...new Set(lines.map(([key]) => key))].sort()))
  it.each(cautionKeys)('%s never says that something is safe', (key) => {
    expect(cautionWords(key)).not.toMatch(/\bsafe(?:ly)?\b/i)
    expect(cautionWords(key).length).toBeLessThan(330)
  })
  it('below 15 kg one person lifts', () => {
    expect(cautionsOf(off, facts({ weightKg: 14.9 }))).not.toContain('two people')
  })
  it('follows from the card of a house method as from the line', () =>
    expect(cautionsOf(work('whitened', 'knob'), plain, ' cream, hydrogen peroxide 12 % UV lamp')).toEqual(
      expect.arrayContaining(['peroxide', 'ultraviolet']),
    ))
})

it.each([
  ['isopropyl alcohol', ['alcohol']],
  ['white vinegar then water', ['acid']],
  ['soda water', []],
  ['40 volume cream', ['peroxide']],
  ['contact spray', ['contact spray']],
  ['penetrating oil', ['oil']],
])('%s', (text, agents) => expect(agentsIn(text)).toEqual(agents))

describe('in the line', () => {
  const bench = () =>
    composing(sheetSchema.parse({ ...terminalSheet, hazards: [{ kind: 'mains', words: 'x' }] }))
  const shown = (parsed: ReturnType<ReturnType<typeof composing>['parse']>) =>
    parsed.ok ? parsed.effects.flatMap((e) => (e.does === 'cautions' ? e.of : [])) : []
  it('is shown once a sitting, and again when somebody comes back to it', () => {
    const { t, parse, write, episode } = bench()
    expect(shown(parse('off lid 4 M3x10'))).toEqual(['reservoir'])
    write('off lid 4 M3x10', '2026-03-10T17:00:00.000Z')
    expect(shown(parse('off base 4 M3x10'))).toEqual([])
    for (const body of [{ what: 'paused', lie: '', next: '' }, { what: 'resumed' }] as const)
      t.told('2026-03-10T17:10:00.000Z', { kind: 'episode', machine: home, episode, ...body })
    expect(shown(parse('off base 4 M3x10'))).toEqual(['reservoir'])
  })
  it('what was used in the sitting counts, and vapour for half an hour', () => {
    const { parse, write } = bench()
    write('clean LS1 alcohol', '2026-03-10T17:40:00.000Z')
    expect(shown(parse('resolder LS1'))).toEqual(expect.arrayContaining(['heat and vapour', 'solder']))
    const later = bench()
    later.write('clean LS1 alcohol', '2026-03-10T17:20:00.000Z')
    expect(shown(later.parse('resolder LS1'))).not.toContain('heat and vapour')
    const mixed = bench()
    mixed.write('whiten LS1 peroxide', '2026-03-10T17:20:00.000Z')
    expect(shown(mixed.parse('clean LS1 vinegar'))).toContain('never together')
  })
})
