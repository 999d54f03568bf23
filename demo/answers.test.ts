/** Every endpoint, asked of the demo collection by every role, answers what its type says: no key more and none less. */
import { mkdtemp } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { addressOf } from '#api/endpoints.ts'
import { asksOfRecord } from '#core/history/record.ts'
import { nowInstant } from '#server/platform/clock.ts'
import { readConfig } from '#server/platform/config.ts'
import { createLog, prepare, startServer, type Running } from '#server/server.ts'
import { answerShapes } from '#server/testing/answer-shapes.ts'
import { signIn, testDatabase, type Agent } from '#server/testing/house.ts'
import { routesOf } from '#server/testing/routes.ts'
import { loadDemo } from './load.ts'
import { demoPassword, people } from './people.ts'

const { schema, paths } = answerShapes('Reads')
const writes = answerShapes('Writes').paths
/** Answered as files or streams, not as JSON. */
const files = [
  '/health',
  '/live',
  '/waits.ics',
  '/evenings.ics',
  '/calendar/:token.ics',
  '/loans/:id/looks/:look/photos/:n',
  '/loans/:id/papers/:paper',
  '/table',
  '/machines/:id/record',
  '/machines/:id/photos/:entry',
  '/machines/:id/voices/:entry',
]

let running: Running
let drop: () => Promise<void>
const agents = {} as Record<'ottoline' | 'imke' | 'ferry', Agent>
const ids: Record<string, readonly string[]> = {}
const validators = new Map<string, ValidateFunction>()

beforeAll(async () => {
  const database = await testDatabase()
  drop = database.drop
  const config = readConfig({
    ...process.env,
    DATABASE_URL: database.url,
    ANAMNESIS_DATA: await mkdtemp(path.join(os.tmpdir(), 'anamnesis-')),
    PORT: '0',
    NODE_ENV: 'test',
  })
  const services = await prepare(config, createLog('silent'))
  await loadDemo(services, nowInstant())
  running = await startServer(config, createLog('silent'), services)
  for (const who of ['ottoline', 'imke', 'ferry'] as const)
    agents[who] = await signIn(running.address, people[who].email ?? '', demoPassword)
  const read = async (address: string) => (await agents.ottoline.get(`/api${address}`).expect(200)).body
  const some = (rows: readonly { readonly id: string }[], most: number) =>
    rows.slice(0, most).map((r) => r.id)
  ids['machines'] = some((await read('/machines')).machines, 30)
  const machines = await Promise.all(ids['machines'].map((id) => read(`/machines/${id}`)))
  ids['episodes'] = machines.flatMap((m) => some(m.episodes, 3))
  ids['parts'] = some((await read('/parts')).parts, 60)
  ids['lots'] = some((await read('/lots')).lots, 10)
  ids['batches'] = some((await read('/batches')).batches, 5)
  ids['types'] = some((await read('/types')).types, 20)
  const ajv = new Ajv2020({ strict: false, allErrors: true })
  ajv.addSchema({ $id: 'answers', ...schema })
  for (const p of paths)
    validators.set(
      p,
      ajv.compile({ $ref: `answers#/properties/${encodeURIComponent(p.replaceAll('/', '~1'))}` }),
    )
}, 120_000)
afterAll(async () => {
  await running.stop()
  await drop()
})

/** What a path is asked with: each of the ids that stand for its words. */
function asked(p: string): readonly Record<string, string>[] {
  if (p === '/lookup/:word') return ['SW 2024.3', 'P-0100', 'L-0001', 'nothing'].map((word) => ({ word }))
  if (p === '/part-tags') return [{ ids: ids['parts']?.join(',') ?? '' }]
  if (p === '/invitations/:token') return []
  const collection = /^\/(\w+)\/:id/.exec(p)?.[1]
  const each: readonly Record<string, string>[] = collection
    ? (ids[collection] ?? []).map((id) => ({ id }))
    : [{}]
  return p.endsWith('/answer')
    ? each.flatMap((words) => asksOfRecord.map((asks) => ({ ...words, asks, about: 'bell, cover, supply' })))
    : each
}

describe('answers', () => {
  it('are all in the table of endpoints, and the table names no route that is not there', () => {
    const routes = routesOf(running.http)
    const known = new Set([...paths.map((p) => `GET ${p}`), ...files.map((p) => `GET ${p}`), ...writes])
    expect(routes.filter((r) => !known.has(r))).toEqual([])
    expect([...known].filter((r) => !routes.includes(r) && !r.includes('/live'))).toEqual([])
  })

  it('with a key too many or too few are refused', async () => {
    const { body } = await agents.ottoline.get('/api/next-numbers').expect(200)
    const validate = validators.get('/next-numbers')
    expect(validate?.(body)).toBe(true)
    expect(validate?.({ ...body, more: 1 })).toBe(false)
    expect(validate?.({ tag: 'P-0001' })).toBe(false)
    for (const p of paths) expect(validators.get(p)?.('nothing')).toBe(false)
  })

  it.each(paths)('%s', async (p) => {
    const validate = validators.get(p)
    for (const agent of Object.values(agents))
      for (const words of asked(p)) {
        const entry = p.endsWith('/context') ? await lastEntry(words['id'] ?? '') : undefined
        if (p.endsWith('/context') && entry === undefined) continue
        const answer = await agent.get(
          `/api${addressOf(p, { ...words, ...(entry ? { before: entry } : {}) })}`,
        )
        expect([200, 403, 404]).toContain(answer.status)
        if (answer.status === 200 && validate && !validate(answer.body))
          throw new Error(
            `${p} ${JSON.stringify(words)}: ${validate.errors
              ?.slice(0, 4)
              .map((e) => `${e.instancePath} ${e.message} ${JSON.stringify(e.params)}`)
              .join('\n')}`,
          )
      }
  })
})

async function lastEntry(episode: string): Promise<string | undefined> {
  const { body } = await agents.ottoline.get(`/api/episodes/${episode}`)
  return body.log?.at(-1)?.id
}
