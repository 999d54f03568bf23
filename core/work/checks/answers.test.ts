/** Every answer of every check, whole: of a machine that nobody touched, after all was said, and with all in disorder. Common practice. */
import { describe, expect, it } from 'vitest'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, PartId } from '#core/ids.ts'
import { inTray } from '#core/place.ts'
import { numberedId } from '#core/testing/script.ts'
import {
  found,
  home,
  other,
  person,
  slot,
  terminalSheet,
  twoTerminals,
  typeId,
} from '#core/testing/terminal.ts'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'
import { checksOf, type CheckName } from './index.ts'
import { closingCheck, type ClosingIntent } from './closing.ts'
import { mainsFed } from './mains-fed.ts'
import { partName, type RuleAnswer } from './model.ts'
import { isTransit, lastDoneAt, transitPrecautions } from './dispatch.ts'

const tapeTerminal = sheetSchema.parse({
  ...terminalSheet,
  kind: 'tape terminal',
  attributes: { mains: '230 V 50 Hz' },
  weakParts: ['C1 filter'],
  hazards: [
    { kind: 'mains', words: 'Mains inside.', needs: 'mains' },
    { kind: 'picture tube', words: 'Holds its charge.', needs: 'picture tube' },
    { kind: 'lithium cell', words: 'A lithium cell.' },
  ],
})

function bench(sheet: TypeSheet = tapeTerminal) {
  const { t, episode } = twoTerminals('2026-04-01T12:00:00.000Z')
  t.told('2026-01-05T09:03:00.000Z', { kind: 'type', type: typeId, sheet })
  let minute = 0
  const tell = (body: Body, past?: { check: CheckName; rules: string[] }) =>
    t.told(`2026-03-02T10:${String(minute++).padStart(2, '0')}:00.000Z`, body, {
      episode,
      doneBy: person,
      ...(past ? { past: past as never } : {}),
    })
  const machine = () => t.world().machines.get(home)!
  const here = () => machine().episodes.find((e) => e.id === episode)!
  const report = (check: CheckName) =>
    checksOf(t.world(), machine(), here()).reports.find((r) => r.check === check)!
  const closing = (intent?: ClosingIntent) => closingCheck(t.world(), machine(), here(), intent)
  const say = (what: Precaution, words?: string) =>
    tell({ kind: 'precaution', machine: home, what, ...(words ? { words } : {}) })
  return { t, episode, tell, say, machine, here, report, closing }
}

const said = ({ rule, is, about, done }: RuleAnswer) =>
  `${rule}: ${is}${about.length > 0 ? ` (${about.join('; ')})` : ''}${done.length > 0 ? ` by ${done.join(' or ')}` : ''}`
const all = (report: { readonly rules: readonly RuleAnswer[] }) => report.rules.map(said)

describe('of a machine that nobody touched', () => {
  const b = bench()
  it.each<[CheckName, number, string[]]>([
    ['as-found', 1, ['tested before work: not met (self-test; screen; characters; keyboard)']],
    [
      'switch on',
      5,
      [
        'nothing bars power: does not apply',
        'mains agrees: met (230 V 50 Hz)',
        'earth and insulation: not known by earth and insulation',
        'waits over: does not apply',
        'found dealt with: does not apply',
        'supply proved first: not met by supply on dummy load or current limit',
        'rail to ground compared: not met by rail to ground compared',
        'sockets verified: does not apply',
        'connections on: does not apply',
        'weak parts dealt with: not met (C1 filter) by weak parts dealt with',
        'switches set: not met by switches set',
        'attended: not met by attended',
      ],
    ],
    [
      'hands inside',
      5,
      [
        'plug out: not met by plug out',
        'cells out: not met (BT1) by cells out',
        'reservoir measured: not met by reservoir measured',
        'tube discharged: not met by tube discharged',
        'second person: not met by second person',
      ],
    ],
    [
      'closing',
      1,
      [
        'tray empty: does not apply',
        'fasteners balance: does not apply',
        'connections on: does not apply',
        'waits over: does not apply',
        'temporary items out: does not apply',
        'loans home: does not apply',
        'adjusters noted: does not apply',
        'work verified: does not apply',
        'cells as the house keeps them: does not apply',
        'disturbed functions retested: does not apply',
        'jots sorted: does not apply',
        'contested entries settled: does not apply',
        'next step handed on: not met',
      ],
    ],
    [
      'dispatch',
      5,
      [
        'contents copied or given up: not known',
        'memory switch off: not met by memory switch off',
        'cards secured: not met by cards secured',
        'heads parked: not met by heads parked',
        'mains on the sheet: met (230 V 50 Hz)',
        'lithium declared: not met by lithium declared',
        'consent covers it: does not apply',
        'handover sheet made: not met by handover sheet made',
      ],
    ],
  ])('%s: %i not met', (check, unmet, rules) => {
    expect(all(b.report(check)).sort()).toEqual([...rules].sort())
    expect(b.report(check).unmet).toBe(unmet)
  })
})

