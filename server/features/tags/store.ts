/** Numbers and tags: the next free ones, what one stands for, and what goes on paper with it. */
import type { TagRow } from '#api/parts.ts'
import type { PartRow } from '#api/machines.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import { lotRows } from '../parts/store.ts'

const next = async (db: Db, table: 'parts' | 'lots', letter: 'P' | 'L'): Promise<string> => {
  const [last] = await rows<{ n: number | null }>(
    db,
    `SELECT max(substring(tag from 3)::int) AS n FROM ${table} WHERE tag ~ '^${letter}-\\d{1,8}$'`,
  )
  return `${letter}-${String((last?.n ?? 0) + 1).padStart(4, '0')}`
}

/** The next free tag of a part, P-0001 onward. */
export const nextTag = (db: Db): Promise<string> => next(db, 'parts', 'P')
/** The next free tag of a lot, L-0001 onward. */
export const nextLotTag = (db: Db): Promise<string> => next(db, 'lots', 'L')

/** The next free entry number of a year, E2026-001 onward. */
export async function nextEntryNumber(db: Db, year: string): Promise<string> {
  const [last] = await rows<{ n: number | null }>(
    db,
    `SELECT max(substring(entry_number from 7)::int) AS n FROM machines WHERE entry_number ~ $1`,
    [`^E${year}-\\d{1,8}$`],
  )
  return `E${year}-${String((last?.n ?? 0) + 1).padStart(3, '0')}`
}

/** The next free number of a loan in a year, LN2026-001 onward. */
export async function nextLoanNumber(db: Db, year: string): Promise<string> {
  const [last] = await rows<{ n: number | null }>(
    db,
    `SELECT max(substring(entry->'body'->>'number' from 8)::int) AS n FROM entries WHERE kind = 'loan' AND entry->'body'->>'number' ~ $1`,
    [`^LN${year}-\\d{1,8}$`],
  )
  return `LN${year}-${String((last?.n ?? 0) + 1).padStart(3, '0')}`
}

export interface Named {
  readonly machine?: MachineId | undefined
  readonly part?: { readonly part: PartId; readonly machine: string | null } | undefined
  readonly lot?: LotId | undefined
}

/** What a number or tag stands for, in either case. */
export async function named(db: Db, word: string): Promise<Named> {
  const upper = word.toUpperCase()
  const [machine] = await rows<{ machine: MachineId }>(
    db,
    'SELECT machine FROM machines WHERE upper(number) = $1 OR upper(entry_number) = $1 LIMIT 1',
    [upper],
  )
  const [part] = await rows<{ part: PartId; machine: string | null }>(
    db,
    'SELECT part, machine FROM parts WHERE upper(tag) = $1',
    [upper],
  )
  const [tagged] = await rows<{ lot: LotId }>(db, 'SELECT lot FROM lots WHERE upper(tag) = $1', [upper])
  const lot = tagged ?? (machine || part ? undefined : await lotCalled(db, word))
  return { machine: machine?.machine, part, lot: lot?.lot }
}

/** The one lot whose name or kind holds the words, in the singular or the plural: "fuses". */
async function lotCalled(db: Db, words: string): Promise<{ lot: LotId } | undefined> {
  const said = words.toLowerCase().replace(/s$/, '')
  if (said.length < 3) return undefined
  const found = (await lotRows(db)).filter((lot) =>
    [lot.label, lot.partKind ?? '', ...Object.values(lot.attributes)].some((text) =>
      text.toLowerCase().includes(said),
    ),
  )
  return found.length === 1 && found[0] ? { lot: found[0].id as LotId } : undefined
}

/** Bag tags of parts and lots that have one, in the order asked. */
export async function tagsOf(db: Db, ids: readonly string[]): Promise<TagRow[]> {
  const found = await rows<{ part: string; tag: string; part_row: PartRow & { marking?: string } }>(
    db,
    'SELECT part, tag, part_row FROM parts WHERE part = ANY($1::uuid[]) AND tag IS NOT NULL',
    [ids],
  )
  const tags = new Map<string, TagRow>(
    found.map(({ part, tag, part_row: { label, partKind, marking, from, place, health } }) => [
      part,
      { id: part, tag, label, partKind, marking, from, place, health },
    ]),
  )
  if (found.length < ids.length)
    for (const lot of await lotRows(db))
      if (lot.tag && ids.includes(lot.id)) {
        const rated = [lot.attributes['value'], lot.attributes['rating']].filter(Boolean).join(' ')
        tags.set(lot.id, {
          id: lot.id,
          tag: lot.tag,
          label: lot.label,
          partKind: lot.partKind,
          marking: rated || lot.marking,
          place: lot.places.find((p) => p.lies)?.label ?? '',
          health: 'unknown',
        })
      }
  return ids.flatMap((id) => tags.get(id) ?? [])
}
