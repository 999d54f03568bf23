import { describe, expect, it } from 'vitest'
import { allPass, home, terminalSheet, test as testOn, fail } from '#core/testing/terminal.ts'
import type { GearId } from '#core/ids.ts'
import {
  bodies,
  composing as scene,
  composingNow as now,
  composingZone as zone,
  problem,
} from '#core/testing/composing.ts'
import { numberedId } from '#core/testing/script.ts'
import { completions, verbs, type Parsed } from './index.ts'
import { takeDuration, takeName, takeNumber, takeTime } from './read.ts'
import { parseResult } from './tests.ts'

describe('results', () => {
  it.each([
    ['pass', { is: 'pass' }],
    ['ok', { is: 'pass' }],
    ['pass 9 starts', { is: 'pass', starts: 9 }],
    ['fail', { is: 'fail' }],
    ['fail: rolls', { is: 'fail', symptom: 'rolls' }],
    ['dead', { is: 'fail' }],
    ['27 of 30', { is: 'partly', good: 27, of: 30 }],
    ['partly 27/30: last row', { is: 'partly', good: 27, of: 30, symptom: 'last row' }],
    ['intermittent 1 of 3', { is: 'intermittent', failures: 1, of: 3 }],
    ['inconclusive', { is: 'inconclusive' }],
    ['inconclusive because nobody sends', { is: 'inconclusive', because: 'nobody sends' }],
    ['not possible: no lead', { is: 'not possible', because: 'no lead' }],
    ['blocked by the missing tape', { is: 'not possible', because: 'the missing tape' }],
    ['pass for 2h: a little dim', { is: 'pass' }, { minutes: 120, words: 'a little dim' }],
    ['pass by feel', { is: 'pass' }, { by: 'feel' }],
    ['ok by eye for 10 min', { is: 'pass' }, { by: 'a look', minutes: 10 }],
    ['fail for 5 min: rolls', { is: 'fail', symptom: 'rolls' }, { minutes: 5 }],
    ['fail: opens only by hand', { is: 'fail', symptom: 'opens only by hand' }],
    ['fail another: silent', { is: 'fail', another: true, symptom: 'silent' }],
    ['3 of 3', { is: 'pass', starts: 3 }],
    ['fails 3 of 3: dark', { is: 'fail', starts: 3, symptom: 'dark' }],
    ['3 of 3: slow the first time', { is: 'pass', starts: 3 }, { words: 'slow the first time' }],
  ])('%s', (text, result, beside?: object) => expect(parseResult(text)).toEqual({ result, ...beside }))
  it('n of n cells are no starts', () =>
    expect(parseResult('30 of 30', true)).toEqual({ result: { is: 'partly', good: 30, of: 30 } }))
  it.each(['63 of 62', 'intermittent 4 of 3', 'intermittent 0 of 3', 'maybe', ''])('%j is none', (text) =>
    expect(parseResult(text)).toBeUndefined(),
  )
})

describe('tests', () => {
  it('takes all, and all but one', () => {
    const { parse } = scene()
    expect(bodies(parse('all pass'))[0]).toMatchObject({
      kind: 'test',
      // How deep was not said: a short check.
      depth: 'short',
      asFound: true,
      results: terminalSheet.functions.map((f) => ({ fn: f.name, result: { is: 'pass' } })),
    })
    const [but] = bodies(parse('all pass but bell fail: silent'))
    expect(but).toMatchObject({
      results: expect.arrayContaining([{ fn: 'bell', result: { is: 'fail', symptom: 'silent' } }]),
    })
    expect((but as { results: unknown[] }).results).toHaveLength(9)
  })
  it('takes several, with depth, condition, gear and what it did not exercise', () => {
    const { t, parse } = scene()
    const box = numberedId<GearId>(1, 5)
    t.told('2026-03-01T08:00:00.000Z', {
      kind: 'gear',
      what: 'identified',
      gear: box,
      name: 'line box',
      gearKind: 'line simulator',
      attributes: {},
    })
    expect(
      bodies(
        parse(
          'test short send pass, receive fail: echoes, then stops when warm with line box not exercised: high speed',
        ),
      )[0],
    ).toEqual({
      kind: 'test',
      machine: home,
      depth: 'short',
      gear: [box],
      asFound: true,
      condition: 'warm',
      notExercised: 'high speed',
      results: [
        { fn: 'send', result: { is: 'pass' } },
        { fn: 'receive', result: { is: 'fail', symptom: 'echoes, then stops' } },
      ],
    })
    expect(problem(parse('test send pass with an oscilloscope'))).toMatchObject({ why: 'which part' })
  })
  it('keeps commas that belong to a name', () => {
    const { t, episode, parse } = scene()
    t.told(
      now,
      {
        kind: 'machine',
        what: 'met',
        machine: home,
        positions: [],
        functions: [{ name: 'rows, 24', essential: false, dependsOn: [], needs: [] }],
      },
      { episode },
    )
    expect(bodies(parse('test rows, 24 fail: rolls, bell pass'))[0]).toMatchObject({
      results: [{ fn: 'rows, 24', result: { symptom: 'rolls' } }, { fn: 'bell' }],
    })
  })
  it('completes a name that begins only one, asks between two, and writes a new one down', () => {
    const { parse } = scene()
    expect(bodies(parse('test chara pass'))[0]).toMatchObject({ results: [{ fn: 'characters' }] })
    expect(problem(parse('test s pass'))).toMatchObject({
      why: 'which function',
      known: ['self-test', 'screen', 'send'],
    })
    const parsed = parse('test paper feed pass')
    expect(bodies(parsed)).toMatchObject([
      { kind: 'machine', what: 'met', functions: [{ name: 'paper feed' }] },
      { kind: 'test' },
    ])
    expect(parsed.ok && parsed.effects).toContainEqual({ does: 'adds function', name: 'paper feed' })
    expect(problem(parse('test bell'))).toMatchObject({ why: 'which result' })
  })
  it('is as found only until something was changed', () => {
    const { parse, write } = scene()
    write('reseat IC40')
    expect(bodies(parse('all pass'))[0]).not.toHaveProperty('asFound')
  })
})

