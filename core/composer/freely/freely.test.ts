/** Lines as people say them, on a composer's machine: what entries they become, and what they never do. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import { bodies, composing, problem } from '#core/testing/composing.ts'
import type { Parsed } from '../index.ts'

const kinds = (parsed: Parsed) => bodies(parsed).map((b) => b.kind)
const effects = (parsed: Parsed) => (parsed.ok ? parsed.effects.map((e) => e.does) : [])

describe('one act', () => {
  const { read } = composing()
  it.each<[string, Partial<Record<string, unknown>>]>([
    ['the bell rings again', { kind: 'test' }],
    ['took IC31 out of its socket', { kind: 'move' }],
    ['IC32 pulled, into bag 3', { kind: 'move' }],
    ['5V rail measured 4.93', { kind: 'reading', point: '5V' }],
    ['turned RV2 from 3 up to 4.5', { kind: 'change', verb: 'adjusted', from: '3', to: '4.5' }],
    ['IC40 gets very hot, I do not trust it', { kind: 'part', what: 'identified' }],
    ['keyboard unplugged', { kind: 'connection', way: 'off', connector: 'keyboard' }],
    [
      'six screws M4x12 out, in cup 2',
      { kind: 'fastening', way: 'off', count: 6, size: 'M4x12', cup: 'cup 2' },
    ],
    [
      'took off the top cover, four M3 screws into cup 2',
      { kind: 'fastening', way: 'off', what: 'top cover', count: 4, size: 'M3', cup: 'cup 2' },
    ],
    ['removed 6 M2.5 screws, bag 2', { kind: 'fastening', way: 'off', count: 6, size: 'M2.5' }],
    ['lid off, 4 screws M3', { kind: 'fastening', what: 'lid', count: 4, size: 'M3' }],
    // What goes in works from then on: it is not outside, though no list names it.
    ['mounted the new motor', { kind: 'change', verb: 'mounted', reach: 'altered' }],
    [
      'swapped the drive belt for a new one',
      { verb: 'swapped', reach: 'altered', target: { sort: 'surface', name: 'drive belt' } },
    ],
    ['I replaced the worn platen', { verb: 'replaced', target: { sort: 'surface', name: 'worn platen' } }],
    ['the belt was replaced', { verb: 'replaced', target: { sort: 'surface', name: 'belt' } }],
    ['put the lid back with its 6 screws', { kind: 'fastening', way: 'on', what: 'lid', count: 6 }],
    ['removed it with white spirit', { kind: 'change', verb: 'removed', reach: 'disturbed' }],
    ['unplugged from the wall', { kind: 'precaution', what: 'plug out' }],
    ['the machine is unplugged', { kind: 'precaution', what: 'plug out' }],
    ['unplugged the keyboard', { kind: 'connection', way: 'off', connector: 'keyboard' }],
    ['plugged the machine in', { kind: 'note' }],
    ['plugged it back in', { kind: 'note' }],
    ['switched off at 18:40', { kind: 'power', way: 'off' }],
    ['there is a hairline crack near LS1', { kind: 'finding', sort: 'crack' }],
    ['smoke from the supply', { kind: 'incident' }],
    ['never leave it running alone, the old filter burns', { kind: 'hazard' }],
    ['I will clean the keyboard on Friday', { kind: 'task', what: 'put off' }],
    ['does anybody know what the jumper is good for?', { kind: 'question', what: 'asked' }],
    ['does anybody know whose mark is beside LS1?', { kind: 'question', what: 'asked' }],
    [
      'vacuumed it inside',
      { kind: 'change', reach: 'disturbed', target: { sort: 'surface', name: 'inside' } },
    ],
    ['left to dry until 8 tomorrow morning', { kind: 'wait', until: '2026-03-11T07:00:00.000Z' }],
    ['Ida says it worked until 1990', { kind: 'claim' }],
    ['spent an hour looking for the manual', { kind: 'note' }],
  ])('%s', (line, expected) => expect(bodies(read(line))[0]).toMatchObject(expected))

  it.each(['unplugged it', 'it is unplugged', 'unplugged it and took the lid off, 4 screws M3x8'])(
    'of a plug that nobody named asks which: %s',
    (line) =>
      expect(problem(read(line))).toMatchObject({
        why: 'which of',
        among: expect.arrayContaining(['unplugged the mains plug', 'unplugged keyboard']) as unknown,
      }),
  )

  it.each([
    'the belt must be replaced',
    'platen replaced in 1987 by the dealer',
    'the fuse had been replaced with a nail',
  ])('of another day is none of today: %s', (line) => expect(kinds(read(line))).not.toContain('change'))

  it('is told with the time that the line gives', () => {
    const parsed = read('switched off at 18:40')
    expect(parsed.ok && parsed.entries[0]?.happenedAt).toEqual({
      earliest: '2026-03-10T17:40:00.000Z',
      latest: '2026-03-10T17:40:00.000Z',
    })
  })

  it('of a day that moves a part takes noon, and says so', () => {
    const parsed = read('yesterday IC31 was pulled')
    expect(effects(parsed)).toContain('takes noon')
    expect(parsed.ok && parsed.entries[0]?.happenedAt?.latest).toBe('2026-03-09T11:00:00.000Z')
  })
})

describe('parts that change places', () => {
  it('go by one act, each into where the other was; what does not fit there stays', () => {
    const { read, write, context } = composing()
    const inSlot = (at: string) => context().slots.find((s) => s.position.designator === at)?.part
    const [was40, was41] = [inSlot('IC40'), inSlot('IC41')]
    expect(kinds(read('swapped IC40 and IC41'))).toEqual(['move'])
    write('swapped IC40 and IC41 around', undefined, 'freely')
    expect([inSlot('IC40'), inSlot('IC41')]).toEqual([was41, was40])
    expect(read('swapped IC40 and IC31 around').ok).toBe(false)
  })
  it('say how long it took, on the first of what is written', () => {
    const parsed = composing().read('replaced C12 with a new 470 uF 25 V, took half an hour')
    expect(parsed.ok && parsed.entries.map((e) => e.minutes)).toEqual([30, undefined])
    expect(effects(parsed)).toContain('took')
  })
})

describe('several acts in one line', () => {
  it('knows whose contacts they are', () => {
    const { read } = composing()
    expect(bodies(read('unplugged the keyboard and cleaned its contacts')).at(-1)).toMatchObject({
      kind: 'change',
      target: { name: 'keyboard' },
    })
  })

  it('are entries in their order; what was observed stands by itself', () => {
    const { read } = composing()
    const parsed = read('keyboard unplugged, contacts cleaned with alcohol, bell still silent')
    expect(kinds(parsed)).toEqual(['connection', 'change', 'test'])
    expect(parsed.ok && parsed.entries.map((e) => e.alone === true)).toEqual([false, false, true])
  })

  it('are told against what the ones before have moved', () => {
    const { write, context } = composing()
    write('IC31 out and in again', undefined, 'freely')
    expect(context().slots.find((s) => s.position.designator === 'IC31')?.content).toBe('part')
  })

  it('make one test of results told in one breath', () => {
    const { read } = composing()
    const [test] = bodies(read('send ok, receive ok, bell dead'))
    expect(test).toMatchObject({
      kind: 'test',
      results: [
        { fn: 'send', result: { is: 'pass' } },
        { fn: 'receive', result: { is: 'pass' } },
        { fn: 'bell', result: { is: 'fail' } },
      ],
    })
  })

  it('keep as a note what the record cannot take, and record the others', () => {
    const { read } = composing()
    const parsed = read('IC31 is back in its socket, self-test ok')
    expect(kinds(parsed)).toEqual(['note', 'test'])
    expect(effects(parsed)).toContain('keeps as words')
  })
})

describe('a part without a tag', () => {
  it('gets a record of its own when it is fitted', () => {
    const { read, write, t } = composing()
    expect(effects(read('IC40 replaced with a new one from stock'))).toContain('makes part')
    write('IC40 replaced with a new one from stock', undefined, 'freely')
    const fresh = [...t.world().parts.values()].find((p) => p.place?.position === 'IC40')
    expect(fresh).toMatchObject({ marking: 'new one from stock', origin: 'bought' })
  })

  it('is refused where its number does not belong', () => {
    const { read } = composing()
    expect(problem(read('IC40 replaced with a 74LS244'))).toMatchObject({ why: 'refused' })
  })
})

describe('never silently wrong', () => {
  const { read } = composing()
  it('asks which of several is meant', () => {
    expect(problem(read('a 74LS374 was bad, I replaced it'))?.why).not.toBe('unknown verb')
  })

  it('lets the fixed forms say what they always said', () => {
    for (const [line, kind] of [
      ['test bell pass', 'test'],
      ['out IC31 bag 2', 'move'],
      ['clean keyboard alcohol', 'change'],
      ['off lid 6 M4x12 cup 1', 'fastening'],
      ['ask what is the wire at R12?', 'question'],
      ['note the keys, 36 all ok but 7 K dead', 'note'],
    ] as const)
      expect(kinds(read(line))).toEqual([kind])
  })

  it('does not make a function of the words around a result', () => {
    for (const line of ['the keyboard, send and bell all pass', 'bell works, and send works'])
      expect(effects(read(line))).not.toContain('adds function')
  })
})

describe('putting right', () => {
  it('says a value better, in the place of the entry before', () => {
    const { write, read, t } = composing()
    write('5V 4.91')
    const parsed = read('no, 5.1')
    expect(effects(parsed)).toContain('corrects')
    write('no, 5.1', undefined, 'freely')
    const [reading] = [...t.world().machines.values()].flatMap((m) => m.readings)
    expect(reading?.read.value).toBe(5.1)
  })

  it('takes the last entry back', () => {
    const { write, t } = composing()
    write('note the wrong machine')
    write('scrap that', undefined, 'freely')
    expect(t.world().line.some((s) => s.body.kind === 'note')).toBe(false)
  })

  it('moves what was cupped wrongly into the right cup', () => {
    const { write, t } = composing()
    write('off lid 6 M4x12 cup 1')
    write('not cup 1, cup 3', undefined, 'freely')
    const fastening = t.world().line.findLast((s) => s.body.kind === 'fastening')?.body as Extract<
      Body,
      { kind: 'fastening' }
    >
    expect(fastening.cup).toBe('cup 3')
  })

  it('has nothing to put right before anything was written', () => {
    expect(problem(composing().read('scrap that'))).toMatchObject({ why: 'nothing to correct' })
  })
})

describe('a line that only asks', () => {
  const { read } = composing()
  it('writes nothing', () => {
    for (const line of ['when was the bell last tested?', '3 V at 20 mA makes how many ohms']) {
      expect(bodies(read(line))).toEqual([])
      expect(read(line).ok).toBe(true)
    }
  })
})
