/** The entries of episodes that were opened on this device, kept for when there is no connection. They belong to an account. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Entry } from '#core/history/entry.ts'
import { nowMs } from './clock.ts'
import { get } from './http.ts'

export interface HeldEpisode {
  readonly account: string
  readonly episode: string
  readonly entries: readonly Entry[]
  readonly nextTag: string
  readonly at: number
}
interface Held extends DBSchema {
  episodes: { key: [string, string]; value: HeldEpisode; indexes: { account: string } }
}

/** How many episodes an account keeps; the one longest not opened goes first. */
const most = 12

let opened: Promise<IDBPDatabase<Held>> | undefined
const database = () =>
  (opened ??= openDB<Held>('anamnesis-episodes', 1, {
    upgrade(db) {
      db.createObjectStore('episodes', { keyPath: ['account', 'episode'] }).createIndex('account', 'account')
    },
  }))

export const heldEpisode = async (account: string, episode: string): Promise<HeldEpisode | undefined> =>
  (await database()).get('episodes', [account, episode])

/** What is held of an episode of a machine, the one opened last. */
export async function heldOf(account: string, machine: string): Promise<HeldEpisode | undefined> {
  const all = await (await database()).getAllFromIndex('episodes', 'account', account)
  return all
    .filter(({ episode, entries }) =>
      entries.some((e) => e.id === episode && e.body.kind === 'episode' && e.body.machine === machine),
    )
    .sort((a, b) => b.at - a.at)[0]
}

/** Fetches what is new of an episode and keeps it. Throws NoConnection. */
export async function refreshEpisode(account: string, episode: string): Promise<HeldEpisode> {
  const db = await database()
  const old = await db.get('episodes', [account, episode])
  const after = old?.entries.reduce((seq, e) => Math.max(seq, e.seq), 0) ?? 0
  const fresh = await get('/episodes/:id/entries', {
    id: episode,
    after,
    count: old?.entries.length ?? 0,
  })
  const held: HeldEpisode = {
    account,
    episode,
    entries: fresh.whole || !old ? fresh.entries : [...old.entries, ...fresh.entries],
    nextTag: fresh.nextTag,
    at: nowMs(),
  }
  await db.put('episodes', held)
  const all = await db.getAllFromIndex('episodes', 'account', account)
  for (const { episode: oldest } of all.sort((a, b) => b.at - a.at).slice(most))
    await db.delete('episodes', [account, oldest])
  return held
}

/** What an account held here goes when it signs out. */
export async function forgetEpisodes(account: string): Promise<void> {
  const db = await database()
  for (const key of await db.getAllKeysFromIndex('episodes', 'account', account))
    await db.delete('episodes', key)
}
