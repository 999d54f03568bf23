/** Before switching on, hands inside, dispatch. The rules are common practice; the two limits that have a source name it. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { PartyId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { home, person, terminalSheet, twoTerminals, typeId } from '#core/testing/terminal.ts'
import type { SheetHazard, TypeSheet } from '#core/type/sheet.ts'
import { mainsAgree, readMains } from './mains.ts'
import { checksOf, type CheckName, type RuleName } from './index.ts'

const mainsInside: SheetHazard = { kind: 'mains', words: 'Mains inside.', needs: 'mains' }
const tube: SheetHazard = { kind: 'picture tube', words: 'Holds its charge.', needs: 'picture tube' }
const helper = numberedId<PartyId>(2, 3)

/** The terminal at the bench, with what its sheet says more. */
function bench(more: Partial<TypeSheet> = {}) {
  const { t, episode } = twoTerminals('2026-04-01T12:00:00.000Z')
  t.told('2026-01-05T09:03:00.000Z', { kind: 'type', type: typeId, sheet: { ...terminalSheet, ...more } })
  t.told('2026-01-05T09:04:00.000Z', {
    kind: 'party',
    party: helper,
    name: 'Nils Ravn',
    sort: 'person',
    roles: [],
  })
  let minute = 0
  const tell = (body: Body, doneBy: PartyId = person) =>
    t.told(`2026-03-02T10:${String(minute++).padStart(2, '0')}:00.000Z`, body, { episode, doneBy })
  const checks = () => {
    const world = t.world()
    const machine = world.machines.get(home)!
    return checksOf(
      world,
      machine,
      machine.episodes.find((e) => e.id === episode)!,
    )
  }
  const rule = (check: CheckName, name: RuleName) =>
    checks()
      .reports.find((r) => r.check === check)!
      .rules.find((r) => r.rule === name)!
  const precaution = (what: Extract<Body, { kind: 'precaution' }>['what'], volts?: number) =>
    tell({
      kind: 'precaution',
      machine: home,
      what,
      ...(volts === undefined ? {} : { read: { value: volts, unit: 'V', asWritten: `${volts} V` } }),
    })
  const power = (way: 'on' | 'off') => tell({ kind: 'power', machine: home, way })
  const choose = (key: string, option: string) =>
    tell({ kind: 'rule', what: 'policy', key, option, machine: home, reason: 'tried here' })
  return { t, episode, tell, checks, rule, precaution, power, choose }
}

describe('mains', () => {
  it.each([
    ['220–240 V 50 Hz', '230 V 50 Hz', true],
    ['220 V', '230 V 50 Hz', true],
    ['240V~ 50Hz', '230 V 50 Hz', true],
    ['230 V 50/60 Hz', '120 V 60 Hz', false],
    ['110 V 60 Hz', '230 V 50 Hz', false],
    ['115 V 50/60 Hz', '120 V 60 Hz', true],
    // The right voltage at the wrong frequency: a motor runs slow and a transformer hot.
    ['230 V 60 Hz', '230 V 50 Hz', false],
    ['100-120 V 50-60 Hz', '100 V 50 Hz', true],
  ])('%s on %s: %s (±10 %%, IEC 60038; older nominals are practice)', (plate, house, agrees) =>
    expect(mainsAgree(readMains(plate), readMains(house))).toBe(agrees),
  )
  it('is not judged from a plate that names no voltage', () =>
    expect(mainsAgree(readMains('mains, see label'), readMains('230 V 50 Hz'))).toBeUndefined())
})

