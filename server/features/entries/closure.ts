/** Loads the entries that a machine's state can depend on, through an immutable cache. */
import type { Transaction } from 'sequelize'
import type { Entry } from '#core/history/entry.ts'
import { lift } from '#core/history/lifts/index.ts'
import { rows, type Db } from '../../db/connection.ts'
import { houseIdOf } from '../../db/house.ts'

/**
 * Entries never change once stored, but for an erasure, after which all are forgotten: keeping read ones in memory is no state.
 * Oldest first out.
 */
const cache = new Map<string, Entry>()
const cacheSize = 300_000
/** What was read before everything was forgotten is not remembered after. */
let age = 0

function remember(entry: Entry) {
  if (cache.size >= cacheSize) {
    const oldest = cache.keys().next().value
    if (oldest !== undefined) cache.delete(oldest)
  }
  cache.set(entry.id, entry)
}

export class NewerEntry extends Error {
  constructor(readonly id: string) {
    super(`entry ${id} was written by a newer version`)
    this.name = 'NewerEntry'
  }
}

/** Entries by id, in seq order. `committed`: none of them can be an uncommitted one of this very transaction. */
export async function loadEntries(
  db: Db,
  ids: readonly string[],
  transaction?: Transaction,
  committed = transaction === undefined,
): Promise<Entry[]> {
  const missing = ids.filter((id) => !cache.has(id))
  const fetched = new Map<string, Entry>()
  const asked = age
  if (missing.length > 0) {
    const house = await houseIdOf(db, transaction)
    const found = await rows<{ id: string; seq: string; entry: Entry }>(
      db,
      'SELECT id, seq, entry FROM entries WHERE id = ANY($1::uuid[])',
      [missing],
      transaction,
    )
    for (const row of found) {
      const lifted = lift(
        { ...row.entry, seq: Number(row.seq) } as unknown as { v: number; [key: string]: unknown },
        house,
      )
      if (lifted === 'newer') throw new NewerEntry(row.id)
      const entry = lifted as unknown as Entry
      fetched.set(entry.id, entry)
    }
  }
  const all = ids.flatMap((id) => fetched.get(id) ?? cache.get(id) ?? []).sort((a, b) => a.seq - b.seq)
  // Uncommitted entries of an open transaction must not outlive it, so they never fill the cache.
  if (committed && asked === age) for (const entry of fetched.values()) remember(entry)
  return all
}

/** What was committed becomes readable without the database. */
export const rememberCommitted = (entries: readonly Entry[]) => entries.forEach(remember)
/** Entries give way to tombstones where a steward erases them: none that is kept here may outlive that. */
export const forgetEntries = () => {
  age++
  cache.clear()
}

/**
 * Ids of the closure of machines and parts: all entries about them; about every part those mention, and the parts *those*
 * mention (a chip inside a card that came from elsewhere); the registrations of other machines met on the way; and the
 * house's own entries (types, parties, test gear, policies). Of a lot that something was taken from, only what it is; of a loan
 * that they are or were in, everything.
 */
const closureSql = `
WITH a AS (SELECT entry FROM entry_subjects WHERE kind = 'machine' AND subject = ANY($1::text[])),
p1 AS (SELECT DISTINCT s.subject FROM entry_subjects s JOIN a ON a.entry = s.entry WHERE s.kind = 'part' UNION SELECT unnest($2::text[])),
b AS (SELECT s.entry FROM entry_subjects s JOIN p1 ON s.kind = 'part' AND s.subject = p1.subject),
p2 AS (SELECT DISTINCT s.subject FROM entry_subjects s JOIN b ON b.entry = s.entry WHERE s.kind = 'part'),
c AS (SELECT s.entry FROM entry_subjects s JOIN p2 ON s.kind = 'part' AND s.subject = p2.subject),
l AS (SELECT s.entry FROM entry_subjects s WHERE s.kind = 'loan' AND s.subject IN (SELECT n.subject FROM entry_subjects n JOIN a ON a.entry = n.entry WHERE n.kind = 'loan')),
near AS (SELECT entry FROM a UNION SELECT entry FROM b UNION SELECT entry FROM c UNION SELECT entry FROM l),
others AS (SELECT DISTINCT s.kind, s.subject FROM entry_subjects s JOIN near ON near.entry = s.entry WHERE s.kind IN ('machine', 'lot') AND NOT (s.kind = 'machine' AND s.subject = ANY($1::text[]))),
d AS (SELECT s.entry FROM entry_subjects s JOIN others ON s.kind = others.kind AND s.subject = others.subject JOIN entries e ON e.id = s.entry WHERE e.kind = others.kind)
SELECT string_agg(id::text, ',') AS ids FROM (SELECT entry AS id FROM near UNION SELECT entry FROM d UNION SELECT id FROM entries WHERE house) AS found`

