/** Runs of practice on this device: they belong to an account, and lie apart from everything that the house wrote. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { OwnRun } from '#api/practice.ts'
import type { PracticeRun } from '#core/practice/run.ts'

export interface KeptRun {
  readonly id: string
  readonly account: string
  readonly run: PracticeRun
  /** When something was last written in it, epoch ms. */
  readonly touched: number
  /** What the server made of it; absent while it has no end, or was not sent. */
  readonly told?: OwnRun | undefined
  /** Why the server did not take it: it stays here. */
  readonly refused?: string | undefined
}
interface Kept extends DBSchema {
  runs: { key: string; value: KeptRun; indexes: { account: string } }
}

let opened: Promise<IDBPDatabase<Kept>> | undefined
const database = () =>
  (opened ??= openDB<Kept>('anamnesis-practice', 1, {
    upgrade(db) {
      db.createObjectStore('runs', { keyPath: 'id' }).createIndex('account', 'account')
    },
  }))

export const keepRun = async (run: KeptRun): Promise<void> => void (await (await database()).put('runs', run))
/** A run of this account; never another person's. */
export async function keptRun(account: string, id: string): Promise<KeptRun | undefined> {
  const found = await (await database()).get('runs', id)
  return found?.account === account ? found : undefined
}
export const keptRuns = async (account: string): Promise<KeptRun[]> =>
  (await (await database()).getAllFromIndex('runs', 'account', account)).sort((a, b) => b.touched - a.touched)
export const dropRun = async (id: string): Promise<void> => (await database()).delete('runs', id)
