/** Every route, file, export and live stream × role × relation to the machine. The list of routes is the router's own. */
import http from 'node:http'
import sharp from 'sharp'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { asksOfRecord } from '#core/history/record.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import type { Role } from '#core/roles.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../testing/house.ts'
import { routesOf } from '../testing/routes.ts'
import type { Secrets } from '../testing/secrets-shape.ts'
import { tellSecrets } from '../testing/secrets.ts'

type Relation = 'granted' | 'granted before' | 'granted later' | 'other’s' | 'donor to the granted one'

let house: TestHouse
const agents = {} as Record<Role, Agent>
const machines = {} as Record<Relation, MachineId>
const photos = {} as Record<Relation, string>
const episodes = {} as Record<Relation, string>
let secrets: Secrets
let type: string
let invite: string
const relations: readonly Relation[] = [
  'granted',
  'granted before',
  'granted later',
  'other’s',
  'donor to the granted one',
]
const roles: readonly Role[] = ['steward', 'restorer', 'volunteer', 'guest']
const day = (offset: number) => new Date(Date.now() + offset * 86_400_000).toISOString()

beforeAll(async () => {
  house = await startHouse()
  for (const role of roles) agents[role] = await house.as(role)
  const { steward } = agents
  const first = await twoMachines(steward)
  type = first.type
  machines['donor to the granted one'] = first.machines[1]
  for (const [i, relation] of (
    ['granted', 'granted before', 'granted later', 'other’s'] as const
  ).entries()) {
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
          source: { how: 'purchase', words: 'bought of a widow' },
          price: { minor: 505001, currency: 'EUR' },
        },
        ago(400),
      ),
    ]).expect(200)
  }
  const grant = (machine: MachineId, from: number, until: number) =>
    draft({
      kind: 'rule',
      what: 'grant',
      party: house.people.guest.party,
      machine,
      granted: true,
      from: day(from),
      until: day(until),
    })
  await send(steward, [
    grant(machines.granted, -1, 30),
    grant(machines['granted before'], -30, -1),
    grant(machines['granted later'], 5, 30),
  ]).expect(200)
  const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } })
    .png()
    .toBuffer()
  let file = ''
  for (const relation of relations) {
    const machine = machines[relation]
    const stored = await steward
      .post(`/api/machines/${machine}/photos`)
      .set('x-anamnesis-token', steward.token)
      .attach('photo', picture, 'a.png')
      .expect(201)
    file = stored.body.file
    if (relation === 'granted') continue
    const opened = draft({ kind: 'episode', what: 'opened', machine, title: 'a look' }, ago(60))
    const photo = draft({ kind: 'photo', machine, file, width: 8, height: 8 }, ago(50))
    await send(steward, [opened, photo]).expect(200)
    photos[relation] = photo.id
    episodes[relation] = opened.id
  }
  const recording = Buffer.concat([Buffer.from([0x1a, 0x45, 0xdf, 0xa3]), Buffer.alloc(40, 7)])
  const voice = await steward
    .post(`/api/machines/${machines.granted}/voices`)
    .set('x-anamnesis-token', steward.token)
    .attach('voice', recording, 'v.webm')
    .expect(201)
  secrets = await tellSecrets(
    steward,
    machines.granted,
    machines['donor to the granted one'],
    house.people.steward.party,
    house.people.guest.party,
    file,
    voice.body.file,
  )
  photos.granted = secrets.ids.photo
  episodes.granted = secrets.ids.episode
  invite = (
    await steward
      .post('/api/people/invites')
      .set('x-anamnesis-token', steward.token)
      .send({ name: 'Somebody new', role: 'volunteer' })
      .expect(201)
  ).body.path
    .split('/')
    .pop()
})
afterAll(() => house.stop())

