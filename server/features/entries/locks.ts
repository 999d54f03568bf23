/** Locks of the append: subjects and tags first, in order; then the one under which entries and projections are written. */
import { createHash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import type { Subject } from '#core/history/entry.ts'
import { run, type Db } from '../../db/connection.ts'

const lockKey = (kind: string, id: string): bigint =>
  createHash('sha256').update(`${kind}:${id}`).digest().readBigInt64BE()

/** How long a writer waits for others before it is told to come again, ms. */
const lockWaitMs = 20_000

/** One writer of entries or projections at a time, until the transaction ends. */
export const commitLock = (db: Db, transaction: Transaction): Promise<void> =>
  run(db, 'SELECT pg_advisory_xact_lock(1)', [], transaction)

/** Subjects that are read and judged, and tags that are given out, until the transaction ends. From here on nobody is waited for longer than `lockWaitMs`. */
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
  await run(
    db,
    `WITH bounded AS MATERIALIZED (SELECT set_config('lock_timeout', '${lockWaitMs}', true))
     SELECT pg_advisory_xact_lock(k) FROM bounded LEFT JOIN unnest($1::bigint[]) AS k ON true WHERE k IS NOT NULL`,
    [keys],
    transaction,
  )
}
