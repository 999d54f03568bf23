import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import type { MachineId, PartId } from '#core/ids.ts'
import { found, slot } from '#core/testing/terminal.ts'
import { rows } from '../../db/connection.ts'
import { nowInstant } from '../../platform/clock.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'
import { rebuild } from './rebuild.ts'

let house: TestHouse
let steward: Agent
let volunteer: Agent
let home: MachineId
let other: MachineId

beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  volunteer = await house.as('volunteer')
  ;({
    machines: [home, other],
  } = await twoMachines(steward))
})
afterAll(() => house.stop())

const note = (words = 'looked at it') => draft({ kind: 'note', machine: home, words })
const view = async (id = home) => (await volunteer.get(`/api/machines/${id}`).expect(200)).body

describe('from the door to a status', () => {
  it('goes from not known over working to retest due and back', async () => {
    expect((await view()).status.word).toBe('not known')
    const all = [
      'self-test',
      'screen',
      'characters',
      'keyboard',
      'send',
      'receive',
      'bell',
      'brightness',
      'printer port',
    ].map((fn) => ({ fn, result: { is: 'pass' as const } }))
    const opened = draft({ kind: 'episode', what: 'opened', machine: home, title: 'first look' }, ago(60))
    await send(volunteer, [
      opened,
      draft(
        { kind: 'test', machine: home, depth: 'full', gear: [], results: all },
        { ...ago(50), episode: opened.id },
      ),
    ]).expect(200)
    expect((await view()).status.word).toBe('working')
    const part = found(home, 'IC31')
    const tray = { in: { kind: 'tray' as const, id: opened.id } }
    await send(volunteer, [
      draft(
        { kind: 'move', legs: [{ part, from: slot(home, 'IC31'), to: tray }] },
        { ...ago(40), episode: opened.id },
      ),
    ]).expect(200)
    expect((await view()).status.word).toBe('in pieces')
    await send(volunteer, [
      draft(
        { kind: 'move', legs: [{ part, from: tray, to: slot(home, 'IC31') }] },
        { ...ago(30), episode: opened.id },
      ),
    ]).expect(200)
    const due = await view()
    expect(due.status).toMatchObject({
      word: 'retest due',
      change: { kind: 'out and back', target: { name: 'IC31' } },
    })
    const closing = {
      kind: 'episode' as const,
      what: 'closed' as const,
      machine: home,
      episode: opened.id,
      next: 'nothing',
      report: [],
      deferred: [],
    }
    const refused = await send(volunteer, [draft(closing, { episode: opened.id })]).expect(409)
    expect(refused.body.entries[0]).toMatchObject({
      became: 'refused',
      refusal: { rule: 'closing-not-met', unmet: ['disturbed functions retested'] },
    })
    await send(volunteer, [
      draft(
        { kind: 'test', machine: home, depth: 'short', gear: [], results: all.slice(0, 3) },
        { ...ago(10), episode: opened.id },
      ),
    ]).expect(200)
    await send(volunteer, [draft(closing, { episode: opened.id })]).expect(200)
    expect((await view()).status.word).toBe('working')
    const list = (await volunteer.get('/api/machines?q=terminal%201').expect(200)).body
    expect(list.machines[0].status.word).toBe('working')
  })
})

