/** Rules that are passed over, asked again after what may have undone them, or not asked where they cannot apply. Common practice. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId } from '#core/ids.ts'
import { checksOf, type CheckName, type RuleName } from '#core/work/checks/index.ts'
import { composing } from '#core/testing/composing.ts'
import { home, person, terminalSheet } from '#core/testing/terminal.ts'
import type { Teller } from '#core/testing/script.ts'
import { headNoun, hasWayRound, takesCell, takesSupply } from '#core/type/part-kinds.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { mainsAgree, readMains } from './mains.ts'

const at = (hour: number) => `2026-03-10T${String(hour).padStart(2, '0')}:00:00.000Z`
const rule = (t: Teller, episode: EntryId, check: CheckName, name: RuleName) => {
  const world = t.world()
  const machine = world.machines.get(home)!
  const found = machine.episodes.find((e) => e.id === episode)!
  return checksOf(world, machine, found)
    .reports.find((r) => r.check === check)!
    .rules.find((r) => r.rule === name)!
}
const weak = sheetSchema.parse({ ...terminalSheet, weakParts: ['C1 paper filter capacitor'] })
const precaution = (what: string): Body => ({ kind: 'precaution', machine: home, what }) as Body

describe('a rule that somebody went past', () => {
  it('stays open with who and when, until it is met or overridden', () => {
    const { t, episode } = composing()
    t.told(
      at(10),
      { kind: 'power', machine: home, way: 'on' },
      {
        episode,
        doneBy: person,
        past: { check: 'switch on', rules: ['supply proved first', 'switches set'] },
      },
    )
    expect(rule(t, episode, 'switch on', 'supply proved first')).toMatchObject({
      is: 'not met',
      passed: { by: person, at: at(10) },
    })
    t.told(at(11), precaution('current limit'), { episode })
    expect(rule(t, episode, 'switch on', 'supply proved first')).toMatchObject({ is: 'met' })
    expect(rule(t, episode, 'switch on', 'switches set').is).toBe('not met')
    t.told(
      at(12),
      {
        kind: 'override',
        machine: home,
        check: 'switch on',
        rule: 'switches set',
        reason: 'none fitted',
        role: 'steward',
      },
      { episode },
    )
    expect(rule(t, episode, 'switch on', 'switches set').is).toBe('overridden')
  })
  it('is written by the line that goes past it', () => {
    const { parse } = composing()
    const parsed = parse('power on')
    expect(parsed.ok && parsed.entries[0]?.past).toMatchObject({ check: 'switch on' })
    expect(parsed.ok && parsed.entries[0]?.past?.rules).toContain('supply proved first')
  })
})

describe('asked again', () => {
  const powered = () => {
    const c = composing(weak)
    for (const [i, what] of ['supply on dummy load', 'weak parts dealt with', 'switches set'].entries())
      c.t.told(at(8 + i), precaution(what), { episode: c.episode })
    c.t.told(at(11), { kind: 'power', machine: home, way: 'on' }, { episode: c.episode })
    return c
  }
  const names = ['supply proved first', 'weak parts dealt with', 'switches set'] as const
  const states = ({ t, episode }: ReturnType<typeof powered>) =>
    names.map((n) => rule(t, episode, 'switch on', n).is)
  const change = (name: string): Body => ({
    kind: 'change',
    machine: home,
    target: { sort: 'position', name },
    verb: 'resoldered',
    reach: 'altered',
  })
  it('not without cause', () =>
    expect(states(powered())).toEqual(['does not apply', 'does not apply', 'does not apply']))
  it('all of them, after an incident', () => {
    const c = powered()
    c.t.told(at(12), { kind: 'incident', machine: home, words: 'a part burst' }, { episode: c.episode })
    expect(states(c)).toEqual(['not met', 'not met', 'not met'])
    c.t.told(at(13), precaution('current limit'), { episode: c.episode })
    expect(states(c)).toEqual(['met', 'not met', 'not met'])
  })
  it.each([
    ['supply', ['not met', 'does not apply', 'does not apply']],
    ['C1', ['does not apply', 'not met', 'does not apply']],
    ['SW2', ['does not apply', 'does not apply', 'not met']],
    ['IC40', ['does not apply', 'does not apply', 'does not apply']],
  ])('after work on %s', (name, expected) => {
    const c = powered()
    c.t.told(at(12), change(name), { episode: c.episode })
    expect(states(c)).toEqual(expected)
  })
})

describe('where a rule cannot apply it is not asked', () => {
  const handheld = sheetSchema.parse({
    name: 'Pocket relay tester',
    positions: [{ designator: 'B1', accepts: 'battery 9 V', essential: true, mount: 'clipped' }],
  })
  it('a machine that runs on its battery has no plug, no plate and no earth', () => {
    const { t, episode } = composing(handheld)
    for (const [check, name] of [
      ['hands inside', 'plug out'],
      ['switch on', 'mains agrees'],
      ['switch on', 'earth and insulation'],
      ['dispatch', 'mains on the sheet'],
    ] as const)
      expect(rule(t, episode, check, name).is, name).toBe('does not apply')
    expect(rule(t, episode, 'hands inside', 'cells out').is).toBe('not met')
  })
})

describe('what a position takes is told by the noun that heads its words', () => {
  it.each([
    ['coin cell, CR2032', 'cell', true],
    ['battery cover', 'cover', false],
    ['lead of the battery', 'lead', false],
    ['battery terminal', 'terminal', false],
    ['cell holder', 'holder', false],
    ['nickel battery pack', 'pack', true],
    ['batteries', 'battery', true],
    ['power supply for 5 V', 'supply', false],
    ['keyboard assembly', 'assembly', false],
  ])('%s', (accepts, head, cell) => {
    expect(headNoun(accepts)).toBe(head)
    expect(takesCell({ accepts })).toBe(cell)
  })
  it.each(['power supply', 'PSU', 'switching power supply', 'power unit'])('%s is a supply', (accepts) =>
    expect(takesSupply({ accepts })).toBe(true),
  )
  it.each([
    ['D4', 'diode', true],
    ['IC3', '74LS00', true],
    ['C4', 'ceramic capacitor', false],
    ['C4', 'electrolytic capacitor', true],
    ['Q1', 'part', true],
    ['R1', 'part', false],
  ])('%s %s has a way round: %s', (designator, accepts, round) =>
    expect(hasWayRound({ designator, accepts })).toBe(round),
  )
})

describe('polarised work', () => {
  it('knows positions that were met at the bench, and forgets what is out', () => {
    const { t, episode, write } = composing()
    write('print D7 100V', at(9))
    t.told(
      at(10),
      {
        kind: 'part',
        what: 'content',
        machine: home,
        place: t.world() && { in: { kind: 'machine', id: home }, position: 'D7' },
        content: 'empty',
      },
      { episode },
    )
    t.told(at(10), {
      kind: 'part',
      what: 'identified',
      part: '00000001-0000-7000-8000-0000000000d7' as never,
      tag: 'P-0077',
      partKind: 'diode',
      place: { in: { kind: 'store', id: 'box' } },
    })
    write('in D7 P-0077', at(11))
    expect(rule(t, episode, 'closing', 'work verified')).toMatchObject({ is: 'not met', about: ['D7'] })
    write('out D7 bag 1', at(12))
    expect(rule(t, episode, 'closing', 'work verified').about).toEqual([])
  })
})

describe('mains of 230 V may be 10 % off (IEC 60038)', () => {
  it.each([
    ['207', true],
    ['206', false],
    ['253', true],
    ['254', false],
  ])('%s V', (volts, agrees) => {
    const house = { volts: [Number(volts), Number(volts)] as const, hertz: [50] }
    expect(mainsAgree(readMains('230 V 50 Hz'), house)).toBe(agrees)
  })
})

describe('who is not authorised', () => {
  const granted = (t: Teller, from: string, granted = true, until?: string) =>
    t.told(from, {
      kind: 'rule',
      what: 'authorisation',
      party: person,
      authority: 'switch on',
      granted,
      ...(until ? { until } : {}),
    })
  it('is asked before it is written, and may say why', () => {
    const c = composing()
    granted(c.t, '2026-03-01T10:00:00.000Z')
    const asked = (line: string, doer: string) => {
      const parsed = c.parse(line, doer)
      return parsed.ok ? parsed.effects.find((e) => e.does === 'wants authority') : undefined
    }
    expect(asked('power on', 'somebody else')).toMatchObject({
      authority: 'switch on',
      warranted: false,
      people: [{ name: 'Ida Oslund' }],
    })
    expect(asked('power on because nobody else is here', 'somebody else')).toMatchObject({ warranted: true })
    expect(asked('power on under Ida Oslund', 'somebody else')).toMatchObject({ warranted: true })
    expect(asked('power on', person)).toBeUndefined()
    expect(asked('power off', 'somebody else')).toBeUndefined()
  })
  it('is nobody in a house that has named nobody for it', () => {
    const c = composing()
    const parsed = c.parse('power on', 'somebody else')
    expect(parsed.ok && parsed.effects.some((e) => e.does === 'wants authority')).toBe(false)
  })
})