/** What a guest gets: refused as a role, or as their sight of the machine says; what the others get by their role. */
interface Route {
  readonly path: (r: Relation) => string
  /** The least role that is let in. `nobody`: no account is needed. */
  readonly least: Role | 'nobody'
  /** About one machine: a guest gets it while it is granted, and a route that is not for guests says so. */
  readonly machine?: boolean
  /** Something to send; a body that is refused as such shows that the right was given. */
  readonly send?: (r: Relation) => object
  readonly given?: number
}
const ofMachine = (rest: string, least: Role = 'volunteer'): Route => ({
  path: (r) => `/machines/${machines[r]}${rest}`,
  least,
  machine: true,
})
const ofEpisode = (rest: string): Route => ({
  path: (r) => `/episodes/${episodes[r]}${rest}`,
  least: 'volunteer',
  machine: true,
})
const ofHouse = (path: string | (() => string), least: Role = 'volunteer'): Route => ({
  path: typeof path === 'string' ? () => path : path,
  least,
})
const empty = { send: () => ({}), given: 400 }

const routes: Readonly<Record<string, readonly Route[]>> = {
  'GET /health': [{ path: () => '/health', least: 'nobody' }],
  'GET /session': [{ path: () => '/session', least: 'nobody' }],
  'POST /session': [{ path: () => '/session', least: 'nobody', ...empty }],
  'POST /setup': [{ path: () => '/setup', least: 'nobody', ...empty }],
  'GET /invitations/:token': [{ path: () => `/invitations/${invite}`, least: 'nobody' }],
  'POST /invitations/:token': [{ path: () => `/invitations/${invite}`, least: 'nobody', ...empty }],
  // Signing out is the last test of this file.
  'DELETE /session': [],
  'PUT /session/password': [{ path: () => '/session/password', least: 'guest', ...empty }],
  'POST /session/proof': [{ path: () => '/session/proof', least: 'guest', ...empty }],
  'GET /sessions': [{ path: () => '/sessions', least: 'guest' }],
  'DELETE /sessions/:name': [
    { path: () => `/sessions/${'0'.repeat(32)}`, least: 'guest', send: () => ({}), given: 404 },
  ],
  'GET /security-log': [ofHouse('/security-log', 'steward')],
  'PUT /session/pin': [{ path: () => '/session/pin', least: 'volunteer', ...empty }],
  'DELETE /session/pin': [{ path: () => '/session/pin', least: 'volunteer', send: () => ({}), given: 204 }],
  'POST /session/confirm': [{ path: () => '/session/confirm', least: 'volunteer', ...empty }],
  'GET /live': [],
  'GET /machines': [ofHouse('/machines', 'guest')],
  'GET /machines/:id': [
    ofMachine('', 'guest'),
    { ...ofMachine('', 'guest'), path: (r) => `/machines/${machines[r]}?asOf=${day(-0.01)}` },
  ],
  'GET /machines/:id/photos/:entry': [
    { path: (r) => `/machines/${machines[r]}/photos/${photos[r]}`, least: 'guest', machine: true },
    {
      path: (r) => `/machines/${machines[r]}/photos/${photos[r]}?size=original`,
      least: 'guest',
      machine: true,
    },
  ],
  'GET /machines/:id/condition': [
    ofMachine('/condition', 'guest'),
    {
      ...ofMachine('', 'guest'),
      path: (r) => `/machines/${machines[r]}/condition?from=${day(-0.02)}&at=${day(-0.01)}`,
    },
  ],
  'GET /machines/:id/arrival': [ofMachine('/arrival')],
  'GET /machines/:id/record': [ofMachine('/record', 'restorer')],
  'GET /machines/:id/cautions': [ofMachine('/cautions')],
  'GET /machines/:id/fault': [ofMachine('/fault')],
  'GET /machines/:id/donors': [ofMachine('/donors')],
  'GET /machines/:id/modifications': [ofMachine('/modifications')],
  'GET /machines/:id/originality': [ofMachine('/originality')],
  'GET /machines/:id/renewal': [ofMachine('/renewal'), ofMachine('/renewal?as=csv')],
  'GET /machines/:id/voices/:entry': [
    ofHouse(() => `/machines/${machines.granted}/voices/${secrets.ids.voice}`),
  ],
  'POST /machines/:id/photos': [{ ...ofMachine('/photos'), ...empty }],
  'POST /machines/:id/voices': [{ ...ofMachine('/voices'), ...empty }],
  'GET /episodes/:id': [ofEpisode('')],
  'GET /episodes/:id/sheet': [ofEpisode('/sheet'), ofEpisode('/sheet?as=csv'), ofEpisode('/sheet?as=md')],
  'GET /episodes/:id/entries': [ofEpisode('/entries')],
  'GET /episodes/:id/context': [
    {
      path: (r) => `/episodes/${episodes[r]}/context?before=${photos[r]}`,
      least: 'volunteer',
      machine: true,
    },
  ],
  'GET /episodes/:id/answer': asksOfRecord.flatMap((asks) =>
    ['bell', 'who gave it and the price', 'which shelf'].map((about) =>
      ofEpisode(`/answer?asks=${encodeURIComponent(asks)}&about=${encodeURIComponent(about)}`),
    ),
  ),
  'GET /bench': [ofHouse('/bench')],
  'GET /waits.ics': [ofHouse('/waits.ics')],
  'GET /agreement': [ofHouse('/agreement')],
  'GET /home': [ofHouse('/home', 'guest')],
  'GET /loans': [ofHouse('/loans', 'guest')],
  'GET /loans/:id': [ofHouse(() => `/loans/${secrets.ids.loan}`, 'guest')],
  'POST /loans/:id/photos': [{ ...ofHouse(() => `/loans/${secrets.ids.loan}/photos`, 'guest'), ...empty }],
  'GET /loans/:id/looks/:look/photos/:n': [
    { ...ofHouse(() => `/loans/${secrets.ids.loan}/looks/${v7()}/photos/0`, 'guest'), given: 404 },
  ],
  'GET /loans/:id/papers': [ofHouse(() => `/loans/${secrets.ids.loan}/papers`, 'guest')],
  'POST /loans/:id/papers': [{ ...ofHouse(() => `/loans/${secrets.ids.loan}/papers`), ...empty }],
  'POST /loans/:id/signed': [{ ...ofHouse(() => `/loans/${secrets.ids.loan}/signed`), ...empty }],
  'GET /loans/:id/papers/:paper': [
    // Which paper opens to whom: features/papers.
    { ...ofHouse(() => `/loans/${secrets.ids.loan}/papers/${v7()}`, 'guest'), given: 404 },
  ],
  'GET /machines/:id/treatments': [ofMachine('/treatments')],
  'POST /machines/:id/measure': [{ ...ofMachine('/measure'), ...empty }],
  'POST /camera/measure': [{ ...ofHouse('/camera/measure'), ...empty }],
  'GET /treating': [ofHouse('/treating')],
  'GET /house/position': [ofHouse('/house/position')],
  'PUT /house/position': [{ ...ofHouse('/house/position', 'steward'), ...empty }],
  'GET /reminders': [ofHouse('/reminders', 'guest')],
  'PUT /reminders': [{ ...ofHouse('/reminders', 'guest'), ...empty }],
  'POST /reminders/calendar': [{ ...ofHouse('/reminders/calendar', 'guest'), send: () => ({}), given: 201 }],
  'DELETE /reminders/calendar': [
    { ...ofHouse('/reminders/calendar', 'guest'), send: () => ({}), given: 204 },
  ],
  // Whoever has the address reads it; its own test says what stands in it.
  'GET /calendar/:token.ics': [],
  // Only in the demo.
  'GET /mail-tray': [],
  'GET /batches': [ofHouse('/batches')],
  'GET /batches/:id': [ofHouse(() => `/batches/${secrets.ids.batch}`)],
  'GET /batches/:id/whole': [ofHouse(() => `/batches/${secrets.ids.batch}/whole`)],
  'GET /gear': [ofHouse('/gear')],
  'GET /lookup/:word': [ofHouse('/lookup/E-10'), ofHouse('/lookup/L-0001'), ofHouse('/lookup/P-7777')],
  'GET /lots': [ofHouse('/lots')],
  'GET /lots/:id': [ofHouse(() => `/lots/${secrets.ids.lot}`)],
  'GET /plan': [ofHouse('/plan'), ofHouse('/plan?from=2026-12-01')],
  'GET /evenings.ics': [ofHouse('/evenings.ics')],
  'GET /practice': [ofHouse('/practice')],
  'GET /practice/runs/:id': [{ ...ofHouse(`/practice/runs/${v7()}`), given: 404 }],
  'POST /practice/runs': [{ ...ofHouse('/practice/runs'), ...empty }],
  'DELETE /practice/runs/:id': [{ ...ofHouse(`/practice/runs/${v7()}`), send: () => ({}), given: 204 }],
  'GET /practice/set': [ofHouse('/practice/set', 'steward')],
  'POST /practice/set': [{ ...ofHouse('/practice/set', 'steward'), ...empty }],
  'DELETE /practice/set/:id': [
    { ...ofHouse(`/practice/set/${v7()}`, 'steward'), send: () => ({}), given: 204 },
  ],
  'GET /meter': [ofHouse('/meter')],
  'POST /meter/readings': [{ ...ofHouse('/meter/readings'), ...empty }],
  'POST /meter/simulated-input': [{ ...ofHouse('/meter/simulated-input'), ...empty }],
  'GET /methods': [ofHouse('/methods')],
  'GET /words': [ofHouse('/words')],
  'GET /needs': [ofHouse('/needs'), ofHouse('/needs?as=csv')],
  'GET /next-numbers': [ofHouse('/next-numbers')],
  'GET /part-tags': [ofHouse(() => `/part-tags?ids=${secrets.ids.part}`)],
  'GET /parts': [ofHouse('/parts'), ofHouse('/parts?q=loudspeaker')],
  'GET /parts/:id': [ofHouse(() => `/parts/${secrets.ids.part}`)],
  'GET /people': [ofHouse('/people')],
  'PATCH /people/:id': [
    {
      ...ofHouse(() => `/people/${house.people.guest.account}`, 'steward'),
      send: () => ({ role: 'no role' }),
      given: 400,
    },
  ],
  'POST /people/invites': [{ ...ofHouse('/people/invites', 'steward'), ...empty }],
  'GET /policies': [ofHouse('/policies')],
  'GET /stock': [ofHouse('/stock')],
  'GET /table': [ofHouse('/table')],
  'POST /table': [{ ...ofHouse('/table', 'restorer'), ...empty }],
  'GET /types': [ofHouse('/types')],
  'GET /types/:id': [ofHouse(() => `/types/${type}`)],
  'GET /views': [ofHouse('/views')],
  'POST /views': [{ ...ofHouse('/views'), ...empty }],
  'DELETE /views/:id': [{ ...ofHouse(`/views/${v7()}`), send: () => ({}), given: 404 }],
  'POST /records': [{ ...ofHouse('/records', 'steward'), ...empty }],
  'POST /entries': [{ path: () => '/entries', least: 'guest', ...empty }],
}

