/** What was said, passed over, overridden or tried in another episode answers nothing in this one. Common practice. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import type { EntryId } from '#core/ids.ts'
import { fail, home, pass, person, terminalSheet, twoTerminals, typeId } from '#core/testing/terminal.ts'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'
import { checksOf, unmetOf, type CheckName, type RuleName } from './index.ts'
import { isClassOne, mainsAgree, readMains } from './mains.ts'

const tubed = sheetSchema.parse({
  ...terminalSheet,
  attributes: { mains: '230 V 50 Hz' },
  weakParts: ['C1 filter', 'relay K9'],
  hazards: [
    { kind: 'mains', words: 'Mains inside.', needs: 'mains' },
    { kind: 'picture tube', words: 'Holds its charge.', needs: 'picture tube' },
  ],
})

/** Two episodes one after the other on one machine; what is told goes into either. */
function twoEpisodes(sheet: TypeSheet = tubed) {
  const { t, episode: first } = twoTerminals('2026-04-01T12:00:00.000Z')
  t.told('2026-01-05T09:03:00.000Z', { kind: 'type', type: typeId, sheet })
  t.told('2026-03-08T09:00:00.000Z', {
    kind: 'episode',
    what: 'closed',
    machine: home,
    episode: first,
    next: 'go on',
    report: [],
    deferred: [],
  })
  const second = t.told('2026-03-10T09:00:00.000Z', {
    kind: 'episode',
    what: 'opened',
    machine: home,
    title: 'Second look',
  }).id
  let minute = 0
  const clock = (day: string) => `2026-03-${day}T10:${String(minute++).padStart(2, '0')}:00.000Z`
  const tellIn = (episode: EntryId, body: Body, past?: { check: CheckName; rules: RuleName[] }) =>
    t.told(clock(episode === first ? '05' : '14'), body, {
      episode,
      doneBy: person,
      ...(past ? { past } : {}),
    })
  const reports = (episode: EntryId = second) => {
    const world = t.world()
    const machine = world.machines.get(home)!
    return checksOf(
      world,
      machine,
      machine.episodes.find((e) => e.id === episode)!,
    )
  }
  const rule = (check: CheckName, name: RuleName, episode: EntryId = second) =>
    reports(episode)
      .reports.find((r) => r.check === check)!
      .rules.find((r) => r.rule === name)!
  const say = (episode: EntryId, what: Precaution, volts?: number) =>
    tellIn(episode, {
      kind: 'precaution',
      machine: home,
      what,
      ...(volts === undefined ? {} : { read: { value: volts, unit: 'V', asWritten: `${volts} V` } }),
    })
  const tried = (episode: EntryId, results: Readonly<Record<string, TestResult>>) =>
    tellIn(episode, {
      kind: 'test',
      machine: home,
      depth: 'full',
      gear: [],
      results: Object.entries(results).map(([fn, result]) => ({ fn, result })),
    })
  const change = (episode: EntryId, name: string, reach: 'altered' | 'disturbed' | 'outside') =>
    tellIn(episode, {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name },
      verb: 'worked on',
      reach,
    })
  const choose = (key: string, option: string) =>
    tellIn(first, { kind: 'rule', what: 'policy', key, option, reason: 'tried here' })
  return { t, first, second, tellIn, say, tried, change, choose, rule, reports }
}

