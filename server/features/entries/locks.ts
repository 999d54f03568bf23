/** Locks of the append: subjects and tags first, in order; then the one under which entries and projections are written. */
import { createHash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import type { Subject } from '#core/history/entry.ts'
import { run, type Db } from '../../db/connection.ts'

const lockKey = (kind: string, id: string): bigint =>
  createHash('sha256').update(`${kind}:${id}`).digest().readBigInt64BE()

/** How long a writer waits for others before it is told to come again, ms. */
const lockWaitMs = 20_000

/** From here on nobody is waited for longer than that. */
export const boundWaits = (db: Db, transaction: Transaction): Promise<void> =>
  run(db, `SET LOCAL lock_timeout = ${lockWaitMs}`, [], transaction)

/** One writer of entries or projections at a time, until the transaction ends. */
export const commitLock = (db: Db, transaction: Transaction): Promise<void> =>
  run(db, 'SELECT pg_advisory_xact_lock(1)', [], transaction)

/** Subjects that are read and judged, and tags that are given out, until the transaction ends. */
export async function lock(
  db: Db,
  subjects: readonly Subject[],
  tags: readonly string[],
  transaction: Transaction,
): Promise<void> {
  const keys = [
    ...new Set([
      ...subjects.map(({ kind, id }) => lockKey(kind, id)),
      ...tags.map((tag) => lockKey('tag', tag)),
    ]),
  ]
    .sort((a, b) => (a < b ? -1 : a > b ? 1 : 0))
    .map(String)
  if (keys.length > 0)
    await run(db, 'SELECT pg_advisory_xact_lock(k) FROM unnest($1::bigint[]) AS k', [keys], transaction)
}