describe('work', () => {
  it.each([
    [
      'clean IC40 contact cleaner',
      {
        verb: 'cleaned',
        reach: 'disturbed',
        target: { sort: 'position', name: 'IC40' },
        words: 'contact cleaner',
      },
    ],
    ['resolder IC41', { verb: 'resoldered', reach: 'altered' }],
    ['wipe case', { verb: 'wiped', reach: 'outside', target: { sort: 'surface', name: 'case' } }],
    ['clean "case top" as outside', { reach: 'outside', target: { name: 'case top' } }],
    ['reseat keyboard', { verb: 'reseated', target: { sort: 'assembly', name: 'keyboard' } }],
    [
      'adjust RV2 from 3 to 5',
      { verb: 'adjusted', from: '3', to: '5', target: { sort: 'adjuster', name: 'RV2' } },
    ],
    ['adjust "feed tension" from 3 to 4', { target: { sort: 'adjuster', name: 'feed tension' } }],
    ['verify C12 print and part agree', { verb: 'verified', verified: true, reach: 'outside' }],
  ])('%s', (line, change) =>
    expect(bodies(scene().parse(line))[0]).toMatchObject({ kind: 'change', ...change }),
  )

  it('counts fasteners by size', () => {
    const { parse, write } = scene()
    expect(bodies(write('off lid 6 M3×10 cup 2'))[0]).toEqual({
      kind: 'fastening',
      machine: home,
      way: 'off',
      what: 'lid',
      count: 6,
      size: 'M3x10',
      cup: 'cup 2',
    })
    const on = parse('on lid 7 M3x10')
    expect(on.ok && on.effects).toEqual([
      { does: 'fastens', way: 'on', count: 7, size: 'M3x10', left: -1, sizeKnown: false },
    ])
  })
  it('reads a rail by its name, within ±5 % of 5 V and ±10 % of others (practice)', () => {
    const { parse } = scene()
    expect(bodies(parse('5V 4.98'))[0]).toMatchObject({
      kind: 'reading',
      point: '5V',
      nominal: 5,
      tolerance: 0.25,
      read: { value: 4.98, unit: 'V' },
    })
    const low = parse('5V 4.6')
    expect(low.ok && low.effects[0]).toMatchObject({ does: 'reads', within: false })
    expect(bodies(parse('read -12V -11.8'))[0]).toMatchObject({ nominal: -12, tolerance: 1.2 })
    expect(bodies(parse('read R7 4k7'))[0]).toMatchObject({ point: 'R7', read: { value: 4700, unit: 'ohm' } })
    expect(problem(parse('5V much'))).toMatchObject({ why: 'form' })
  })
  it('waits, asks, answers, stops, notes, bars and clears', () => {
    const { parse, write } = scene()
    expect(bodies(parse('wait case 24h dry'))[0]).toMatchObject({
      kind: 'wait',
      what: 'case dry',
      until: '2026-03-11T18:00:00.000Z',
    })
    expect(problem(parse('wait case'))).toMatchObject({ why: 'form' })
    write('ask what is the wire at IC40?')
    expect(bodies(parse('answer 1 a factory link'))[0]).toMatchObject({
      kind: 'question',
      what: 'answered',
      words: 'a factory link',
    })
    expect(problem(parse('answer 2 x'))).toMatchObject({ why: 'form' })
    expect(bodies(parse('stop: next try the keyboard'))[0]).toMatchObject({
      kind: 'episode',
      what: 'paused',
      next: 'try the keyboard',
    })
    write('hazard leak under the supply')
    expect(bodies(parse('hazard clear 1 dried, measured'))[0]).toMatchObject({
      kind: 'hazard',
      what: 'cleared',
      words: 'dried, measured',
    })
    expect(bodies(parse('power on'))[0]).toMatchObject({ kind: 'power', way: 'on' })
    expect(bodies(parse('unplug J3'))[0]).toMatchObject({ kind: 'connection', way: 'off', connector: 'J3' })
    expect(bodies(parse('note the label says 1983'))[0]).toMatchObject({ kind: 'note' })
  })
  it('says what is missing in a line it cannot read', () => {
    const { parse } = scene()
    expect(problem(parse(''))).toEqual({ why: 'empty' })
    expect(problem(parse('frobnicate IC40'))).toEqual({ why: 'unknown verb', word: 'frobnicate' })
    expect(problem(parse('at noon note x'))).toEqual({ why: 'no such time', word: 'noon' })
    for (const verb of verbs.filter((v) => v !== 'stop' && v !== 'soak')) expect(parse(verb).ok).toBe(false)
  })
})

