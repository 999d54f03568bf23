/** The outbox on a device with its real store: what waits, what leaves, what stays with its reason. */
import { renderHook, waitFor } from '@testing-library/react'
import { v7 } from 'uuid'
import { describe, expect, it, vi } from 'vitest'
import { entryVersion, type Draft } from '#core/history/entry.ts'
import type { EntryId } from '#core/ids.ts'
import { home } from '#core/testing/terminal.ts'
import { json, taken } from '#web/testing/house.tsx'
import { discard, hold, letWait, sendAgain, sendOutbox, useOutbox } from './outbox.ts'

const at = '2026-05-01T10:00:00.000Z'
const note = (words: string, together?: string): Draft => ({
  id: v7() as EntryId,
  v: entryVersion,
  happenedAt: { earliest: at, latest: at },
  basis: 'seen',
  body: { kind: 'note', machine: home, words },
  ...(together ? { together } : {}),
})
const server = (answer: (drafts: readonly Draft[]) => Response | Promise<Response>) => {
  const sendings: string[][] = []
  vi.stubGlobal('fetch', async (_address: string, init: RequestInit) => {
    const { entries } = JSON.parse(String(init.body)) as { entries: Draft[] }
    sendings.push(entries.map((e) => (e.body.kind === 'note' ? e.body.words : e.body.kind)))
    return answer(entries)
  })
  return sendings
}
const waits = async (account: string, drafts: readonly Draft[]) => {
  await hold(account, drafts)
  await letWait(
    account,
    drafts.map((d) => d.id),
    'No connection.',
  )
}
const box = (account: string) => renderHook(() => useOutbox(account)).result
const problem = (status: number, type: string) =>
  json({ type, title: type, status, detail: `It was ${type}.` }, status)

describe('what waits on the device', () => {
  it('is sent in its order, what stands or falls together as one, and leaves when it was taken', async () => {
    const account = v7()
    const sendings = server((drafts) => taken(drafts))
    const group = v7()
    await waits(account, [note('one'), note('two', group), note('three', group)])
    expect(await sendOutbox(account, 'now')).toBe(3)
    expect(sendings.flat()).toEqual(['one', 'two', 'three'])
    expect(sendings.some((s) => s.includes('two') && !s.includes('three'))).toBe(false)
    await waitFor(() => expect(box(account).current).toEqual([]))
  })

  it.each([
    ['a server in trouble', 503, 'busy'],
    ['a session that is over', 401, 'not-signed-in'],
    ['a page of another session', 500, 'internal'],
  ])('stays after %s', async (_name, status, type) => {
    const account = v7()
    server(() => problem(status, type))
    await waits(account, [note('one')])
    expect(await sendOutbox(account, 'now')).toBe(0)
    await waitFor(() => expect(box(account).current.map((w) => w.refused)).toEqual([undefined]))
  })

  it('stays with its reason when it was refused, and goes when it was mended', async () => {
    const account = v7()
    let mended = false
    server((drafts) =>
      mended
        ? taken(drafts)
        : json(
            {
              entries: drafts.map((d) => ({
                id: d.id,
                became: 'refused',
                refusal: { rule: 'needs-instant' },
                mayKeep: false,
                detail: 'Say when.',
              })),
            },
            409,
          ),
    )
    const draft = note('one')
    await waits(account, [draft])
    await sendOutbox(account, 'now')
    await waitFor(() => expect(box(account).current.map((w) => w.refused)).toEqual(['Say when.']))
    mended = true
    await sendAgain(account, [draft.id], {
      id: draft.id,
      draft: { ...draft, body: { kind: 'note', machine: home, words: 'one, at ten' } },
    })
    await waitFor(() => expect(box(account).current).toEqual([]))
  })

  it('is deleted by its writer only', async () => {
    const account = v7()
    const [kept, gone] = [note('kept'), note('gone')]
    await waits(account, [kept, gone])
    await discard(account, gone.id)
    await waitFor(() => expect(box(account).current.map((w) => w.draft.id)).toEqual([kept.id]))
  })

  it('of one account is not seen, nor sent, by another', async () => {
    const [mine, theirs] = [v7(), v7()]
    const sendings = server((drafts) => taken(drafts))
    await waits(mine, [note('mine')])
    expect(await sendOutbox(theirs, 'now')).toBe(0)
    expect(sendings).toEqual([])
  })
})
