/** Who did what to accounts and rights, refused or done: an address that was tried, never a password or a PIN. */
import type { Request } from 'express'
import type { SecurityAct, SecurityRow } from '#api/session.ts'
import { rows, run, type Db } from '../db/connection.ts'
import { nowMs } from './clock.ts'

export interface SecurityNote {
  readonly did: SecurityAct
  readonly outcome: 'done' | 'refused'
  /** The account that did it; absent where nobody is known to have. */
  readonly account?: string | undefined
  /** Whom or what it was about, in a word. */
  readonly about?: string | undefined
}

/** Kept for two years, as long as a house looks back. */
const keptMs = 730 * 86_400_000

export async function noteSecurity(db: Db, request: Pick<Request, 'ip'>, note: SecurityNote): Promise<void> {
  await run(
    db,
    'INSERT INTO security_log (at, account, did, outcome, about, network) VALUES ($1,$2,$3,$4,$5,$6)',
    [
      new Date(nowMs()),
      note.account ?? null,
      note.did,
      note.outcome,
      (note.about ?? '').slice(0, 120),
      (request.ip ?? '').slice(0, 60),
    ],
  )
}

/** The latest notes, newest first. */
export async function securityRows(db: Db, most = 200): Promise<SecurityRow[]> {
  await run(db, 'DELETE FROM security_log WHERE at < $1', [new Date(nowMs() - keptMs)])
  const found = await rows<{
    n: string
    at: Date
    email: string | null
    did: SecurityAct
    outcome: 'done' | 'refused'
    about: string
    network: string
  }>(
    db,
    `SELECT l.n, l.at, a.email, l.did, l.outcome, l.about, l.network FROM security_log l LEFT JOIN accounts a ON a.id = l.account ORDER BY l.n DESC LIMIT $1`,
    [most],
  )
  return found.map((r) => ({
    n: Number(r.n),
    at: r.at.toISOString(),
    who: r.email ?? undefined,
    did: r.did,
    outcome: r.outcome,
    about: r.about,
    network: r.network,
  }))
}
