/**
 * Entries that could not be sent yet. The box belongs to an account, outlives reload and sign-out, and is sent only in that
 * account's session. An entry leaves it when the server has it; a refused one stays until its writer deletes it.
 */
import { useSyncExternalStore } from 'react'
import type { EntriesAnswer } from '#api/entries.ts'
import type { Draft } from '#core/history/entry.ts'
import { newId } from './clock.ts'
import { NoConnection, post, ProblemError } from './http.ts'

export interface Waiting {
  readonly draft: Draft
  readonly refused?: string | undefined
}

const key = (account: string) => `anamnesis.outbox.${account}`
const listeners = new Set<() => void>()
const boxes = new Map<string, readonly Waiting[]>()

const device = (): string => {
  let id = localStorage.getItem('anamnesis.device')
  if (!id) localStorage.setItem('anamnesis.device', (id = newId()))
  return id
}

function read(account: string): readonly Waiting[] {
  const held = boxes.get(account)
  if (held) return held
  let list: readonly Waiting[]
  try {
    list = JSON.parse(localStorage.getItem(key(account)) ?? '[]') as Waiting[]
  } catch {
    list = []
  }
  boxes.set(account, list)
  return list
}

function write(account: string, list: readonly Waiting[]) {
  boxes.set(account, list)
  localStorage.setItem(key(account), JSON.stringify(list))
  for (const listener of listeners) listener()
}

// Another tab of the same account has written.
window.addEventListener('storage', (event) => {
  if (!event.key?.startsWith('anamnesis.outbox.')) return
  boxes.delete(event.key.slice('anamnesis.outbox.'.length))
  for (const listener of listeners) listener()
})

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

const nobody: readonly Waiting[] = []
export const useOutbox = (account: string | undefined): readonly Waiting[] => useSyncExternalStore(subscribe, () => (account ? read(account) : nobody))

/** Keeps entries until the connection is back; from then on they are marked as from an outbox. */
export function keep(account: string, drafts: readonly Draft[]) {
  const list = read(account)
  write(account, [...list, ...drafts.map((draft, i): Waiting => ({ draft: { ...draft, device: { id: device(), n: list.length + i + 1, offsetMs: 0 } } }))])
}

export const discard = (account: string, id: string) =>
  write(
    account,
    read(account).filter((w) => w.draft.id !== id),
  )

let sending = false

/** Sends what waits, in order. Answers how many the server took. Only one tab sends at a time. */
export async function sendOutbox(account: string): Promise<number> {
  if (sending || read(account).every((w) => w.refused)) return 0
  sending = true
  try {
    return await navigator.locks.request(`anamnesis-outbox-${account}`, async () => {
      let sent = 0
      for (const waiting of read(account).filter((w) => !w.refused)) {
        const group = waiting.draft.together ? read(account).filter((w) => w.draft.together === waiting.draft.together) : [waiting]
        if (!read(account).some((w) => w.draft.id === waiting.draft.id)) continue
        try {
          const answer = await post<EntriesAnswer>('/entries', { entries: group.map((w) => w.draft), contested: 'keep' })
          const refused = new Map(answer.entries.flatMap((e) => (e.became === 'refused' ? [[e.id, e.detail] as const] : [])))
          const ids = new Set<string>(group.map((w) => w.draft.id))
          write(
            account,
            read(account).flatMap((w) => (!ids.has(w.draft.id) ? [w] : refused.has(w.draft.id) ? [{ ...w, refused: refused.get(w.draft.id) }] : [])),
          )
          sent += group.length - refused.size
        } catch (error) {
          if (error instanceof NoConnection) break
          if (error instanceof ProblemError && error.problem.type === 'not-signed-in') break
          write(
            account,
            read(account).map((w) => (w.draft.id === waiting.draft.id ? { ...w, refused: error instanceof Error ? error.message : 'It was refused.' } : w)),
          )
        }
      }
      return sent
    })
  } finally {
    sending = false
  }
}