describe('times after the fact', () => {
  it.each([
    ['19:02 x', '2026-03-10T18:02:00.000Z', 'x'],
    ['yesterday 20:10 x', '2026-03-09T19:10:00.000Z', 'x'],
    ['3 Mar 20:10 x', '2026-03-03T19:10:00.000Z', 'x'],
    ['3 Dec 08:00', '2025-12-03T07:00:00.000Z', ''],
    ['3 Mar 2024 20:10', '2024-03-03T19:10:00.000Z', ''],
    ['2026-03-03 20:10 out IC1', '2026-03-03T19:10:00.000Z', 'out IC1'],
  ])('%s', (text, at, rest) =>
    expect(takeTime(text, now, zone)).toEqual({ at: { earliest: at, latest: at }, rest }),
  )
  it('take a day as the whole of it, and today as far as it has come', () => {
    expect(takeTime('3 Mar', now, zone)!.at).toEqual({
      earliest: '2026-03-02T23:00:00.000Z',
      latest: '2026-03-03T22:59:59.999Z',
    })
    expect(takeTime('today', now, zone)!.at.latest).toBe(now)
    expect(takeTime('25:00', now, zone)).toBeUndefined()
    expect(takeTime('soon', now, zone)).toBeUndefined()
  })
  it('stand in the entry, with “from memory” as its basis', () => {
    const parsed = scene().parse('at yesterday 20:10 note the lid was loose, from memory')
    expect(parsed.ok && parsed.entries[0]).toMatchObject({
      basis: 'from memory',
      happenedAt: { earliest: '2026-03-09T19:10:00.000Z' },
      body: { words: 'the lid was loose' },
    })
  })
})

describe('small readers', () => {
  it('take the longest name, or the only one that begins so', () => {
    expect(takeName('IC31 bag 3', ['IC3', 'IC31'])).toEqual({ name: 'IC31', rest: 'bag 3' })
    expect(takeName('display board x', ['display', 'display board'])).toEqual({
      name: 'display board',
      rest: 'x',
    })
    expect(takeName('keyb x', ['keyboard', 'supply'])).toEqual({ name: 'keyboard', rest: 'x' })
    expect(takeName('k', ['keyboard'])).toBeUndefined()
  })
  it('take numbers of one word or two, and durations anywhere', () => {
    expect(takeNumber('SW 2024.3 IC18')).toEqual({ word: 'SW 2024.3', rest: 'IC18' })
    expect(takeNumber('E2024-003 IC18')).toEqual({ word: 'E2024-003', rest: 'IC18' })
    expect(takeDuration('keys 40m lukewarm')).toEqual({ ms: 2_400_000, rest: 'keys lukewarm' })
    expect(takeDuration('1.5 h')).toEqual({ ms: 5_400_000, rest: '' })
    expect(takeDuration('case dry')).toBeUndefined()
  })
  it('complete verbs, positions, functions and what lies in the tray', () => {
    const { context, write } = scene()
    expect(completions('te', context())[0]).toBe('test ')
    expect(completions('out IC3', context())).toEqual(['out IC31 ', 'out IC32 '])
    expect(completions('test scr', context())[0]).toBe('test screen ')
    write('out IC40 bag 1')
    expect(completions('keep IC', context())[0]).toBe('keep IC40 74LS374 ')
    expect(completions('', context())).toEqual([])
  })
})

