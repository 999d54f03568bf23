/** Saved views of the collection: each belongs to one account. */
import { v7 } from 'uuid'
import type { SavedView } from '#api/filters.ts'
import { rows, type Db } from '../../db/connection.ts'

export async function savedViews(db: Db, account: string): Promise<SavedView[]> {
  const found = await rows<{ id: string; name: string; query: Omit<SavedView, 'id' | 'name'> }>(
    db,
    'SELECT id, name, query FROM saved_views WHERE account = $1 ORDER BY lower(name)',
    [account],
  )
  return found.map(({ id, name, query }) => ({ id, name, ...query }))
}

/** Saves under a name; one of that name is replaced. Answers its id. */
export async function saveView(
  db: Db,
  account: string,
  { name, ...query }: Omit<SavedView, 'id'>,
): Promise<string> {
  const [row] = await rows<{ id: string }>(
    db,
    'INSERT INTO saved_views (id, account, name, query) VALUES ($1,$2,$3,$4) ON CONFLICT (account, name) DO UPDATE SET query = $4 RETURNING id',
    [v7(), account, name, JSON.stringify(query)],
  )
  return row?.id ?? ''
}

/** False when the account has no such view. */
export const removeView = async (db: Db, account: string, id: string): Promise<boolean> =>
  (await rows(db, 'DELETE FROM saved_views WHERE account = $1 AND id = $2 RETURNING 1', [account, id]))
    .length > 0