const ask = (agent: Agent, name: string, route: Route, relation: Relation) => {
  const method = name.split(' ')[0]!.toLowerCase() as 'get' | 'post' | 'put' | 'patch' | 'delete'
  const asked = agent[method](`/api${route.path(relation)}`).set('x-anamnesis-token', agent.token)
  return route.send ? asked.send(route.send(relation)) : asked
}

it('knows every route of the server', () =>
  expect(Object.keys(routes).sort()).toEqual(routesOf(house.running.http)))

const order: readonly Role[] = ['guest', 'volunteer', 'restorer', 'steward']
describe.each(
  Object.entries(routes).flatMap(([name, list]) =>
    list.map((route, i) => ({ name: `${name}${i ? ` (${i})` : ''}`, key: name, route })),
  ),
)('$name', ({ key, route }) => {
  for (const relation of route.machine ? relations : (['granted'] as const)) {
    it.each(order)(`${relation}: %s`, async (role) => {
      const letIn = route.least === 'nobody' || order.indexOf(role) >= order.indexOf(route.least)
      const seen = role !== 'guest' || !route.machine || relation === 'granted'
      const expected = !letIn ? 403 : !seen ? 404 : (route.given ?? 200)
      // Tries without an account are counted: after some of them the answer is to wait.
      expect(route.least === 'nobody' && route.send ? [expected, 429] : [expected]).toContain(
        (await ask(agents[role], key, route, relation)).status,
      )
    })
    it(`${relation}: nobody`, async () => {
      const answer = await fetch(`${house.running.address}/api${route.path(relation)}`, {
        method: key.split(' ')[0]!,
        ...(route.send ? { body: '{}' } : {}),
      })
      // Without a session nothing is written either: the page of somebody not signed in has no token yet.
      expect(answer.status).toBe(route.least !== 'nobody' ? 401 : route.send ? 403 : 200)
    })
  }
})

