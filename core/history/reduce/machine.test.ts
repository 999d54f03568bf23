/** What is said of a machine, entry by entry: each leaves what it says, and nothing that others said. */
import { describe, expect, it } from 'vitest'
import type { Body } from '../bodies/index.ts'
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import { inStore } from '#core/place.ts'
import { entryOf, hourOf, worldOf, type Said } from '#core/testing/line.ts'
import { home, told as toldOf } from '#core/testing/reducing.ts'

const machine = home
const after = (...line: readonly Said[]) => worldOf(...line).machines.get(machine)!
const told = (kind: Body['kind'], more: object): Body => toldOf(kind, more)
const ids = (list: readonly { readonly entry: { readonly id: string } }[]) => list.map((s) => s.entry.id)

describe('facts', () => {
  const stated = (set: object) => told('machine', { what: 'stated', set })
  const all = {
    ...{ name: 'Vell 20', type: 'a-type', revision: 'C', serial: '0044', accessionNumber: 'M 7' },
    ...{ owner: 'house', legal: 'accessioned', purpose: 'study', face: entryOf(40) },
    ...{ attributes: { mains: '230 V' }, aliases: ['the tall one'], marks: ['a star'] },
  }
  it('are what was stated, and stand where later words say nothing of them', () => {
    expect(after(stated(all))).toMatchObject(all)
    expect(after(stated(all), stated({}))).toMatchObject(all)
  })
  it.each([
    ['name', 'Vell 21'],
    ['type', 'b-type'],
    ['revision', 'D'],
    ['serial', '0045'],
    ['accessionNumber', 'M 8'],
    ['owner', 'somebody'],
    ['legal', 'disposed'],
    ['purpose', 'spares'],
    ['face', entryOf(41)],
    ['aliases', []],
    ['marks', ['a moon']],
  ])('%s stated otherwise is otherwise, and nothing else is', (fact, value) =>
    expect(after(stated(all), stated({ [fact]: value }))).toMatchObject({ ...all, [fact]: value }),
  )
  it('of its own add up by their names; what is not there, too', () => {
    const twice = after(
      stated({ attributes: { mains: '230 V', line: '20 mA' }, noneThere: ['box'] }),
      stated({ attributes: { mains: '115 V' }, noneThere: ['box', 'seals'] }),
    )
    expect(twice.attributes).toEqual({ mains: '115 V', line: '20 mA' })
    expect(twice.noneThere).toEqual(['box', 'seals'])
  })
  it('say when its purpose was said', () =>
    expect(after(stated({ purpose: 'study' }), stated({ name: 'x' })).purposeSaid?.id).toBe(entryOf(0)))
})

describe('what is met and on no sheet', () => {
  const met = (functions: object[], positions: object[] = []) =>
    told('machine', { what: 'met', functions, positions })
  const fn = (name: string, dependsOn: string[]) => ({ name, essential: false, dependsOn, needs: [] })
  it('a function is met once; what it needs adds up', () => {
    const { metFunctions } = after(
      met([fn('print', ['K1']), fn('feed', ['K2'])]),
      met([{ ...fn('feed', ['K2', 'M1']), essential: true }]),
    )
    expect(metFunctions).toEqual([fn('print', ['K1']), fn('feed', ['K2', 'M1'])])
  })
  it('a position is met once, as it was said first', () => {
    const [k1, k2] = [
      { designator: 'K1', accepts: 'relay' },
      { designator: 'K2', accepts: 'relay' },
    ]
    const { metPositions } = after(met([], [k1]), met([], [{ ...k1, accepts: 'fuse' }, k2]))
    expect(metPositions).toEqual([k1, k2])
  })
})

