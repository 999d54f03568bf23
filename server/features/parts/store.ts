/** The list of parts, and which machines and spares are worth loading when one is sought. */
import type { HouseNeed, NeedsAnswer, StockRow, TypeFailures } from '#api/parts.ts'
import type { PartRow, PartsAnswer } from '#api/machines.ts'
import type { World } from '#core/history/world.ts'
import type { Spare } from '#core/parts/buying.ts'
import type { Need } from '#core/parts/donors.ts'
import type { PartFacts } from '#core/parts/fit.ts'
import { fromStockFor, type RenewalRow } from '#core/parts/renewal.ts'
import { couldServe } from '#core/views/donors.ts'
import { lotRowAt, type LotRow, type ReservationRow } from '#core/views/lots.ts'
import type { NeedRow } from '#core/views/needs.ts'
import { rows, type Db } from '../../db/connection.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'

export interface PartsAsked {
  readonly q?: string | undefined
  readonly cursor?: string | undefined
  readonly gone: 'yes' | 'no'
  readonly limit: number
}

/** One page of the parts that match every word, by tag; and what is lent. */
export async function listParts(db: Db, { q, cursor, gone, limit }: PartsAsked): Promise<PartsAnswer> {
  const bind: unknown[] = []
  const where = gone === 'yes' ? [] : ['NOT gone']
  for (const word of (q ?? '').toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8)) {
    bind.push(`%${word.replace(/[\\%_]/g, '\\$&')}%`)
    where.push(`words LIKE $${bind.length}`)
  }
  const all = where.length ? `WHERE ${where.join(' AND ')}` : ''
  const [total] = await rows<{ count: string }>(db, `SELECT count(*) FROM parts ${all}`, bind)
  const page = cursor
    ? [
        ...where,
        `(coalesce(tag, words), part::text) > (SELECT coalesce(tag, words), part::text FROM parts WHERE part::text = $${bind.length + 1})`,
      ]
    : where
  const found = await rows<{ part: string; part_row: PartRow }>(
    db,
    `SELECT part, part_row FROM parts ${page.length ? `WHERE ${page.join(' AND ')}` : ''} ORDER BY coalesce(tag, words), part::text LIMIT ${limit + 1}`,
    cursor ? [...bind, cursor] : bind,
  )
  const loans = await rows<{ part_row: PartRow }>(db, 'SELECT part_row FROM parts WHERE loan ORDER BY part')
  const shown = found.slice(0, limit)
  return {
    parts: shown.map((r) => r.part_row),
    total: Number(total?.count ?? 0),
    next: found.length > limit ? shown.at(-1)?.part : undefined,
    loans: loans.map((r) => r.part_row),
  }
}

export const isPart = async (db: Db, id: string): Promise<boolean> =>
  (await rows(db, 'SELECT 1 FROM parts WHERE part = $1', [id])).length > 0

/** More than these are not folded for one question; those meant as sources of parts come first. */
export const mostDonors = 40
export const mostSpares = 300

