/**
 * Entries on their way. The box belongs to an account, outlives reload and sign-out, and is sent only in that account's
 * session. Whatever is written lies here first and leaves when the server has it; a refused one stays until its writer
 * deletes it.
 */
import { useEffect, useSyncExternalStore } from 'react'
import type { EntriesAnswer } from '#api/entries.ts'
import type { Draft } from '#core/history/entry.ts'
import { clockOffsetMs, newId } from './clock.ts'
import { NoConnection, post, ProblemError } from './http.ts'
import type { HeldFile, Waiting } from './outbox-store.ts'
import { sendFile, type Sent } from './send-file.ts'

export type { HeldFile, Waiting } from './outbox-store.ts'

const store = import('./outbox-store.ts')
const listeners = new Set<() => void>()
const boxes = new Map<string, readonly Waiting[]>()
/** Ids that are being sent for the first time: they are not "not sent yet". */
const fresh = new Set<string>()
const channel = new BroadcastChannel('anamnesis-outbox')

const device = (): string => {
  let id = localStorage.getItem('anamnesis.device')
  if (!id) localStorage.setItem('anamnesis.device', (id = newId()))
  return id
}

function show(account: string, list: readonly Waiting[]) {
  boxes.set(account, list)
  for (const listener of listeners) listener()
}

/** Reads the box anew from the device. */
async function reread(account: string) {
  const { claim, load } = await store
  claim(account)
  show(
    account,
    (await load(account)).filter((w) => !fresh.has(w.draft.id)),
  )
}
const changed = async (account: string) => {
  await reread(account)
  channel.postMessage(account)
}
// Another tab of the same account has written.
channel.onmessage = (message) => void (boxes.has(message.data as string) && reread(message.data as string))

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

const nobody: readonly Waiting[] = []
export function useOutbox(account: string | undefined): readonly Waiting[] {
  useEffect(() => {
    if (account && !boxes.has(account)) void reread(account)
  }, [account])
  return useSyncExternalStore(subscribe, () => (account ? (boxes.get(account) ?? nobody) : nobody))
}

/** Puts entries and their files on the device, as about to be sent; answers them as they lie there. */
export async function hold(account: string, drafts: readonly Draft[], files: readonly HeldFile[] = []): Promise<readonly Draft[]> {
  for (const { id } of drafts) fresh.add(id)
  return (await (await store).add(account, drafts, files, device(), clockOffsetMs())).map((w) => w.draft)
}

/** There was no connection: they wait from now on. */
export async function letWait(account: string, ids: readonly string[]) {
  for (const id of ids) fresh.delete(id)
  await changed(account)
}

/** The server has them, or their writer has them back in hand. */
export async function release(account: string, ids: readonly string[]) {
  await (await store).remove(account, ids)
  for (const id of ids) fresh.delete(id)
  await changed(account)
}

export const discard = (account: string, id: string) => release(account, [id])

/** The files that entries speak of go first; answers the entries with what the server found out about them. */
export async function sendFiles(account: string, drafts: readonly Draft[], onProgress?: (share: number) => void): Promise<readonly Draft[]> {
  const { file, fileOf } = await store
  const sent = new Map<string, Sent>()
  for (const draft of drafts) {
    const sha = fileOf(draft)
    const held = sha === undefined || sent.has(sha) ? undefined : await file(account, sha)
    if (held) sent.set(held.sha256, await sendFile(held, onProgress))
  }
  return drafts.map((draft) => {
    const found = draft.body.kind === 'photo' ? sent.get(draft.body.file) : undefined
    return found && draft.body.kind === 'photo' ? { ...draft, body: { ...draft.body, width: found.width, height: found.height } } : draft
  })
}

/** Ids that are sent one by one, since something was wrong with the request in which they were. */
const alone = new Set<string>()
/** How many entries go in one request. */
const together = 25

/** What is sent at once, in order: a group that stands or falls together is never split, one with a file goes by itself. */
function actsOf(waiting: readonly Draft[], fileOf: (draft: Draft) => string | undefined): Draft[][] {
  const groups = new Map<string, Draft[]>()
  for (const draft of waiting) groups.set(draft.together ?? draft.id, [...(groups.get(draft.together ?? draft.id) ?? []), draft])
  const acts: Draft[][] = []
  let open = false
  for (const group of groups.values()) {
    const own = group.some((d) => alone.has(d.id) || fileOf(d) !== undefined)
    const last = acts.at(-1)
    if (!own && open && last && last.length + group.length <= together) last.push(...group)
    else acts.push([...group])
    open = !own
  }
  return acts
}

/** Sends what waits, in order. Answers how many the server took. One tab at a time. */
export async function sendOutbox(account: string): Promise<number> {
  if (!boxes.has(account)) await reread(account)
  if ((boxes.get(account) ?? nobody).every((w) => w.refused)) return 0
  return navigator.locks.request(`anamnesis-outbox-${account}`, { ifAvailable: true }, async (lock) => {
    if (!lock) return 0
    const { load, refuse, fileOf } = await store
    let sent = 0
    const waiting = (await load(account)).filter((w) => !w.refused && !fresh.has(w.draft.id)).map((w) => w.draft)
    for (const act of actsOf(waiting, fileOf)) {
      const ids = act.map((d) => d.id)
      try {
        const answer = await post<EntriesAnswer>('/entries', { entries: await sendFiles(account, act), contested: 'keep' })
        const refused = new Map(answer.entries.flatMap((e) => (e.became === 'refused' ? [[e.id as string, e.detail] as const] : [])))
        for (const [id, detail] of refused) await refuse(account, id, detail)
        await release(
          account,
          ids.filter((id) => !refused.has(id)),
        )
        sent += act.length - refused.size
      } catch (error) {
        if (error instanceof NoConnection) break
        if (error instanceof ProblemError && error.problem.type === 'not-signed-in') break
        // Which of several it was is not said: each is tried alone next time.
        if (act.length > 1 && !act.every((d) => d.together !== undefined && d.together === act[0]?.together)) {
          for (const id of ids) alone.add(id)
          continue
        }
        for (const id of ids) await refuse(account, id, error instanceof Error ? error.message : 'It was refused.')
        await changed(account)
      }
    }
    return sent
  })
}