/** Every answer that somebody may read, with what was asked. */
async function answersOf(role: Role): Promise<{ path: string; text: string }[]> {
  const answers: { path: string; text: string }[] = []
  for (const [name, list] of Object.entries(routes))
    for (const route of list) {
      if (!name.startsWith('GET ') || name.includes('photos') || name.includes('voices')) continue
      const answer = await ask(agents[role], name, route, 'granted').buffer(true)
      if (answer.status === 200) answers.push({ path: route.path('granted'), text: answer.text })
    }
  return answers
}

describe('what a guest is shown of the granted machine', () => {
  it('holds none of the secrets that stand in what a steward is shown', async () => {
    const staff = await answersOf('steward')
    const guest = await answersOf('guest')
    expect(guest.map((g) => g.path.replace(machines.granted, ':id').replace(/\?.*/, ''))).toEqual(
      expect.arrayContaining(['/machines', '/machines/:id', '/machines/:id/condition']),
    )
    const all = {
      ...secrets.guest,
      'what it cost': '505001',
      'where it came from': 'bought of a widow',
      'who wrote': 'A steward',
    }
    for (const [what, text] of Object.entries(all)) {
      expect(
        staff.some((s) => s.text.includes(text)),
        `${what} stands in no answer to a steward`,
      ).toBe(true)
      expect(
        guest.filter((g) => g.text.includes(text)).map((g) => g.path),
        `${what} is shown to a guest`,
      ).toEqual([])
    }
    expect(guest.some((g) => g.text.includes('Machine granted'))).toBe(true)
  })
  it('lists the granted machine only', async () => {
    const { machines: list, total } = (await agents.guest.get('/api/machines').expect(200)).body
    expect(total).toBe(1)
    expect(list).toMatchObject([{ id: machines.granted, needs: [], due: [], waits: [] }])
  })
  it('cannot be sorted out by what they may not see', async () => {
    for (const filter of ['in quarantine', 'lends parts', 'entry unfinished', 'on loan'])
      expect(
        (await agents.guest.get(`/api/machines?filter=${encodeURIComponent(filter)}`).expect(200)).body.total,
      ).toBe(1)
  })
  it('is given no photograph that was taken back, and none with what the camera wrote', async () => {
    await agents.steward
      .get(`/api/machines/${machines.granted}/photos/${secrets.ids.withdrawnPhoto}`)
      .expect(200)
    await agents.guest
      .get(`/api/machines/${machines.granted}/photos/${secrets.ids.withdrawnPhoto}`)
      .expect(404)
    const placed = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#345' } })
      .withExif({
        IFD0: { Artist: 'An author' },
        IFD3: { GPSLatitude: '59/1 54/1 0/1', GPSLatitudeRef: 'N' },
      })
      .jpeg()
      .toBuffer()
    const { file } = (
      await agents.steward
        .post(`/api/machines/${machines.granted}/photos`)
        .set('x-anamnesis-token', agents.steward.token)
        .attach('photo', placed, 'a.jpg')
        .expect(201)
    ).body
    const photo = draft({ kind: 'photo', machine: machines.granted, file, width: 9, height: 9 })
    await send(agents.steward, [photo]).expect(200)
    const original = (agent: Agent) =>
      agent
        .get(`/api/machines/${machines.granted}/photos/${photo.id}?size=original`)
        .buffer(true)
        .parse((response, done) => {
          const chunks: Buffer[] = []
          response.on('data', (chunk: Buffer) => chunks.push(chunk))
          response.on('end', () => done(null, Buffer.concat(chunks)))
        })
    const staff = (await original(agents.steward).expect(200)).body as Buffer
    const guest = (await original(agents.guest).expect(200)).body as Buffer
    expect((await sharp(staff).metadata()).exif).toBeDefined()
    expect(await sharp(guest).metadata()).toMatchObject({ width: 9, height: 9 })
    expect((await sharp(guest).metadata()).exif).toBeUndefined()
    expect(guest.includes('An author')).toBe(false)
  })
})

