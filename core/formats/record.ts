/** A machine's whole record as one JSON file: every entry its state rests on, and the photographs they name. */
import { z } from 'zod'
import { entrySchema } from '#core/history/entry-schema.ts'
import { type Entry } from '#core/history/entry.ts'
import { definitionOf } from '#core/history/kinds/index.ts'
import { travelsOf } from '#core/history/scope.ts'
import { speaksOf } from '#core/history/subjects.ts'
import type { EntryId } from '#core/ids.ts'

export const recordFormat = 'anamnesis-record'
export const recordVersion = 1

export const recordSchema = z.strictObject({
  format: z.literal(recordFormat),
  version: z.literal(recordVersion),
  machine: z.uuid(),
  /** Time zone in which days of these entries were meant. */
  zone: z.string().max(60),
  entries: z.array(entrySchema).min(1).max(200_000),
  files: z.record(z.string().regex(/^[0-9a-f]{64}$/), z.string()).default({}),
})
export interface MachineRecord {
  readonly format: typeof recordFormat
  readonly version: typeof recordVersion
  readonly machine: string
  readonly zone: string
  readonly entries: readonly Entry[]
  /** Photographs by SHA-256, base64. */
  readonly files: Readonly<Record<string, string>>
}

/** Whether an entry of the house describes one of the things named. */
const describes = ({ body }: Entry, named: ReadonlySet<string>): boolean =>
  definitionOf(body)
    .about(body)
    .some((s) => named.has(s.id))

/** Every id-like text inside a value. */
const idsIn = (value: unknown): string[] =>
  JSON.stringify(value).match(/[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g) ?? []

/**
 * The entries of a closure that belong in the record of one machine: its own, its parts', and the types, parties and gear they
 * name. What the house rules, whom it lets in and what it notes for itself stay out. Renumbered 1, 2, 3 … in seq order, so
 * that the record of the same machine is the same text wherever it was kept.
 */
export function recordEntries(closure: readonly Entry[]): Entry[] {
  const isHouse = (e: Entry) => travelsOf(e.body) === 'when it is named'
  const staysHere = ({ body }: Entry) => travelsOf(body) === 'never'
  const stays = new Set(closure.filter(staysHere).map((e) => e.id))
  for (const e of closure) if (stays.has(speaksOf(e) ?? ('' as EntryId))) stays.add(e.id)
  const amendsHouse = (e: Entry) =>
    e.amends !== undefined && closure.some((t) => t.id === e.amends?.entry && isHouse(t))
  const own = closure.filter((e) => !isHouse(e) && !stays.has(e.id) && !amendsHouse(e))
  const named = new Set(own.flatMap(idsIn))
  const house = closure.filter(isHouse)
  for (let grown = true; grown;) {
    grown = false
    for (const entry of house) {
      if (!describes(entry, named)) continue
      for (const other of idsIn(entry)) {
        if (!named.has(other)) {
          named.add(other)
          grown = true
        }
      }
    }
  }
  const keep = house.filter((e) => describes(e, named))
  const keptHouse = new Set(keep.map((e) => e.id))
  keep.push(
    ...closure.filter(
      (e) => amendsHouse(e) && !isHouse(e) && keptHouse.has(e.amends?.entry ?? ('' as EntryId)),
    ),
  )
  const kept = new Set([...own, ...keep].map((e) => e.id))
  return [...own, ...keep]
    .sort((a, b) => a.seq - b.seq)
    .map((entry, i) => ({
      ...entry,
      receivedAt: entry.recordedAt,
      restsOn: entry.restsOn?.filter((id) => kept.has(id)),
      seq: i + 1,
    }))
    .map((entry) => JSON.parse(JSON.stringify(entry)) as Entry)
}
