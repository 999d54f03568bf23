/** The outbox by itself: only an answer that judges an entry takes it out of the queue. */
import { describe, expect, it } from 'vitest'
import type { Became } from '#api/entries.ts'
import type { ProblemType } from '#api/problems.ts'
import type { Draft } from '#core/history/entry.ts'
import { numberedId } from '#core/testing/script.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { pointAt } from '#core/quantity/time.ts'
import { NoConnection, ProblemError, unexplained } from './http.ts'
import { judges, pauseAfter, whyItWaits } from './judging.ts'
import { actsOf, runOutbox, type Ports } from './outbox-run.ts'

const machine = numberedId<MachineId>(1, 4)
const draft = (
  n: number,
  body: Draft['body'] = { kind: 'note', machine, words: `note ${n}` },
  more: Partial<Draft> = {},
): Draft => ({
  id: numberedId<EntryId>(n, 50),
  v: 1,
  happenedAt: pointAt('2026-05-01T10:00:00.000Z'),
  basis: 'seen',
  body,
  ...more,
})
const photo = (n: number) =>
  draft(n, { kind: 'photo', machine, file: String(n).repeat(64).slice(0, 64), width: 1, height: 1 })
const problem = (type: ProblemType, status: number) =>
  new ProblemError({ type, title: type, status, detail: `${type}.` })
const recorded = (id: string): Became => ({ id, became: 'recorded', seq: 1 })
const refusedBecause = (id: string): Became => ({
  id,
  became: 'refused',
  refusal: { rule: 'reason-needed' },
  detail: 'Say why.',
  mayKeep: false,
})

/** A device with entries on it, and a server that answers as `answer` says. */
async function run(waiting: readonly Draft[], answer: (acts: readonly Draft[]) => readonly Became[]) {
  const held = new Map(waiting.map((d) => [d.id as string, d]))
  const refused = new Map<string, string>()
  const sent: string[][] = []
  const ports: Ports = {
    send: async (acts) => {
      sent.push(acts.map((d) => d.id))
      return { entries: answer(acts) }
    },
    release: async (ids) => ids.forEach((id) => held.delete(id)),
    refuse: async (id, why) => void refused.set(id, why),
  }
  const result = await runOutbox(waiting, ports)
  return { ...result, held: [...held.keys()], refused, requests: sent }
}
const throws = (error: Error) => () => {
  throw error
}

describe('an answer', () => {
  const passing: [string, Error][] = [
    ['none at all', new NoConnection()],
    ['500', problem('internal', 500)],
    ['503', problem('busy', 503)],
    ['507, a full disk', problem('disk-full', 507)],
    ['401, an expired session', problem('not-signed-in', 401)],
    ['403, another session’s token', problem('stale-page', 403)],
    ['413', problem('too-large', 413)],
    ['429', problem('too-many-tries', 429)],
    ['something that is no problem', new Error('?')],
    ...[401, 413, 429, 500, 502, 503, 507].map((status): [string, Error] => [
      `${status} without a word`,
      new ProblemError(unexplained(status)),
    ]),
  ]
  it.each(passing)('%s leaves everything where it is, and says why in one line', async (_name, error) => {
    const { held, refused, waits } = await run([draft(1), draft(2), photo(3)], throws(error))
    expect(held).toHaveLength(3)
    expect(refused.size).toBe(0)
    expect(waits).toMatch(/^[^\n]+[.:]/)
    expect(judges(error)).toBe(false)
  })
  const judging: [ProblemType, number][] = [
    ['invalid', 400],
    ['refused', 409],
    ['other-content', 409],
    ['unsupported-file', 415],
    ['not-allowed', 403],
    ['not-found', 404],
  ]
  it.each(judging)(
    '%s %i judges: it stays with the reason, and what else waits goes on',
    async (type, status) => {
      const { held, refused, waits } = await run([photo(1), draft(2)], (acts) => {
        if (acts[0]?.body.kind === 'photo') throw problem(type, status)
        return acts.map((d) => recorded(d.id))
      })
      expect(held).toEqual([photo(1).id])
      expect(refused.get(photo(1).id)).toBe(`${type}.`)
      expect(waits).toBeUndefined()
    },
  )
  it('of a newer shape leaves that one waiting, and takes the others', async () => {
    const { held, refused, waits } = await run([draft(1), draft(2)], (acts) =>
      acts.map((d) =>
        d.id === draft(1).id
          ? { id: d.id, became: 'newer', detail: 'Newer than the server.' }
          : recorded(d.id),
      ),
    )
    expect(held).toEqual([draft(1).id])
    expect(refused.size).toBe(0)
    expect(waits).toBe('Newer than the server.')
  })
  it('that forgets an entry leaves it waiting', async () => {
    const { held } = await run([draft(1), draft(2)], (acts) => acts.slice(1).map((d) => recorded(d.id)))
    expect(held).toEqual([draft(1).id])
  })
  it('that refuses one of several keeps that one with its reason', async () => {
    const { held, refused, sent } = await run([draft(1), draft(2), draft(3)], (acts) =>
      acts.map((d) => (d.id === draft(2).id ? refusedBecause(d.id) : recorded(d.id))),
    )
    expect(held).toEqual([draft(2).id])
    expect(refused.get(draft(2).id)).toBe('Say why.')
    expect(sent).toBe(2)
  })
  it('that refuses a request of many lets each of them be tried alone', async () => {
    const { held, refused, requests } = await run([draft(1), draft(2), draft(3)], (acts) => {
      if (acts.some((d) => d.id === draft(2).id)) throw problem('invalid', 400)
      return acts.map((d) => recorded(d.id))
    })
    expect(requests.map((r) => r.length)).toEqual([3, 1, 1, 1])
    expect(held).toEqual([draft(2).id])
    expect([...refused.keys()]).toEqual([draft(2).id])
  })
})