describe('bad input', () => {
  it('names the field of a malformed entry and stores nothing of the sending', async () => {
    const good = note()
    const answer = await send(volunteer, [
      good,
      {
        ...note(),
        body: { kind: 'test', machine: home, depth: 'full', results: [{ fn: '', result: { is: 'pass' } }] },
      },
    ]).expect(400)
    expect(answer.headers['content-type']).toContain('application/problem+json')
    expect(answer.body).toMatchObject({ type: 'invalid', fields: [{ path: 'entries.1.body.results.0.fn' }] })
    expect(
      await rows(house.running.services.db, 'SELECT 1 FROM entries WHERE id = $1', [good.id]),
    ).toHaveLength(0)
  })

  const malformed: [string, () => unknown][] = [
    ['an unknown kind', () => ({ ...note(), body: { kind: 'spell', words: 'x' } })],
    ['an unknown key', () => ({ ...note(), colour: 'red' })],
    [
      'an unknown key in the body',
      () => ({ ...note(), body: { kind: 'note', machine: home, words: 'x', extra: 1 } }),
    ],
    ['no id', () => ({ ...note(), id: undefined })],
    ['an id that is none', () => ({ ...note(), id: 'x' })],
    [
      'a time that is none',
      () => ({ ...note(), happenedAt: { earliest: '2026-02-31T10:00:00.000Z', latest: 'later' } }),
    ],
    [
      'a time that ends before it begins',
      () => ({
        ...note(),
        happenedAt: { earliest: '2026-02-03T10:00:00.000Z', latest: '2026-02-02T10:00:00.000Z' },
      }),
    ],
    [
      'more good than there are',
      () =>
        draft({
          kind: 'test',
          machine: home,
          depth: 'full',
          gear: [],
          results: [{ fn: 'x', result: { is: 'partly', good: 5, of: 4 } }],
        }),
    ],
    [
      'one part moving twice in an act',
      () =>
        draft({
          kind: 'move',
          legs: [1, 2].map(() => ({
            part: found(home, 'IC40'),
            from: slot(home, 'IC40'),
            to: slot(home, 'IC41'),
          })),
        }),
    ],
    ['text instead of an entry', () => 'hello'],
  ]
  it.each(malformed)('refuses %s', async (_name, make) => {
    const answer = await send(volunteer, [make()]).expect(400)
    expect(answer.body.type).toBe('invalid')
    expect(answer.body.detail.length).toBeGreaterThan(10)
  })

  it('refuses what is no JSON, too large, or empty', async () => {
    const post = () =>
      volunteer
        .post('/api/entries')
        .set('x-anamnesis-token', volunteer.token)
        .set('content-type', 'application/json')
    expect((await post().send('{"entries": [').expect(400)).body.type).toBe('invalid')
    expect(
      (
        await post()
          .send(JSON.stringify({ entries: ['x'.repeat(2_100_000)] }))
          .expect(413)
      ).body.type,
    ).toBe('too-large')
    await send(volunteer, []).expect(400)
  })

  it('takes the same entry twice as one, and refuses other content under the same id with both shown', async () => {
    const entry = note('once')
    expect((await send(volunteer, [entry]).expect(200)).body.entries[0].became).toBe('recorded')
    expect((await send(volunteer, [entry]).expect(200)).body.entries[0].became).toBe('already recorded')
    // Its answer was lost on the way, and it comes again from the outbox of the device.
    const again = { ...entry, device: { id: 'a tablet', n: 1, offsetMs: 0 } }
    expect((await send(volunteer, [again], 'keep').expect(200)).body.entries[0].became).toBe(
      'already recorded',
    )
    const answer = await send(volunteer, [{ ...entry, body: { ...entry.body, words: 'twice' } }]).expect(409)
    expect(answer.body.entries[0]).toMatchObject({ became: 'refused', refusal: { rule: 'other-content' } })
    expect(answer.body.entries[0].both).toHaveLength(2)
    expect(
      await rows(house.running.services.db, 'SELECT 1 FROM entries WHERE id = $1', [entry.id]),
    ).toHaveLength(1)
  })

  it('refuses a time that lies ahead, with both times; from an outbox records it as uncertain', async () => {
    const ahead = new Date(Date.now() + 10 * 60_000).toISOString()
    const entry = { ...note(), happenedAt: { earliest: ahead, latest: ahead } }
    const answer = await send(volunteer, [entry]).expect(409)
    expect(answer.body.entries[0]).toMatchObject({
      became: 'refused',
      refusal: { rule: 'in-the-future', at: ahead },
    })
    const kept = await send(volunteer, [{ ...entry, device: { id: 'tablet 2', n: 1, offsetMs: 0 } }]).expect(
      200,
    )
    expect(kept.body.entries[0]).toMatchObject({ became: 'recorded', clockUncertain: true })
  })

  it('lifts an older shape and waits for a newer one', async () => {
    const older = {
      ...draft({
        kind: 'change',
        machine: home,
        target: { sort: 'surface', name: 'lid' },
        verb: 'wiped',
        reach: 'outside',
      }),
      v: 0,
    }
    expect((await send(volunteer, [older]).expect(200)).body.entries[0].became).toBe('recorded')
    // It waits by itself: what came with it is stored.
    const newer = { ...note(), v: 9 }
    const beside = note()
    const answer = (await send(volunteer, [newer, beside]).expect(200)).body.entries
    expect(answer).toMatchObject([
      { id: newer.id, became: 'newer', detail: expect.stringContaining('newer version') },
      { id: beside.id, became: 'recorded' },
    ])
    expect((await send(volunteer, [newer]).expect(409)).body.entries[0].became).toBe('newer')
  })

  it('refuses machines, people, gear and entries that nobody knows', async () => {
    const rule = async (entry: unknown) =>
      (await send(volunteer, [entry]).expect(409)).body.entries[0].refusal.rule
    expect(await rule(draft({ kind: 'note', machine: v7() as MachineId, words: 'x' }))).toBe(
      'unknown-machine',
    )
    expect(await rule({ ...note(), doneBy: v7() })).toBe('unknown-party')
    expect(await rule({ ...note(), amends: { entry: v7(), seen: [], how: 'correct', reason: 'x' } })).toBe(
      'unknown-entry',
    )
    expect(
      await rule(
        draft({
          kind: 'machine',
          what: 'registered',
          machine: v7() as MachineId,
          entryNumber: 'E-1',
          name: 'Twin',
          source: { how: 'gift' },
        }),
      ),
    ).toBe('number-taken')
  })
})

