/** The house's own words through the interface of the server: taught, read in every episode that they concern, forgotten. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, TypeId } from '#core/ids.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let volunteer: Agent
let episode: EntryId
const other = '0197a000-0000-7000-8000-00000000aaaa' as TypeId
let minutes = 60
const tell = (body: Body) => send(volunteer, [draft(body, ago(--minutes))])
const listed = async () =>
  ((await volunteer.get('/api/words').expect(200)).body.words as { word: string; means: string }[]).map(
    ({ word, means }) => [word, means],
  )
const readHere = async () =>
  (await volunteer.get(`/api/episodes/${episode}`).expect(200)).body.context.taught as unknown[]

beforeAll(async () => {
  house = await startHouse()
  volunteer = await house.as('volunteer')
  const [machine] = (await twoMachines(await house.as('steward'))).machines
  const opened = draft({ kind: 'episode', what: 'opened', machine, title: 'an evening' }, ago(100))
  await send(volunteer, [opened])
  episode = opened.id
})
afterAll(() => house.stop())

describe('a word of the house', () => {
  it('is taught by a volunteer, in small letters, and read in every episode', async () => {
    await tell({ kind: 'word', what: 'taught', word: 'frob', as: 'verb', means: 'clean' })
    expect(await listed()).toEqual([['frob', 'clean']])
    expect(await readHere()).toEqual([{ word: 'frob', as: 'verb', means: 'clean' }])
  })
  it('of one type is not read on machines of another', async () => {
    await tell({ kind: 'word', what: 'taught', word: 'tin hat', as: 'name', means: 'cover', type: other })
    expect((await listed()).length).toBe(2)
    expect((await readHere()).length).toBe(1)
  })
  it('taught anew means what was said last; forgotten, nothing', async () => {
    await tell({ kind: 'word', what: 'taught', word: 'frob', as: 'verb', means: 'scrub' })
    expect(await listed()).toContainEqual(['frob', 'scrub'])
    await tell({ kind: 'word', what: 'forgotten', word: 'frob' })
    await tell({ kind: 'word', what: 'forgotten', word: 'tin hat', type: other })
    expect(await listed()).toEqual([])
    expect(await readHere()).toEqual([])
  })
  it.each([
    ['a sign', 'frob!'],
    ['figures alone', '1984'],
    ['one letter', 'f'],
    ['too long', 'f'.repeat(41)],
  ])('is refused with the field named: %s', async (_what, word) => {
    const { status, body } = await tell({ kind: 'word', what: 'taught', word, as: 'name', means: 'cover' })
    expect(status).toBe(400)
    expect(JSON.stringify(body)).toContain('word')
  })
  it('is nothing for a guest', async () => {
    const guest = await house.as('guest')
    await guest.get('/api/words').expect(403)
  })
})
