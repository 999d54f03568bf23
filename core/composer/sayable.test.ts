/** What people say at a bench and what it becomes: each line of it an act with its consequences, and what it says before Enter. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import { bodies, composing, problem } from '#core/testing/composing.ts'
import { home, other, person, terminalSheet } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { todoOf, type TodoAct } from '#core/work/todo/index.ts'

const sheet = sheetSchema.parse({
  ...terminalSheet,
  zones: [{ name: 'boards' }, { name: 'case' }],
  wayIn: [{ what: 'lid', count: 6, size: 'M3x10' }],
  refit: [{ first: 'keyboard', then: 'lid', why: 'its cable hides behind it' }],
})
const bench = () => composing(sheet)
const first = (line: string) => bodies(bench().parse(line))[0]
const effectsOf = (parsed: ReturnType<ReturnType<typeof composing>['parse']>) =>
  parsed.ok ? parsed.effects : []
const does = (line: string) => effectsOf(bench().parse(line)).map((e) => e.does)
const acts = ({ t }: ReturnType<typeof composing>, act: TodoAct) => {
  const world = t.world()
  return todoOf(world, world.machines.get(home)!)
    .find((x) => x.act === act)
    ?.items.map((i) => [i.name, i.of].filter(Boolean).join(': '))
}

describe('a line that could only be free text before', () => {
  it.each<[string, Partial<Record<string, unknown>>]>([
    [
      'damage IC40: track lifted, by us, can be mended',
      {
        kind: 'incident',
        damage: 'track lifted',
        by: 'us',
        undone: 'can be undone',
        target: { sort: 'position', name: 'IC40' },
      },
    ],
    [
      'damage LS1: cone torn, by somebody before us, cannot be undone',
      { kind: 'incident', damage: 'cone torn', by: 'somebody before us', undone: 'cannot be undone' },
    ],
    ['incident smoke from the supply', { kind: 'incident', words: 'smoke from the supply' }],
    [
      'earlier IC31, IC32 resoldered by hand',
      { kind: 'finding', sort: 'earlier work', place: 'IC31', zone: 'boards', words: 'resoldered by hand' },
    ],
    [
      'theory the bell is dead because C12 leaks',
      { kind: 'advice', sort: 'suspicion', words: 'the bell is dead', basis: 'C12 leaks', about: 'bell' },
    ],
    [
      'advice from the radio club: reseat IC40 first',
      { kind: 'advice', sort: 'advice', fromWords: 'the radio club', about: 'IC40' },
    ],
    [
      'opinion from Ida Oslund: the screen is beyond repair, because it was measured',
      { kind: 'advice', sort: 'opinion', from: person, basis: 'it was measured' },
    ],
    [
      'fault bell: before it was retired, says the letter',
      { kind: 'onset', of: 'bell', when: 'before it was retired', words: 'says the letter' },
    ],
    ['fault IC40 in storage', { kind: 'onset', of: 'IC40', when: 'in storage' }],
    [
      'adjust RV2 from middle mark to left stop',
      { kind: 'change', from: 'middle mark', to: 'left stop', target: { sort: 'adjuster', name: 'RV2' } },
    ],
    [
      'adjust RV2 from 3 to 5 of 10, marked red',
      { kind: 'change', from: '3', to: '5', scale: '10', mark: 'red' },
    ],
    [
      'later second coat: too damp',
      { kind: 'task', what: 'put off', task: 'second coat', reason: 'too damp' },
    ],
    [
      'later mask paint because it ran out, till 12 Apr',
      { kind: 'task', task: 'mask paint', reason: 'it ran out', until: '2026-04-12T21:59:59.999Z' },
    ],
    [
      'tried desolder IC41: the pad lifts',
      {
        kind: 'change',
        verb: 'tried to desolder',
        failed: true,
        reach: 'disturbed',
        words: 'the pad lifts',
        target: { sort: 'position', name: 'IC41' },
      },
    ],
    [
      'empty IC40 before it came: given to a school',
      { kind: 'part', content: 'empty', beforeItCame: true, words: 'given to a school' },
    ],
    ['missing lid 2 M3x10', { kind: 'fastening', way: 'missing', count: 2, size: 'M3x10', what: 'lid' }],
    ['off lid 6', { kind: 'fastening', way: 'off', count: 6, size: 'M3x10', what: 'lid' }],
    ['off lid 6 T10 M3x10 bag 1', { kind: 'fastening', size: 'M3x10', head: 'six-lobe T10', cup: 'bag 1' }],
    [
      'off ground strap screw 1 cup 2',
      { kind: 'fastening', what: 'ground strap screw', count: 1, cup: 'cup 2' },
    ],
    ['loosen lid 2', { kind: 'fastening', way: 'loosened', count: 2, size: 'M3x10' }],
    [
      'copied EPROM IC31 twice, sum 1A2B, kept in box 3',
      {
        kind: 'contents',
        what: 'copied',
        medium: 'EPROM IC31',
        checksum: 'sum 1A2B',
        readTwice: true,
        keptAt: 'box 3',
      },
    ],
    [
      'uncopied tape because the reel is torn',
      { kind: 'contents', what: 'not copied', medium: 'tape', because: 'the reel is torn' },
    ],
    [
      'soak screen 4h attended',
      {
        kind: 'wait',
        what: 'soak test: screen',
        soak: { attended: true, functions: ['screen'] },
        until: '2026-03-10T22:00:00.000Z',
      },
    ],
    ['settle C12 25V', { kind: 'spec', by: 'settled', attributes: { rating: '25V' } }],
    ['5V 5.0 no load', { kind: 'reading', load: 'none' }],
    ['5V 1.5A', { kind: 'reading', point: '5V current' }],
    ['stop: next try the bell', { kind: 'episode', what: 'paused', next: 'try the bell' }],
  ])('%s', (line, expected) => expect(first(line)).toMatchObject(expected))

  it('what nobody said is not written: neither unplugged, nor a load, nor who stays', () => {
    expect(first('stop: next try the bell')).not.toHaveProperty('unplugged')
    expect(first('stop: unplugged, next try the bell')).toMatchObject({
      unplugged: true,
      next: 'try the bell',
    })
    expect(first('stop: still plugged in, next try the bell')).toMatchObject({ unplugged: false })
    expect(first('5V 5.0')).not.toHaveProperty('load')
    expect(first('soak screen 4h')).toMatchObject({ soak: { attended: false } })
  })
  it('a soak without a length is as long as the house says, of what is essential', () =>
    expect(first('soak')).toMatchObject({
      until: '2026-03-10T19:00:00.000Z',
      soak: { functions: ['self-test', 'screen', 'characters', 'keyboard'] },
    }))
  it('what cannot be read says how it would be said', () => {
    for (const line of [
      'later second coat',
      'advice reseat it',
      'fault bell yesterday',
      'tried IC41',
      'earlier resoldered',
      'copied EPROM',
    ])
      expect(problem(bench().parse(line)), line).toMatchObject({ why: 'form' })
    expect(problem(bench().parse('soak held'))).toEqual({ why: 'no soak' })
    expect(problem(bench().parse('became 1 held'))).toMatchObject({ why: 'which advice', known: [] })
    expect(problem(bench().parse('damage xyz: torn'))).toMatchObject({ why: 'which position' })
  })
  it('“plug in” is not “plug out”', () =>
    expect(problem(bench().parse('done plug in'))).toMatchObject({ why: 'form' }))
  it('a test that waits for another machine names it', () =>
    expect(first('test printer port not possible: until E-2 works')).toMatchObject({
      results: [
        { fn: 'printer port', result: { is: 'not possible', until: { machine: other, number: 'E-2' } } },
      ],
    }))
  it('somebody else did it, by name or by initials behind a comma', () => {
    const parsed = bench().parse('clean LS1 by Ida Oslund')
    expect(parsed.ok && parsed.entries[0]?.doneBy).toBe(person)
    expect(bodies(parsed)[0]).toMatchObject({ target: { name: 'LS1' } })
    expect(bench().parse('clean LS1 by hand')).toMatchObject({ entries: [{ body: { words: 'by hand' } }] })
  })
})

describe('what a line says before Enter', () => {
  it('screws longer than those that came out, and what has to go in first', () => {
    const b = bench()
    b.write('off lid 6 M3x10 cup 1')
    b.write('out keyboard tray')
    expect(effectsOf(b.parse('on lid 6 M3x12'))).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ does: 'is longer', size: 'M3x12', than: 'M3x10' }),
        expect.objectContaining({ does: 'comes too early', what: 'lid', first: 'keyboard' }),
      ]),
    )
    expect(effectsOf(b.parse('on lid 6 M3x10')).map((e) => e.does)).not.toContain('is longer')
  })
  it('more volts than the part stands, and a nominal of which the sheet names no tolerance', () => {
    expect(effectsOf(bench().parse('read IC40 12V'))[0]).toMatchObject({
      above: { part: 'IC40 74LS374', volts: 7 },
    })
    const b = composing(
      sheetSchema.parse({ ...sheet, points: [{ name: 'TP3', nominal: 12, unit: 'V', load: '2 A' }] }),
    )
    expect(effectsOf(b.parse('TP3 11.7'))[0]).toMatchObject({ unjudged: 12, asksLoad: '2 A' })
  })
  it('contents that nobody copied, before the memory or the cell that keeps them goes; not once somebody spoke of them', () => {
    const b = bench()
    expect(does('out IC31 bag 1')).toContain('loses contents')
    expect(does('out BT1 bag 1')).toContain('loses contents')
    expect(does('out LS1 bag 1')).not.toContain('loses contents')
    b.write('copied ROM IC31 twice, sum 1A2B')
    expect(effectsOf(b.parse('out IC31 bag 1')).map((e) => e.does)).not.toContain('loses contents')
  })
  it.each([
    ['whitening', 'whiten case with peroxide cream'],
    ['board wash', 'wash keyboard'],
  ])('leaves the house’s rule on %s', (rule, line) =>
    expect(effectsOf(bench().parse(line))).toContainEqual(
      expect.objectContaining({ does: 'leaves house rule', rule }),
    ),
  )
  it('an original that goes to the store, or is thrown away, where the house keeps it with the machine', () => {
    const b = bench()
    b.write('out IC41 bag 1')
    for (const line of ['store IC41 drawer 4', 'discard IC41'])
      expect(effectsOf(b.parse(line))).toContainEqual(
        expect.objectContaining({ does: 'leaves house rule', rule: 'removed originals' }),
      )
    expect(effectsOf(b.parse('keep IC41')).map((e) => e.does)).not.toContain('leaves house rule')
  })
  it('another module put in where the house repairs them', () => {
    const b = bench()
    b.t.told('2026-03-09T10:00:00.000Z', {
      kind: 'part',
      what: 'identified',
      part: '00000001-0000-7000-8000-0000000000aa' as never,
      tag: 'P-0042',
      partKind: 'keyboard assembly',
      place: { in: { kind: 'store', id: 'shelf' } },
    })
    expect(effectsOf(b.parse('swap keyboard < P-0042'))).toContainEqual(
      expect.objectContaining({ does: 'leaves house rule', rule: 'repair or replace a module' }),
    )
  })
})

describe('what it leads to', () => {
  it('a soak test that held is a test of what was watched, as long as it ran', () => {
    const b = bench()
    b.write('soak screen, bell 2h attended', '2026-03-10T16:00:00.000Z')
    expect(b.context().soaking).toHaveLength(1)
    const held = bodies(b.parse('soak held')).find((x: Body) => x.kind === 'test')
    expect(held).toMatchObject({
      results: [
        { fn: 'screen', result: { is: 'pass' }, minutes: 120 },
        { fn: 'bell', result: { is: 'pass' }, minutes: 120 },
      ],
    })
    expect(problem(b.parse('soak failed: it flickers'))).toMatchObject({ why: 'which function' })
    b.write('soak failed bell: silent after an hour')
    expect(b.context().soaking).toEqual([])
    expect(acts(b, 'find the fault')).toEqual(['bell: silent after an hour'])
  })
  it('what is left for later, supposed, missing or not agreed stands under To do until it is over', () => {
    const b = bench()
    b.write('later second coat: too damp')
    b.write('theory the bell is dead because C12 leaks')
    b.write('missing lid 2 M3x10')
    b.write('loosen lid 1')
    b.write('print C12 25V')
    b.write('fitted C12 35V')
    expect(acts(b, 'later')).toEqual(['second coat: too damp'])
    expect(acts(b, 'try')).toEqual(['the bell is dead: suspicion'])
    expect(acts(b, 'fit')).toContain('2 M3x10: missing')
    expect(acts(b, 'put back')).toContain('1 M3x10: loosened')
    expect(acts(b, 'decide')).toEqual(['C12 rating: 25V by the print, 35V by the part'])
    b.write('did 1')
    b.write('became 1 did not hold: C12 measures well')
    b.write('settle C12 35V')
    b.write('tighten lid 1')
    for (const act of ['later', 'try', 'decide'] as const) expect(acts(b, act), act).toBeUndefined()
    expect(acts(b, 'put back')).toBeUndefined()
  })
  it('a suspicion is withdrawn or confirmed by a word, the latest or the one that is named', () => {
    const b = bench()
    const body = (line: string) => bodies(b.parse(line))[0]
    b.write('theory the bell is dead because C12 leaks')
    b.write('theory IC40 runs hot')
    expect(body('withdrawn: only dirt')).toMatchObject({
      what: 'became',
      outcome: 'dropped',
      words: 'only dirt',
    })
    expect(body('confirmed bell: no sound')).toMatchObject({ what: 'became', outcome: 'held' })
    b.write('withdrawn: only dirt')
    b.write('withdrawn bell')
    b.write('suspect IC40: gets hot')
    expect(body('withdrawn IC40: runs cool now')).toMatchObject({
      kind: 'part',
      what: 'health',
      health: 'unknown',
      because: 'runs cool now',
    })
    expect(body('confirmed IC40: no pulses')).toMatchObject({ kind: 'part', what: 'health' })
    expect(problem(b.parse('withdrawn'))).toMatchObject({ why: 'which advice' })
  })
  it('what a function needs is said with its name, or as it is spoken; a rail in it is no reading', () => {
    const b = bench()
    const needs = (line: string) => bodies(b.parse(line))[0]
    expect(needs('bell needs IC40 and 12V')).toMatchObject({
      kind: 'machine',
      what: 'met',
      functions: [{ name: 'bell', dependsOn: ['IC40', '12V'] }],
    })
    expect(needs('printing needs IC40, 12V')).not.toMatchObject({ kind: 'reading' })
    expect(
      b.parse('lamp needs IC40 and 12V').ok && bodies(b.parse('lamp needs IC40 and 12V')),
    ).not.toContainEqual(expect.objectContaining({ kind: 'reading' }))
  })
  it('a list of positions is said at once: read, taken out, put back', () => {
    const b = bench()
    b.write('print C12, C1 220uF 25V')
    const specs = b.t.entries.flatMap((e) => (e.body.kind === 'spec' ? [e.body.position] : []))
    expect(specs).toEqual(['C12', 'C1'])
    b.write('out IC40, IC41')
    expect(b.context().tray).toHaveLength(2)
    b.write('in IC40, IC41')
    expect(b.context().tray).toEqual([])
    expect(b.parse('in IC40, IC41').ok).toBe(false)
  })
  it('screws that were lost are asked for by To do and no longer by closing', () => {
    const b = bench()
    b.write('off lid 6')
    b.write('on lid 5')
    b.write('lost lid 1')
    expect(acts(b, 'put back')).toBeUndefined()
    expect(acts(b, 'fit')).toContain('1 M3x10: missing')
  })
})
