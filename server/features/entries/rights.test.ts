/** Rights: of the entry that is amended, of what is settled, of who says they did it; and that what was withdrawn is withdrawn. */
import { v7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { MachineId, PartId, PartyId } from '#core/ids.ts'
import type { Draft } from '#core/history/entry.ts'
import { found, slot } from '#core/testing/terminal.ts'
import { AccountModel } from '../../db/models.ts'
import {
  ago,
  draft,
  password,
  send,
  startHouse,
  twoMachines,
  type Agent,
  type TestHouse,
} from '../../testing/house.ts'
import { createPerson } from '../session/new-person.ts'
import { signIn } from '../../testing/house.ts'

let house: TestHouse
let steward: Agent
let restorer: Agent
let volunteer: Agent
let guest: Agent
let second: Agent
let secondParty: PartyId
let home: MachineId
let other: MachineId
beforeAll(async () => {
  house = await startHouse()
  const person = await createPerson(house.running.services, {
    name: 'Second guest',
    email: 'second@example.org',
    password,
    role: 'guest',
  })
  secondParty = person.party as PartyId
  steward = await house.as('steward')
  restorer = await house.as('restorer')
  volunteer = await house.as('volunteer')
  guest = await house.as('guest')
  second = await signIn(house.running.address, 'second@example.org')
})
beforeEach(async () => {
  const { machines } = await fresh()
  ;[home, other] = machines
})
afterAll(() => house.stop())

let family = 0
/** Two machines of a type, new for every test: their numbers are the house's next ones. */
async function fresh() {
  family++
  const machines: [MachineId, MachineId] = [v7() as MachineId, v7() as MachineId]
  if (family === 1) return twoMachines(steward)
  const [type] = (await steward.get('/api/types').expect(200)).body.types as { id: string }[]
  await send(
    steward,
    machines.map((machine, i) =>
      draft(
        {
          kind: 'machine',
          what: 'registered',
          machine,
          entryNumber: `R-${family}-${i}`,
          name: 'Terminal',
          type: type!.id as never,
          source: { how: 'gift' },
        },
        ago(500),
      ),
    ),
  ).expect(200)
  return { machines }
}
const amend = (
  target: Draft,
  body: Draft['body'],
  how: 'correct' | 'withdraw' = 'correct',
  ...seen: string[]
): Draft =>
  draft(body, {
    happenedAt: target.happenedAt,
    amends: { entry: target.id, seen: seen as never, how, reason: 'a trial' },
  })
const withdraw = (target: Draft) => amend(target, { kind: 'withdrawal' }, 'withdraw')
const became = async (agent: Agent, entry: Draft, contested?: 'keep') => {
  const { status, body } = await send(agent, [entry], contested)
  const [answer] = (body.entries ?? []) as {
    became: string
    refusal?: { rule: string }
    contest?: { rule: string }
  }[]
  return answer
    ? `${answer.became}${answer.refusal ? ` ${answer.refusal.rule}` : answer.contest ? ` ${answer.contest.rule}` : ''}`
    : String(status)
}
const told = async (agent: Agent, entry: Draft) => {
  expect(await became(agent, entry)).toBe('recorded')
  return entry
}
const grant = (machine: MachineId, party: PartyId, more: object = {}) =>
  draft({ kind: 'rule', what: 'grant', party, machine, granted: true, ...more })

describe('an id that is taken', () => {
  it('gives nothing of the stored entry away, but to its own writer', async () => {
    await told(steward, grant(home, house.people.guest.party))
    const custody = await told(
      steward,
      draft({
        kind: 'custody',
        machine: home,
        to: { in: { kind: 'store', id: 'the strong room' } },
        carriage: 'by hand',
        purpose: 'storage',
      }),
    )
    const registered = await told(
      steward,
      draft({ kind: 'value', machine: home, sort: 'market', amount: { minor: 121212, currency: 'EUR' } }),
    )
    for (const [agent, id] of [
      [guest, custody.id],
      [volunteer, registered.id],
      [guest, registered.id],
    ] as const) {
      const { status, text } = await send(agent, [
        { ...draft({ kind: 'note', machine: home, words: 'mine' }), id },
      ])
      expect(status).toBe(409)
      expect(text).not.toMatch(/strong room|121212/)
    }
    const own = await told(volunteer, draft({ kind: 'note', machine: home, words: 'the first words' }))
    expect(
      (
        await send(volunteer, [
          { ...own, body: { kind: 'note', machine: home, words: 'other words' } },
        ]).expect(409)
      ).text,
    ).toContain('the first words')
  })
})

describe('an amendment', () => {
  it('needs the right of what it amends', async () => {
    const legal = await told(
      steward,
      draft({ kind: 'machine', what: 'stated', machine: home, set: { legal: 'accessioned' } }),
    )
    const value = await told(
      steward,
      draft({ kind: 'value', machine: home, sort: 'market', amount: { minor: 100, currency: 'EUR' } }),
    )
    const policy = await told(
      steward,
      draft({ kind: 'rule', what: 'policy', key: 'run', option: 'not run', reason: 'x' }),
    )
    const revoked = await told(
      steward,
      draft({
        kind: 'rule',
        what: 'authorisation',
        party: house.people.volunteer.party,
        authority: 'mains',
        granted: false,
      }),
    )
    for (const target of [legal, value, policy, revoked]) {
      expect(await became(volunteer, withdraw(target))).toBe('refused not-allowed')
      expect(await became(steward, withdraw(target))).toBe('recorded')
    }
  })
  it('of a registration needs a steward once one has said whose the machine is', async () => {
    const machine = v7() as MachineId
    const plain = {
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber: `X-${machine}`,
      name: 'x',
      source: { how: 'gift' },
    } as const
    const registered = await told(volunteer, draft(plain))
    expect(await became(volunteer, amend(registered, { ...plain, name: 'y' }))).toBe('recorded')
    const [first] = (await steward.get(`/api/machines/${machine}`)).body.log as {
      latestAmendments: string[]
    }[]
    const corrected = amend(
      registered,
      { ...plain, accessionNumber: `ACC-${machine}` },
      'correct',
      ...first!.latestAmendments,
    )
    expect(await became(volunteer, corrected)).toBe('refused not-allowed')
    expect(await became(steward, corrected)).toBe('recorded')
    expect(await became(volunteer, amend(registered, { ...plain, name: 'z' }, 'correct', corrected.id))).toBe(
      'refused not-allowed',
    )
    expect(
      await became(volunteer, amend(registered, { ...plain, legal: 'disposed' }, 'correct', corrected.id)),
    ).toBe('refused not-allowed')
  })
  it('of a guest is of their own entries on machines that they may see now', async () => {
    await told(steward, grant(home, house.people.guest.party))
    await told(steward, grant(home, secondParty))
    const staff = await told(steward, draft({ kind: 'note', machine: home, words: 'of the house' }))
    const elsewhere = await told(steward, draft({ kind: 'note', machine: other, words: 'of the house' }))
    const own = await told(guest, draft({ kind: 'note', machine: home, words: 'mine' }))
    const note = { kind: 'note', machine: home, words: 'changed' } as const
    expect(await became(guest, amend(staff, note))).toBe('refused unknown-entry')
    expect(await became(guest, amend(elsewhere, note))).toBe('404')
    expect(await became(second, amend(own, note))).toBe('refused unknown-entry')
    expect(await became(guest, amend(own, note))).toBe('recorded')
    const consent = await told(
      guest,
      draft({
        kind: 'consent',
        machine: home,
        by: house.people.guest.party,
        to: 'irreversible work',
        given: true,
        words: 'yes',
      }),
    )
    expect(await became(second, amend(consent, { ...consent.body, machine: home } as Draft['body']))).toMatch(
      /refused/,
    )
    await told(
      steward,
      draft({ kind: 'rule', what: 'grant', party: house.people.guest.party, machine: home, granted: false }),
    )
    expect(await became(guest, amend(own, { ...note, words: 'after it ended' }))).toBe('404')
  })
})

describe('what a steward takes back is taken back', () => {
  it('a grant', async () => {
    const granted = await told(steward, grant(home, house.people.guest.party))
    await guest.get(`/api/machines/${home}`).expect(200)
    await told(steward, withdraw(granted))
    await guest.get(`/api/machines/${home}`).expect(404)
  })
  it('an authorisation, a house policy, what was said of gear, a type sheet', async () => {
    const party = house.people.volunteer.party
    const authorised = await told(
      steward,
      draft({ kind: 'rule', what: 'authorisation', party, authority: 'lithium', granted: true }),
    )
    const authorities = async () =>
      (
        (await steward.get('/api/people').expect(200)).body.people as {
          party: string
          authorisations: { authority: string }[]
        }[]
      )
        .find((p) => p.party === party)!
        .authorisations.map((a) => a.authority)
    expect(await authorities()).toContain('lithium')
    await told(steward, withdraw(authorised))
    expect(await authorities()).not.toContain('lithium')

    const policy = await told(
      steward,
      draft({ kind: 'rule', what: 'policy', key: 'as-found depth', option: 'full', reason: 'a trial' }),
    )
    const chosen = async () => JSON.stringify((await steward.get('/api/policies').expect(200)).body)
    expect(await chosen()).toContain('a trial')
    await told(steward, withdraw(policy))
    expect(await chosen()).not.toContain('a trial')

    const gear = v7() as never
    await told(
      steward,
      draft({ kind: 'gear', what: 'identified', gear, name: 'A tape', gearKind: 'tape', attributes: {} }),
    )
    const tested = draft({
      kind: 'test',
      machine: home,
      depth: 'full',
      gear: [gear],
      results: [{ fn: 'bell', result: { is: 'pass' } }],
    })
    await told(steward, tested)
    const unfit = await told(
      steward,
      draft({ kind: 'gear', what: 'unfit', gear, need: 'tape', since: null, because: 'a trial' }),
    )
    const bell = async () =>
      (
        (await steward.get(`/api/machines/${home}`).expect(200)).body.functions as {
          fn: string
          word: string
        }[]
      ).find((f) => f.fn === 'bell')!.word
    const before = await bell()
    await told(steward, withdraw(unfit))
    expect(await bell()).toBe('works')
    expect(['void', 'works', 'weakly']).toContain(before)
    expect(JSON.stringify((await steward.get('/api/gear').expect(200)).body)).not.toContain('a trial')
  })
})

describe('an authorised act of another person', () => {
  const discharged = (more: Partial<Draft> = {}) =>
    draft(
      { kind: 'precaution', machine: home, what: 'tube discharged' },
      { doneBy: house.people.restorer.party, ...more },
    )
  it('that was kept as contested is settled by them, and not by its writer', async () => {
    const kept = discharged()
    expect(await became(volunteer, kept, 'keep')).toBe('contested pin-needed')
    const settle = draft({ kind: 'settle', entry: kept.id, outcome: 'happened' })
    expect(await became(volunteer, settle)).toBe('refused pin-needed')
    expect(await became(steward, { ...settle, id: v7() as never })).toBe('refused pin-needed')
    expect(await became(restorer, { ...settle, id: v7() as never })).toBe('recorded')
  })
  it('is not come by with a correction', async () => {
    const plain = await told(volunteer, draft({ kind: 'precaution', machine: home, what: 'plug out' }))
    const into = {
      ...amend(plain, { kind: 'precaution', machine: home, what: 'tube discharged' }),
      doneBy: house.people.restorer.party,
    }
    expect(await became(volunteer, into)).toBe('refused pin-needed')
    expect(await became(volunteer, { ...into, id: v7() as never }, 'keep')).toBe('contested pin-needed')
  })
  it('is vouched for by a PIN as long as that PIN and that account are there', async () => {
    const put = (body: object) =>
      restorer.put('/api/session/pin').set('x-anamnesis-token', restorer.token).send(body)
    const confirm = (pin: string) =>
      volunteer
        .post('/api/session/confirm')
        .set('x-anamnesis-token', volunteer.token)
        .send({ party: house.people.restorer.party, pin })
    for (const pin of ['0000', '1234', '9876']) await put({ password, pin }).expect(400)
    await put({ password, pin: '4829' }).expect(204)
    await confirm('4829').expect(204)
    expect(await became(volunteer, discharged())).toBe('recorded')
    await restorer.delete('/api/session/pin').set('x-anamnesis-token', restorer.token).expect(204)
    expect(await became(volunteer, discharged())).toBe('refused pin-needed')
    await put({ password, pin: '4829' }).expect(204)
    expect(await became(volunteer, discharged())).toBe('refused pin-needed')
    await confirm('4829').expect(204)
    expect(await became(volunteer, discharged())).toBe('recorded')
    const close = (active: boolean) =>
      steward
        .patch(`/api/people/${house.people.restorer.account}`)
        .set('x-anamnesis-token', steward.token)
        .send({ active })
        .expect(200)
    await close(false)
    expect(await became(volunteer, discharged())).toBe('refused pin-needed')
    await close(true)
  })
  it('counts wrong PINs that come at once, each of them', async () => {
    await AccountModel.update(
      { pinTries: 0, pinLockedUntil: null },
      { where: { party: house.people.restorer.party } },
    )
    const confirm = () =>
      volunteer
        .post('/api/session/confirm')
        .set('x-anamnesis-token', volunteer.token)
        .send({ party: house.people.restorer.party, pin: '1111' })
    const statuses = (await Promise.all(Array.from({ length: 30 }, confirm))).map((r) => r.status)
    expect(statuses.filter((s) => s === 403)).toHaveLength(5)
    expect(statuses.filter((s) => s === 429)).toHaveLength(25)
  })
  it('and so are wrong passwords for setting one', async () => {
    const put = () =>
      volunteer
        .put('/api/session/pin')
        .set('x-anamnesis-token', volunteer.token)
        .send({ password: 'a guess of a password', pin: '4829' })
    const statuses: number[] = []
    for (let i = 0; i < 8; i++) statuses.push((await put()).status)
    expect(statuses).toEqual([403, 403, 403, 403, 403, 429, 429, 429])
  })
})

describe('a contested act', () => {
  it('is settled as having happened by somebody else, or by a steward; anybody may say of their own that it did not', async () => {
    const part = found(home, 'IC40')
    const out = (to: string, minutes: number) =>
      draft(
        { kind: 'move', legs: [{ part, from: slot(home, 'IC40'), to: { in: { kind: 'rig', id: to } } }] },
        ago(minutes),
      )
    await told(steward, out('first', 30))
    const late = out('second', 20)
    expect(await became(volunteer, late, 'keep')).toBe('contested part-not-there')
    expect(await became(volunteer, draft({ kind: 'settle', entry: late.id, outcome: 'happened' }))).toBe(
      'refused own-contest',
    )
    expect(
      await became(volunteer, draft({ kind: 'settle', entry: late.id, outcome: 'did not happen' })),
    ).toBe('recorded')
  })
})

describe('what is said in another’s name', () => {
  it('a consent of somebody else is told', async () => {
    const consent = draft({
      kind: 'consent',
      machine: home,
      by: house.people.guest.party,
      to: 'irreversible work',
      given: true,
      words: 'yes',
    })
    expect(await became(volunteer, consent)).toBe('refused not-their-word')
    expect(await became(volunteer, { ...consent, id: v7() as never, basis: 'told' })).toBe('recorded')
  })
  it('a steward who is named for giving away a part of an accessioned machine says so themselves', async () => {
    await told(
      steward,
      draft({ kind: 'machine', what: 'stated', machine: home, set: { legal: 'accessioned' } }),
    )
    const discard = (authority: PartyId) =>
      draft({
        kind: 'move',
        legs: [
          {
            part: found(home, 'LS1'),
            from: slot(home, 'LS1'),
            to: { in: { kind: 'gone', id: 'discarded' } },
          },
        ],
        authority,
      })
    expect(await became(volunteer, discard(house.people.volunteer.party))).toBe(
      'refused accessioned-needs-authority',
    )
    expect(await became(volunteer, discard(house.people.steward.party))).toBe('refused pin-needed')
    expect(await became(steward, discard(house.people.steward.party))).toBe('recorded')
  })
  it('nobody but a steward says anything of those who sign in here', async () => {
    const party = {
      kind: 'party' as const,
      party: house.people.steward.party,
      name: 'Somebody else',
      sort: 'person' as const,
      roles: [] as string[],
    }
    expect(await became(volunteer, draft(party))).toBe('refused not-allowed')
    const giver = v7() as PartyId
    await told(volunteer, draft({ ...party, party: giver, name: 'A giver', roles: ['giver'] }))
    await told(
      volunteer,
      draft({ ...party, party: giver, name: 'A giver of another name', roles: ['giver'] }),
    )
    expect(await became(volunteer, draft({ ...party, party: giver, roles: ['steward'] }))).toBe(
      'refused not-allowed',
    )
  })
})

describe('a part', () => {
  it('is never inside itself, alone or by way of another', async () => {
    const p = v7() as PartId
    const q = v7() as PartId
    const shelf = { in: { kind: 'store' as const, id: 'shelf' } }
    const inside = (part: PartId, position = 'X1') => ({
      in: { kind: 'assembly' as const, id: part },
      position,
    })
    for (const part of [p, q])
      await told(
        volunteer,
        draft({ kind: 'part', what: 'identified', part, partKind: 'card', place: shelf }, ago(30)),
      )
    const both = draft(
      {
        kind: 'move',
        legs: [
          { part: p, from: shelf, to: inside(q) },
          { part: q, from: shelf, to: inside(p) },
        ],
      },
      ago(20),
    )
    expect(await became(volunteer, both)).toBe('refused holds-itself')
    expect(
      await became(
        volunteer,
        draft({ kind: 'part', what: 'identified', part: v7() as PartId, place: inside(p, 'X2') }),
      ),
    ).toBe('recorded')
    const self = v7() as PartId
    expect(
      await became(volunteer, draft({ kind: 'part', what: 'identified', part: self, place: inside(self) })),
    ).toBe('refused holds-itself')
    // One after the other, the later one written first.
    await told(volunteer, draft({ kind: 'move', legs: [{ part: q, from: shelf, to: inside(p) }] }, ago(10)))
    expect(
      await became(
        volunteer,
        draft({ kind: 'move', legs: [{ part: p, from: shelf, to: inside(q) }] }, ago(15)),
      ),
    ).toBe('refused holds-itself')
    await volunteer.get(`/api/parts/${p}`).expect(200)
  })
})
