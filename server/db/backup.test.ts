/** Backup and restore: everything is looked at before anything is touched; over a present house and from every earlier schema. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, statSync, writeFileSync, rmSync, readdirSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MachineId } from '#core/ids.ts'
import { backup, restore } from '#tools/backup.mjs'
import { draft, send, startHouse, testDatabase, twoMachines, type TestHouse } from '../testing/house.ts'
import { forgetHouse } from '../platform/access.ts'
import { forgetEntries } from '../features/entries/closure.ts'
import { rebuild } from '../features/entries/rebuild.ts'
import { nowInstant } from '../platform/clock.ts'
import { createLog, prepare } from '../server.ts'
import { readConfig } from '../platform/config.ts'
import { connect, rows } from './connection.ts'
import { migrate, migrationNames } from './migrations.ts'

let house: TestHouse
let work: string
let file: string
let machine: MachineId
let url: string
let dataDir: string
beforeAll(async () => {
  house = await startHouse()
  const steward = await house.as('steward')
  ;[machine] = (await twoMachines(steward)).machines
  const picture = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#246' } })
    .png()
    .toBuffer()
  const stored = await steward
    .post(`/api/machines/${machine}/photos`)
    .set('x-anamnesis-token', steward.token)
    .attach('photo', picture, 'a.png')
    .expect(201)
  await send(steward, [
    draft({ kind: 'photo', machine, file: stored.body.file, width: 30, height: 20 }),
  ]).expect(200)
  work = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-backup-test-'))
  file = path.join(work, 'house.tar')
  ;({ databaseUrl: url, dataDir } = house.config)
  backup({ url, dataDir, file })
})
afterAll(() => house.stop())

const fresh = async () => {
  const database = await testDatabase()
  return { ...database, dataDir: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-restored-')) }
}
/** What a restored house says of itself once a server has brought it up to date. */
async function look(address: string, folder: string) {
  forgetEntries()
  forgetHouse()
  const services = await prepare(
    readConfig({
      ...process.env,
      DATABASE_URL: address,
      ANAMNESIS_DATA: folder,
      PORT: '0',
      NODE_ENV: 'test',
    }),
    createLog('silent'),
  )
  const [counts] = await rows<{ entries: string; machines: string }>(
    services.db,
    'SELECT (SELECT count(*) FROM entries) AS entries, (SELECT count(*) FROM machines) AS machines',
  )
  const differences = await rebuild(services.db, nowInstant())
  await services.db.close()
  return {
    entries: Number(counts?.entries),
    machines: Number(counts?.machines),
    differences: differences.length,
  }
}

describe('a backup', () => {
  it('is for nobody else to read, and holds no password in the list of processes', () =>
    expect(statSync(file).mode & 0o077).toBe(0))
  it('comes back whole into an empty place', async () => {
    const place = await fresh()
    expect(await restore({ ...place, file })).toEqual({ photographs: 1, missing: 0 })
    expect(await look(place.url, place.dataDir)).toMatchObject({ machines: 2, differences: 0 })
    await place.drop()
  })
  it('comes back over a present house only when that is said, and not under a running server', async () => {
    await expect(restore({ url, dataDir, file, over: true })).rejects.toThrow(/stop it first/)
    const place = await fresh()
    await restore({ ...place, file })
    await expect(restore({ ...place, file })).rejects.toThrow(
      /holds a collection of \d+ entries\. Say --over/,
    )
    expect(await restore({ ...place, file, over: true })).toMatchObject({ photographs: 1 })
    await place.drop()
  })
  it.each(migrationNames.slice(0, -1))(
    'of schema %s comes back over a house of today, and a server brings it up to date',
    async (name) => {
      const old = await fresh()
      const db = connect(old.url, 2)
      await migrate(db, name)
      await db.close()
      const older = path.join(work, `${name}.tar`)
      backup({ url: old.url, dataDir: old.dataDir, file: older })
      const place = await fresh()
      await restore({ ...place, file })
      await restore({ ...place, file: older, over: true })
      expect(await look(place.url, place.dataDir)).toEqual({ entries: 0, machines: 0, differences: 0 })
      await old.drop()
      await place.drop()
    },
  )
})

describe('what is no whole backup', () => {
  const bytes = () => readFileSync(file)
  /** The archive with one byte of a photograph turned. */
  function withDamagedPhotograph(): Buffer {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-damage-'))
    execFileSync('tar', ['-xf', file, '-C', folder])
    const [name] = readdirSync(path.join(folder, 'files'), { recursive: true, encoding: 'utf8' }).filter(
      (n) => /[0-9a-f]{64}$/.test(n),
    )
    const photograph = path.join(folder, 'files', name!)
    const content = readFileSync(photograph)
    content[content.length >> 1]! ^= 1
    writeFileSync(photograph, content)
    const out = path.join(folder, 'damaged.tar')
    execFileSync('tar', ['-cf', out, '-C', folder, 'database.dump', 'files'])
    const damaged = readFileSync(out)
    rmSync(folder, { recursive: true })
    return damaged
  }
  const wrong: [string, () => Buffer, RegExp][] = [
    ['nothing', () => Buffer.alloc(0), /holds no database|no backup/],
    ['something else', () => Buffer.from('a shopping list'), /no backup/],
    ['half of one', () => bytes().subarray(0, bytes().length * 0.3), /cut off or damaged|is damaged/],
    ['one with a damaged photograph', withDamagedPhotograph, /A photograph in this backup is damaged/],
  ]
  it.each(wrong)('%s is refused in one sentence, and nothing was changed', async (_name, make, sentence) => {
    const place = await fresh()
    await restore({ ...place, file })
    const bad = path.join(work, 'bad.tar')
    writeFileSync(bad, make())
    await expect(restore({ ...place, file: bad, over: true })).rejects.toThrow(sentence)
    expect(await look(place.url, place.dataDir)).toMatchObject({ machines: 2 })
    await place.drop()
  })
  it('is said by the command in one line', () => {
    const run = (...args: string[]) => {
      try {
        execFileSync(process.execPath, ['tools/backup.mjs', ...args], {
          env: { ...process.env, DATABASE_URL: url, ANAMNESIS_DATA: dataDir },
          stdio: 'pipe',
        })
        return ''
      } catch (error) {
        return String((error as { stderr: Buffer }).stderr)
      }
    }
    expect(run('restore', path.join(work, 'not there.tar'))).toMatch(/^There is no file .*\n$/)
    expect(run('restore')).toMatch(/^npm run backup.*\n$/)
  })
})