describe('before switching on', () => {
  it('asks for a transformer where the plate and the house disagree, and is content when one is named', () => {
    const b = bench({ attributes: { mains: '110 V 60 Hz' } })
    expect(b.rule('switch on', 'mains agrees')).toMatchObject({
      is: 'not met',
      about: ['plate 110 V 60 Hz', 'house 230 V 50 Hz'],
      done: ['transformer named'],
    })
    b.tell({ kind: 'precaution', machine: home, what: 'transformer named', words: 'isolating, 300 VA' })
    expect(b.rule('switch on', 'mains agrees')).toMatchObject({ is: 'met', about: ['isolating, 300 VA'] })
  })
  it('does not know the mains of a machine without a rating', () =>
    expect(bench().rule('switch on', 'mains agrees').is).toBe('not known'))
  it('measures earth and insulation of class I, not of class II', () => {
    expect(
      bench({ attributes: { mains: '230 V 50 Hz', class: 'class I' } }).rule(
        'switch on',
        'earth and insulation',
      ).is,
    ).toBe('not met')
    expect(
      bench({ attributes: { mains: '230 V 50 Hz class II' } }).rule('switch on', 'earth and insulation').is,
    ).toBe('does not apply')
    expect(bench({ hazards: [mainsInside] }).rule('switch on', 'earth and insulation').is).toBe('not known')
  })
  it('proves the supply by what the house accepts, at the first power of the episode only', () => {
    const b = bench()
    expect(b.rule('switch on', 'supply proved first')).toMatchObject({
      is: 'not met',
      done: ['supply on dummy load', 'current limit'],
    })
    b.precaution('protected outlet')
    expect(b.rule('switch on', 'supply proved first').is).toBe('not met')
    b.choose('first power', 'protected outlet')
    expect(b.rule('switch on', 'supply proved first').is).toBe('met')
    b.power('on')
    expect(b.rule('switch on', 'supply proved first').is).toBe('does not apply')
  })
  it('wants somebody by at every power-up', () => {
    const b = bench()
    b.precaution('attended')
    expect(b.rule('switch on', 'attended').is).toBe('met')
    b.power('on')
    b.power('off')
    expect(b.rule('switch on', 'attended').is).toBe('not met')
  })
  it('names hazards, waits, plugs that are off, and what was found scorched or leaking', () => {
    const b = bench()
    const hazard = b.tell({
      kind: 'hazard',
      what: 'noted',
      machine: home,
      words: 'smell of burning',
      barsPower: true,
    })
    b.tell({ kind: 'wait', machine: home, what: 'card drying', until: '2026-04-02T10:00:00.000Z' })
    b.tell({ kind: 'connection', machine: home, connector: 'J3', way: 'off' })
    const leak = b.tell({
      kind: 'finding',
      what: 'noted',
      machine: home,
      zone: 'boards',
      sort: 'leak residue',
      severity: 'damages',
      activity: 'stable',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
    })
    const is = (name: RuleName) => b.rule('switch on', name)
    expect(is('nothing bars power').about).toEqual(['smell of burning'])
    expect(is('waits over').about).toEqual(['card drying'])
    expect(is('connections on').about).toEqual(['J3'])
    expect(is('found dealt with')).toMatchObject({
      is: 'not met',
      about: ['leak residue, boards'],
      entries: [leak.id],
    })
    b.tell({ kind: 'hazard', what: 'cleared', machine: home, hazard: hazard.id, words: 'a lamp, changed' })
    b.tell({
      kind: 'finding',
      what: 'treated',
      machine: home,
      finding: leak.id,
      words: 'neutralised, rinsed',
    })
    expect(is('nothing bars power').is).toBe('met')
    expect(is('found dealt with').is).toBe('met')
  })
  it('compares a rail again after something was altered since the last power-up', () => {
    const b = bench()
    b.precaution('rail to ground compared')
    b.power('on')
    b.power('off')
    expect(b.rule('switch on', 'rail to ground compared').is).toBe('does not apply')
    b.tell({
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC40' },
      verb: 'resoldered',
      reach: 'altered',
    })
    expect(b.rule('switch on', 'rail to ground compared').is).toBe('not met')
  })
  it('lists the type’s weak parts until they are dealt with', () => {
    const b = bench({ weakParts: ['paper filter C1', 'tantalums on the 12 V rail'] })
    expect(b.rule('switch on', 'weak parts dealt with').about).toEqual([
      'paper filter C1',
      'tantalums on the 12 V rail',
    ])
    b.precaution('weak parts dealt with')
    expect(b.rule('switch on', 'weak parts dealt with').is).toBe('met')
  })
})

describe('hands inside', () => {
  it('begins anew after every power-up', () => {
    const b = bench({ hazards: [mainsInside] })
    b.precaution('plug out')
    b.precaution('reservoir measured', 0.4)
    expect(b.rule('hands inside', 'plug out').is).toBe('met')
    expect(b.rule('hands inside', 'reservoir measured')).toMatchObject({ is: 'met', about: ['0.4 V'] })
    b.power('on')
    expect(b.rule('hands inside', 'plug out').is).toBe('not met')
    expect(b.rule('hands inside', 'reservoir measured').is).toBe('not met')
  })
  it('takes a reservoir for measured at 60 V d.c. or below (IEC 60364-4-41, from memory), and by procedure where the house says so', () => {
    const b = bench({ hazards: [mainsInside] })
    b.precaution('reservoir measured', 84)
    expect(b.rule('hands inside', 'reservoir measured')).toMatchObject({
      is: 'not met',
      about: ['84 V read'],
    })
    b.precaution('reservoir measured', 60)
    expect(b.rule('hands inside', 'reservoir measured').is).toBe('met')
    b.precaution('reservoir measured')
    expect(b.rule('hands inside', 'reservoir measured')).toMatchObject({
      is: 'not met',
      about: ['no value was read'],
    })
    b.choose('charge checked by', 'procedure')
    expect(b.rule('hands inside', 'reservoir measured').is).toBe('met')
  })
  it('leaves a picture tube to somebody who is authorised for it', () => {
    const b = bench({ hazards: [tube] })
    expect(b.rule('hands inside', 'tube discharged').is).toBe('not met')
    b.tell({ kind: 'precaution', machine: home, what: 'tube discharged' }, helper)
    expect(b.rule('hands inside', 'tube discharged')).toMatchObject({
      is: 'not met',
      about: ['Nils Ravn is not authorised for picture tubes'],
    })
    b.t.told('2026-01-06T09:00:00.000Z', {
      kind: 'rule',
      what: 'authorisation',
      party: helper,
      authority: 'picture tube',
      granted: true,
    })
    expect(b.rule('hands inside', 'tube discharged').is).toBe('met')
    expect(b.rule('hands inside', 'second person').is).toBe('not met')
  })
  it('counts how often a tube was discharged against how often there was power', () => {
    const b = bench({ hazards: [tube] })
    const tally = () => b.rule('hands inside', 'tube discharged').tally
    expect(tally()).toBeUndefined()
    b.precaution('tube discharged')
    for (const way of ['on', 'off', 'on', 'off'] as const) b.tell({ kind: 'power', machine: home, way })
    expect(tally()).toEqual({ done: 1, powerUps: 2 })
    expect(b.rule('hands inside', 'tube discharged').is).toBe('not met')
    expect(bench().rule('hands inside', 'tube discharged').tally).toBeUndefined()
  })
  it('asks for cells only where there may be one', () => {
    const b = bench()
    expect(b.rule('hands inside', 'cells out')).toMatchObject({ is: 'not met', about: ['BT1'] })
    b.tell({
      kind: 'part',
      what: 'content',
      machine: home,
      place: { in: { kind: 'machine', id: home }, position: 'BT1' },
      content: 'empty',
    })
    expect(b.rule('hands inside', 'cells out').is).toBe('met')
    expect(
      bench({ positions: terminalSheet.positions.filter((p) => p.designator !== 'BT1') }).rule(
        'hands inside',
        'cells out',
      ).is,
    ).toBe('does not apply')
  })
})

