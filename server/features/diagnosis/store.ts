/** What the house counted of kinds of parts, and what of each lies in stock. */
import type { HouseFacts } from '#core/views/fault-shape.ts'
import { rows, type Db } from '../../db/connection.ts'
import { nowInstant } from '../../platform/clock.ts'

export async function houseFacts(db: Db): Promise<HouseFacts> {
  const found = await rows<{ kind: string; judged: string; bad: string; proved: string; others: string }>(
    db,
    `SELECT lower(part_row->>'partKind') AS kind,
       count(*) FILTER (WHERE part_row->>'health' IN ('proved good', 'not shown faulty', 'proved bad')) AS judged,
       count(*) FILTER (WHERE part_row->>'health' = 'proved bad') AS bad,
       count(*) FILTER (WHERE part_row->>'holder' = 'store' AND part_row->>'health' = 'proved good') AS proved,
       count(*) FILTER (WHERE part_row->>'holder' = 'store' AND part_row->>'health' NOT IN ('proved good', 'proved bad')) AS others
     FROM parts WHERE part_row->>'partKind' IS NOT NULL GROUP BY 1`,
  )
  return {
    kinds: found.map((r) => ({
      kind: r.kind,
      bad: Number(r.bad),
      judged: Number(r.judged),
      proved: Number(r.proved),
      others: Number(r.others),
    })),
    at: nowInstant(),
  }
}