it('what the composer previews, the ledger admits', () => {
  const { t, write } = scene()
  allPass(t, '2026-03-09T10:00:00.000Z')
  testOn(t, '2026-03-09T11:00:00.000Z', { send: fail })
  for (const line of [
    'off lid 6 M3x10 cup 1',
    'swap IC40 < E-2 IC40 > bag 1',
    'test send pass',
    'keep all bag 1',
    'on lid 6 M3x10',
  ])
    write(line)
  expect(t.world().machines.get(home)!.fasteners.get('M3x10')).toMatchObject({ off: 6, on: 6 })
})

describe('findings and evidence in a line', () => {
  it.each([
    [
      'find rust chassis, rear edge damages active 20%',
      {
        sort: 'rust',
        zone: 'chassis',
        place: 'rear edge',
        severity: 'damages',
        activity: 'active',
        extentPercent: 20,
      },
    ],
    [
      'find yellowing on case',
      { sort: 'yellowing', zone: 'case', severity: 'disfigures', activity: 'not judged' },
    ],
    [
      'find supposed dry joint boards, at IC3',
      { sort: 'dry joint', zone: 'boards', place: 'at IC3', hypothesis: true },
    ],
    [
      'find leak residue boards actively damaging contained',
      { sort: 'leak residue', activity: 'actively damaging', contained: true },
    ],
    [
      'find earlier work connectors, a thick jumper trace',
      { sort: 'earlier work', place: 'a thick jumper', severity: 'trace' },
    ],
  ])('%s', (line, expected) =>
    expect(bodies(scene().parse(line))[0]).toMatchObject({ kind: 'finding', what: 'noted', ...expected }),
  )

  it('asks which zone, and names those there are', () => {
    expect(problem(scene().parse('find rust kneecap'))).toMatchObject({
      why: 'which position',
      word: 'kneecap',
      known: expect.arrayContaining(['chassis', 'supply']),
    })
    expect(problem(scene().parse('find something'))).toMatchObject({ why: 'form' })
  })

  function sealed() {
    const s = scene()
    const seal = s.t.told('2026-01-06T09:00:00.000Z', {
      kind: 'evidence',
      what: 'noted',
      machine: home,
      sort: 'warranty seal',
      where: 'rear seam',
      over: 'lid',
    }).id
    return { ...s, seal }
  }
  const breaks = (parsed: Parsed) =>
    parsed.ok ? parsed.effects.filter((e) => e.does === 'breaks evidence') : []

  it('warns before the lid comes off while no photograph shows the seal, and no longer after', () => {
    const { t, parse, seal } = sealed()
    expect(breaks(parse('off lid 6 M3x10 cup 2'))).toEqual([
      { does: 'breaks evidence', sort: 'warranty seal', where: 'rear seam', unseen: true },
    ])
    expect(breaks(parse('off base 6 M3x10 cup 2'))).toEqual([])
    expect(breaks(parse('on lid 6 M3x10'))).toEqual([])
    t.told('2026-01-07T09:00:00.000Z', {
      kind: 'photo',
      machine: home,
      file: 'a'.repeat(64),
      width: 8,
      height: 8,
      evidence: seal,
    })
    expect(breaks(parse('off lid 6 M3x10 cup 2'))).toMatchObject([{ unseen: false }])
    expect(bodies(parse('off lid 6 M3x10 cup 2')).map((b) => b.kind)).toEqual(['fastening', 'evidence'])
  })

  it('writes down that evidence went, and says whether anything is left of it', () => {
    const { write, parse, seal } = sealed()
    expect(breaks(parse('break warranty seal'))).toMatchObject([{ unseen: true }])
    expect(write('break rear seam').entries[0]?.body).toMatchObject({
      kind: 'evidence',
      what: 'gone',
      evidence: seal,
      how: 'broken',
    })
    expect(problem(parse('break rear seam'))).toMatchObject({ why: 'which evidence', known: [] })
  })
})