describe('the check of the moment', () => {
  it('is as-found, then hands inside while it is open, then switching on, then closing', () => {
    const b = bench()
    expect(b.checks().moment).toBe('as-found')
    b.tell({
      kind: 'test',
      machine: home,
      results: terminalSheet.functions.map((f) => ({ fn: f.name, result: { is: 'pass' as const } })),
      depth: 'full',
      gear: [],
    })
    expect(b.checks().moment).toBe('closing')
    b.tell({ kind: 'connection', machine: home, connector: 'J3', way: 'off' })
    expect(b.checks().moment).toBe('hands inside')
    b.precaution('plug out')
    b.precaution('cells out')
    expect(b.checks().moment).toBe('closing')
    b.tell({ kind: 'connection', machine: home, connector: 'J3', way: 'on' })
    expect(b.checks().moment).toBe('switch on')
    b.power('on')
    expect(b.checks().moment).toBe('hands inside')
  })
  it('lets a house that opens first unplug and look before it tests', () => {
    const b = bench()
    b.tell({ kind: 'connection', machine: home, connector: 'J3', way: 'off' })
    b.precaution('plug out')
    b.precaution('cells out')
    expect(b.checks().moment).toBe('closing')
    b.choose('power or open first', 'open first')
    expect(b.checks().moment).toBe('as-found')
  })
})

describe('dispatch and closing', () => {
  it('asks an owner’s consent for an owner’s machine only', () => {
    const b = bench()
    expect(b.rule('dispatch', 'consent covers it').is).toBe('does not apply')
    b.tell({ kind: 'machine', what: 'stated', machine: home, set: { owner: helper } })
    expect(b.rule('dispatch', 'consent covers it').is).toBe('not met')
  })
  it('asks for parked heads where something is written or read by heads, and not for a driver chip', () => {
    const heads = (accepts: string) => {
      const positions = [...terminalSheet.positions, { ...terminalSheet.positions[0]!, name: 'X9', accepts }]
      return bench({ kind: 'terminal', positions }).rule('dispatch', 'heads parked').is
    }
    expect(heads('display driver')).toBe('does not apply')
    expect(heads('floppy drive')).not.toBe('does not apply')
  })
  it('knows of contents only what was said', () => {
    const b = bench()
    expect(b.rule('dispatch', 'contents copied or given up').is).toBe('not known')
    b.tell({
      kind: 'contents',
      what: 'not copied',
      machine: home,
      medium: 'memory',
      because: 'cell was flat',
      personal: false,
    })
    expect(b.rule('dispatch', 'contents copied or given up')).toMatchObject({
      is: 'met',
      about: ['memory not copied'],
    })
  })
  it('asks for cells at closing where the house takes them out for good', () => {
    const b = bench()
    expect(b.rule('closing', 'cells as the house keeps them').is).toBe('does not apply')
    b.choose('cells', 'out for good')
    expect(b.rule('closing', 'cells as the house keeps them')).toMatchObject({
      is: 'not met',
      about: ['BT1'],
    })
  })
  it('overrides a rule of one check, not of another', () => {
    const b = bench()
    b.tell({
      kind: 'override',
      machine: home,
      check: 'hands inside',
      rule: 'plug out',
      reason: 'hard-wired, breaker off and locked',
      role: 'restorer',
    })
    expect(b.rule('hands inside', 'plug out')).toMatchObject({
      is: 'overridden',
      override: { role: 'restorer' },
    })
    expect(
      b
        .checks()
        .reports.find((r) => r.check === 'switch on')!
        .rules.every((r) => r.is !== 'overridden'),
    ).toBe(true)
  })
})
