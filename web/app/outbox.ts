/**
 * Entries on their way. The box belongs to an account, outlives reload and sign-out, and is sent only in that account's
 * session. Whatever is written lies here first and leaves when the server has it; what the server refused stays until its
 * writer mends it, sends it again or deletes it.
 */
import { useEffect, useSyncExternalStore } from 'react'
import type { Body } from '#core/history/bodies/index.ts'
import type { Draft } from '#core/history/entry.ts'
import { clockOffsetMs, newId, nowMs } from './clock.ts'
import { post } from './http.ts'
import { pauseAfter } from './judging.ts'
import type { HeldFile, Waiting } from './outbox-store.ts'
import { sendFile, type Sent } from './send-file.ts'

export type { HeldFile, Waiting } from './outbox-store.ts'

const store = import('./outbox-store.ts')
/** What an entry is, file by file: fetched when something is sent, not with the first page. */
const kinds = () => import('#core/history/scope.ts')
const listeners = new Set<() => void>()

export interface Outbox {
  readonly waiting: readonly Waiting[]
  /** In one line why it waits; undefined while nothing was tried in vain. */
  readonly why?: string | undefined
  /** When it is tried again, epoch ms. */
  readonly againAt?: number | undefined
}
const boxes = new Map<string, Outbox>()
const failures = new Map<string, number>()
/** Ids that are being sent for the first time: they are not "not sent yet". */
const fresh = new Set<string>()
const channel = new BroadcastChannel('anamnesis-outbox')

const device = (): string => {
  let id = localStorage.getItem('anamnesis.device')
  if (!id) localStorage.setItem('anamnesis.device', (id = newId()))
  return id
}

const nothing: Outbox = { waiting: [] }
function show(account: string, change: Partial<Outbox>) {
  boxes.set(account, { ...(boxes.get(account) ?? nothing), ...change })
  for (const listener of listeners) listener()
}

/** Reads the box anew from the device. */
async function reread(account: string) {
  const { claim, load } = await store
  claim(account)
  show(account, { waiting: (await load(account)).filter((w) => !fresh.has(w.draft.id)) })
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

export function useOutboxState(account: string | undefined): Outbox {
  useEffect(() => {
    if (account && !boxes.has(account)) void reread(account)
  }, [account])
  return useSyncExternalStore(subscribe, () => (account ? (boxes.get(account) ?? nothing) : nothing))
}
export const useOutbox = (account: string | undefined): readonly Waiting[] => useOutboxState(account).waiting

/** Puts entries and their files on the device, as about to be sent; answers them as they lie there. `line`: as they were typed. */
export async function hold(
  account: string,
  drafts: readonly Draft[],
  files: readonly HeldFile[] = [],
  line?: string,
): Promise<readonly Draft[]> {
  for (const { id } of drafts) fresh.add(id)
  return (
    await (await store).add(account, drafts, files, { id: device(), offsetMs: clockOffsetMs() }, line)
  ).map((w) => w.draft)
}

/** Nobody judged them: they wait from now on, and are tried again after a pause. */
export async function letWait(account: string, ids: readonly string[], why: string) {
  for (const id of ids) fresh.delete(id)
  rest(account, why)
  await changed(account)
}

/** The server has them, or their writer has them back in hand. */
export async function release(account: string, ids: readonly string[]) {
  if (ids.length === 0) return
  await (await store).remove(account, ids)
  for (const id of ids) fresh.delete(id)
  await changed(account)
}

/** The server judged it: it stays with the reason. */
export async function refuse(account: string, id: string, why: string, rule?: string) {
  await (await store).refuse(account, id, why, rule)
  fresh.delete(id)
  await changed(account)
}

export const discard = (account: string, ...ids: readonly string[]) => release(account, ids)

/** Sends what was refused once more, as it is or as its writer has mended it; what stands or falls together goes together. */
export async function sendAgain(
  account: string,
  ids: readonly string[],
  mended?: { readonly id: string; readonly draft: Draft },
): Promise<void> {
  const { again } = await store
  for (const id of ids) await again(account, id, mended?.id === id ? mended.draft : undefined)
  await changed(account)
  await sendOutbox(account, 'now')
}

/** The files that entries speak of go first; answers the entries with what the server found out about them. */
export async function sendFiles(
  account: string,
  drafts: readonly Draft[],
  onProgress?: (share: number) => void,
): Promise<readonly Draft[]> {
  const { file } = await store
  const sent = new Map<string, Sent>()
  const { filesOf } = await kinds()
  for (const sha of new Set(drafts.flatMap((draft) => filesOf(draft.body)))) {
    const held = await file(account, sha)
    if (held) sent.set(held.sha256, await sendFile(held, onProgress))
  }
  return drafts.map((draft) => ({ ...draft, body: withFound(draft.body, sent) }))
}

/** A body with its photographs as the server found them to be. */
function withFound(body: Body, sent: ReadonlyMap<string, Sent>): Body {
  const found = <P extends { file: string; width: number; height: number }>(photo: P): P => {
    const is = sent.get(photo.file)
    return is ? { ...photo, file: is.file, width: is.width, height: is.height } : photo
  }
  if (body.kind === 'photo') return found(body)
  if (body.kind !== 'look') return body
  return {
    ...body,
    zones: body.zones.map((zone) =>
      zone.is !== 'not looked at' && zone.photos ? { ...zone, photos: zone.photos.map(found) } : zone,
    ),
  }
}

function rest(account: string, why: string) {
  const tries = (failures.get(account) ?? 0) + 1
  failures.set(account, tries)
  show(account, { why, againAt: nowMs() + pauseAfter(tries) })
}

/** Sends what waits, in order, unless it rests after a failure. Answers how many the server took. One tab at a time. */
export async function sendOutbox(
  account: string,
  when: 'now' | 'after the pause' = 'after the pause',
): Promise<number> {
  if (!boxes.has(account)) await reread(account)
  const box = boxes.get(account) ?? nothing
  if (box.waiting.every((w) => w.refused)) return 0
  if (when !== 'now' && box.againAt !== undefined && nowMs() < box.againAt) return 0
  return navigator.locks.request(`anamnesis-outbox-${account}`, { ifAvailable: true }, async (lock) => {
    if (!lock) return 0
    const { load } = await store
    const waiting = (await load(account))
      .filter((w) => !w.refused && !fresh.has(w.draft.id))
      .map((w) => w.draft)
    const { runOutbox } = await import('./outbox-run.ts')
    const run = await runOutbox(waiting, {
      send: async (act) => post('/entries', { entries: await sendFiles(account, act), contested: 'keep' }),
      release: (ids) => release(account, ids),
      refuse: (id, why, rule) => refuse(account, id, why, rule),
    })
    // Whatever got through says that the road is open: what still waits begins again with short pauses.
    if (run.sent > 0) failures.delete(account)
    if (run.waits !== undefined) rest(account, run.waits)
    else {
      failures.delete(account)
      show(account, { why: undefined, againAt: undefined })
    }
    return run.sent
  })
}