describe('a volunteer', () => {
  it('is shown no price that a restorer is shown', async () => {
    const restorer = await answersOf('restorer')
    const volunteer = await answersOf('volunteer')
    for (const [what, text] of Object.entries({ ...secrets.prices, 'what it cost': '505001' })) {
      expect(
        restorer.some((s) => s.text.includes(text)),
        `${what} stands in no answer to a restorer`,
      ).toBe(true)
      expect(
        volunteer.filter((g) => g.text.includes(text)).map((g) => g.path),
        `${what} is shown to a volunteer`,
      ).toEqual([])
    }
  })
  it('is shown none in words either', async () => {
    const text = (await answersOf('volunteer')).map((a) => a.text).join('\n')
    for (const words of ['7,070.01', '6,060.01', '5,050.01', '9,090.01']) expect(text).not.toContain(words)
  })
})

describe('writing', () => {
  const note = (machine: MachineId) => draft({ kind: 'note', machine, words: 'seen, and in order' })
  it.each(relations)('a guest’s note about the machine %s', async (relation) => {
    await send(agents.guest, [note(machines[relation])]).expect(relation === 'granted' ? 200 : 404)
  })
  it.each(relations)('a guest’s own consent about the machine %s', async (relation) => {
    const agreed = (by: PartyId) =>
      draft({
        kind: 'consent',
        machine: machines[relation],
        by,
        to: 'irreversible work',
        given: true,
        words: 'gladly',
      })
    await send(agents.guest, [agreed(house.people.guest.party)]).expect(relation === 'granted' ? 200 : 404)
    await send(agents.guest, [agreed(house.people.steward.party)]).expect(relation === 'granted' ? 409 : 404)
  })
  const forbidden: [string, Role, () => unknown, number][] = [
    [
      'a guest a test',
      'guest',
      () =>
        draft({
          kind: 'test',
          machine: machines.granted,
          depth: 'full',
          gear: [],
          results: [{ fn: 'bell', result: { is: 'pass' } }],
        }),
      409,
    ],
    [
      'a volunteer a house rule',
      'volunteer',
      () => draft({ kind: 'rule', what: 'policy', key: 'run', option: 'not run', reason: 'x' }),
      409,
    ],
    [
      'a volunteer a machine’s rule',
      'volunteer',
      () =>
        draft({
          kind: 'rule',
          what: 'policy',
          key: 'run',
          option: 'not run',
          machine: machines.granted,
          reason: 'x',
        }),
      409,
    ],
    [
      'a restorer a grant',
      'restorer',
      () =>
        draft({
          kind: 'rule',
          what: 'grant',
          party: house.people.guest.party,
          machine: machines['other’s'],
          granted: true,
        }),
      409,
    ],
    [
      'a restorer an authorisation',
      'restorer',
      () =>
        draft({
          kind: 'rule',
          what: 'authorisation',
          party: house.people.volunteer.party,
          authority: 'mains',
          granted: true,
        }),
      409,
    ],
    [
      'a volunteer a type sheet',
      'volunteer',
      () => draft({ kind: 'type', type: v7() as never, sheet: { name: 'x' } as never }),
      409,
    ],
    [
      'a volunteer a house method',
      'volunteer',
      () =>
        draft({
          kind: 'method',
          what: 'written',
          method: v7() as never,
          recipe: { name: 'x', verb: 'clean' } as never,
        }),
      409,
    ],
    [
      'a volunteer a grade',
      'volunteer',
      () => draft({ kind: 'grade', what: 'set', machine: machines.granted, grade: 1, reason: 'x' }),
      409,
    ],
    [
      'a volunteer a value',
      'volunteer',
      () =>
        draft({
          kind: 'value',
          machine: machines.granted,
          sort: 'market',
          amount: { minor: 1, currency: 'EUR' },
        }),
      409,
    ],
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
    [
      'a volunteer an accessioned machine',
      'volunteer',
      () =>
        draft({
          kind: 'machine',
          what: 'registered',
          machine: v7() as MachineId,
          entryNumber: 'E-77',
          name: 'x',
          source: { how: 'gift' },
          legal: 'accessioned',
        }),
      409,
    ],
    [
      'a volunteer an accession number',
      'volunteer',
      () =>
        draft({
          kind: 'machine',
          what: 'registered',
          machine: v7() as MachineId,
          entryNumber: 'E-78',
          name: 'x',
          source: { how: 'gift' },
          accessionNumber: 'ACC-1',
        }),
      409,
    ],
    [
      'a volunteer the role of a steward',
      'volunteer',
      () => draft({ kind: 'party', party: v7() as PartyId, name: 'x', sort: 'person', roles: ['Steward'] }),
      409,
    ],
    [
      'a volunteer the name of a member',
      'volunteer',
      () =>
        draft({
          kind: 'party',
          party: house.people.restorer.party,
          name: 'Somebody else',
          sort: 'person',
          roles: [],
        }),
      409,
    ],
    [
      'a volunteer an override as steward',
      'volunteer',
      () =>
        draft({
          kind: 'override',
          machine: machines.granted,
          check: 'closing',
          rule: 'tray empty',
          reason: 'x',
          role: 'steward',
        }),
      409,
    ],
    [
      'a guest a note in a steward’s name',
      'guest',
      () =>
        draft(
          { kind: 'note', machine: machines.granted, words: 'released' },
          { doneBy: house.people.steward.party },
        ),
      409,
    ],
    [
      'a volunteer the legal status',
      'volunteer',
      () =>
        draft({ kind: 'machine', what: 'stated', machine: machines.granted, set: { legal: 'accessioned' } }),
      409,
    ],
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
    await agents.steward
      .patch(`/api/people/${account}`)
      .set('x-anamnesis-token', agents.steward.token)
      .send({ active: false })
      .expect(200)
    await agents.volunteer.get('/api/bench').expect(401)
    await agents.steward
      .patch(`/api/people/${account}`)
      .set('x-anamnesis-token', agents.steward.token)
      .send({ active: true })
      .expect(200)
    await agents.volunteer.get('/api/bench').expect(200)
  })
  it('does not leave the house without a steward', async () => {
    const answer = await agents.steward
      .patch(`/api/people/${house.people.steward.account}`)
      .set('x-anamnesis-token', agents.steward.token)
      .send({ role: 'volunteer' })
      .expect(409)
    expect(answer.body.detail).toContain('at least one steward')
  })
})