describe('work', () => {
  const connection = (way: 'on' | 'off', more: object = {}) =>
    told('connection', { connector: 'P3', way, ...more })
  it('on a connector that no sheet lists may have reached anything, unless somebody said where it is', () => {
    const { steps, connections } = after(connection('off'), connection('on'))
    expect(steps.map((s) => [s.target, s.verb, s.reach, s.within, s.anywhere])).toEqual([
      [{ sort: 'wire', name: 'P3' }, 'disconnected', 'disturbed', [], true],
      [{ sort: 'wire', name: 'P3' }, 'connected', 'disturbed', [], true],
    ])
    expect(connections.size).toBe(0)
    expect(after(connection('off')).connections.get('P3')?.id).toBe(entryOf(0))
    const on = after(connection('off', { on: 'main board' }), connection('on'))
    expect(on.steps.map((s) => [s.within, s.anywhere])).toEqual([
      [['main board'], false],
      [['main board'], false],
    ])
  })
  it('on a connector that was met on no assembly reaches what depends on it, and nothing else', () => {
    const position = told('machine', {
      what: 'met',
      functions: [],
      positions: [
        { designator: 'P3', accepts: 'plug' },
        { designator: 'P4', accepts: 'plug' },
      ],
    })
    expect(after(position, connection('off')).steps[0]).toMatchObject({ within: [], anywhere: false })
  })
  it.each([
    [{ damage: true }, 'damaged'],
    [{ damage: false }, 'incident'],
    [{}, 'incident'],
  ])('an incident %j is a change of the whole machine, called %s', (more, verb) =>
    expect(after(told('incident', { words: 'it fell', ...more })).steps).toMatchObject([
      { target: { sort: 'machine', name: 'whole machine' }, reach: 'altered', verb, within: [] },
    ]),
  )
  const custody = (carriage: string) =>
    told('custody', { to: inStore('shelf 2'), carriage, purpose: 'exhibition' })
  it('carriage disturbs it, but by hand', () => {
    expect(after(custody('by hand')).steps).toEqual([])
    expect(after(custody('vehicle')).steps).toMatchObject([
      {
        target: { sort: 'machine', name: 'whole machine' },
        reach: 'disturbed',
        verb: 'carried by vehicle',
        within: [],
      },
    ])
    expect(after(custody('post'), custody('by hand')).custody.map((c) => c.id)).toEqual([
      entryOf(0),
      entryOf(1),
    ])
  })
})

describe('a test', () => {
  const test = told('test', { depth: 'short', gear: [], results: [{ fn: 'print', result: { is: 'pass' } }] })
  const power = (way: 'on' | 'off') => told('power', { way })
  const record = (...line: readonly Said[]) =>
    after(...line)
      .tests.get('print')
      ?.at(-1)
  const [sitting, another] = [entryOf(30), entryOf(31)]
  it.each<[string, Said[], boolean]>([
    ['nothing said of power', [], false],
    ['power went off in the same sitting', [{ body: power('off'), episode: sitting }], true],
    ['power went off in another sitting', [{ body: power('off'), episode: another }], false],
    ['power went off in no sitting', [power('off')], false],
    [
      'power came back since',
      [
        { body: power('off'), episode: sitting },
        { body: power('on'), episode: sitting },
      ],
      false,
    ],
  ])('after %s: was it off: %s', (_, before, off) =>
    expect(record(...before, { body: test, episode: sitting })?.switchedOff).toBe(off),
  )
  it('in no sitting, after power went off in none, is not known to be of the same', () =>
    expect(record(power('off'), test)?.switchedOff).toBe(false))
  it('comes after those before it', () =>
    expect(
      after(test, test)
        .tests.get('print')
        ?.map((r) => [r.entry.id, r.order]),
    ).toEqual([
      [entryOf(0), 0],
      [entryOf(1), 1],
    ]))
  it('power-ups are counted, also by sitting', () => {
    const up = { body: power('on'), episode: sitting }
    const { powerUps, powerUpsIn, powerUpOrder } = after(
      up,
      { body: power('off'), episode: sitting },
      up,
      power('on'),
    )
    expect([powerUps, powerUpOrder, [...powerUpsIn]]).toEqual([3, 3, [[sitting, 2]]])
  })
})

describe('screws', () => {
  const screws = (way: string, count: number, more: object = {}) =>
    told('fastening', { size: 'M3', way, count, ...more })
  const held = (...line: readonly Body[]) => after(...line).fasteners.get('M3')
  it('are counted by what was done with them; nothing is tightened that was not loosened', () => {
    expect(held(screws('off', 4))).toEqual({
      ...{ size: 'M3', off: 4, on: 0, loose: 0, missing: 0, lost: 0, cups: [], whats: [] },
    })
    expect(held(screws('off', 4), screws('on', 3), screws('lost', 1), screws('missing', 2))).toMatchObject({
      ...{ off: 4, on: 3, missing: 3, lost: 1 },
    })
    expect(held(screws('loosened', 3), screws('tightened', 1))?.loose).toBe(2)
    expect(held(screws('loosened', 1), screws('tightened', 3), screws('loosened', 2))?.loose).toBe(2)
  })
  it('lie in the cups that were named, each named once', () => {
    const line = [screws('off', 1, { cup: 'A', what: 'lid' }), screws('off', 1, { cup: 'B' })]
    expect(held(...line, screws('off', 2, { cup: 'A', what: 'lid' }))).toMatchObject({
      cups: ['A', 'B'],
      whats: ['lid'],
    })
  })
})