describe('what waits', () => {
  it('holds back what speaks of it, and nothing else', async () => {
    const opened = photo(1)
    const pin = draft(2, { kind: 'pin', machine, photo: opened.id, x: 0.5, y: 0.5, position: 'IC1' })
    const other = draft(3)
    const { held, waits } = await run([opened, pin, other], (acts) => {
      if (acts[0]?.body.kind === 'photo') throw problem('disk-full', 507)
      return acts.map((d) => recorded(d.id))
    })
    expect(held).toEqual([opened.id, pin.id])
    expect(waits).toContain('disk is full')
  })
  it('holds back what is about a machine that is not registered yet', async () => {
    const fresh = numberedId<MachineId>(9, 4)
    const registered = draft(
      1,
      {
        kind: 'machine',
        what: 'registered',
        machine: fresh,
        entryNumber: 'E-9',
        name: 'x',
        source: { how: 'gift' },
      },
      { v: 99 },
    )
    const about = draft(2, { kind: 'note', machine: fresh, words: 'of it' })
    const { held } = await run([registered, about, photo(3)], (acts) =>
      acts.map((d) => (d.v === 99 ? { id: d.id, became: 'newer', detail: 'x' } : recorded(d.id))),
    )
    // They went in one request, so the server has judged the second; alone it would have waited.
    expect(held).toContain(registered.id)
    const alone = await run(
      [
        { ...registered, together: 'a' },
        draft(4, { kind: 'photo', machine: fresh, file: 'a'.repeat(64), width: 1, height: 1 }),
      ],
      (acts) => acts.map((d) => (d.v === 99 ? { id: d.id, became: 'newer', detail: 'x' } : recorded(d.id))),
    )
    expect(alone.held).toHaveLength(2)
  })
  it('is not asked of a server in trouble again and again: two failures in a row end the run', async () => {
    const { requests, held } = await run(
      [photo(1), photo(2), photo(3), photo(4)],
      throws(problem('internal', 500)),
    )
    expect(requests).toHaveLength(2)
    expect(held).toHaveLength(4)
  })
  it('goes in order, groups never split, files by themselves, at most 25 at once', () => {
    const many = Array.from({ length: 30 }, (_, i) => draft(i + 1))
    expect(actsOf(many).map((a) => a.length)).toEqual([25, 5])
    const together = { together: 'g' }
    expect(
      actsOf([
        draft(1),
        draft(2, undefined, together),
        photo(3),
        draft(4, undefined, together),
        draft(5),
      ]).map((a) => a.map((d) => Number(d.id.slice(-2)))),
    ).toEqual([[1, 2, 4], [3], [5]])
  })
})

describe('pauses', () => {
  it('grow from five seconds to five minutes', () =>
    expect([0, 1, 2, 3, 7, 20].map((n) => pauseAfter(n) / 1000)).toEqual([0, 5, 10, 20, 300, 300]))
  it('come with a reason that is one line and blames nobody', () => {
    for (const error of [
      new NoConnection(),
      problem('busy', 503),
      problem('not-signed-in', 401),
      problem('too-large', 413),
      new Error('x'),
    ]) {
      expect(whyItWaits(error)).toMatch(/^[A-Z][^\n]{5,80}\.$/)
    }
  })
})
