/** Every route, file, export and live stream × role × relation to the machine, from one table. */
import http from 'node:http'
import sharp from 'sharp'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LotId, MachineId, PartId, PartyId } from '#core/ids.ts'
import { found, slot } from '#core/testing/terminal.ts'
import type { Role } from '#core/work/roles.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../testing/house.ts'

type Relation = 'granted' | 'granted before' | 'granted later' | 'other’s' | 'donor to the granted one'

let house: TestHouse
const agents = {} as Record<Role, Agent>
const machines = {} as Record<Relation, MachineId>
const photos = {} as Record<Relation, string>
const episodes = {} as Record<Relation, string>
let part: PartId
const lot = v7() as LotId
const relations: readonly Relation[] = ['granted', 'granted before', 'granted later', 'other’s', 'donor to the granted one']
const roles: readonly Role[] = ['steward', 'restorer', 'volunteer', 'guest']
const day = (offset: number) => new Date(Date.now() + offset * 86_400_000).toISOString()

beforeAll(async () => {
  house = await startHouse()
  for (const role of roles) agents[role] = await house.as(role)
  const { steward } = agents
  const first = await twoMachines(steward)
  machines.granted = first.machines[0]
  machines['donor to the granted one'] = first.machines[1]
  for (const [i, relation] of (['granted before', 'granted later', 'other’s'] as const).entries()) {
    machines[relation] = v7() as MachineId
    await send(steward, [
      draft(
        {
          kind: 'machine',
          what: 'registered',
          machine: machines[relation],
          entryNumber: `E-1${i}`,
          name: `Machine ${relation}`,
          type: first.type,
          source: { how: 'purchase', words: 'from a secret giver' },
          price: { minor: 9900, currency: 'EUR' },
          owner: house.people.guest.party,
        },
        ago(400),
      ),
    ]).expect(200)
  }
  const grant = (machine: MachineId, from: number, until: number) =>
    draft({ kind: 'rule', what: 'grant', party: house.people.guest.party, machine, granted: true, from: day(from), until: day(until) })
  await send(steward, [grant(machines.granted, -1, 30), grant(machines['granted before'], -30, -1), grant(machines['granted later'], 5, 30)]).expect(200)
  const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } })
    .png()
    .toBuffer()
  for (const relation of relations) {
    const machine = machines[relation]
    const stored = await steward.post(`/api/machines/${machine}/photos`).set('x-anamnesis-token', steward.token).attach('photo', picture, 'a.png').expect(201)
    const opened = draft({ kind: 'episode', what: 'opened', machine, title: 'a look' }, ago(60))
    const photo = draft({ kind: 'photo', machine, file: stored.body.file, width: 8, height: 8 }, ago(50))
    await send(steward, [opened, photo, draft({ kind: 'note', machine, words: 'the giver is a secret' }, ago(40))]).expect(200)
    photos[relation] = photo.id
    episodes[relation] = opened.id
  }
  part = found(machines['donor to the granted one'], 'IC40')
  await send(steward, [
    draft({ kind: 'move', legs: [{ part: found(machines.granted, 'IC40'), from: slot(machines.granted, 'IC40'), to: { in: { kind: 'store', id: 'safe room 2' } } }] }, ago(30)),
    draft({ kind: 'lot', what: 'identified', lot, partKind: 'M3 screw', tag: 'L-0001' }, ago(35)),
    draft({ kind: 'lot', what: 'got', lot, n: 50, place: { in: { kind: 'store', id: 'safe room 2' } }, origin: 'bought', price: { minor: 4711, currency: 'EUR' } }, ago(34)),
    draft({ kind: 'move', legs: [{ part, from: slot(machines['donor to the granted one'], 'IC40'), to: slot(machines.granted, 'IC40') }] }, ago(29)),
  ]).expect(200)
})
afterAll(() => house.stop())