describe('two writers', () => {
  it('contests a stale correction: both are kept, the first stands, a person settles', async () => {
    const said = note('first words')
    await send(volunteer, [said]).expect(200)
    const correct = (words: string) => ({
      ...draft({ kind: 'note', machine: home, words }),
      amends: { entry: said.id, seen: [], how: 'correct' as const, reason: 'misread' },
    })
    await send(volunteer, [correct('second words')]).expect(200)
    const late = correct('third words')
    expect((await send(steward, [late]).expect(409)).body.entries[0]).toMatchObject({
      refusal: { rule: 'stale-amendment' },
      mayKeep: true,
    })
    expect((await send(steward, [late], 'keep').expect(200)).body.entries[0].became).toBe('contested')
    const row = () => view().then((v) => v.log.find((r: { id: string }) => r.id === said.id).body.words)
    expect(await row()).toBe('second words')
    await send(steward, [draft({ kind: 'settle', entry: late.id, outcome: 'happened' })]).expect(200)
    expect(await row()).toBe('third words')
  })

  it('lets one of fifty people take a part; the others learn who and since when', async () => {
    const part = found(other, 'IC40')
    const takes = Array.from({ length: 50 }, (_, i) =>
      draft({
        kind: 'move',
        legs: [{ part, from: slot(other, 'IC40'), to: { in: { kind: 'store', id: `bag ${i}` } } }],
      }),
    )
    const answers = await Promise.all(takes.map((entry) => send(volunteer, [entry])))
    const won = answers.filter((a) => a.status === 200)
    expect(won).toHaveLength(1)
    const winner = won[0]!.body.entries[0].id
    for (const answer of answers.filter((a) => a.status === 409)) {
      expect(answer.body.entries[0].refusal).toMatchObject({ rule: 'part-not-there', part, by: winner })
      expect(answer.body.entries[0].detail).toMatch(/recorded by A volunteer/)
    }
    expect(
      await rows(house.running.services.db, 'SELECT holder FROM placements WHERE part = $1', [part]),
    ).toHaveLength(1)
  })

  it('exchanges two chips in one act', async () => {
    const [a, b] = [found(home, 'IC41'), found(other, 'IC41')]
    const exchange = draft({
      kind: 'move',
      legs: [
        { part: a, from: slot(home, 'IC41'), to: slot(other, 'IC41') },
        { part: b, from: slot(other, 'IC41'), to: slot(home, 'IC41') },
      ],
    })
    await send(volunteer, [exchange]).expect(200)
    const placed = await rows<{ part: string; holder: string }>(
      house.running.services.db,
      'SELECT part, holder FROM placements WHERE part = ANY($1::uuid[])',
      [[a, b]],
    )
    expect(Object.fromEntries(placed.map((p) => [p.part, p.holder]))).toEqual({ [a]: other, [b]: home })
  })

  it('contests a late move that breaks a later one, until a person settles it', async () => {
    const part = found(home, 'LS1')
    await send(volunteer, [
      draft(
        {
          kind: 'move',
          legs: [{ part, from: slot(home, 'LS1'), to: { in: { kind: 'store', id: 'shelf' } } }],
        },
        ago(10),
      ),
    ]).expect(200)
    const late = draft(
      { kind: 'move', legs: [{ part, from: slot(home, 'LS1'), to: { in: { kind: 'rig', id: 'rig' } } }] },
      ago(20),
    )
    expect((await send(volunteer, [late], 'keep').expect(200)).body.entries[0]).toMatchObject({
      became: 'contested',
      contest: { rule: 'breaks-later-moves' },
    })
    expect((await view()).log.find((r: { id: string }) => r.id === late.id).contested.rule).toBe(
      'breaks-later-moves',
    )
    await send(volunteer, [
      draft({ kind: 'settle', entry: late.id, outcome: 'did not happen', words: 'asked both' }),
    ]).expect(200)
    expect((await view()).log.find((r: { id: string }) => r.id === late.id).contested).toBeUndefined()
  })

  it('stores a group whole or not at all', async () => {
    const part = v7() as PartId
    const together = 'one act'
    const good = draft(
      {
        kind: 'part',
        what: 'identified',
        part,
        tag: 'P-9001',
        place: { in: { kind: 'store', id: 'shelf' } },
      },
      { together },
    )
    const bad = draft(
      {
        kind: 'move',
        legs: [{ part, from: { in: { kind: 'store', id: 'nowhere' } }, to: slot(home, 'LS1') }],
        forced: { reason: 'x' },
      },
      { together },
    )
    const answer = await send(volunteer, [good, bad]).expect(409)
    expect(answer.body.entries.map((e: { became: string }) => e.became)).toEqual(['refused', 'refused'])
    expect(
      await rows(house.running.services.db, 'SELECT 1 FROM entries WHERE id = $1', [good.id]),
    ).toHaveLength(0)
  })
})

