/** A machine's whole record as one JSON file: every entry its state rests on, and the photographs they name. */
import { z } from 'zod'
import { entrySchema, type Entry } from '#core/history/entry.ts'

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

/** Every id-like text inside a value. */
const idsIn = (value: unknown): string[] => JSON.stringify(value).match(/[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g) ?? []

/**
 * The entries of a closure that belong in the record of one machine: its own, its parts', the types, parties and gear they
 * name, and the house's policies. Grants and authorisations of the house stay out. Renumbered 1, 2, 3 … in seq order, so
 * that the record of the same machine is the same text wherever it was kept.
 */
export function recordEntries(closure: readonly Entry[]): Entry[] {
  const isHouse = (e: Entry) => e.body.kind === 'type' || e.body.kind === 'party' || e.body.kind === 'gear'
  const isRight = (e: Entry) => e.body.kind === 'rule' && e.body.what !== 'policy'
  const own = closure.filter((e) => !isHouse(e) && !isRight(e))
  const named = new Set(own.flatMap(idsIn))
  const house = closure.filter(isHouse)
  for (let grown = true; grown;) {
    grown = false
    for (const entry of house) {
      const id = entry.body.kind === 'type' ? entry.body.type : entry.body.kind === 'party' ? entry.body.party : entry.body.kind === 'gear' ? entry.body.gear : ''
      if (!named.has(id)) continue
      for (const other of idsIn(entry)) {
        if (!named.has(other)) {
          named.add(other)
          grown = true
        }
      }
    }
  }
  const keep = house.filter(
    (e) => (e.body.kind === 'type' && named.has(e.body.type)) || (e.body.kind === 'party' && named.has(e.body.party)) || (e.body.kind === 'gear' && named.has(e.body.gear)),
  )
  const kept = new Set([...own, ...keep].map((e) => e.id))
  return [...own, ...keep]
    .sort((a, b) => a.seq - b.seq)
    .map((entry, i) => ({ ...entry, restsOn: entry.restsOn?.filter((id) => kept.has(id)), seq: i + 1 }))
    .map((entry) => JSON.parse(JSON.stringify(entry)) as Entry)
}