describe('what is open until it is ended', () => {
  const pairs: readonly [
    string,
    Body,
    Body,
    (end: EntryId) => Body,
    (m: ReturnType<typeof after>) => unknown[],
  ][] = [
    [
      'a hazard',
      told('hazard', { what: 'noted', words: 'split lead', barsPower: true }),
      told('hazard', { what: 'noted', words: 'sharp edge', barsPower: false }),
      (hazard) => told('hazard', { what: 'cleared', hazard }),
      (m) => m.hazards.map((h) => h.cleared?.id),
    ],
    [
      'a wait',
      told('wait', { what: 'dries', until: hourOf(30) }),
      told('wait', { what: 'rests', until: hourOf(31) }),
      (over) => told('wait', { over }),
      (m) => m.waits.map((w) => w.over?.id),
    ],
    [
      'a question',
      told('question', { what: 'asked', words: 'Which fuse?' }),
      told('question', { what: 'asked', words: 'Whose?' }),
      (question) => told('question', { what: 'answered', question, words: '1 A' }),
      (m) => m.questions.map((q) => q.answer?.id),
    ],
  ]
  it.each(pairs)('%s is ended by what names it, and no other is', (_, one, two, end, ended) => {
    expect(ended(after(one, two))).toEqual([undefined, undefined])
    expect(ended(after(one, two, end(entryOf(1))))).toEqual([undefined, entryOf(2)])
  })
  it.each(pairs.slice(0, 2))('%s that ended stays ended as it was', (_, one, two, end, ended) =>
    expect(ended(after(one, two, end(entryOf(0)), end(entryOf(0))))).toEqual([entryOf(2), undefined]),
  )
  it('a quick note is sorted into what came of it, each once', () => {
    const made = told('jot', { what: 'made', words: 'lid?' })
    const sorted = (...into: EntryId[]) => told('jot', { what: 'sorted', jot: entryOf(0), into })
    const jot = (...line: readonly Body[]) => after(made, ...line).jots[0]?.into
    expect(jot()).toBeUndefined()
    expect(jot(sorted(entryOf(9)))).toEqual([entryOf(9)])
    expect(jot(sorted(entryOf(9)), sorted(entryOf(9), entryOf(8)))).toEqual([entryOf(9), entryOf(8)])
  })
})

describe('since when a fault is there', () => {
  const onset = (of: string, words: string) => told('onset', { of, when: { is: words } })
  it('is what was said of it last, whatever its letters; of another, what was said of that', () => {
    const { onsets } = after(onset('Print', 'a'), onset('feed', 'b'), onset('print', 'c'))
    expect(onsets.map((s) => s.id)).toEqual([entryOf(1), entryOf(2)])
  })
  it('a search for a cause is kept in order', () => {
    const { diagnoses } = after(told('diagnosis', { what: 'begun' }), told('diagnosis', { what: 'ended' }))
    expect(diagnoses.map((s) => s.id)).toEqual([entryOf(0), entryOf(1)])
  })
})

