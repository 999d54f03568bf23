/**
 * Erasure in the database and on the disk. Rows give way to tombstones in the append's transaction; files that nothing names any
 * more go once it is committed. A journal beside the files keeps which entries are gone, so that a backup made before does not
 * bring them back (docs/guide, Running it for a house).
 */
import { appendFile, mkdir, readFile, rm } from 'node:fs/promises'
import path from 'node:path'
import type { Transaction } from 'sequelize'
import { afterErasures, erasedBy, filesGone, tombstone } from '#core/judging/erasure.ts'
import type { Entry } from '#core/history/entry.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { fold } from '#core/history/fold.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { filePath, versions } from '../../platform/files.ts'
import { forgetEntries, loadEntries } from './closure.ts'

/** Turns what the erasures among `stored` name into tombstones. `before` is the line they were judged in; answers it as it is now. */
export async function bury(
  db: Db,
  before: readonly Entry[],
  stored: readonly Entry[],
  now: string,
  transaction: Transaction,
): Promise<readonly Entry[]> {
  const erasures = stored.filter((e) => e.body.kind === 'erasure')
  if (erasures.length === 0) return before
  const world = fold(before, { now })
  const after = afterErasures(before, world, erasures)
  const gone = erasures.flatMap((e) => erasedBy(world, e.body as BodyOf<'erasure'>))
  await writeTombstones(
    db,
    after.filter((e) => gone.some((g) => g.id === e.id)),
    gone,
    transaction,
  )
  for (const { body } of gone) if (body.kind === 'party') await closeAccount(db, body.party, transaction)
  return after
}

async function writeTombstones(
  db: Db,
  tombstones: readonly Entry[],
  gone: readonly Entry[],
  transaction: Transaction,
): Promise<void> {
  for (const entry of tombstones) {
    await run(
      db,
      `UPDATE entries SET kind = 'erased', content_hash = '', entry = $2 WHERE id = $1`,
      [entry.id, JSON.stringify(entry)],
      transaction,
    )
    await run(db, `DELETE FROM entry_subjects WHERE entry = $1 AND kind = 'party'`, [entry.id], transaction)
  }
  for (const sha256 of filesGone(gone)) {
    const [named] = await rows(
      db,
      `SELECT 1 FROM entries WHERE strpos(entry::text, $1) > 0 LIMIT 1`,
      [sha256],
      transaction,
    )
    if (named) continue
    await run(db, 'DELETE FROM files WHERE sha256 = $1', [sha256], transaction)
    await run(
      db,
      'INSERT INTO erased_files (sha256) VALUES ($1) ON CONFLICT DO NOTHING',
      [sha256],
      transaction,
    )
  }
}

/** A person whose data is erased keeps no address here, unless they sign in still. */
async function closeAccount(db: Db, party: string, transaction: Transaction): Promise<void> {
  const closed = await rows<{ id: string; email: string }>(
    db,
    'SELECT id, email FROM accounts WHERE party = $1 AND NOT active',
    [party],
    transaction,
  )
  for (const { id, email } of closed) {
    await run(
      db,
      `UPDATE accounts SET email = 'erased-' || id, password_hash = '', pin_hash = NULL WHERE id = $1`,
      [id],
      transaction,
    )
    await run(db, `UPDATE security_log SET about = '' WHERE strpos(about, $1) > 0`, [email], transaction)
  }
  await run(db, 'DELETE FROM invites WHERE party = $1', [party], transaction)
}

/** Takes from the disk what was erased, in every version, unless it was sent again since. To be called once it is committed. */
export async function sweepErased(db: Db, dataDir: string): Promise<void> {
  const gone = await rows<{ sha256: string; again: boolean }>(
    db,
    'SELECT e.sha256, f.sha256 IS NOT NULL AS again FROM erased_files e LEFT JOIN files f ON f.sha256 = e.sha256',
  )
  for (const { sha256, again } of gone) {
    if (!again) for (const version of versions) await rm(filePath(dataDir, sha256, version), { force: true })
    await run(db, 'DELETE FROM erased_files WHERE sha256 = $1', [sha256])
  }
}

const journalOf = (dataDir: string) => path.join(dataDir, 'erasures.jsonl')

/** A tombstone as the journal keeps it: what it says, never what it was. */
interface Line {
  readonly entry: string
  readonly erasure: Pick<Entry, 'id' | 'body' | 'recordedBy'>
}

async function readJournal(dataDir: string): Promise<Line[]> {
  const text = await readFile(journalOf(dataDir), 'utf8').catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return ''
    throw error
  })
  return text
    .split('\n')
    .filter(Boolean)
    .map((line, i) => {
      try {
        return JSON.parse(line) as Line
      } catch {
        throw new Error(
          `Line ${i + 1} of ${journalOf(dataDir)} cannot be read: mend or remove that line, then start again.`,
        )
      }
    })
}

/** Makes journal and database agree, both ways: what the database erased is written down; what a restore brought back is erased again. Answers how many were. */
export async function heedErasures(db: Db, dataDir: string): Promise<number> {
  const journal = new Map((await readJournal(dataDir)).map((line) => [line.entry, line.erasure]))
  const here = await rows<{ id: string; entry: Entry }>(
    db,
    `SELECT id, entry FROM entries WHERE kind = 'erased'`,
  )
  const unwritten = here.flatMap(({ id, entry }): Line[] =>
    journal.has(id) || entry.body.kind !== 'erased'
      ? []
      : [
          {
            entry: id,
            erasure: {
              id: entry.body.by,
              recordedBy: entry.recordedBy,
              body: { kind: 'erasure', entry: entry.id, what: 'all', ground: entry.body.ground },
            },
          },
        ],
  )
  if (unwritten.length > 0) {
    await mkdir(dataDir, { recursive: true })
    await appendFile(journalOf(dataDir), unwritten.map((l) => `${JSON.stringify(l)}\n`).join(''), {
      mode: 0o600,
    })
  }
  const erased = new Set(here.map((r) => r.id))
  const back = await loadEntries(
    db,
    [...journal.keys()].filter((id) => !erased.has(id)),
  )
  if (back.length > 0)
    await db.transaction((transaction) =>
      writeTombstones(
        db,
        back.flatMap((e) => {
          const erasure = journal.get(e.id)
          return erasure ? [tombstone(e, erasure)] : []
        }),
        back,
        transaction,
      ),
    )
  if (back.length > 0) forgetEntries()
  await sweepErased(db, dataDir)
  return back.length
}