/** Reads a live stream until `enough` events came; answers them. */
function listen(
  agent: Agent,
  since: number | undefined,
  enough: number,
): Promise<{ machines: string[]; kinds: string[]; seq: number }[]> {
  const cookie = agent.jar
    .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
    .toValueString()
  return new Promise((resolve, reject) => {
    const events: { machines: string[]; kinds: string[]; seq: number }[] = []
    const request = http.get(
      `${house.running.address}/api/live`,
      { headers: { cookie, ...(since === undefined ? {} : { 'last-event-id': String(since) }) } },
      (response) => {
        if (response.statusCode !== 200) return reject(new Error(String(response.statusCode)))
        response.on('data', (chunk: Buffer) => {
          for (const line of chunk.toString().split('\n'))
            if (line.startsWith('data: ')) events.push(JSON.parse(line.slice(6)))
          if (events.length >= enough) {
            request.destroy()
            resolve(events)
          }
        })
      },
    )
    request.on('error', () => events.length >= enough || reject(new Error('the stream broke')))
  })
}

describe('the live stream', () => {
  it('tells staff of every entry, a guest only of the granted machine', async () => {
    const staff = listen(agents.restorer, undefined, 2)
    const guest = listen(agents.guest, undefined, 1)
    await new Promise((resolve) => setTimeout(resolve, 150))
    await send(agents.steward, [draft({ kind: 'note', machine: machines['other’s'], words: 'one' })]).expect(
      200,
    )
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
  it('is closed to nobody', async () =>
    expect((await fetch(`${house.running.address}/api/live`)).status).toBe(401))
})