describe('an episode', () => {
  const opened = told('episode', { what: 'opened', title: 'the feed' })
  const paused = (episode: EntryId, next: string) =>
    told('episode', { what: 'paused', episode, next, lie: 'on its side' })
  const closed = (episode: EntryId, next: string, deferred: object[] = []) =>
    told('episode', { what: 'closed', episode, next, deferred })
  const resumed = (episode: EntryId) => told('episode', { what: 'resumed', episode })
  const states = (...line: readonly Body[]) =>
    after(...line).episodes.map((e) => [e.number, e.state, e.next, e.lie, e.lastStep.id, e.closed?.id])
  it('is opened, paused, gone on with and closed; another of the same machine stays as it is', () => {
    const [first, second] = [entryOf(0), entryOf(1)]
    const untouched = [2, 'open', '', '', second, undefined]
    expect(states(opened, opened)).toEqual([[1, 'open', '', '', first, undefined], untouched])
    expect(states(opened, opened, paused(first, 'oil it'))).toEqual([
      [1, 'paused', 'oil it', 'on its side', entryOf(2), undefined],
      untouched,
    ])
    expect(states(opened, opened, paused(first, 'oil it'), resumed(first))).toEqual([
      [1, 'open', 'oil it', 'on its side', entryOf(3), undefined],
      untouched,
    ])
    expect(states(opened, opened, closed(first, 'show it'))).toEqual([
      [1, 'closed', 'show it', '', entryOf(2), entryOf(2)],
      untouched,
    ])
  })

  const tasks = (...line: readonly Said[]) =>
    after(...line).tasks.map((t) => [t.what, t.words, t.left.id, t.ended?.id])
  it('leaves its next step in place of the one that it left before, and beside that of another', () => {
    const [first, second] = [entryOf(0), entryOf(1)]
    const line = [opened, opened, paused(first, 'oil it'), paused(second, 'wash it')]
    expect(tasks(...line)).toEqual([
      ['next', 'oil it', entryOf(2), undefined],
      ['next', 'wash it', entryOf(3), undefined],
    ])
    expect(tasks(...line, resumed(first), paused(first, 'turn it'))).toEqual([
      ['next', 'wash it', entryOf(3), undefined],
      ['next', 'turn it', entryOf(5), undefined],
    ])
  })
  it('that is gone on with leaves what it left', () =>
    expect(tasks(opened, paused(entryOf(0), 'oil it'), resumed(entryOf(0)))).toHaveLength(1))
  it.each(['', '  ', 'nothing', 'None.', 'no', '-', '—'])('with “%s” as its next step leaves none', (next) =>
    expect(tasks(opened, paused(entryOf(0), next))).toEqual([]),
  )
  it.each(['nothing but the lid', 'note the serial', 'none of the keys'])('“%s” is a next step', (next) =>
    expect(tasks(opened, paused(entryOf(0), next))).toHaveLength(1),
  )
  const later = { what: 'the feet', reason: 'no rubber', until: '2027-05-01' }
  it('that is closed leaves what it deferred', () =>
    expect(tasks(opened, closed(entryOf(0), 'no', [later]))).toEqual([
      ['put off', 'the feet', entryOf(1), undefined],
    ]))
  const ended = (left: EntryId, task?: string) =>
    told('task', { what: 'done', left, ...(task ? { task } : {}) })
  it('what it left ends by name, in whatever letters; without one its next step does', () => {
    const line = [opened, closed(entryOf(0), 'show it', [later, { ...later, what: 'the cup' }])]
    const words = (...more: readonly Body[]) =>
      tasks(...line, ...more).flatMap(([, text, , end]) => (end ? [text] : []))
    expect(words(ended(entryOf(1)))).toEqual(['show it'])
    expect(words(ended(entryOf(1), 'The Feet'))).toEqual(['the feet'])
    expect(words(ended(entryOf(0), 'the feet'))).toEqual([])
    expect(tasks(...line, ended(entryOf(1), 'the feet'), ended(entryOf(1), 'the feet'))[1]?.[3]).toBe(
      entryOf(2),
    )
  })
  it('a next step that was done stays beside the one that is left after it', () => {
    const line = [opened, paused(entryOf(0), 'oil it'), ended(entryOf(1)), paused(entryOf(0), 'turn it')]
    expect(tasks(...line)).toEqual([
      ['next', 'oil it', entryOf(1), entryOf(2)],
      ['next', 'turn it', entryOf(3), undefined],
    ])
  })
  it('something put off by itself is open, with its reason', () =>
    expect(
      after(told('task', { what: 'put off', task: 'wax', reason: 'none here', until: '2027-04-01' })).tasks,
    ).toMatchObject([{ what: 'put off', words: 'wax', reason: 'none here', until: '2027-04-01' }]))
})

describe('advice, readings and precautions', () => {
  it('advice becomes what was made of it, and no other does', () => {
    const said = (words: string) => told('advice', { what: 'said', from: 'a friend', words })
    const became = told('advice', { what: 'became', advice: entryOf(0), entry: entryOf(9) })
    expect(after(said('try oil'), said('try heat'), became).advice.map((a) => a.became?.id)).toEqual([
      entryOf(2),
      undefined,
    ])
  })
  it('a precaution knows how often the machine was powered before it', () => {
    const up = told('power', { way: 'on' })
    const { precautions } = after(
      told('precaution', { what: 'plug out' }),
      up,
      told('precaution', { what: 'plug out' }),
    )
    expect(precautions.map((p) => [p.entry.id, p.powerUps, p.order])).toEqual([
      [entryOf(0), 0, 0],
      [entryOf(2), 1, 2],
    ])
  })
  it('a claim is kept with the function that it is about', () =>
    expect(
      after(
        told('claim', {
          claims: [
            { fn: 'print', says: 'works', words: 'fine' },
            { says: 'fails', words: 'dead' },
          ],
        }),
      ).claims.map((c) => [c.fn, c.says, c.words]),
    ).toEqual([
      ['print', 'works', 'fine'],
      [undefined, 'fails', 'dead'],
    ]))
  it('a reading is kept with its load and its instrument', () => {
    const reading = { point: 'TP1', read: { value: 5, unit: 'V' }, load: 'idle', instrument: 'meter 2' }
    const { readings } = after(told('reading', reading))
    expect(readings).toMatchObject([reading])
    expect(ids(readings)).toEqual([entryOf(0)])
  })
})

it('what is said of one machine is not said of another', () => {
  const other = '00000004-0000-7000-8000-0000000000ff' as MachineId
  const world = worldOf(told('hazard', { what: 'noted', words: 'split lead', barsPower: true }))
  expect(world.machines.get(other)).toBeUndefined()
  expect((world.parties as ReadonlyMap<PartyId, unknown>).size).toBe(0)
})