describe('several designators at once', () => {
  it('write one change each, and say how many', () => {
    const parsed = scene().parse('resolder R40-R48, C12 cold joints')
    expect(bodies(parsed)).toHaveLength(10)
    expect(bodies(parsed)[0]).toMatchObject({
      kind: 'change',
      target: { sort: 'position', name: 'R40' },
      reach: 'altered',
      words: 'cold joints',
    })
    expect(parsed.ok && parsed.effects[0]).toMatchObject({ does: 'works on many', count: 10 })
  })
  it('are verified together', () =>
    expect(
      bodies(scene().parse('verify C12, IC40 print and part agree')).map(
        (b) => b.kind === 'change' && b.verified,
      ),
    ).toEqual([true, true]))
})

describe('saying what was done before hands go inside or power goes on', () => {
  it('reads a precaution with its number', () => {
    const { parse } = scene()
    expect(bodies(parse('done reservoir measured 0.4 V, after 5 min'))[0]).toMatchObject({
      kind: 'precaution',
      what: 'reservoir measured',
      read: { value: 0.4, unit: 'V' },
      words: 'after 5 min',
    })
    expect(bodies(parse('done second person Ida'))[0]).toMatchObject({ what: 'second person', words: 'Ida' })
    expect(problem(parse('done reservoir measured'))).toEqual({
      why: 'form',
      form: 'done reservoir measured 0.4 V',
    })
    expect(problem(parse('done my best'))).toEqual({ why: 'form', form: 'done plug out' })
  })
  it('warns of a check that a line goes past, and writes it all the same', () => {
    const { parse, write } = scene()
    const past = (line: string) => {
      const parsed = parse(line)
      return parsed.ok ? parsed.effects.find((e) => e.does === 'goes past') : undefined
    }
    expect(past('power on')).toMatchObject({ check: 'switch on' })
    expect(past('out IC40 bag 3')).toMatchObject({ check: 'hands inside', rules: ['plug out', 'cells out'] })
    expect(past('power off')).toBeUndefined()
    write('done plug out')
    write('done cells out')
    expect(past('out IC40 bag 3')).toBeUndefined()
  })
})

describe('waits and jots', () => {
  it('ring once, or again and again', () => {
    const { parse } = scene()
    expect(bodies(parse('wait case 24h dry'))[0]).toMatchObject({
      what: 'case dry',
      until: '2026-03-11T18:00:00.000Z',
    })
    expect(bodies(parse('wait 4h every 15m brush the cream'))[0]).toMatchObject({
      what: 'brush the cream',
      until: '2026-03-10T22:00:00.000Z',
      everyMinutes: 15,
    })
    expect(bodies(parse('wait every 2h look at the tub'))[0]).toMatchObject({
      what: 'look at the tub',
      everyMinutes: 120,
      until: '2026-03-11T02:00:00.000Z',
    })
    expect(problem(parse('wait every 2h'))).toMatchObject({ why: 'form' })
  })
  it('are over by their number', () => {
    const { parse, write } = scene()
    write('wait case 24h dry')
    expect(bodies(parse('over 1 dry to the touch'))[0]).toMatchObject({
      kind: 'wait',
      over: expect.any(String),
      words: 'dry to the touch',
    })
    expect(problem(parse('over 2'))).toMatchObject({ why: 'form' })
  })
  it('dry for as long as the house says after a wash', () => {
    const { t, parse } = scene()
    const waits = () => bodies(parse('wash keyboard lukewarm water'))[1]
    expect(waits()).toMatchObject({
      kind: 'wait',
      what: 'keyboard drying',
      until: '2026-03-11T18:00:00.000Z',
    })
    t.told(now, {
      kind: 'rule',
      what: 'policy',
      key: 'wait after a board wash',
      option: '48 h',
      reason: 'a damp cellar',
    })
    expect(waits()).toMatchObject({ until: '2026-03-12T18:00:00.000Z' })
  })
  it('keep a sentence as it is', () =>
    expect(bodies(scene().parse('jot the left screw is short'))[0]).toEqual({
      kind: 'jot',
      what: 'made',
      machine: home,
      words: 'the left screw is short',
    }))
})

describe('a reading', () => {
  it('stands beside the last one of its point', () => {
    const { t, episode, parse } = scene()
    const before = () => {
      const parsed = parse('5V 4.81')
      const [effect] = parsed.ok ? parsed.effects : []
      return effect?.does === 'reads' ? effect.before : undefined
    }
    expect(before()).toBeUndefined()
    t.told(
      '2026-03-03T10:00:00.000Z',
      { kind: 'reading', machine: home, point: '5V', read: { value: 5.02, unit: 'V', asWritten: '5.02' } },
      { episode },
    )
    expect(before()).toMatchObject({ asWritten: '5.02', at: '2026-03-03T10:00:00.000Z' })
  })
})
