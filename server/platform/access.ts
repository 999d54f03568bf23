/** Who may see and do what: asked here by every route, per object. */
import { say } from '#api/words/say.ts'
import type { Request } from 'express'
import type { World } from '#core/history/world.ts'
import { fold } from '#core/history/fold.ts'
import { atLeast, type Role } from '#core/roles.ts'
import type { AccountId, MachineId, PartyId } from '#core/ids.ts'
import { houseEntries } from '../features/entries/closure.ts'
import { rows, type Db } from '../db/connection.ts'
import { AccountModel } from '../db/models.ts'
import { nowInstant, nowMs } from './clock.ts'
import { notFound, ProblemError } from './errors.ts'

export interface Visitor {
  readonly account: AccountId
  readonly party: PartyId
  readonly role: Role
  readonly email: string
}

declare module 'express-session' {
  interface SessionData {
    account?: string
    csrf?: string
    /** Signed in at, last asked for something at, gave the password at: ms. */
    since?: number
    seen?: number
    proven?: number
    /** What the browser says it is. */
    agent?: string
    /** Parties that confirmed by PIN that they act here: until when that holds, ms, and which PIN it was. */
    confirmed?: Record<string, { readonly until: number; readonly mark: string }>
  }
}

const ofRequest = new WeakMap<Request, Promise<Visitor | undefined>>()

/** The account behind the session, read anew for every request: a right taken away is gone at once. */
export function findVisitor(request: Request): Promise<Visitor | undefined> {
  const held = ofRequest.get(request)
  if (held) return held
  const found = stillHolds(request).then((holds) =>
    holds ? readVisitor(request.session.account) : undefined,
  )
  ofRequest.set(request, found)
  return found
}

/** A session ends twelve hours after it was last used (its cookie says so), and thirty days after it began, used or not. */
export const idleMs = 12 * 3_600_000
const longestMs = 30 * 86_400_000
/** How exact `seen` is: it is not worth a write at every request. */
const seenMs = 5 * 60_000

async function stillHolds({ session }: Request): Promise<boolean> {
  if (session.account === undefined) return true
  const now = nowMs()
  session.since ??= now
  if (now - session.since > longestMs) {
    delete session.account
    return false
  }
  if (now - (session.seen ?? 0) > seenMs) session.seen = now
  return true
}

/** How long a password given holds for what is asked again. */
const provenMs = 10 * 60_000

/** Throws prove-again unless the password was given in this session within the last ten minutes: a session left open must not change who may do what. */
export function requireProof({ session }: Request): void {
  if (nowMs() - (session.proven ?? 0) > provenMs)
    throw new ProblemError(
      'prove-again',
      'Give your password once more: this changes who may see or do something here.',
    )
}

/** Who signs in within a request is somebody else than the one who began it. */
export const forgetVisitor = (request: Request) => ofRequest.delete(request)

/** The visitor of a request that stays open, asked again: undefined once they signed out, or their account was closed. */
export async function stillSignedIn(request: Request): Promise<Visitor | undefined> {
  const began = request.session.account
  const session = await new Promise<{ account?: string } | undefined>((resolve, reject) =>
    request.sessionStore.get(request.sessionID, (error: unknown, data) =>
      error ? reject(error as Error) : resolve(data ?? undefined),
    ),
  )
  return session?.account !== undefined && session.account === began
    ? readVisitor(session.account)
    : undefined
}

async function readVisitor(id: string | undefined): Promise<Visitor | undefined> {
  if (!id) return undefined
  const account = await AccountModel.findByPk(id)
  if (!account?.active) return undefined
  return {
    account: account.id as AccountId,
    party: account.party as PartyId,
    role: account.role,
    email: account.email,
  }
}

export const notSignedIn = () =>
  new ProblemError('not-signed-in', 'Sign in first. What you typed stays in its line.')

/** Who does what somebody's role does not allow. */
const wayOn: Readonly<Record<Role, string>> = {
  steward: say('Only a steward may do that. Ask one of them.'),
  restorer: say('A restorer or a steward does that. Ask one of them.'),
  volunteer: say('Only people who work here may see and do that. What is asked of you is under Home.'),
  guest: say('Your role does not allow that.'),
}

export async function requireVisitor(request: Request, least: Role = 'guest'): Promise<Visitor> {
  const visitor = await findVisitor(request)
  if (!visitor) throw notSignedIn()
  if (!atLeast(visitor.role, least)) throw new ProblemError('not-allowed', wayOn[least])
  return visitor
}

let memo: { readonly seq: string; readonly at: string; readonly world: World } | undefined

/** The house's own entries folded: parties, types, gear, policies, authorisations, grants. Memoised until the next house entry. */
export async function houseWorld(db: Db): Promise<World> {
  const [latest] = await rows<{ seq: string }>(
    db,
    `SELECT count(*) || ':' || coalesce(max(seq), 0) AS seq FROM entries WHERE house`,
  )
  const now = nowInstant()
  const seq = latest?.seq ?? ''
  if (memo?.seq === seq) return { ...memo.world, now }
  const world = fold(await houseEntries(db), { now })
  memo = { seq, at: now, world }
  return world
}

export const forgetHouse = () => {
  memo = undefined
}

export type Sight = 'whole' | 'guest' | 'none'

/** What a visitor may see of a machine: all of it, the guest's projection within a grant in force, or nothing. */
export async function sightOf(db: Db, visitor: Visitor, machine: MachineId): Promise<Sight> {
  if (atLeast(visitor.role, 'volunteer')) return 'whole'
  const granted = await grantedMachines(db, visitor)
  return granted.has(machine) ? 'guest' : 'none'
}

/** Machines a guest may see now. Sight is a grant with dates, never deduced from ownership or loans. */
export async function grantedMachines(db: Db, visitor: Visitor): Promise<ReadonlySet<string>> {
  const world = await houseWorld(db)
  const now = nowInstant()
  return new Set(
    world.grants
      .filter(
        (g) =>
          g.party === visitor.party &&
          (g.from === undefined || g.from <= now) &&
          (g.until === undefined || g.until > now),
      )
      .map((g) => g.machine),
  )
}

/** The sight, or "not found": a machine that may not be seen does not show that it exists. */
export async function requireSight(
  db: Db,
  visitor: Visitor,
  machine: MachineId,
): Promise<Exclude<Sight, 'none'>> {
  const sight = await sightOf(db, visitor, machine)
  if (sight === 'none') throw notFound()
  return sight
}