/** What each role gets for a route about a machine; a guest's answer depends on the relation. */
const perMachine: { name: string; path: (r: Relation) => string; staff: Record<'steward' | 'restorer' | 'volunteer', number>; guest: (r: Relation) => number }[] = [
  { name: 'the machine', path: (r) => `/api/machines/${machines[r]}`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: (r) => (r === 'granted' ? 200 : 404) },
  {
    name: 'the machine at another time',
    path: (r) => `/api/machines/${machines[r]}?asOf=${day(-0.01)}`,
    staff: { steward: 200, restorer: 200, volunteer: 200 },
    guest: (r) => (r === 'granted' ? 200 : 404),
  },
  {
    name: 'its photograph',
    path: (r) => `/api/machines/${machines[r]}/photos/${photos[r]}`,
    staff: { steward: 200, restorer: 200, volunteer: 200 },
    guest: (r) => (r === 'granted' ? 200 : 404),
  },
  {
    name: 'another machine’s photograph through it',
    path: (r) => `/api/machines/${machines.granted}/photos/${photos[r]}`,
    staff: { steward: 0, restorer: 0, volunteer: 0 },
    guest: (r) => (r === 'granted' ? 200 : 404),
  },
  {
    name: 'its condition',
    path: (r) => `/api/machines/${machines[r]}/condition`,
    staff: { steward: 200, restorer: 200, volunteer: 200 },
    guest: (r) => (r === 'granted' ? 200 : 404),
  },
  {
    name: 'its condition between two dates',
    path: (r) => `/api/machines/${machines[r]}/condition?from=${day(-0.02)}&at=${day(-0.01)}`,
    staff: { steward: 200, restorer: 200, volunteer: 200 },
    guest: (r) => (r === 'granted' ? 200 : 404),
  },
  { name: 'its way in', path: (r) => `/api/machines/${machines[r]}/arrival`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'its record', path: (r) => `/api/machines/${machines[r]}/record`, staff: { steward: 200, restorer: 200, volunteer: 403 }, guest: () => 403 },
  { name: 'its donors', path: (r) => `/api/machines/${machines[r]}/donors`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'its modifications', path: (r) => `/api/machines/${machines[r]}/modifications`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'its originality', path: (r) => `/api/machines/${machines[r]}/originality`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'its map for renewal', path: (r) => `/api/machines/${machines[r]}/renewal`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'what to order for it', path: (r) => `/api/machines/${machines[r]}/renewal?as=csv`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'its episode', path: (r) => `/api/episodes/${episodes[r]}`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'its sheet', path: (r) => `/api/episodes/${episodes[r]}/sheet`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'its sheet as a table', path: (r) => `/api/episodes/${episodes[r]}/sheet?as=csv`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  { name: 'its entries, for a device', path: (r) => `/api/episodes/${episodes[r]}/entries`, staff: { steward: 200, restorer: 200, volunteer: 200 }, guest: () => 403 },
  {
    name: 'its episode before an entry',
    path: (r) => `/api/episodes/${episodes[r]}/context?before=${photos[r]}`,
    staff: { steward: 200, restorer: 200, volunteer: 200 },
    guest: () => 403,
  },
]

const houseWide: { path: () => string; least: Role }[] = [
  { path: () => '/api/bench', least: 'volunteer' },
  { path: () => '/api/machines', least: 'guest' },
  { path: () => '/api/parts', least: 'volunteer' },
  { path: () => `/api/parts/${part}`, least: 'volunteer' },
  { path: () => '/api/types', least: 'volunteer' },
  { path: () => '/api/gear', least: 'volunteer' },
  { path: () => '/api/policies', least: 'volunteer' },
  { path: () => '/api/methods', least: 'volunteer' },
  { path: () => '/api/meter', least: 'volunteer' },
  { path: () => '/api/stock', least: 'volunteer' },
  { path: () => '/api/needs', least: 'volunteer' },
  { path: () => '/api/needs?as=csv', least: 'volunteer' },
  { path: () => '/api/lots', least: 'volunteer' },
  { path: () => `/api/lots/${lot}`, least: 'volunteer' },
  { path: () => `/api/part-tags?ids=${part}`, least: 'volunteer' },
  { path: () => '/api/people', least: 'volunteer' },
  { path: () => '/api/next-numbers', least: 'volunteer' },
  { path: () => '/api/lookup/E-1', least: 'volunteer' },
  { path: () => '/api/views', least: 'volunteer' },
  { path: () => '/api/table', least: 'volunteer' },
  { path: () => '/api/batches', least: 'volunteer' },
  { path: () => '/api/agreement', least: 'volunteer' },
  { path: () => '/api/waits.ics', least: 'volunteer' },
]

describe.each(perMachine)('$name', ({ path, staff, guest }) => {
  for (const relation of relations) {
    it.each(['steward', 'restorer', 'volunteer'] as const)(`${relation}: %s`, async (role) => {
      const expected = staff[role] || (relation === 'granted' ? 200 : 404)
      await agents[role].get(path(relation)).expect(expected)
    })
    it(`${relation}: guest`, async () => void (await agents.guest.get(path(relation)).expect(guest(relation))))
    it(`${relation}: nobody`, async () => void (await fetch(house.running.address + path(relation)).then((r) => expect(r.status).toBe(401))))
  }
})

describe.each(houseWide.map((r, i) => ({ i, least: r.least })))('house-wide route $i', ({ i, least }) => {
  const order: readonly Role[] = ['guest', 'volunteer', 'restorer', 'steward']
  it.each(order)('%s', async (role) => {
    const allowed = order.indexOf(role) >= order.indexOf(least)
    await agents[role].get(houseWide[i]!.path()).expect(allowed ? 200 : 403)
  })
  it('nobody', async () => expect((await fetch(house.running.address + houseWide[i]!.path())).status).toBe(401))
})

describe('what a guest is shown of the granted machine', () => {
  it('has no price, other machine, other party, place of the store, or internal note', async () => {
    const text = (await agents.guest.get(`/api/machines/${machines.granted}`).expect(200)).text
    for (const secret of ['9900', 'secret', 'safe room', 'Terminal 2', 'E-2', machines['donor to the granted one'], 'A restorer', 'A steward']) expect(text).not.toContain(secret)
    expect(text).toContain('Terminal 1')
  })
  it('lists the granted machine only, without what waits inside the house', async () => {
    const { machines: list, total } = (await agents.guest.get('/api/machines').expect(200)).body
    expect(total).toBe(1)
    expect(list).toMatchObject([{ id: machines.granted, needs: [], due: [] }])
  })
})

describe('a volunteer', () => {
  it('sees no price', async () => {
    const answer = await agents.volunteer.get(`/api/machines/${machines['other’s']}`).expect(200)
    expect(answer.text).not.toContain('9900')
    expect((await agents.restorer.get(`/api/machines/${machines['other’s']}`)).text).toContain('9900')
    for (const path of ['/api/lots', `/api/lots/${lot}`]) expect((await agents.volunteer.get(path).expect(200)).text).not.toContain('4711')
    expect((await agents.restorer.get(`/api/lots/${lot}`)).text).toContain('4711')
  })
})

describe('writing', () => {
  const note = (machine: MachineId) => draft({ kind: 'note', machine, words: 'seen, and in order' })
  it.each(relations)('a guest’s note about the machine %s', async (relation) => {
    await send(agents.guest, [note(machines[relation])]).expect(relation === 'granted' ? 200 : 404)
  })
  it.each(relations)('a guest’s own consent about the machine %s', async (relation) => {
    const agreed = (by: PartyId) => draft({ kind: 'consent', machine: machines[relation], by, to: 'irreversible work', given: true, words: 'gladly' })
    await send(agents.guest, [agreed(house.people.guest.party)]).expect(relation === 'granted' ? 200 : 404)
    await send(agents.guest, [agreed(house.people.steward.party)]).expect(relation === 'granted' ? 409 : 404)
  })
  const forbidden: [string, Role, () => unknown, number][] = [
    ['a guest a test', 'guest', () => draft({ kind: 'test', machine: machines.granted, depth: 'full', gear: [], results: [{ fn: 'bell', result: { is: 'pass' } }] }), 409],
    ['a volunteer a house rule', 'volunteer', () => draft({ kind: 'rule', what: 'policy', key: 'run', option: 'not run', reason: 'x' }), 409],
    ['a volunteer a machine’s rule', 'volunteer', () => draft({ kind: 'rule', what: 'policy', key: 'run', option: 'not run', machine: machines.granted, reason: 'x' }), 409],
    ['a restorer a grant', 'restorer', () => draft({ kind: 'rule', what: 'grant', party: house.people.guest.party, machine: machines['other’s'], granted: true }), 409],
    ['a restorer an authorisation', 'restorer', () => draft({ kind: 'rule', what: 'authorisation', party: house.people.volunteer.party, authority: 'mains', granted: true }), 409],
    ['a volunteer a type sheet', 'volunteer', () => draft({ kind: 'type', type: v7() as never, sheet: { name: 'x' } as never }), 409],
    ['a volunteer a house method', 'volunteer', () => draft({ kind: 'method', what: 'written', method: v7() as never, recipe: { name: 'x', verb: 'clean' } as never }), 409],
    ['a volunteer a grade', 'volunteer', () => draft({ kind: 'grade', what: 'set', machine: machines.granted, grade: 1, reason: 'x' }), 409],
    ['a volunteer a value', 'volunteer', () => draft({ kind: 'value', machine: machines.granted, sort: 'market', amount: { minor: 1, currency: 'EUR' } }), 409],
    [
      'a guest a finding',
      'guest',
      () =>
        draft({
          kind: 'finding',
          what: 'noted',
          machine: machines.granted,
          zone: 'lid',
          sort: 'dirt',
          severity: 'trace',
          activity: 'stable',
          danger: 'none',
          contained: false,
          loaded: false,
          hypothesis: false,
        }),
      409,
    ],
    ['a volunteer the legal status', 'volunteer', () => draft({ kind: 'machine', what: 'stated', machine: machines.granted, set: { legal: 'accessioned' } }), 409],
  ]
  it.each(forbidden)('refuses %s', async (_name, role, make, code) => {
    const answer = await send(agents[role], [make()]).expect(code)
    expect(answer.body.entries[0].refusal).toEqual({ rule: 'not-allowed', act: expect.any(String) })
  })
  it('needs the token of the session: another site cannot write', async () => {
    const answer = await agents.volunteer
      .post('/api/entries')
      .send({ entries: [note(machines.granted)] })
      .expect(403)
    expect(answer.body.type).toBe('stale-page')
  })
  it('is over at once when the account is closed', async () => {
    const { account } = house.people.volunteer
    await agents.steward.patch(`/api/people/${account}`).set('x-anamnesis-token', agents.steward.token).send({ active: false }).expect(200)
    await agents.volunteer.get('/api/bench').expect(401)
    await agents.steward.patch(`/api/people/${account}`).set('x-anamnesis-token', agents.steward.token).send({ active: true }).expect(200)
    await agents.volunteer.get('/api/bench').expect(200)
  })
  it('does not leave the house without a steward', async () => {
    const answer = await agents.steward.patch(`/api/people/${house.people.steward.account}`).set('x-anamnesis-token', agents.steward.token).send({ role: 'volunteer' }).expect(409)
    expect(answer.body.detail).toContain('at least one steward')
  })
})

/** Reads a live stream until `enough` events came; answers them. */
function listen(agent: Agent, since: number | undefined, enough: number): Promise<{ machines: string[]; kinds: string[]; seq: number }[]> {
  const cookie = agent.jar.getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false }).toValueString()
  return new Promise((resolve, reject) => {
    const events: { machines: string[]; kinds: string[]; seq: number }[] = []
    const request = http.get(`${house.running.address}/api/live`, { headers: { cookie, ...(since === undefined ? {} : { 'last-event-id': String(since) }) } }, (response) => {
      if (response.statusCode !== 200) return reject(new Error(String(response.statusCode)))
      response.on('data', (chunk: Buffer) => {
        for (const line of chunk.toString().split('\n')) if (line.startsWith('data: ')) events.push(JSON.parse(line.slice(6)))
        if (events.length >= enough) {
          request.destroy()
          resolve(events)
        }
      })
    })
    request.on('error', () => events.length >= enough || reject(new Error('the stream broke')))
  })
}

