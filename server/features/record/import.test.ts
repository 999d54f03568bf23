/** A record that comes in: judged entry by entry, with nothing of the house changed by it. */
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MachineRecord } from '#core/formats/record.ts'
import type { Entry } from '#core/history/entry.ts'
import type { MachineId, PartId, PartyId } from '#core/ids.ts'
import { pointAt } from '#core/quantity/time.ts'
import { found, slot } from '#core/testing/terminal.ts'
import { rows } from '../../db/connection.ts'
import { AccountModel } from '../../db/models.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

/** One house at a time has the models: the record is made in the first, and brought to the second. */
let record: MachineRecord
let machine: MachineId
let house: TestHouse
let steward: Agent
beforeAll(async () => {
  const from = await startHouse()
  const sender = await from.as('steward')
  ;[machine] = (await twoMachines(sender)).machines
  await send(sender, [
    draft(
      { kind: 'machine', what: 'stated', machine, set: { legal: 'accessioned', accessionNumber: 'ACC 9' } },
      ago(60),
    ),
    draft(
      { kind: 'rule', what: 'policy', key: 'run', option: 'not run', machine, reason: 'ruled there' },
      ago(50),
    ),
    draft(
      {
        kind: 'move',
        legs: [
          {
            part: found(machine, 'IC40'),
            from: slot(machine, 'IC40'),
            to: { in: { kind: 'store', id: 'their shelf' } },
          },
        ],
      },
      ago(40),
    ),
    draft({ kind: 'note', machine, words: 'written there' }, ago(30)),
  ]).expect(200)
  record = (await sender.get(`/api/machines/${machine}/record`).expect(200)).body
  await from.stop()
  house = await startHouse()
  steward = await house.as('steward')
})
afterAll(() => house.stop())

const post = (body: unknown) =>
  steward
    .post('/api/records')
    .set('x-anamnesis-token', steward.token)
    .send(body as object)
const last = () => record.entries.at(-1)!
/** An entry as a forger would write it into a file. */
const forged = (body: Entry['body'], more: Partial<Entry> = {}): Entry => ({
  id: v7() as never,
  v: 1,
  happenedAt: pointAt(last().happenedAt.latest),
  basis: 'seen',
  body,
  about: [],
  house: last().house,
  recordedAt: last().recordedAt,
  receivedAt: last().receivedAt,
  seq: record.entries.length + 1,
  recordedBy: house.people.steward.account as never,
  became: 'recorded',
  ...more,
})
const withMore = (...entries: Entry[]) => ({
  ...record,
  entries: [...record.entries, ...entries.map((e, i) => ({ ...e, seq: record.entries.length + 1 + i }))],
})
const stored = async () =>
  Number((await rows<{ n: string }>(house.running.services.db, 'SELECT count(*) AS n FROM entries'))[0]!.n)

