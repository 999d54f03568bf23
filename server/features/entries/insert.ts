/** Entries as rows: what they say as a hash, and the statements that write them. The caller holds the commit lock. */
import { createHash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import type { Draft, Entry } from '#core/history/entry.ts'
import { contentOf, draftOf } from '#core/judging/same.ts'
import { isHouse } from '#core/history/scope.ts'
import { rows, run, type Db } from '../../db/connection.ts'

/** What an entry says, as a hash (SHA-256). */
export const contentHash = (draft: Draft): string =>
  createHash('sha256').update(contentOf(draft)).digest('hex')

/** Writes one entry and its subjects, under the next seq. The caller holds the commit lock. Answers the entry as stored. */
export async function insertEntry(
  db: Db,
  entry: Entry,
  hash: string,
  transaction: Transaction,
  house = isHouse(entry),
): Promise<Entry> {
  const machine = entry.about.find((s) => s.kind === 'machine')?.id ?? null
  const [row] = await rows<{ seq: string }>(
    db,
    `WITH e AS (INSERT INTO entries (id, seq, kind, house, machine, recorded_at, content_hash, entry) VALUES ($1,nextval('entry_seq'),$2,$3,$4,$5,$6,$7) RETURNING id, seq),
     s AS (INSERT INTO entry_subjects (entry, kind, subject) SELECT e.id, s.kind, s.subject FROM e, unnest($8::text[], $9::text[]) AS s(kind, subject))
     SELECT seq FROM e`,
    [
      entry.id,
      entry.body.kind,
      house,
      machine,
      entry.recordedAt,
      hash,
      JSON.stringify(entry),
      entry.about.map((s) => s.kind),
      entry.about.map((s) => s.id),
    ],
    transaction,
  )
  return { ...entry, seq: Number(row?.seq) }
}

/** Writes many entries, in their order, in one statement. The caller holds the commit lock. Answers them as stored. */
export async function insertEntries(
  db: Db,
  entries: readonly Entry[],
  hashOf: (draft: Draft) => string,
  transaction: Transaction,
): Promise<Entry[]> {
  if (entries.length === 0) return []
  const [first] = await rows<{ seq: string }>(
    db,
    `SELECT setval('entry_seq', nextval('entry_seq') + $1 - 1) - $1 + 1 AS seq`,
    [entries.length],
    transaction,
  )
  const stored = entries.map((entry, i): Entry => ({ ...entry, seq: Number(first?.seq) + i }))
  const machineOf = (e: Entry) => e.about.find((s) => s.kind === 'machine')?.id ?? null
  await run(
    db,
    `INSERT INTO entries (id, seq, kind, house, machine, recorded_at, content_hash, entry)
     SELECT * FROM unnest($1::uuid[], $2::bigint[], $3::text[], $4::boolean[], $5::uuid[], $6::timestamptz[], $7::text[], string_to_array($8, E'\\n')::json[])`,
    [
      stored.map((e) => e.id),
      stored.map((e) => e.seq),
      stored.map((e) => e.body.kind),
      stored.map(isHouse),
      stored.map(machineOf),
      stored.map((e) => e.recordedAt),
      stored.map((e) => hashOf(draftOf(e))),
      // One text split by the database: an array would have to escape every quotation mark in it.
      stored.map((e) => JSON.stringify(e)).join('\n'),
    ],
    transaction,
  )
  const subjects = stored.flatMap((e) => e.about.map((s) => ({ entry: e.id, ...s })))
  await run(
    db,
    'INSERT INTO entry_subjects (entry, kind, subject) SELECT * FROM unnest($1::uuid[], $2::text[], $3::text[])',
    [subjects.map((s) => s.entry), subjects.map((s) => s.kind), subjects.map((s) => s.id)],
    transaction,
  )
  return stored
}