describe('in another episode', () => {
  it.each<[Precaution, CheckName, RuleName]>([
    ['plug out', 'hands inside', 'plug out'],
    ['second person', 'hands inside', 'second person'],
    ['attended', 'switch on', 'attended'],
    ['current limit', 'switch on', 'supply proved first'],
    ['switches set', 'switch on', 'switches set'],
    ['cards secured', 'dispatch', 'cards secured'],
  ])('%s was said', (what, check, name) => {
    const e = twoEpisodes()
    e.say(e.first, what)
    expect(e.rule(check, name).is).toBe('not met')
    expect(e.rule(check, name, e.first).is).toBe('met')
  })
  it('a rule was overridden or passed over', () => {
    const e = twoEpisodes()
    e.tellIn(e.first, {
      kind: 'override',
      machine: home,
      check: 'hands inside',
      rule: 'plug out',
      reason: 'none',
      role: 'steward',
    })
    e.tellIn(
      e.first,
      { kind: 'power', machine: home, way: 'on' },
      { check: 'switch on', rules: ['switches set'] },
    )
    expect(e.rule('hands inside', 'plug out')).toMatchObject({ is: 'not met' })
    expect(e.rule('hands inside', 'plug out', e.first).is).toBe('overridden')
    expect(e.rule('switch on', 'switches set').passed).toBeUndefined()
    expect(e.rule('switch on', 'switches set', e.first).passed?.by).toBe(person)
  })
  it('power was on: here it is the first time all the same', () => {
    const e = twoEpisodes()
    e.tellIn(e.first, { kind: 'power', machine: home, way: 'on' })
    expect(e.rule('switch on', 'supply proved first', e.first).is).toBe('does not apply')
    expect(e.rule('switch on', 'supply proved first').is).toBe('not met')
  })
  it('a tube was discharged: the tally is of this one', () => {
    const e = twoEpisodes()
    e.say(e.first, 'tube discharged')
    e.tellIn(e.second, { kind: 'power', machine: home, way: 'on' })
    e.tellIn(e.second, { kind: 'power', machine: home, way: 'off' })
    e.say(e.second, 'tube discharged')
    expect(e.rule('hands inside', 'tube discharged').tally).toEqual({ done: 1, powerUps: 1 })
    expect(e.rule('hands inside', 'tube discharged', e.first).tally).toEqual({ done: 1, powerUps: 0 })
    expect(e.rule('hands inside', 'reservoir measured').tally).toEqual({ done: 0, powerUps: 1 })
  })
  it('nothing was counted where there was neither', () =>
    expect(twoEpisodes().rule('hands inside', 'tube discharged').tally).toBeUndefined())
  it('something was altered: the rail is compared here before the first power only', () => {
    const e = twoEpisodes()
    e.tellIn(e.second, { kind: 'power', machine: home, way: 'on' })
    e.change(e.first, 'IC31', 'altered')
    expect(e.rule('switch on', 'rail to ground compared').is).toBe('does not apply')
    e.change(e.second, 'IC31', 'disturbed')
    expect(e.rule('switch on', 'rail to ground compared').is).toBe('does not apply')
    e.change(e.second, 'IC31', 'altered')
    expect(e.rule('switch on', 'rail to ground compared').is).toBe('not met')
    e.say(e.second, 'rail to ground compared')
    expect(e.rule('switch on', 'rail to ground compared').is).toBe('met')
  })
})

describe('tested before work', () => {
  const essential = { 'self-test': pass, screen: fail, characters: pass, keyboard: pass } as const
  it('by a test in this episode, failed ones too, before the first change', () => {
    const e = twoEpisodes()
    e.tried(e.second, essential)
    expect(e.rule('as-found', 'tested before work').is).toBe('met')
    e.change(e.second, 'IC31', 'altered')
    expect(e.rule('as-found', 'tested before work').is).toBe('met')
  })
  it('not by a test of another one that showed nothing, nor by one that fails after the change', () => {
    const e = twoEpisodes()
    e.tried(e.first, { screen: { is: 'not possible', because: 'no cable' } })
    e.change(e.second, 'IC31', 'altered')
    e.tried(e.second, essential)
    // What works after it is known to work.
    expect(e.rule('as-found', 'tested before work').about).toEqual(['screen'])
  })
  it('by what still stands from before, until something touched it meanwhile', () => {
    const e = twoEpisodes()
    e.tried(e.first, essential)
    expect(e.rule('as-found', 'tested before work').is).toBe('met')
    e.change(e.first, 'IC32', 'altered')
    expect(e.rule('as-found', 'tested before work').about).toEqual(['self-test', 'keyboard'])
  })
  it('work outside is no change, and opening is none where the house opens first', () => {
    const e = twoEpisodes()
    e.change(e.second, 'IC31', 'outside')
    e.tried(e.second, essential)
    expect(e.rule('as-found', 'tested before work').is).toBe('met')
    const open = (first: boolean) => {
      const f = twoEpisodes()
      if (first) f.choose('power or open first', 'open first')
      f.change(f.second, 'IC31', 'disturbed')
      f.tried(f.second, essential)
      return f.rule('as-found', 'tested before work').is
    }
    expect([open(false), open(true)]).toEqual(['not met', 'met'])
  })
  it('by a look where that is the house’s practice, in this episode and before the change', () => {
    const look = (when: 'first' | 'second', before: boolean) => {
      const e = twoEpisodes()
      e.choose('as-found depth', 'look')
      if (!before) e.change(e.second, 'IC31', 'altered')
      e.tried(e[when], { bell: fail })
      return e.rule('as-found', 'tested before work')
    }
    expect(look('second', true)).toMatchObject({ is: 'met', about: [] })
    expect(look('second', false)).toMatchObject({ is: 'not met', about: ['a look'] })
    expect(look('first', true)).toMatchObject({ is: 'not met', about: ['a look'] })
    const e = twoEpisodes()
    e.choose('as-found depth', 'look')
    e.tried(e.first, { bell: pass })
    expect(e.rule('as-found', 'tested before work').is).toBe('met')
  })
  it('is not known where nothing is essential', () =>
    expect(
      twoEpisodes({
        ...tubed,
        functions: tubed.functions.map((f) => ({ ...f, essential: false })),
      }).rule('as-found', 'tested before work'),
    ).toMatchObject({ is: 'not known', about: [] }))
})

