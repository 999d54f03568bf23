/** Erasure from end to end: rows, files, caches, search, what is sent again, and a backup that was made before. */
import { appendFile } from 'node:fs/promises'
import sharp from 'sharp'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import { rows, run } from '../../db/connection.ts'
import { fileExists, filePath } from '../../platform/files.ts'
import { nowInstant } from '../../platform/clock.ts'
import { draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'
import { heedErasures } from './erase.ts'
import { rebuild } from './rebuild.ts'

let house: TestHouse
let steward: Agent
let volunteer: Agent
let machine: MachineId
beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  volunteer = await house.as('volunteer')
  ;({
    machines: [machine],
  } = await twoMachines(steward))
})
afterAll(() => house.stop())

const db = () => house.running.services.db
const erasure = (
  entry: EntryId,
  what: 'all' | 'superseded',
  ground: 'personal data' | 'picture wrongly kept',
) => draft({ kind: 'erasure', entry, what, ground })
const everywhere = async (words: string) =>
  (await rows(db(), `SELECT 1 FROM entries WHERE strpos(entry::text, $1) > 0`, [words])).length

describe('an erased entry', () => {
  it('is gone from the rows and from every answer, and does not come back when it is sent again', async () => {
    const said = draft({ kind: 'note', machine, words: 'Ask Wendeline Ohnesorg on 0700 99' })
    await send(volunteer, [said]).expect(200)
    const read = async () => JSON.stringify((await volunteer.get(`/api/machines/${machine}`)).body)
    expect(await read()).toContain('Ohnesorg')
    await send(volunteer, [erasure(said.id, 'all', 'personal data')]).expect(409)
    await send(steward, [erasure(said.id, 'all', 'personal data')]).expect(200)
    expect(await read()).not.toContain('Ohnesorg')
    expect(await everywhere('Ohnesorg')).toBe(0)
    const [row] = await rows<{ kind: string; content_hash: string }>(
      db(),
      'SELECT kind, content_hash FROM entries WHERE id = $1',
      [said.id],
    )
    expect(row).toEqual({ kind: 'erased', content_hash: '' })
    const again = await send(volunteer, [said]).expect(409)
    expect(again.body.entries[0]).toMatchObject({ became: 'refused', refusal: { rule: 'erased' } })
    expect(await rebuild(db(), nowInstant())).toEqual([])
  })

  it('is asked for the password once more, and noted', async () => {
    const said = draft({ kind: 'note', machine, words: 'x' })
    await send(volunteer, [said]).expect(200)
    await run(db(), `UPDATE session SET sess = (sess::jsonb - 'proven')::json`)
    const answer = await send(steward, [erasure(said.id, 'all', 'personal data')]).expect(403)
    expect(answer.body.type).toBe('prove-again')
    steward = await house.as('steward')
    await send(steward, [erasure(said.id, 'all', 'personal data')]).expect(200)
    const [note] = await rows<{ did: string; about: string }>(
      db(),
      'SELECT did, about FROM security_log ORDER BY n DESC LIMIT 1',
    )
    expect(note).toEqual({ did: 'erase', about: said.id })
  })

  it('takes a photograph from the disk in every version, unless another entry shows it', async () => {
    const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#345' } })
      .png()
      .toBuffer()
    const upload = () =>
      volunteer
        .post(`/api/machines/${machine}/photos`)
        .set('x-anamnesis-token', volunteer.token)
        .attach('photo', bytes, 'a.png')
        .expect(201)
    const { file } = (await upload()).body
    const photo = () => draft({ kind: 'photo', machine, file, width: 40, height: 30 })
    const [one, two] = [photo(), photo()]
    await send(volunteer, [one, two]).expect(200)
    const original = filePath(house.config.dataDir, file, 'original')
    await send(steward, [erasure(one.id, 'all', 'picture wrongly kept')]).expect(200)
    await volunteer.get(`/api/machines/${machine}/photos/${one.id}`).expect(404)
    expect(await fileExists(original)).toBe(true)
    await send(steward, [erasure(two.id, 'all', 'picture wrongly kept')]).expect(200)
    for (const version of ['original', 'preview', 'clean'] as const)
      expect(await fileExists(filePath(house.config.dataDir, file, version))).toBe(false)
    expect(await rows(db(), 'SELECT 1 FROM files WHERE sha256 = $1', [file])).toEqual([])
    expect(await rows(db(), 'SELECT 1 FROM erased_files')).toEqual([])
  })

  it('lets a person give way: corrected, then what was said of them before is gone', async () => {
    const party = v7() as PartyId
    const known = draft({
      kind: 'party',
      party,
      name: 'Wendeline Ohnesorg',
      sort: 'person',
      roles: ['giver'],
    })
    await send(steward, [known]).expect(200)
    const corrected = draft(
      { kind: 'party', party, name: 'A person no longer named', sort: 'person', roles: [] },
      { amends: { entry: known.id, seen: [], how: 'correct', reason: 'asked to be forgotten' } },
    )
    await send(steward, [corrected]).expect(200)
    await send(steward, [erasure(known.id, 'superseded', 'personal data')]).expect(200)
    const people = await steward.get('/api/people').expect(200)
    expect(JSON.stringify(people.body)).not.toContain('Ohnesorg')
    expect(JSON.stringify(people.body)).toContain('A person no longer named')
    expect(await everywhere('Ohnesorg')).toBe(0)
  })

  it('stays erased when a backup from before is put back', async () => {
    const said = draft({ kind: 'note', machine, words: 'The caretaker is Ulbricht' })
    await send(volunteer, [said]).expect(200)
    const [before] = await rows<{ entry: object }>(db(), 'SELECT entry FROM entries WHERE id = $1', [said.id])
    await send(steward, [erasure(said.id, 'all', 'personal data')]).expect(200)
    await run(db(), `UPDATE entries SET kind = 'note', entry = $2 WHERE id = $1`, [
      said.id,
      JSON.stringify(before?.entry),
    ])
    expect(await heedErasures(db(), house.config.dataDir)).toBe(1)
    expect(await everywhere('Ulbricht')).toBe(0)
    // A journal cut off by a full disk is said, not skipped.
    await appendFile(`${house.config.dataDir}/erasures.jsonl`, '{"entry":')
    await expect(heedErasures(db(), house.config.dataDir)).rejects.toThrow('erasures.jsonl')
  })
})