export async function closureOf(
  db: Db,
  machines: readonly string[],
  parts: readonly string[] = [],
  transaction?: Transaction,
  committed = transaction === undefined,
): Promise<Entry[]> {
  // One text instead of thousands of rows: reading rows would cost more than finding them.
  const [found] = await rows<{ ids: string | null }>(db, closureSql, [machines, parts], transaction)
  return loadEntries(db, found?.ids ? found.ids.split(',') : [], transaction, committed)
}

/** Every machine that entries about a part concern. */
export async function machinesOfPart(db: Db, part: string, transaction?: Transaction): Promise<string[]> {
  const found = await rows<{ id: string }>(
    db,
    `SELECT DISTINCT m.subject AS id FROM entry_subjects p JOIN entry_subjects m ON m.entry = p.entry AND m.kind = 'machine' WHERE p.kind = 'part' AND p.subject = $1`,
    [part],
    transaction,
  )
  return found.map((row) => row.id)
}

/** Everything about the loans given, or about all; the machines it names by their registrations only, and the house's own entries. */
export async function loanEntries(
  db: Db,
  loans: readonly string[] | 'all',
  transaction?: Transaction,
  committed = transaction === undefined,
): Promise<Entry[]> {
  const which = loans === 'all' ? '' : 'AND subject = ANY($1::text[])'
  const [found] = await rows<{ ids: string | null }>(
    db,
    `WITH a AS (SELECT DISTINCT entry FROM entry_subjects WHERE kind = 'loan' ${which}),
     m AS (SELECT DISTINCT s.subject FROM entry_subjects s JOIN a ON a.entry = s.entry WHERE s.kind = 'machine')
     SELECT string_agg(id::text, ',') AS ids FROM (SELECT entry AS id FROM a UNION SELECT s.entry FROM entry_subjects s JOIN m ON s.kind = 'machine' AND s.subject = m.subject JOIN entries e ON e.id = s.entry WHERE e.kind = 'machine'
     UNION SELECT id FROM entries WHERE house) AS found`,
    loans === 'all' ? [] : [loans],
    transaction,
  )
  return loadEntries(db, found?.ids ? found.ids.split(',') : [], transaction, committed)
}

/** Machines that are or were in loans. */
export async function machinesOfLoans(
  db: Db,
  loans: readonly string[],
  transaction?: Transaction,
): Promise<string[]> {
  if (loans.length === 0) return []
  const found = await rows<{ id: string }>(
    db,
    `SELECT DISTINCT m.subject AS id FROM entry_subjects l JOIN entry_subjects m ON m.entry = l.entry AND m.kind = 'machine' WHERE l.kind = 'loan' AND l.subject = ANY($1::text[])`,
    [loans],
    transaction,
  )
  return found.map((row) => row.id)
}

/** Everything about the lots given, the machines and parts it names by their registrations only, and the house's own entries. */
export async function lotEntries(
  db: Db,
  lots: readonly string[],
  transaction?: Transaction,
  committed = transaction === undefined,
): Promise<Entry[]> {
  const found = await rows<{ id: string }>(
    db,
    `WITH a AS (SELECT DISTINCT entry FROM entry_subjects WHERE kind = 'lot' AND subject = ANY($1::text[])),
     m AS (SELECT DISTINCT s.subject FROM entry_subjects s JOIN a ON a.entry = s.entry WHERE s.kind = 'machine')
     SELECT entry AS id FROM a UNION SELECT s.entry FROM entry_subjects s JOIN m ON s.kind = 'machine' AND s.subject = m.subject JOIN entries e ON e.id = s.entry WHERE e.kind = 'machine'
     UNION SELECT id FROM entries WHERE house`,
    [lots],
    transaction,
  )
  return loadEntries(
    db,
    found.map((row) => row.id),
    transaction,
    committed,
  )
}

/** Two sets of entries as one, each entry once, in seq order. */
export function merged(a: readonly Entry[], b: readonly Entry[]): Entry[] {
  if (b.length === 0) return [...a]
  const known = new Set(a.map((e) => e.id))
  return [...a, ...b.filter((e) => !known.has(e.id))].sort((x, y) => x.seq - y.seq)
}

/** The house's own entries: types, parties, test gear, house policies, authorisations, grants. */
export async function houseEntries(db: Db, transaction?: Transaction): Promise<Entry[]> {
  const ids = await rows<{ id: string }>(db, 'SELECT id FROM entries WHERE house', [], transaction)
  return loadEntries(
    db,
    ids.map((row) => row.id),
    transaction,
  )
}
