/** What earlier versions let in and no reader could take out again: text that PostgreSQL cannot give back, ids in upper case. */
import type { Transaction } from 'sequelize'
import { isId } from '#core/ids.ts'
import { keepable } from '#core/quantity/text.ts'
import { rows, run, type Db } from './connection.ts'

/** Escapes of U+0000 and of surrogates, and ids with a capital letter, as they stand in a document. */
const suspicious = String.raw`(\\u0000|\\u[dD][89a-fA-F])|"[0-9a-fA-F-]*[A-F][0-9a-fA-F-]*"`

function lowerIds<T>(value: T): T {
  if (typeof value === 'string') return (isId(value.toLowerCase()) ? value.toLowerCase() : value) as T
  if (Array.isArray(value)) return value.map((item: unknown) => lowerIds(item)) as T
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, lowerIds(item)])) as T
}

/** Other documents that may hold such text. */
const documents = [
  { table: 'saved_views', key: 'id', column: 'query' },
  { table: 'machines', key: 'machine', column: 'summary' },
  { table: 'machines', key: 'machine', column: 'needs' },
  { table: 'parts', key: 'part', column: 'part_row' },
  { table: 'lots', key: 'lot', column: 'lot_row' },
] as const

/**
 * The one time that stored entries are rewritten: what cannot be kept gives way to U+FFFD, ids to their lower case. The hash of
 * what was sent stays, so that the same entry sent again is still known. Projections are derived again afterwards.
 */
export async function mendStoredText(db: Db, transaction: Transaction): Promise<void> {
  const found = await rows<{ id: string; entry: string }>(
    db,
    'SELECT id, entry::text AS entry FROM entries WHERE entry::text ~ $1',
    [suspicious],
    transaction,
  )
  for (const { id, entry } of found) {
    const mended = JSON.stringify(lowerIds(keepable(JSON.parse(entry) as unknown)))
    if (mended !== entry)
      await run(db, 'UPDATE entries SET entry = $2 WHERE id = $1', [id, mended], transaction)
  }
  await run(
    db,
    `UPDATE entry_subjects s SET subject = lower(subject) WHERE subject <> lower(subject) AND subject ~* '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$'
     AND NOT EXISTS (SELECT 1 FROM entry_subjects t WHERE t.entry = s.entry AND t.kind = s.kind AND t.subject = lower(s.subject))`,
    [],
    transaction,
  )
  // What was made of them is derived again; until then it must be possible to read it.
  for (const { table, key, column } of documents)
    for (const { id, text } of await rows<{ id: string; text: string }>(
      db,
      `SELECT ${key} AS id, ${column}::text AS text FROM ${table} WHERE ${column}::text ~ $1`,
      [suspicious],
      transaction,
    ))
      await run(
        db,
        `UPDATE ${table} SET ${column} = $2 WHERE ${key} = $1`,
        [id, JSON.stringify(keepable(JSON.parse(text) as unknown))],
        transaction,
      )
}
