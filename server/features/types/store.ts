/** What the entries say of the house's own things, counted in SQL. */
import { rows, type Db } from '../../db/connection.ts'

/** How often each house method was followed, by its id. */
export async function methodUses(db: Db): Promise<ReadonlyMap<string, number>> {
  const found = await rows<{ method: string; n: string }>(
    db,
    `SELECT entry->'body'->>'method' AS method, count(*) AS n FROM entries WHERE kind = 'change' AND entry->'body'->>'method' IS NOT NULL GROUP BY 1`,
  )
  return new Map(found.map((r) => [r.method, Number(r.n)]))
}

/** How many machines of each type the house has. */
export async function machinesByType(db: Db): Promise<ReadonlyMap<string, number>> {
  const counts = await rows<{ type: string; n: string }>(
    db,
    'SELECT type, count(*) AS n FROM machines WHERE type IS NOT NULL GROUP BY type',
  )
  return new Map(counts.map((r) => [r.type, Number(r.n)]))
}