describe('projections', () => {
  it('agree with deriving everything from the entries', async () => {
    expect(await rebuild(house.running.services.db, nowInstant())).toEqual([])
  })

  it('come in the order in which they are seen: who asks for what came after the last one heard misses none', async () => {
    const { db } = house.running.services
    let heard = Number((await rows<{ seq: string }>(db, 'SELECT max(seq) AS seq FROM entries'))[0]!.seq)
    const before = heard
    const seen: number[] = []
    let writing = true
    const writers = Promise.all(
      Array.from({ length: 6 }, async (_, w) => {
        for (let i = 0; i < 15; i++)
          await send(volunteer, [
            draft({ kind: 'note', machine: w % 2 ? home : other, words: `writer ${w}, ${i}` }),
          ]).expect(200)
      }),
    ).then(() => (writing = false))
    const listen = async () => {
      const found = await rows<{ seq: string }>(db, 'SELECT seq FROM entries WHERE seq > $1 ORDER BY seq', [
        heard,
      ])
      for (const { seq } of found) seen.push((heard = Number(seq)))
    }
    while (writing) await listen()
    await writers
    await listen()
    const stored = (
      await rows<{ seq: string }>(db, 'SELECT seq FROM entries WHERE seq > $1 ORDER BY seq', [before])
    ).map((r) => Number(r.seq))
    expect(seen).toEqual(stored)
    expect(stored).toHaveLength(90)
  })
})
