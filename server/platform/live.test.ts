/** Notices are caught up by their place in the line after every break; past a limit everything is stale. */
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LiveEvent } from '#api/machines.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import type { Entry } from '#core/history/entry.ts'
import type { HouseId, AccountId, EntryId, MachineId } from '#core/ids.ts'
import { pointAt } from '#core/quantity/time.ts'
import { terminalSheet } from '#core/testing/terminal.ts'
import { rows } from '../db/connection.ts'
import { insertEntries } from '../features/entries/insert.ts'
import { draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../testing/house.ts'
import { seqOf } from './live.ts'

let house: TestHouse
let steward: Agent
let home: MachineId
let type: string
beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  const made = await twoMachines(steward)
  home = made.machines[0]
  type = made.type
})
afterAll(() => house.stop())

/** Opens a stream; `heard` fills as it tells. */
async function open(since?: number, first = '') {
  const cookie = steward.jar
    .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
    .toValueString()
  const heard: LiveEvent[] = []
  const stop = new AbortController()
  const response = await fetch(`${house.running.address}/api/live${first}`, {
    headers: { cookie, ...(since === undefined ? {} : { 'last-event-id': String(since) }) },
    signal: stop.signal,
  })
  void (async () => {
    let text = ''
    for await (const chunk of response.body!) {
      text += Buffer.from(chunk).toString()
      const parts = text.split('\n\n')
      text = parts.pop() ?? ''
      for (const part of parts)
        for (const line of part.split('\n'))
          if (line.startsWith('data: ')) heard.push(JSON.parse(line.slice(6)) as LiveEvent)
    }
  })().catch(() => undefined)
  return { heard, stop: () => stop.abort() }
}
const note = async () =>
  (await send(steward, [draft({ kind: 'note', machine: home, words: 'said' })]).expect(200)).body.entries[0]
    .seq as number

describe('the first stream of a page', () => {
  it('tells what was written since the page asked who is here', async () => {
    const first = await note()
    await expect.poll(() => house.running.services.live.toldUpTo).toBe(first)
    const { seq } = (await steward.get('/api/session').expect(200)).body
    const missed = await note()
    const stream = await open(undefined, `?since=${seq}`)
    await expect.poll(() => stream.heard.map((e) => e.seq)).toEqual([missed])
    stream.stop()
  })
  it('has no place in the line for whoever is not signed in', async () => {
    const answer = await fetch(`${house.running.address}/api/session`)
    expect(await answer.json()).toMatchObject({ me: null, seq: 0 })
  })
})

describe('a lost connection of the server', () => {
  it('is caught up by the place in the line: nothing is missed, and what changed by time alone is asked for', async () => {
    const { db } = house.running.services
    const stream = await open()
    const first = await note()
    await expect.poll(() => stream.heard.map((e) => e.seq)).toContain(first)
    for (let round = 0; round < 3; round++) {
      await rows(
        db,
        `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query = 'LISTEN entries'`,
      )
      const missed = [await note(), await note(), await note()]
      for (const seq of missed)
        await expect.poll(() => stream.heard.map((e) => e.seq), { timeout: 10_000 }).toContain(seq)
      // Said once a reconnection, after what was missed: it may still be on its way.
      await expect
        .poll(() => stream.heard.filter((e) => e.everything === true && e.kinds.includes('time')).length, {
          timeout: 10_000,
        })
        .toBe(round + 1)
    }
    stream.stop()
  }, 40_000)
})

describe('more than is told one by one', () => {
  it('is said as: everything is stale', async () => {
    const { db } = house.running.services
    const before = await note()
    const entry = (i: number): Entry => {
      const body = { kind: 'note' as const, machine: home, words: `bulk ${i}` }
      const at = new Date().toISOString()
      return {
        id: v7() as EntryId,
        v: 1,
        happenedAt: pointAt(at),
        basis: 'seen',
        body,
        about: subjectsOf({ body }),
        house: v7() as HouseId,
        recordedAt: at,
        receivedAt: at,
        seq: 0,
        recordedBy: house.people.steward.account as AccountId,
        became: 'recorded',
      }
    }
    await db.transaction(
      async (transaction) =>
        void (await insertEntries(
          db,
          Array.from({ length: 1001 }, (_, i) => entry(i)),
          () => 'bulk',
          transaction,
        )),
    )
    const stream = await open(before)
    await expect
      .poll(() => stream.heard)
      .toEqual([expect.objectContaining({ everything: true, machines: [] })])
    const last = stream.heard[0]!.seq
    stream.stop()
    // From there on it goes entry by entry again.
    const after = await note()
    const resumed = await open(last)
    await expect.poll(() => resumed.heard.map((e) => e.seq)).toEqual([after])
    resumed.stop()
  })
  it('so is a sheet that reaches more machines than a notice can name', async () => {
    const machines = Array.from({ length: 101 }, (_, i) =>
      draft({
        kind: 'machine',
        what: 'registered',
        machine: v7() as MachineId,
        entryNumber: `L-${i}`,
        name: 'x',
        type: type as never,
        source: { how: 'gift' },
      }),
    )
    await send(steward, machines).expect(200)
    const stream = await open()
    await send(steward, [
      draft({ kind: 'type', type: type as never, sheet: { ...terminalSheet, aliases: ['another'] } }),
    ]).expect(200)
    await expect
      .poll(() => stream.heard)
      .toContainEqual(expect.objectContaining({ everything: true, kinds: ['type'] }))
    stream.stop()
  })
})

it('reads a place in the line, and nothing else', () => {
  expect([seqOf('0'), seqOf('17')]).toEqual([0, 17])
  for (const text of [undefined, '', '1.5', '1e9', '-1', '9'.repeat(20), 'x'])
    expect(seqOf(text)).toBeUndefined()
})
