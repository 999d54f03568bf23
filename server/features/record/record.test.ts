import { spawn } from 'node:child_process'
import { mkdtemp, readFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import Ajv2020 from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MachineRecord } from '#core/formats/record.ts'
import { recordJsonSchema } from '#core/formats/record-schema.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { pointAt } from '#core/quantity/time.ts'
import { rows } from '../../db/connection.ts'
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

describe('a machine’s record', () => {
  let from: TestHouse
  let steward: Agent
  let machine: MachineId
  let record: MachineRecord

  beforeAll(async () => {
    from = await startHouse()
    steward = await from.as('steward')
    ;({
      machines: [machine],
    } = await twoMachines(steward))
    const note = draft({ kind: 'note', machine, words: 'first' }, ago(30))
    await send(steward, [
      note,
      draft(
        {
          kind: 'test',
          machine,
          depth: 'full',
          gear: [],
          results: [{ fn: 'bell', result: { is: 'partly', good: 1, of: 2 } }],
        },
        ago(20),
      ),
    ]).expect(200)
    await send(steward, [
      {
        ...draft({ kind: 'note', machine, words: 'second' }, ago(30)),
        amends: { entry: note.id, seen: [], how: 'correct', reason: 'x' },
      },
    ]).expect(200)
    record = (await steward.get(`/api/machines/${machine}/record`).expect(200)).body
  })
  afterAll(() => from.stop())

  it('is valid by the published JSON Schema (2020-12), checked by an independent validator', () => {
    const ajv = new Ajv2020({ strict: false, allErrors: true })
    addFormats(ajv)
    const validate = ajv.compile(recordJsonSchema())
    expect(validate(record) ? [] : validate.errors).toEqual([])
    expect(validate({ ...record, version: 2 })).toBe(false)
    expect(validate({ ...record, entries: [{ ...record.entries[0], seq: 'one' }] })).toBe(false)
  })

  it('has its schema published as it is', async () => {
    expect(JSON.parse(await readFile('docs/formats/record.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(recordJsonSchema())),
    )
  })

  it('leaves the other machine, rights and accounts at home', () => {
    const kinds = new Set(record.entries.map((e) => e.body.kind))
    expect(kinds).toEqual(new Set(['party', 'type', 'machine', 'note', 'test']))
    expect(JSON.stringify(record)).not.toContain('argon2')
    expect(record.entries.map((e) => e.seq)).toEqual(record.entries.map((_, i) => i + 1))
  })

  it('is refused where its entries are with other content, and changes nothing where they are the same', async () => {
    const post = (body: object) =>
      steward.post('/api/records').set('x-anamnesis-token', steward.token).send(body)
    expect((await post(record).expect(201)).body).toMatchObject({ added: 0, present: record.entries.length })
    const changed = {
      ...record,
      entries: record.entries.map((e) =>
        e.body.kind === 'note' ? { ...e, body: { ...e.body, words: 'forged' } } : e,
      ),
    }
    expect((await post(changed).expect(409)).body.type).toBe('other-content')
    expect((await post({ ...record, format: 'other' }).expect(400)).body.type).toBe('invalid')
    expect(
      (await post({ ...record, files: { ['a'.repeat(64)]: 'AAAA' } }).expect(400)).body.detail,
    ).toContain('damaged')
  })
})

describe('a server that is killed while it writes', () => {
  it('has lost nothing that it acknowledged, and nothing is half-written', async () => {
    const house = await startHouse()
    const steward = await house.as('steward')
    const { machines } = await twoMachines(steward)
    await house.running.stop()
    const dataDir = await mkdtemp(path.join(os.tmpdir(), 'anamnesis-kill-'))
    const acknowledged = new Set<string>()
    for (let round = 0; round < 3; round++) {
      const child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
        env: {
          ...process.env,
          NODE_ENV: 'production',
          DATABASE_URL: house.config.databaseUrl,
          ANAMNESIS_DATA: dataDir,
          PORT: '0',
        },
        stdio: ['ignore', 'pipe', 'inherit'],
      })
      const address = await new Promise<string>((resolve) =>
        child.stdout.on('data', (chunk: Buffer) => {
          const found = /answers at (\S+)/.exec(chunk.toString())?.[1]
          if (found) resolve(found)
        }),
      )
      const { default: request } = await import('supertest')
      const agent = request.agent(address)
      const { csrf } = (await agent.get('/api/session')).body
      const token = (
        await agent
          .post('/api/session')
          .set('x-anamnesis-token', csrf)
          .send({ email: 'steward@example.org', password })
      ).body.csrf
      const together = (i: number) => `group ${round} ${i}`
      const sending = Array.from({ length: 60 }, async (_, i) => {
        const pair = [0, 1].map((n) => ({
          id: v7() as EntryId,
          v: 1,
          happenedAt: pointAt(new Date(Date.now() - 5000).toISOString()),
          basis: 'seen',
          together: together(i),
          body: { kind: 'note', machine: machines[n % 2], words: `${together(i)} ${n}` },
        }))
        const answer = await agent
          .post('/api/entries')
          .set('x-anamnesis-token', token)
          .send({ entries: pair })
          .catch(() => undefined)
        if (answer?.status === 200) for (const e of pair) acknowledged.add(e.id)
        if (acknowledged.size >= 40 * (round + 1)) child.kill('SIGKILL')
      })
      await Promise.all(sending)
      if (child.exitCode === null) child.kill('SIGKILL')
    }
    const { connect } = await import('../../db/connection.ts')
    const db = connect(house.config.databaseUrl, 2)
    const stored = await rows<{ id: string; together: string; subjects: string }>(
      db,
      `SELECT e.id, e.entry->>'together' AS together, (SELECT count(*) FROM entry_subjects s WHERE s.entry = e.id) AS subjects FROM entries e WHERE e.entry->>'together' IS NOT NULL`,
    )
    const ids = new Set(stored.map((s) => s.id))
    expect([...acknowledged].filter((id) => !ids.has(id))).toEqual([])
    expect(acknowledged.size).toBeGreaterThan(60)
    const groups = new Map<string, number>()
    for (const s of stored) groups.set(s.together, (groups.get(s.together) ?? 0) + 1)
    expect([...groups.values()].every((n) => n === 2)).toBe(true)
    expect(stored.every((s) => Number(s.subjects) > 0)).toBe(true)
    await db.close()
  }, 90_000)
})