describe('before switching on', () => {
  it.each([
    ['scorched part', 'not judged', true],
    ['leak residue', 'not judged', true],
    ['rust', 'not judged', false],
    ['rust', 'active', true],
    ['corrosion', 'actively damaging', true],
    ['dirt', 'active', undefined],
  ] as const)('%s, %s: %s', (sort, activity, bars) => {
    const e = twoEpisodes()
    e.tellIn(e.second, {
      kind: 'finding',
      what: 'noted',
      machine: home,
      zone: 'chassis',
      sort,
      activity,
      severity: 'disfigures',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
    })
    expect(e.rule('switch on', 'found dealt with')).toMatchObject({
      is: bars === undefined ? 'does not apply' : bars ? 'not met' : 'met',
      about: bars ? [`${sort}, chassis`] : [],
    })
  })
  it('what an incident may have undone is asked again, and so is what was worked on', () => {
    const e = twoEpisodes()
    for (const what of ['current limit', 'weak parts dealt with', 'switches set'] as const)
      e.say(e.second, what)
    const open = () =>
      unmetOf(e.reports().reports)['switch on']?.filter((r) =>
        ['supply proved first', 'weak parts dealt with', 'switches set'].includes(r),
      )
    expect(open()).toEqual([])
    e.change(e.second, 'supply', 'disturbed')
    expect(open()).toEqual([])
    e.change(e.second, 'supply', 'altered')
    expect(open()).toEqual(['supply proved first'])
    e.change(e.second, 'K9', 'altered')
    expect(open()).toEqual(['supply proved first', 'weak parts dealt with'])
    e.change(e.second, 'SW4', 'disturbed')
    expect(open()).toEqual(['supply proved first', 'weak parts dealt with', 'switches set'])
  })
})

describe('a reservoir', () => {
  it.each<[number | undefined, 'met' | 'not met', string[]]>([
    [undefined, 'not met', ['no value was read']],
    [60, 'met', ['60 V']],
    [-61, 'not met', ['-61 V read']],
    [0, 'met', ['0 V']],
  ])('at %s V is %s', (volts, is, about) => {
    const e = twoEpisodes()
    e.say(e.second, 'reservoir measured', volts)
    expect(e.rule('hands inside', 'reservoir measured')).toMatchObject({ is, about })
  })
  it.each([
    ['mains', true],
    ['high voltage', true],
    ['live chassis', true],
    ['lithium cell', false],
  ] as const)('is asked of for %s: %s', (kind, asked) =>
    expect(
      twoEpisodes(sheetSchema.parse({ ...terminalSheet, hazards: [{ kind, words: 'x' }] })).rule(
        'hands inside',
        'reservoir measured',
      ).is,
    ).toBe(asked ? 'not met' : 'does not apply'),
  )
})

describe('a plate', () => {
  it.each([
    ['110-127 V 60 Hz', [110, 127], [60]],
    ['100 .. 240V', [100, 240], undefined],
    ['230 V 50/60 Hz', [230, 230], [50, 60]],
    ['9 V', undefined, undefined],
  ])('%s', (text, volts, hertz) => expect(readMains(text)).toEqual({ volts, hertz }))
  it.each([
    ['class I 230 V', true],
    ['Class 1', true],
    ['class II', false],
    ['III 24 V', false],
    ['230 V', undefined],
  ])('%s is of class I: %s', (text, one) => expect(isClassOne(text)).toBe(one))
  // ±10 % of the nominal (IEC 60038): the ends of the band belong to it.
  it.each([
    ['200 V', '220 V', true],
    ['200 V', '221 V', false],
    ['200 V', '180 V', true],
    ['200 V', '179 V', false],
    ['230 V', '230 V 60 Hz', true],
    ['230 V 50 Hz', '230 V', true],
  ])('%s on %s: %s', (plate, house, agrees) =>
    expect(mainsAgree(readMains(plate), readMains(house))).toBe(agrees),
  )
})
