/** Where the outbox lies on the device: IndexedDB, so that entries, photographs and voice notes outlive reload, crash and days. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Draft } from '#core/history/entry.ts'

export interface Waiting {
  readonly draft: Draft
  /** Why the server refused it, and the rule by its name. */
  readonly refused?: string | undefined
  readonly rule?: string | undefined
  /** The line as it was typed. */
  readonly line?: string | undefined
}

/** A file that an entry speaks of by its hash. It goes to the server before the entry does. */
export interface HeldFile {
  readonly sha256: string
  readonly sort: 'photo' | 'voice'
  readonly machine: string
  /** The loan it belongs to, where that is what the writer may see. */
  readonly loan?: string | undefined
  readonly name: string
  readonly blob: Blob
}

interface Box extends DBSchema {
  entries: {
    key: [string, string]
    value: Waiting & { readonly account: string; readonly n: number }
    indexes: { account: string }
  }
  files: { key: [string, string]; value: HeldFile & { readonly account: string } }
  counter: { key: string; value: number }
}

let opened: Promise<IDBPDatabase<Box>> | undefined
const box = () =>
  (opened ??= openDB<Box>('anamnesis-outbox', 1, {
    upgrade(db) {
      db.createObjectStore('entries', { keyPath: ['account', 'draft.id'] }).createIndex('account', 'account')
      db.createObjectStore('files', { keyPath: ['account', 'sha256'] })
      db.createObjectStore('counter')
    },
  }))

/** The device is this account's now: answers that another one was given, kept for working offline, go. */
export function claim(account: string) {
  const key = 'anamnesis.account'
  if (localStorage.getItem(key) === account) return
  localStorage.setItem(key, account)
  navigator.serviceWorker?.controller?.postMessage('forget')
}

/** What an account has waiting, in the order in which it was written. */
export async function load(account: string): Promise<Waiting[]> {
  const held = await (await box()).getAllFromIndex('entries', 'account', account)
  return held
    .sort((a, b) => a.n - b.n)
    .map(({ draft, refused, rule, line }) => ({
      draft,
      ...(refused === undefined ? {} : { refused, rule }),
      ...(line === undefined ? {} : { line }),
    }))
}

/** Adds entries and the files they speak of, in one transaction: all of it is there afterwards, or nothing. */
export async function add(
  account: string,
  drafts: readonly Draft[],
  files: readonly HeldFile[],
  device: { readonly id: string; readonly offsetMs: number },
  line?: string,
): Promise<Waiting[]> {
  const transaction = (await box()).transaction(['entries', 'files', 'counter'], 'readwrite')
  const counter = transaction.objectStore('counter')
  let n = (await counter.get(account)) ?? 0
  const added: Waiting[] = []
  for (const draft of drafts) {
    n += 1
    const waiting: Waiting = {
      draft: { ...draft, device: { id: device.id, n, offsetMs: device.offsetMs } },
      ...(line === undefined ? {} : { line }),
    }
    added.push(waiting)
    void transaction.objectStore('entries').put({ ...waiting, account, n })
  }
  for (const file of files) void transaction.objectStore('files').put({ ...file, account })
  void counter.put(n, account)
  await transaction.done
  return added
}

export async function refuse(account: string, id: string, refused: string, rule?: string): Promise<void> {
  const db = await box()
  const held = await db.get('entries', [account, id])
  if (held) await db.put('entries', { ...held, refused, rule })
}

/** One that was refused waits again, as it was or as `mended` says. Its place in the order stays. */
export async function again(account: string, id: string, mended?: Draft): Promise<void> {
  const transaction = (await box()).transaction('entries', 'readwrite')
  const held = await transaction.store.get([account, id])
  if (held) {
    const { refused: _, rule: _rule, ...rest } = held
    if (mended && mended.id !== id) await transaction.store.delete([account, id])
    await transaction.store.put({ ...rest, draft: mended ?? held.draft })
  }
  await transaction.done
}

/** Takes entries out, and the files that no other waiting entry of the account speaks of. */
export async function remove(account: string, ids: readonly string[]): Promise<void> {
  // Fetched before the transaction begins: one that waits for something else ends by itself.
  const { filesOf } = await import('#core/history/scope.ts')
  const transaction = (await box()).transaction(['entries', 'files'], 'readwrite')
  const entries = transaction.objectStore('entries')
  for (const id of ids) await entries.delete([account, id])
  const still = new Set(
    (await entries.index('account').getAll(account)).flatMap(({ draft }) => filesOf(draft.body)),
  )
  const files = transaction.objectStore('files')
  for (const key of await files.getAllKeys())
    if (key[0] === account && !still.has(key[1])) await files.delete(key)
  await transaction.done
}

export const file = async (account: string, sha256: string): Promise<HeldFile | undefined> =>
  (await box()).get('files', [account, sha256])