describe('after all was said to be done', () => {
  it.each<[CheckName, readonly Precaution[], readonly string[]]>([
    [
      'switch on',
      [
        'earth and insulation',
        'current limit',
        'rail to ground compared',
        'weak parts dealt with',
        'switches set',
        'attended',
      ],
      [],
    ],
    ['hands inside', ['plug out', 'cells out', 'second person'], ['reservoir measured', 'tube discharged']],
    [
      'dispatch',
      ['memory switch off', 'cards secured', 'heads parked', 'lithium declared', 'handover sheet made'],
      [],
    ],
  ])('%s wants no more than what a word does not answer', (check, what, wanted) => {
    const b = bench()
    const told = new Map(what.map((w) => [w, b.say(w, `${w}, by the card`).id as EntryId]))
    const { rules, unmet } = b.report(check)
    expect(rules.filter((r) => r.is === 'not met').map((r) => r.rule)).toEqual(wanted)
    expect(unmet).toBe(wanted.length)
    // What met it is named, with its entry.
    for (const [precaution, entry] of told)
      expect(rules.filter((r) => r.entries.includes(entry))).toMatchObject([
        { is: 'met', about: [`${precaution}, by the card`] },
      ])
  })
  it('names nothing where nothing was said beside it', () => {
    const b = bench()
    b.say('plug out')
    expect(b.report('hands inside').rules[0]).toMatchObject({ rule: 'plug out', is: 'met', about: [] })
  })
  it('is open again after power, for hands and for who is by', () => {
    const b = bench()
    for (const what of ['plug out', 'attended', 'rail to ground compared'] as const) b.say(what)
    b.tell({ kind: 'power', machine: home, way: 'on' })
    const is = (check: CheckName, rule: string) => b.report(check).rules.find((r) => r.rule === rule)?.is
    expect(is('hands inside', 'plug out')).toBe('not met')
    expect(is('switch on', 'attended')).toBe('not met')
    // Nothing was altered since: the rail need not be compared again.
    expect(is('switch on', 'rail to ground compared')).toBe('does not apply')
  })
})

