/** Jots through the interface of the server: a voice note kept as it was, sorted later, gone with the record and back. */
import { createHash } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'
import { voiceMime } from './routes.ts'

let house: TestHouse
let agent: Agent
let machine: MachineId
let episode: EntryId
const bytesOf = (head: number[] | string) =>
  Buffer.concat([Buffer.from(head as number[]), Buffer.alloc(64, 7)])
const recording = bytesOf([0x1a, 0x45, 0xdf, 0xa3])
const sha256 = createHash('sha256').update(recording).digest('hex')
const upload = (bytes: Buffer) =>
  agent
    .post(`/api/machines/${machine}/voices`)
    .set('x-anamnesis-token', agent.token)
    .attach('voice', bytes, 'voice')
let minutes = 90
const tell = async (body: Body) => {
  const entry = draft(body, { ...ago(--minutes), episode })
  expect((await send(agent, [entry])).body.entries?.[0]?.became).toBe('recorded')
  return entry.id
}
const view = async () => (await agent.get(`/api/episodes/${episode}`).expect(200)).body

beforeAll(async () => {
  house = await startHouse()
  agent = await house.as('volunteer')
  machine = (await twoMachines(await house.as('steward'))).machines[0]
  const opened = draft({ kind: 'episode', what: 'opened', machine, title: 'an evening' }, ago(100))
  await send(agent, [opened])
  episode = opened.id
})
afterAll(() => house.stop())

describe('a voice note', () => {
  it.each([
    ['WebM', [0x1a, 0x45, 0xdf, 0xa3], 'audio/webm'],
    ['Ogg', 'OggS', 'audio/ogg'],
    ['MP4', [0, 0, 0, 24, ...Buffer.from('ftyp')], 'audio/mp4'],
    ['WAV', 'RIFF    WAVE', 'audio/wav'],
    ['words', 'these are words', undefined],
    ['a picture', [0xff, 0xd8, 0xff, 0xe0], undefined],
  ] as const)('is told by its first bytes: %s', (_name, head, mime) =>
    expect(voiceMime(bytesOf(head as unknown as number[]))).toBe(mime),
  )

  it('is refused with a sentence when it is none', async () => {
    const { body } = await upload(Buffer.from('these are words, not speech')).expect(415)
    expect(body).toMatchObject({
      type: 'unsupported-file',
      detail: expect.stringContaining('Nothing was stored'),
    })
    await agent.post(`/api/machines/${machine}/voices`).set('x-anamnesis-token', agent.token).expect(400)
  })

  it('comes out as it went in, by the entry that holds it and by no other', async () => {
    expect((await upload(recording).expect(201)).body).toMatchObject({ file: sha256, mime: 'audio/webm' })
    const jot = await tell({
      kind: 'jot',
      what: 'made',
      machine,
      words: '',
      voice: { file: sha256, mime: 'audio/webm', seconds: 4 },
    })
    const { body, headers } = await agent.get(`/api/machines/${machine}/voices/${jot}`).expect(200)
    expect(Buffer.compare(body as Buffer, recording)).toBe(0)
    expect(headers).toMatchObject({ 'content-type': 'audio/webm', 'x-content-type-options': 'nosniff' })
    await agent.get(`/api/machines/${machine}/voices/${episode}`).expect(404)
    await (await house.as('guest')).get(`/api/machines/${machine}/voices/${jot}`).expect(403)
  })

  it('travels with the machine’s record', async () => {
    const { body } = await (await house.as('restorer')).get(`/api/machines/${machine}/record`).expect(200)
    expect(Buffer.from(body.files[sha256] as string, 'base64').equals(recording)).toBe(true)
  })
})

describe('a jot', () => {
  it('waits to be sorted, and its entries keep its time and pictures', async () => {
    const jot = await tell({ kind: 'jot', what: 'made', machine, words: 'short screw at the left' })
    const photo = await tell({ kind: 'photo', machine, file: 'd'.repeat(64), width: 4, height: 3, on: jot })
    expect((await view()).jots.at(-1)).toMatchObject({
      entry: jot,
      words: 'short screw at the left',
      photos: [photo],
    })
    const note = await tell({ kind: 'note', machine, words: 'the left screw is the short one' })
    await tell({ kind: 'jot', what: 'sorted', machine, jot, into: [note] })
    const after = await view()
    expect(after.jots.map((j: { entry: string }) => j.entry)).not.toContain(jot)
    expect(after.rows.find((r: { id: string }) => r.id === note).photos).toEqual([photo])
  })

  it('never stops anybody from stopping, but is named at closing', async () => {
    await tell({ kind: 'jot', what: 'made', machine, words: 'a smell of resin' })
    const closing = (await view()).checks.find((c: { check: string }) => c.check === 'closing')
    expect(closing.rules.find((r: { rule: string }) => r.rule === 'jots sorted').about).toContain(
      'a smell of resin',
    )
    await tell({ kind: 'episode', what: 'paused', machine, episode, lie: '', unplugged: true, next: '' })
  })
})

describe('the calendar of waits', () => {
  it('is given to the house, not to guests', async () => {
    await tell({
      kind: 'wait',
      machine,
      what: 'card drying',
      until: new Date(Date.now() + 3_600_000).toISOString(),
    })
    const { text, headers } = await agent.get('/api/waits.ics').expect(200)
    expect(headers['content-type']).toContain('text/calendar')
    expect(text).toMatch(/SUMMARY:card drying: /)
    await (await house.as('guest')).get('/api/waits.ics').expect(403)
  })
})
