/** Tries that are counted in the database: by whose account they are for, and by the network they come from. */
import type { Request } from 'express'
import { rows, run, type Db } from '../../db/connection.ts'
import { nowMs } from '../../platform/clock.ts'
import { ProblemError } from '../../platform/errors.ts'
import { hashToken } from './passwords.ts'

const windowMs = 10 * 60_000
/** A workshop shares one address of the network; one account is tried by one person. */
const most = { account: 10, network: 60 } as const

/** The network that a request comes from: an IPv4 address, or the first half of an IPv6 one, which one house has to itself. */
export function networkOf(request: Pick<Request, 'ip'>): string {
  const ip = (request.ip ?? '').replace(/^::ffff:/, '')
  return ip.includes(':') ? ip.split(':').slice(0, 4).join(':') : ip
}

const accountKey = (name: string) => `account ${hashToken(name.normalize('NFKC').trim().toLowerCase())}`
const networkKey = (request: Request) => `network ${networkOf(request)}`

async function counted(db: Db, who: string): Promise<number> {
  const now = new Date(nowMs())
  const over = new Date(nowMs() - windowMs)
  const [row] = await rows<{ n: number }>(
    db,
    `INSERT INTO tries (who, n, since) VALUES ($1, 1, $2) ON CONFLICT (who) DO UPDATE
       SET n = CASE WHEN tries.since < $3 THEN 1 ELSE tries.n + 1 END, since = CASE WHEN tries.since < $3 THEN $2 ELSE tries.since END
     RETURNING n`,
    [who, now, over],
  )
  return row?.n ?? 0
}

/** Counts a try before it is judged, so that tries sent at once are counted each. Throws too-many-tries past the limit. */
export async function countTry(db: Db, request: Request, account?: string): Promise<void> {
  const byAccount = account === undefined ? 0 : await counted(db, accountKey(account))
  const byNetwork = await counted(db, networkKey(request))
  if (byAccount > most.account || byNetwork > most.network)
    throw new ProblemError(
      'too-many-tries',
      'Too many tries. Wait ten minutes, or ask a steward for a new invitation.',
    )
}

/** What was right is no try: its account begins anew, and the network gets it back. */
export async function forgetTry(db: Db, request: Request, account?: string): Promise<void> {
  if (account !== undefined) await run(db, 'DELETE FROM tries WHERE who = $1', [accountKey(account)])
  await run(db, 'UPDATE tries SET n = n - 1 WHERE who = $1 AND n > 0', [networkKey(request)])
  await run(db, 'DELETE FROM tries WHERE since < $1', [new Date(nowMs() - windowMs)])
}