describe('with all in disorder', () => {
  const b = bench()
  const cap = numberedId<PartId>(5, 6)
  const store = { in: { kind: 'store' as const, id: 'x' } }
  b.tell({
    kind: 'move',
    legs: [{ part: found(home, 'IC40'), from: slot(home, 'IC40'), to: inTray(b.episode) }],
  })
  b.tell({ kind: 'fastening', machine: home, way: 'off', what: 'lid', count: 4, size: 'M4x8' })
  b.tell({ kind: 'connection', machine: home, connector: 'J7', way: 'off' })
  b.tell({ kind: 'wait', machine: home, what: 'glue sets', until: '2026-04-02T12:00:00.000Z' })
  b.tell({
    kind: 'change',
    machine: home,
    target: { sort: 'adjuster', name: 'RV2' },
    verb: 'adjusted',
    reach: 'altered',
    from: '3',
  })
  b.tell({
    kind: 'part',
    what: 'identified',
    part: cap,
    partKind: 'electrolytic capacitor',
    attributes: { rating: '25 V' },
    place: store,
  })
  b.tell({
    kind: 'move',
    legs: [
      { part: found(home, 'C12'), from: slot(home, 'C12'), to: store },
      { part: cap, from: store, to: slot(home, 'C12') },
    ],
  })
  const jot = b.tell({ kind: 'jot', what: 'made', machine: home, words: 'smells of dust' })
  it('the closing check names each thing', () =>
    expect(all(b.closing()).filter((line) => !line.includes('does not apply'))).toEqual([
      'tray empty: not met (IC40)',
      'fasteners balance: not met (4 M4x8 left over)',
      'connections on: not met (J7)',
      'waits over: not met (glue sets)',
      'adjusters noted: not met (RV2)',
      'work verified: not met (C12)',
      // Nothing was ever tried: there is no result that was disturbed.
      'disturbed functions retested: met',
      'jots sorted: not met (smells of dust)',
      'next step handed on: not met',
    ]))
  it('what is left for later by name is not asked, except what only a person can put right', () => {
    const names = ['IC40', '4 M4x8 left over', 'J7', 'glue sets', 'smells of dust']
    const intent = { next: 'fit the lid', deferred: names.map((what) => ({ what })) }
    expect(all(b.closing(intent)).filter((line) => line.includes('not met'))).toEqual([
      'adjusters noted: not met (RV2)',
      'work verified: not met (C12)',
    ])
    expect(b.closing({ next: '  ', deferred: [] }).unmet).toBe(8)
    expect(jot.id).toBeDefined()
  })
  it('before switching on, what bars it is named', () =>
    expect(all(b.report('switch on')).filter((line) => /waits|sockets|connections/.test(line))).toEqual([
      'waits over: not met (glue sets)',
      'sockets verified: not met (C12)',
      'connections on: not met (J7)',
    ]))
  it('loosened and lost screws are told apart', () => {
    const c = bench()
    c.tell({ kind: 'fastening', machine: home, way: 'off', what: 'lid', count: 3, size: 'M3' })
    c.tell({ kind: 'fastening', machine: home, way: 'on', what: 'lid', count: 3, size: 'M3' })
    expect(c.closing().rules.find((r) => r.rule === 'fasteners balance')).toMatchObject({
      is: 'met',
      about: [],
    })
  })
})

describe('whether it is fed from the mains', () => {
  it.each<[string, Partial<TypeSheet>, boolean | undefined]>([
    ['the plate says how much', { attributes: { mains: '120 V' } }, true],
    ['the plate says none', { attributes: { mains: ' none' } }, false],
    ['the plate says batteries', { attributes: { mains: 'batteries, 4 C' } }, false],
    ['a live chassis', { attributes: {}, hazards: [{ kind: 'live chassis', words: 'x' }] as never }, true],
    ['power from a battery', { attributes: { power: 'battery 9 V' } }, false],
    ['power from a battery or an adapter', { attributes: { power: 'battery or mains adapter' } }, true],
    ['nothing said', { attributes: {}, hazards: [] }, undefined],
    [
      'an essential place for a cell',
      {
        attributes: {},
        hazards: [],
        positions: terminalSheet.positions.map((p) =>
          p.designator === 'BT1' ? { ...p, essential: true } : p,
        ),
      },
      false,
    ],
  ])('%s', (_, more, fed) => {
    const b = bench({ ...terminalSheet, ...more } as TypeSheet)
    expect(mainsFed(b.t.world(), b.machine())).toBe(fed)
    // Without mains there is no plug to pull; where neither says, it is asked for.
    expect(b.report('hands inside').rules[0]?.is).toBe(fed === false ? 'does not apply' : 'not met')
    const onSheet = b.report('dispatch').rules.find((r) => r.rule === 'mains on the sheet')?.is
    expect(onSheet).toBe(fed === false ? 'does not apply' : more.attributes?.['mains'] ? 'met' : 'not known')
  })
})

