/** Condition through the interface of the server: blind surveys stay blind, evidence and prices stay inside. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let steward: Agent
let first: Agent
let second: Agent
let machine: MachineId
let other: MachineId
let minutes = 400

beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  first = await house.as('restorer')
  second = await house.as('volunteer')
  ;[machine, other] = (await twoMachines(steward)).machines
})
afterAll(() => house.stop())

type Noted = Extract<BodyOf<'finding'>, { what: 'noted' }>
const finding = (zone: string, sort: Noted['sort'], more: Partial<Noted> = {}): Body => ({
  kind: 'finding',
  what: 'noted',
  machine,
  zone,
  sort,
  severity: 'disfigures',
  activity: 'stable',
  danger: 'none',
  contained: false,
  loaded: false,
  hypothesis: false,
  ...more,
})
async function tell(
  agent: Agent,
  role: 'restorer' | 'volunteer' | 'steward',
  body: Body,
  episode?: EntryId,
): Promise<EntryId> {
  const entry = { ...draft(body, { ...ago(--minutes), episode }), doneBy: house.people[role].party }
  const answer = await send(agent, [entry])
  expect(answer.body.entries?.[0]?.became).toBe('recorded')
  return entry.id
}
const condition = async (agent: Agent, query = '') =>
  (await agent.get(`/api/machines/${machine}/condition${query}`).expect(200)).body

describe('a survey', () => {
  it('grades nothing before anybody looked', async () => {
    expect(await condition(first)).toMatchObject({ looked: 0, zones: expect.any(Array), history: [] })
    expect((await condition(first)).grade).toBeUndefined()
  })

  it('counts zones, finds the worst, names what would lift it', async () => {
    const survey = await tell(first, 'restorer', { kind: 'survey', what: 'begun', machine, blind: false })
    await tell(first, 'restorer', {
      kind: 'survey',
      what: 'looked',
      machine,
      survey,
      zone: 'labels',
      is: 'nothing to note',
    })
    await tell(first, 'restorer', {
      kind: 'survey',
      what: 'looked',
      machine,
      survey,
      zone: 'cables and accessories',
      is: 'not reached',
      because: 'taped up',
    })
    await tell(first, 'restorer', finding('chassis', 'rust', { survey, activity: 'active', place: 'foot' }))
    const view = await condition(first)
    expect(view).toMatchObject({
      grade: 3,
      looked: 2,
      of: 9,
      lifts: [{ sort: 'rust', lift: 'treat it, then re-inspect' }],
      open: { id: survey, blind: false },
    })
    expect(view.zones.find((z: { zone: string }) => z.zone === 'cables and accessories')).toMatchObject({
      looked: false,
      notReached: 'taped up',
    })
    await tell(first, 'restorer', { kind: 'survey', what: 'ended', machine, survey })
  })

  it('done blind shows its writer nothing that others found, in any answer, until it ends', async () => {
    const secret = await tell(first, 'restorer', {
      kind: 'photo',
      machine,
      file: 'c'.repeat(64),
      width: 4,
      height: 4,
      finding: (await condition(first)).zones.flatMap((z: { findings: { id: EntryId }[] }) => z.findings)[0]
        .id,
    })
    const episode = await tell(first, 'restorer', {
      kind: 'episode',
      what: 'opened',
      machine,
      title: 'a closer look',
    })
    await tell(
      first,
      'restorer',
      finding('chassis', 'rust', { severity: 'trace', place: 'foot of the stand' }),
      episode,
    )
    const survey = await tell(second, 'volunteer', { kind: 'survey', what: 'begun', machine, blind: true })
    const seen = await condition(second)
    expect(seen).toMatchObject({ hidden: true, looked: 0, opinions: [], history: [] })
    const now = new Date().toISOString()
    const lot = await tell(steward, 'steward', {
      kind: 'batch',
      name: 'Two of them',
      machines: [machine, other],
      price: { minor: 300, currency: 'EUR' },
    })
    const view = `/api/machines/${machine}`
    const paths = [view, `${view}?asOf=${now}`, `${view}?knownAt=${now}`, '/api/bench', `/api/episodes/${episode}`, `/api/batches/${lot}`, '/api/table'] // prettier-ignore
    const others = await Promise.all(paths.map(async (path) => (await second.get(path).expect(200)).text))
    const line = (csv: string | undefined) => csv?.split('\n').find((row) => row.startsWith('E-1,'))
    expect(line((await first.get('/api/table').expect(200)).text)).toContain('3 Poor so far')
    expect(line(others.at(-1))).not.toContain('3 Poor so far')
    const { body: list } = await second.get('/api/machines').expect(200)
    expect(list.machines.find((m: { id: string }) => m.id === machine).condition).toEqual({
      looked: 0,
      of: 9,
    })
    expect(
      (await first.get('/api/machines').expect(200)).body.machines.find(
        (m: { id: string }) => m.id === machine,
      ).condition.grade,
    ).toBe(3)
    const whole = JSON.stringify([seen, others])
    for (const hidden of ['foot', 'rust', secret]) expect(whole).not.toContain(hidden)
    // The others go on seeing theirs, and not the blind one's.
    await tell(second, 'volunteer', finding('boards', 'dirt', { survey, severity: 'trace' }))
    await tell(second, 'volunteer', finding('chassis', 'rust', { survey, activity: 'stable' }))
    expect(await condition(first)).toMatchObject({ hidden: false, grade: 3, looked: 2 })
    await tell(second, 'volunteer', { kind: 'survey', what: 'ended', machine, survey })
    const after = await condition(second)
    expect(after.hidden).toBe(false)
    expect(after.opinions[0].zones[0]).toMatchObject({
      zone: 'chassis',
      first: 3,
      second: 2,
      both: [{ differ: ['activity'] }],
    })
    expect(after.opinions[0].pairs).toBe(1)
  })

  it('a finding of a blind survey becomes the machine’s own when it is taken over', async () => {
    const view = await condition(first)
    const only = view.opinions[0].zones.find((z: { zone: string }) => z.zone === 'boards').onlySecond[0]
    await tell(first, 'restorer', { kind: 'finding', what: 'taken over', machine, finding: only.id })
    expect((await condition(first)).zones.find((z: { zone: string }) => z.zone === 'boards')).toMatchObject({
      looked: true,
      findings: [{ id: only.id }],
    })
  })

  it('is compared at two dates', async () => {
    const before = new Date(Date.now() - 398.5 * 60_000).toISOString()
    expect((await condition(first, `?from=${before}`)).compared.findings[0]).toMatchObject({
      difference: 'new',
    })
  })

  it('is answered to the house by pairs of people', async () => {
    const { body } = await second.get('/api/agreement').expect(200)
    expect(body).toMatchObject({
      house: { pairs: 1, equal: 0, surveys: 1 },
      people: [{ first: 'A restorer', second: 'A volunteer' }],
      leastPairs: 20,
    })
    expect(body.house.kappa).toBeUndefined()
  })
})

describe('the way in', () => {
  it('keeps prices and values from a volunteer', async () => {
    await tell(steward, 'steward', {
      kind: 'value',
      machine,
      sort: 'market',
      amount: { minor: 77700, currency: 'EUR' },
    })
    expect((await first.get(`/api/machines/${machine}/arrival`).expect(200)).text).toContain('77700')
    expect((await second.get(`/api/machines/${machine}/arrival`).expect(200)).text).not.toMatch(/[:"]77700\b/)
    expect((await second.get(`/api/machines/${machine}`).expect(200)).text).not.toMatch(/[:"]77700\b/)
  })
  it('refuses a receipt to a party nobody knows', async () => {
    const unknown = 'ffffffff-0000-7000-8000-000000000001'
    const answer = await send(first, [
      draft({ kind: 'receipt', machine, to: unknown as never, items: ['a lead'], terms: '' }),
    ])
    expect(answer.body.entries[0]).toMatchObject({ became: 'refused', refusal: { rule: 'unknown-party' } })
  })
  it('refuses a pin that names neither a finding nor a position, with its sentence', async () => {
    const answer = await send(first, [
      draft({ kind: 'pin', machine, photo: machine as never, x: 0.5, y: 0.5 }),
    ])
    expect(answer.status).toBe(400)
    expect(answer.text).toContain('A pin names a finding or a position.')
  })
})

describe('a lot', () => {
  it('is one entry about all its units, with shares for those who see prices', async () => {
    const [a, b] = (await steward.get('/api/machines').expect(200)).body.machines.map(
      (m: { id: MachineId }) => m.id,
    )
    const lot = await tell(steward, 'steward', {
      kind: 'batch',
      name: 'Two terminals',
      machines: [a, b],
      price: { minor: 1001, currency: 'EUR' },
    })
    const view = (await first.get(`/api/batches/${lot}`).expect(200)).body
    expect(view.units.map((u: { share: { minor: number } }) => u.share.minor)).toEqual([501, 500])
    expect((await second.get(`/api/batches/${lot}`).expect(200)).text).not.toContain('"minor"')
    expect((await second.get('/api/batches').expect(200)).body.batches).toContainEqual(
      expect.objectContaining({ id: lot, units: 2 }),
    )
    await second.get('/api/batches/00000000-0000-7000-8000-000000000000').expect(404)
  })
})