describe('a record file', () => {
  it('is a steward’s to read', async () => {
    const restorer = await house.as('restorer')
    await restorer.post('/api/records').set('x-anamnesis-token', restorer.token).send(record).expect(403)
  })
  it.each<[string, () => unknown, RegExp]>([
    [
      'without the machine that it is of',
      () => ({ ...record, machine: v7() }),
      /does not register the machine/,
    ],
    ['with an entry twice', () => ({ ...record, entries: [...record.entries, last()] }), /stands twice/],
    [
      'with a picture that nothing names',
      () => ({
        ...record,
        files: {
          ['2c26b46b68ffc68ff99b453c1d30413413422d706483bfa0f98a5e886266e7ae']:
            Buffer.from('foo').toString('base64'),
        },
      }),
      /none of its entries names/,
    ],
    [
      'about somebody whom nobody knows',
      () => withMore(forged({ kind: 'note', machine, words: 'x' }, { doneBy: v7() as PartyId })),
      /cannot be admitted/,
    ],
    [
      'about another machine, unknown here',
      () => withMore(forged({ kind: 'note', machine: v7() as MachineId, words: 'x' })),
      /cannot be admitted/,
    ],
    ['of a kind that does not exist', () => withMore(forged({ kind: 'spell' } as never)), /no entry of kind/],
    [
      'with text that cannot be kept',
      () => withMore(forged({ kind: 'note', machine, words: 'x\u0000' })),
      /cannot be kept/,
    ],
    [
      'nested too deep',
      () => JSON.parse(`${'['.repeat(80)}${']'.repeat(80)}`) as unknown,
      /nested more than/,
    ],
    [
      'too long',
      () => withMore(...Array.from({ length: 5001 }, () => forged({ kind: 'note', machine, words: 'x' }))),
      /up to 5000 entries/,
    ],
    ['that is none', () => ({ format: 'other' }), /no record of a machine/],
  ])('%s is refused whole', async (_name, make, sentence) => {
    const before = await stored()
    const answer = await post(make())
    expect([400, 409, 413]).toContain(answer.status)
    expect(answer.body.detail).toMatch(sentence)
    expect(await stored()).toBe(before)
  })
  it('changes nothing of the house: no rule, no name, no role, no type, and no machine that is here', async () => {
    const own = v7() as MachineId
    await send(steward, [
      draft({
        kind: 'machine',
        what: 'registered',
        machine: own,
        entryNumber: 'OWN-1',
        name: 'Own',
        source: { how: 'gift' },
      }),
    ]).expect(200)
    const party = house.people.steward.party
    const file = withMore(
      forged({
        kind: 'rule',
        what: 'authorisation',
        party: house.people.volunteer.party,
        authority: 'picture tube',
        granted: true,
      }),
      forged({ kind: 'rule', what: 'grant', party: house.people.guest.party, machine: own, granted: true }),
      forged({ kind: 'rule', what: 'policy', key: 'run', option: 'not run', reason: 'forged' }),
      forged({ kind: 'party', party, name: 'Forged name', sort: 'person', roles: [] }),
    )
    expect(
      (
        await post(
          withMore(forged({ kind: 'machine', what: 'stated', machine: own, set: { legal: 'disposed' } })),
        ).expect(409)
      ).body.detail,
    ).toMatch(/cannot be admitted|has this machine already/)
    const answer = (await post(file).expect(201)).body
    expect(answer).toMatchObject({ machine, added: record.entries.length, present: 0, leftOut: 4 })
    const people = (await steward.get('/api/people').expect(200)).body.people as {
      party: string
      name: string
      authorisations: unknown[]
      grants: unknown[]
    }[]
    expect(people.find((p) => p.party === party)).toMatchObject({ name: 'A steward' })
    expect(people.flatMap((p) => [...p.authorisations, ...p.grants])).toEqual([])
    expect(JSON.stringify((await steward.get('/api/policies')).body)).not.toContain('forged')
    const page = (await steward.get(`/api/machines/${machine}`).expect(200)).body
    expect(page.plate).toMatchObject({ legal: 'accessioned', number: 'ACC 9' })
    expect(page.given).toMatchObject([{ position: 'IC40', to: 'their shelf' }])
    expect(page.policies.find((p: { key: string }) => p.key === 'run')).toMatchObject({ own: false })
  })
  it('names nobody of this house as its writer but the one who brought it', async () => {
    const accounts = new Set((await AccountModel.findAll()).map((a) => a.id))
    const writers = await rows<{ by: string }>(
      house.running.services.db,
      `SELECT DISTINCT e.entry->>'recordedBy' AS by FROM entries e JOIN entry_subjects s ON s.entry = e.id WHERE s.subject = $1`,
      [machine],
    )
    expect(writers.filter((w) => accounts.has(w.by))).toEqual([])
  })
  it('is known when it comes again, and refused where it says something else', async () => {
    expect((await post(record).expect(201)).body).toMatchObject({
      added: 0,
      present: record.entries.length,
      leftOut: 0,
    })
    const changed = {
      ...record,
      entries: record.entries.map((e) =>
        e.body.kind === 'note' ? { ...e, body: { ...e.body, words: 'forged' } } : e,
      ),
    }
    expect((await post(changed).expect(409)).body.type).toBe('other-content')
    expect(
      (await post(withMore(forged({ kind: 'note', machine, words: 'added to what is here' }))).expect(409))
        .body.detail,
    ).toMatch(/has this machine already/)
    expect(
      (
        await post(
          withMore(
            forged({
              kind: 'part',
              what: 'identified',
              part: v7() as PartId,
              tag: 'P-1',
              place: slot(machine, 'X'),
            }),
          ),
        ).expect(409)
      ).body.detail,
    ).toMatch(/has this machine already/)
  })
  it('leaves the server answering while it is judged', async () => {
    const other = v7() as MachineId
    const many = {
      ...record,
      machine: other,
      entries: [
        ...record.entries.filter((e) => e.body.kind === 'party' || e.body.kind === 'type'),
        forged({
          kind: 'machine',
          what: 'registered',
          machine: other,
          entryNumber: 'E-LONG',
          name: 'Long',
          source: { how: 'gift' },
        }),
        ...Array.from({ length: 1500 }, (_, i) =>
          forged({
            kind: 'reading',
            machine: other,
            point: `p${i}`,
            read: { value: 5, unit: 'V', asWritten: '5 V' },
          }),
        ),
      ],
    }
    let reading = true
    const importing = post({ ...many, entries: many.entries.map((e, i) => ({ ...e, seq: i + 1 })) }).then(
      (r) => {
        reading = false
        return r
      },
    )
    const waits: number[] = []
    while (reading) {
      const began = performance.now()
      await steward.get('/api/health').expect(200)
      waits.push(performance.now() - began)
    }
    expect((await importing).status).toBe(201)
    expect(waits.length).toBeGreaterThan(3)
  })
})