describe('so that it can travel', () => {
  it('heads are parked and memory is switched off only where there are any', () => {
    const plain = bench({
      ...terminalSheet,
      kind: 'calculator',
      positions: terminalSheet.positions.filter((p) => p.designator !== 'BT1'),
    })
    expect(transitPrecautions(plain.t.world(), plain.machine())).toEqual(['cards secured'])
    const tape = bench()
    expect(transitPrecautions(tape.t.world(), tape.machine())).toEqual([
      'memory switch off',
      'cards secured',
      'heads parked',
    ])
  })
  it('counts only since the last power', () => {
    const b = bench()
    expect(lastDoneAt(b.machine(), 'cards secured')).toBeUndefined()
    b.say('cards secured')
    expect(lastDoneAt(b.machine(), 'cards secured')).toBe('2026-03-02T10:00:00.000Z')
    expect(lastDoneAt(b.machine(), 'heads parked')).toBeUndefined()
    b.tell({ kind: 'power', machine: home, way: 'on' })
    expect(lastDoneAt(b.machine(), 'cards secured')).toBeUndefined()
  })
  it('is told from what is done for other ends', () =>
    expect((['cards secured', 'heads parked', 'plug out'] as const).map(isTransit)).toEqual([
      true,
      true,
      false,
    ]))
})

describe('somebody went past a rule, or overrode it', () => {
  const state = (b: ReturnType<typeof bench>, check: CheckName) =>
    b.report(check).rules.find((r) => r.rule === 'switches set' || r.rule === 'plug out')
  it('only in that check, for that rule, and in this episode', () => {
    const b = bench()
    const went = b.tell(
      { kind: 'power', machine: home, way: 'on' },
      { check: 'switch on', rules: ['switches set'] },
    )
    expect(state(b, 'switch on')?.passed).toEqual({
      by: person,
      at: '2026-03-02T10:00:00.000Z',
      entry: went.id,
    })
    expect(state(b, 'hands inside')?.passed).toBeUndefined()
    expect(b.report('switch on').rules.filter((r) => r.passed)).toHaveLength(1)
  })
  it('an override is no answer to what is met already', () => {
    const b = bench()
    b.tell({
      kind: 'override',
      machine: home,
      check: 'hands inside',
      rule: 'plug out',
      reason: 'battery only',
      role: 'steward',
    })
    expect(state(b, 'hands inside')).toMatchObject({ is: 'overridden', override: { reason: 'battery only' } })
    expect(b.report('hands inside').unmet).toBe(4)
    b.say('plug out')
    expect(state(b, 'hands inside')?.is).toBe('met')
    expect(state(b, 'hands inside')?.override).toBeUndefined()
  })
})

describe('a part is called', () => {
  it.each<[string, Partial<Extract<Body, { kind: 'part'; what: 'identified' }>>, string]>([
    ['by its tag', { tag: 'P-7', name: 'driver' }, 'P-7'],
    ['by where it was found and its name', { name: 'driver', place: slot(other, 'IC41') }, 'IC41 driver'],
    ['by its kind without a name', { place: { in: { kind: 'store', id: 'x' } } }, '74LS374'],
  ])('%s', (_, more, name) => {
    const b = bench()
    const part = numberedId<PartId>(8, 6)
    b.tell({
      kind: 'part',
      what: 'content',
      machine: other,
      place: slot(other, 'IC41'),
      content: 'empty',
    } as Body)
    b.tell({
      kind: 'part',
      what: 'identified',
      part,
      partKind: '74LS374',
      place: { in: { kind: 'store', id: 'x' } },
      ...more,
    } as Body)
    expect(partName(b.t.world(), part)).toBe(name)
    expect(partName(b.t.world(), 'nobody')).toBe('a part')
  })
})