/** Machines of types that have such a position, the one in need left out. `house`: the types. */
export async function donorMachines(
  db: Db,
  house: World,
  needs: readonly Need[],
  machine: string,
): Promise<readonly string[]> {
  const types = [...house.types.values()]
    .filter((t) => t.sheet.positions.some((p) => couldServe(needs, p.accepts)))
    .map((t) => t.id)
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

/** What is known of every kind of part, counted from where the parts are: remembered totals are wrong. Lots are counted in. */
export async function stockByKind(db: Db): Promise<StockRow[]> {
  const found = await rows<Record<keyof StockRow, string>>(
    db,
    `SELECT part_row->>'partKind' AS kind,
       count(*) FILTER (WHERE part_row->>'holder' = 'store') AS "inStore",
       count(*) FILTER (WHERE part_row->>'holder' = 'machine') AS "inMachines",
       count(*) FILTER (WHERE part_row->>'holder' NOT IN ('store', 'machine', 'gone')) AS elsewhere,
       count(*) FILTER (WHERE loan) AS "onLoan",
       count(*) FILTER (WHERE gone) AS gone,
       count(*) FILTER (WHERE part_row->>'origin' = 'bought') AS bought,
       count(*) FILTER (WHERE part_row->>'origin' IN ('made', 'gift')) AS "otherwiseGot",
       count(*) FILTER (WHERE part_row->>'origin' IN ('bought', 'made', 'gift') AND part_row->>'holder' IN ('machine', 'gone')) AS used,
       count(*) FILTER (WHERE part_row->>'health' IN ('proved good', 'not shown faulty', 'proved bad')) AS judged,
       count(*) FILTER (WHERE part_row->>'health' = 'proved bad') AS bad,
       count(*) FILTER (WHERE json_array_length(part_row->'kept') > 0) AS kept
     FROM parts WHERE part_row->>'partKind' IS NOT NULL GROUP BY 1`,
  )
  const byKind = new Map<string, StockRow>(
    found.map(({ kind, ...counts }) => [
      kind,
      {
        kind,
        ...(Object.fromEntries(Object.entries(counts).map(([key, n]) => [key, Number(n)])) as Omit<
          StockRow,
          'kind'
        >),
      },
    ]),
  )
  const none: Omit<StockRow, 'kind'> = {
    inStore: 0,
    inMachines: 0,
    elsewhere: 0,
    onLoan: 0,
    gone: 0,
    bought: 0,
    otherwiseGot: 0,
    used: 0,
    judged: 0,
    bad: 0,
    kept: 0,
  }
  for (const lot of await lotRows(db)) {
    if (!lot.partKind) continue
    const row = byKind.get(lot.partKind) ?? { kind: lot.partKind, ...none }
    const at = (...holders: readonly string[]) =>
      lot.places.filter((p) => holders.includes(p.place.in.kind)).reduce((sum, p) => sum + p.n, 0)
    byKind.set(lot.partKind, {
      ...row,
      inStore: row.inStore + at('store'),
      inMachines: row.inMachines + at('machine', 'assembly'),
      elsewhere: row.elsewhere + at('kept', 'rig', 'tray', 'party', 'person'),
      gone: row.gone + at('gone'),
      bought: row.bought + (lot.origin === 'bought' ? lot.got - lot.taken : 0),
      otherwiseGot:
        row.otherwiseGot + (lot.origin === 'made' || lot.origin === 'gift' ? lot.got - lot.taken : 0),
      // Parts taken out of it one by one are counted where they are now.
      used: row.used + at('machine', 'assembly', 'gone'),
      kept: row.kept + lot.promised,
    })
  }
  return [...byKind.values()].sort((a, b) => (a.kind < b.kind ? -1 : 1))
}

/** Failures of each kind by the type of the machine it was found in. */
export async function failuresByType(db: Db, house: World): Promise<TypeFailures[]> {
  const found = await rows<{ kind: string; type: string; judged: string; bad: string }>(
    db,
    `SELECT part_row->>'partKind' AS kind, part_row->>'typeFound' AS type, count(*) AS judged, count(*) FILTER (WHERE part_row->>'health' = 'proved bad') AS bad
     FROM parts WHERE part_row->>'partKind' IS NOT NULL AND part_row->>'typeFound' IS NOT NULL AND part_row->>'health' IN ('proved good', 'not shown faulty', 'proved bad')
     GROUP BY 1, 2 ORDER BY 1, 2`,
  )
  return found.map((r) => ({
    kind: r.kind,
    type: house.types.get(r.type as never)?.sheet.name ?? 'a type',
    judged: Number(r.judged),
    bad: Number(r.bad),
  }))
}

/** The rows of all lots, by their tags. */
export async function lotRows(db: Db): Promise<LotRow[]> {
  const now = nowInstant()
  return (await rows<{ lot_row: LotRow }>(db, 'SELECT lot_row FROM lots ORDER BY tag NULLS LAST, lot')).map(
    (r) => lotRowAt(r.lot_row, now),
  )
}

/** Lots whose kind could serve. */
export const lotsFor = async (db: Db, needs: readonly Need[]): Promise<readonly string[]> =>
  (await lotRows(db)).filter((lot) => couldServe(needs, lot.partKind)).map((lot) => lot.id)

/** What lies in the house and is kept for nobody; for `machine`, what is kept for it is there as well. */
async function sparesOf(
  db: Db,
  lots: readonly LotRow[],
  machine?: string,
): Promise<(Spare & { label: string })[]> {
  const now = nowInstant()
  const forOthers = (kept: readonly ReservationRow[]) =>
    kept.filter((k) => (k.until === undefined || k.until > now) && k.machine !== machine)
  const parts = await rows<{ part_row: PartRow }>(
    db,
    `SELECT part_row FROM parts WHERE machine IS NULL AND NOT gone AND NOT loan AND part_row->>'holder' IN ('store', 'kept', 'rig') AND part_row->>'partKind' IS NOT NULL`,
  )
  return [
    ...parts
      .filter(({ part_row: p }) => forOthers(p.kept).length === 0)
      .map(({ part_row: p }) => ({
        facts: { partKind: p.partKind, attributes: p.attributes, health: p.health as PartFacts['health'] },
        free: 1,
        label: `${p.tag ?? p.label}, ${p.place}`,
      })),
    ...lots.map((lot) => ({
      facts: { partKind: lot.partKind, attributes: lot.attributes, health: 'unknown' as const },
      free: Math.max(0, lot.here - forOthers(lot.reserved).reduce((sum, r) => sum + r.n, 0)),
      label: `${lot.tag ?? lot.label}, ${lot.places.find((p) => p.lies && p.n > 0)?.label ?? ''}`,
    })),
  ]
}

/** Positions of a set that what lies in the house can serve. */
export const stockFor = async (db: Db, rows: readonly RenewalRow[], machine: string) =>
  fromStockFor(rows, await sparesOf(db, await lotRows(db), machine))

/** Needs that are listed at once; what is to be bought is reckoned from all of them. */
const mostListed = 2000

/** What the machines of the house lack, and what is to be bought for it. Machines that give parts want none. */
export async function houseNeeds({ db, heavy }: Pick<Services, 'db' | 'heavy'>): Promise<NeedsAnswer> {
  const now = nowInstant()
  const machines = await rows<{
    machine: string
    label: string
    number: string
    purpose: string
    needs: readonly NeedRow[]
  }>(
    db,
    `SELECT machine, number, number || ' ' || (summary->'plate'->>'name') AS label, summary->'plate'->>'purpose' AS purpose, needs FROM machines WHERE needs::text <> '[]' ORDER BY sort_name`,
  )
  const lots = await lotRows(db)
  const spares = await sparesOf(db, lots)
  const all = machines.flatMap(({ machine, label, number, purpose, needs: own }) =>
    own.map((need) => ({
      ...need,
      kept: need.kept.filter((k) => k.until === undefined || k.until > now),
      machine,
      label,
      number,
      purpose,
    })),
  )
  const low = lots.flatMap((lot) =>
    lot.reorder && lot.reorderAt !== undefined
      ? [
          {
            label: lot.label,
            partKind: lot.partKind,
            asks: [lot.attributes['value'], lot.attributes['rating']].filter(Boolean).join(' ') || undefined,
            free: lot.free,
            reorderAt: lot.reorderAt,
          },
        ]
      : [],
  )
  const { serving, buy } = await heavy.run('what to buy', {
    wanted: all.map((n) => ({
      position: n.position,
      label: `${n.position.designator} of ${n.number}`,
      kept: n.kept.length > 0 || n.why === 'out for now',
    })),
    spares: spares.map(({ facts, free }) => ({ facts, free })),
    low,
  })
  const needs = all.map(({ number: _, ...need }, i): HouseNeed => ({ ...need, spare: serving[i] ?? 0 }))
  // What a machine cannot do without comes first, what is only out for now last; within that as the machines are listed.
  const weight = (n: HouseNeed) => (n.why === 'out for now' ? 2 : n.position.essential ? 0 : 1)
  return { needs: needs.sort((a, b) => weight(a) - weight(b)).slice(0, mostListed), total: needs.length, buy }
}
