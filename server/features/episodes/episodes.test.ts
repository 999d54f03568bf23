/** An episode for a device and on paper: what is fetched anew, what may be held, what goes out. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readCsv } from '#core/formats/csv.ts'
import type { Entry } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { found, slot } from '#core/testing/terminal.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let volunteer: Agent
let restorer: Agent
let machine: MachineId
let donor: MachineId
let episode: EntryId
let minutes = 200
const tell = async (agent: Agent, body: Body, inEpisode = true) => {
  const entry = draft(body, { ...ago(--minutes), ...(inEpisode ? { episode } : {}) })
  expect((await send(agent, [entry])).body.entries?.[0]?.became).toBe('recorded')
  return entry.id
}
interface Held {
  readonly whole: boolean
  readonly entries: readonly Entry[]
  readonly nextTag: string
}
const fetched = async (agent: Agent, after = 0, count = 0): Promise<Held> =>
  (await agent.get(`/api/episodes/${episode}/entries?after=${after}&count=${count}`).expect(200)).body as Held
const lastSeq = (held: Held) => Math.max(...held.entries.map((e) => e.seq))

beforeAll(async () => {
  house = await startHouse()
  volunteer = await house.as('volunteer')
  restorer = await house.as('restorer')
  ;[machine, donor] = (await twoMachines(await house.as('steward'))).machines
  const opened = draft({ kind: 'episode', what: 'opened', machine, title: 'an evening' }, ago(300))
  await send(volunteer, [opened])
  episode = opened.id
})
afterAll(() => house.stop())

describe('the entries that a device holds', () => {
  it('come whole at first, and then only what is new', async () => {
    const first = await fetched(volunteer)
    expect(first.whole).toBe(true)
    expect(first.entries.some((e) => e.id === episode)).toBe(true)
    expect(first.nextTag).toMatch(/^P-\d{4}$/)
    const note = await tell(volunteer, { kind: 'note', machine, words: 'a note' })
    const second = await fetched(volunteer, lastSeq(first), first.entries.length)
    expect(second).toMatchObject({ whole: false })
    expect(second.entries.map((e) => e.id)).toEqual([note])
  })

  it('come whole again when older ones have come to belong to them', async () => {
    const before = await fetched(volunteer)
    // The part's earlier life in another machine is now part of what this episode rests on.
    const part = found(donor, 'IC40')
    await tell(restorer, { kind: 'part', what: 'health', part, health: 'proved good' }, false)
    const held = await fetched(volunteer, lastSeq(before), before.entries.length)
    await tell(restorer, {
      kind: 'move',
      legs: [
        { part, from: slot(donor, 'IC40'), to: { in: { kind: 'tray', id: episode }, position: 'bag 1' } },
      ],
    })
    const after = await fetched(volunteer, lastSeq(before), before.entries.length + held.entries.length)
    expect(after.whole).toBe(true)
    expect(after.entries.some((e) => e.body.kind === 'part' && e.body.what === 'health')).toBe(true)
  })

  it('have no value in them for a volunteer', async () => {
    await tell(
      restorer,
      { kind: 'value', machine, sort: 'market', amount: { minor: 66600, currency: 'EUR' } },
      false,
    )
    expect(JSON.stringify((await fetched(restorer)).entries)).toContain('66600')
    expect(JSON.stringify((await fetched(volunteer)).entries)).not.toMatch(/[:"]66600\b/)
  })

  it('are refused for an episode that is none, and for numbers that are none', async () => {
    await volunteer.get(`/api/episodes/${machine}/entries`).expect(404)
    await volunteer.get(`/api/episodes/${episode}/entries?after=minus`).expect(400)
  })
})

describe('the answer to a line', () => {
  const asked = (
    agent: Agent,
    show: string,
    entry = draft({ kind: 'note', machine, words: 'shown' }, { episode }),
  ) =>
    agent
      .post('/api/entries')
      .set('x-anamnesis-token', agent.token)
      .send({ entries: [entry], show })

  it('holds the episode with the line in it, as its page would answer', async () => {
    const { body } = await asked(volunteer, episode).expect(200)
    const page = (await volunteer.get(`/api/episodes/${episode}`).expect(200)).body as { now?: string }
    expect(JSON.stringify(body.episode.rows)).toContain('shown')
    expect({ ...body.episode, now: page.now }).toEqual(page)
  })
  it('holds none where there is none, nothing for a guest, and the line is written all the same', async () => {
    const guest = await house.as('guest')
    const steward = await house.as('steward')
    const grant = draft({
      kind: 'rule',
      what: 'grant',
      party: house.people.guest.party,
      machine,
      granted: true,
    })
    await send(steward, [grant]).expect(200)
    for (const answer of [
      await asked(volunteer, machine),
      await asked(guest, episode, draft({ kind: 'note', machine, words: 'from its owner' })),
    ]) {
      expect(answer.body.episode).toBeUndefined()
      expect(answer.body.entries[0].became).toBe('recorded')
    }
  })
})

describe('the sheet', () => {
  it('goes out in words, as a table and as Markdown, with a name that a file may have', async () => {
    await tell(volunteer, { kind: 'note', machine, words: '=1+1 is what the label says' })
    const { body } = await volunteer.get(`/api/episodes/${episode}/sheet`).expect(200)
    expect(body.title).toMatch(/^Episode 1, /)
    expect(body.sections.map((s: { title: string }) => s.title)).toContain('Functions')
    const csv = await volunteer.get(`/api/episodes/${episode}/sheet?as=csv`).expect(200)
    expect(csv.headers['content-disposition']).toMatch(/attachment; filename="[\w .-]+ episode 1\.csv"/)
    const table = readCsv(csv.text)
    expect(table.problems).toEqual([])
    // What begins like a formula is written as text.
    expect(csv.text).not.toMatch(/(^|,|")=1\+1/m)
    const md = await volunteer.get(`/api/episodes/${episode}/sheet?as=md`).expect(200)
    expect(md.headers['content-type']).toContain('text/markdown')
    expect(md.text).toMatch(/^# Episode 1/)
    await volunteer.get(`/api/episodes/${episode}/sheet?as=pdf`).expect(400)
  })
})