describe('the live stream', () => {
  it('tells staff of every entry, a guest only of the granted machine', async () => {
    const staff = listen(agents.restorer, undefined, 2)
    const guest = listen(agents.guest, undefined, 1)
    await new Promise((resolve) => setTimeout(resolve, 150))
    await send(agents.steward, [draft({ kind: 'note', machine: machines['other’s'], words: 'one' })]).expect(200)
    await send(agents.steward, [draft({ kind: 'note', machine: machines.granted, words: 'two' })]).expect(200)
    expect((await staff).map((e) => e.machines[0])).toEqual([machines['other’s'], machines.granted])
    expect(await guest).toEqual([{ seq: expect.any(Number), machines: [machines.granted], kinds: [] }])
  })
  it('is resumed after the last event that was heard', async () => {
    const heard = listen(agents.restorer, 0, 12)
    const all = await heard
    expect(all.map((e) => e.seq)).toEqual([...all.map((e) => e.seq)].sort((a, b) => a - b))
    const tail = await listen(agents.restorer, all[9]!.seq, 2)
    expect(tail.slice(0, 2).map((e) => e.seq)).toEqual(all.slice(10, 12).map((e) => e.seq))
  })
  it('is closed to nobody', async () => expect((await fetch(`${house.running.address}/api/live`)).status).toBe(401))
})
