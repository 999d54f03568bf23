/** Which machines and spares are worth loading when a part is sought; tags that go on paper. */
import type { StockRow, TagRow } from '#api/parts.ts'
import type { PartRow } from '#api/machines.ts'
import type { World } from '#core/history/world.ts'
import type { Need } from '#core/parts/donors.ts'
import { couldServe } from '#core/views/donors.ts'
import { rows, type Db } from '../../db/connection.ts'

/** More than these are not folded for one question; those meant as sources of parts come first. */
export const mostDonors = 40
export const mostSpares = 300

/** Machines of types that have such a position, the one in need left out. `house`: the types. */
export async function donorMachines(db: Db, house: World, needs: readonly Need[], machine: string): Promise<readonly string[]> {
  const types = [...house.types.values()].filter((t) => t.sheet.positions.some((p) => couldServe(needs, p.accepts))).map((t) => t.id)
  const found = await rows<{ machine: string }>(
    db,
    `SELECT machine FROM machines WHERE type = ANY($1::uuid[]) AND machine <> $2 AND legal <> 'disposed'
     ORDER BY array_position(ARRAY['parts source','undecided','reserve','study','display','working exhibit'], summary->'plate'->>'purpose'), number LIMIT ${mostDonors + 1}`,
    [types, machine],
  )
  return found.map((r) => r.machine)
}

/** Parts that lie in a store or were kept, of kinds that could serve. */
export async function sparesFor(db: Db, needs: readonly Need[]): Promise<readonly string[]> {
  const kinds = await rows<{ kind: string }>(
    db,
    `SELECT DISTINCT part_row->>'partKind' AS kind FROM parts WHERE machine IS NULL AND NOT gone AND part_row->>'partKind' IS NOT NULL`,
  )
  const wanted = kinds.filter((k) => couldServe(needs, k.kind)).map((k) => k.kind)
  if (wanted.length === 0) return []
  const found = await rows<{ part: string }>(
    db,
    `SELECT part FROM parts WHERE machine IS NULL AND NOT gone AND part_row->>'partKind' = ANY($1::text[]) ORDER BY tag NULLS LAST, part LIMIT ${mostSpares + 1}`,
    [wanted],
  )
  return found.map((r) => r.part)
}

export async function machinesByType(db: Db): Promise<ReadonlyMap<string, number>> {
  const counts = await rows<{ type: string; n: string }>(db, 'SELECT type, count(*) AS n FROM machines WHERE type IS NOT NULL GROUP BY type')
  return new Map(counts.map((r) => [r.type, Number(r.n)]))
}

/** Bag tags of parts that have one, in the order asked. */
export async function tagsOf(db: Db, ids: readonly string[]): Promise<TagRow[]> {
  const found = await rows<{ part: string; tag: string; part_row: PartRow & { marking?: string } }>(
    db,
    'SELECT part, tag, part_row FROM parts WHERE part = ANY($1::uuid[]) AND tag IS NOT NULL',
    [ids],
  )
  const byId = new Map(found.map((r) => [r.part, r]))
  return ids.flatMap((id) => {
    const row = byId.get(id)
    return row
      ? [
          {
            id,
            tag: row.tag,
            label: row.part_row.label,
            partKind: row.part_row.partKind,
            marking: row.part_row.marking,
            from: row.part_row.from,
            place: row.part_row.place,
            health: row.part_row.health,
          },
        ]
      : []
  })
}

/** What is known of every kind of part, counted from where the parts are: remembered totals are wrong. */
export async function stockByKind(db: Db): Promise<StockRow[]> {
  const found = await rows<Record<keyof StockRow, string>>(
    db,
    `SELECT part_row->>'partKind' AS kind,
       count(*) FILTER (WHERE part_row->>'holder' = 'store') AS "inStore",
       count(*) FILTER (WHERE part_row->>'holder' = 'machine') AS "inMachines",
       count(*) FILTER (WHERE part_row->>'holder' NOT IN ('store', 'machine', 'gone')) AS elsewhere,
       count(*) FILTER (WHERE loan) AS "onLoan",
       count(*) FILTER (WHERE gone) AS gone,
       count(*) FILTER (WHERE part_row->>'origin' IN ('bought', 'made', 'gift')) AS acquired,
       count(*) FILTER (WHERE part_row->>'origin' IN ('bought', 'made', 'gift') AND part_row->>'holder' IN ('machine', 'gone')) AS used,
       count(*) FILTER (WHERE part_row->>'health' IN ('proved good', 'not shown faulty', 'proved bad')) AS judged,
       count(*) FILTER (WHERE part_row->>'health' = 'proved bad') AS bad
     FROM parts WHERE part_row->>'partKind' IS NOT NULL GROUP BY 1 ORDER BY 1`,
  )
  return found.map(({ kind, ...counts }) => ({ kind, ...(Object.fromEntries(Object.entries(counts).map(([key, n]) => [key, Number(n)])) as Omit<StockRow, 'kind'>) }))
}
