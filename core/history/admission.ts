/**
 * Admission: what an entry becomes. What was observed is always recorded. A move is admitted if, in its true place, every
 * chain and every slot stays whole; otherwise the newcomer is contested, never what stood before.
 */
import type { EntryId, PartId } from '#core/ids.ts'
import { fitOf } from '#core/parts/fit.ts'
import { ledgerRefusal, moveAt, type MoveAt } from '#core/parts/ledger.ts'
import { consentRefusal } from '#core/parts/ownership.ts'
import { machineAround } from '#core/parts/presence.ts'
import { isSlot, type Place } from '#core/parts/place.ts'
import { instantToMs, isPoint, type Instant } from '#core/quantity/time.ts'
import { closingCheck } from '#core/work/checks/index.ts'
import { authorityFor } from '#core/work/authority.ts'
import { atLeast, mayWrite, type Role } from '#core/work/roles.ts'
import type { Entry } from './entry.ts'
import type { Refusal } from './refusal.ts'
import { latestAmendment, standingStatements, type Statement } from './versions.ts'
import type { World } from './world.ts'

export interface Writer {
  readonly role: Role
  readonly account: string
  readonly now: Instant
  /** Sent from an outbox: it happened, whatever the clock says. */
  readonly fromOutbox: boolean
  /** Whose session it is, and who confirmed by PIN in it that they act here. Absent: the writer vouches for everybody named. */
  readonly vouches?: { readonly party: string; readonly confirmed: ReadonlySet<string> }
}

export type Judgement =
  | { readonly became: 'recorded'; readonly clockUncertain?: boolean }
  /** Kept, shown to both, settled by a person. */
  | { readonly became: 'contested'; readonly contest: Refusal }
  | { readonly became: 'refused'; readonly refusal: Refusal }

const recorded: Judgement = { became: 'recorded' }
const refused = (refusal: Refusal): Judgement => ({ became: 'refused', refusal })
const contested = (contest: Refusal): Judgement => ({ became: 'contested', contest })

/** Clock skew that is taken for granted, milliseconds. */
export const skewMs = 120_000
/** A slip is one's own entry, under ten minutes old, with nothing built on it. */
export const slipMs = 600_000

/**
 * Judges entries that stand or fall together (usually one) against the world they come into. `before` are the entries that
 * the world was folded from, `as` the drafts with the server's fields, as they would be stored.
 */
export function judge(world: World, before: readonly Entry[], group: readonly Entry[], writer: Writer): Judgement[] {
  const ledger = judgeLedger(world, before, group)
  return group.map((entry) => {
    const first = judgeOne(world, before, entry, writer)
    if (first.became !== 'recorded') return first
    if (ledger && touchesLedger(entry)) return contested(ledger)
    return first
  })
}

const touchesLedger = (entry: Entry) => entry.body.kind === 'move' || entry.body.kind === 'settle' || entry.amends !== undefined

/** Moves as they would stand after the group, against those that stand now. */
function judgeLedger(world: World, before: readonly Entry[], group: readonly Entry[]): Refusal | undefined {
  if (!group.some(touchesLedger)) return undefined
  const plain = group.every((e) => !e.amends && e.body.kind !== 'settle')
  if (plain)
    return ledgerRefusal(
      world,
      group.flatMap((e) => (e.body.kind === 'move' ? [moveAt(e, e.body.legs)] : [])),
    )
  const now = movesOf(world.line)
  const after = movesOf(standingStatements([...before, ...group]))
  const add: MoveAt[] = []
  for (const [id, move] of after) if (now.get(id)?.legs !== move.legs || now.get(id)?.at !== move.at) add.push(move)
  const remove = new Set<EntryId>()
  for (const id of now.keys()) if (!after.has(id)) remove.add(id)
  return ledgerRefusal(world, add, remove)
}

function movesOf(statements: readonly Statement[]): Map<EntryId, MoveAt> {
  const found = new Map<EntryId, MoveAt>()
  for (const s of statements) if (s.body.kind === 'move' && s.became === 'recorded' && !s.withdrawn) found.set(s.id, moveAt(s, s.body.legs))
  return found
}

function judgeOne(world: World, before: readonly Entry[], entry: Entry, writer: Writer): Judgement {
  const { body } = entry
  if (!mayWrite(writer.role, body)) return refused({ rule: 'not-allowed', act: body.kind })
  const future = instantToMs(entry.happenedAt.latest) - instantToMs(writer.now)
  const early = body.kind === 'gear' || body.kind === 'wait' ? false : future > skewMs
  if (early && !writer.fromOutbox) return refused({ rule: 'in-the-future', at: entry.happenedAt.latest, now: writer.now })
  const unknown = unknownReference(world, entry)
  if (unknown) return refused(unknown)
  if (entry.amends) {
    const wrong = amendmentRefusal(before, entry, writer)
    if (wrong) return wrong.rule === 'stale-amendment' ? contested(wrong) : refused(wrong)
  }
  const unconfirmed = pinMissing(world, entry, writer)
  if (unconfirmed) return contested(unconfirmed)
  const judged = judgeBody(world, entry, writer)
  return judged.became === 'recorded' && early ? { became: 'recorded', clockUncertain: true } : judged
}

/** An authorised act of somebody else than the one signed in, who has not said so by PIN. */
function pinMissing(world: World, { doneBy, body, amends }: Entry, { vouches }: Writer): Refusal | undefined {
  if (!vouches || !doneBy || amends || doneBy === vouches.party || vouches.confirmed.has(doneBy)) return undefined
  const authority = authorityFor(world, body)
  return authority ? { rule: 'pin-needed', party: doneBy, authority } : undefined
}

function judgeBody(world: World, entry: Entry, writer: Writer): Judgement {
  const { body } = entry
  switch (body.kind) {
    case 'machine': {
      if (body.what !== 'registered') return recorded
      const known = world.machines.get(body.machine)?.registered
      if (known && known.id !== (entry.amends?.entry ?? entry.id)) return refused({ rule: 'already-registered', machine: body.machine })
      const twin = [...world.machines.values()].find((m) => m.id !== body.machine && m.registered && m.entryNumber === body.entryNumber)
      return twin ? refused({ rule: 'number-taken', number: body.entryNumber }) : recorded
    }
    case 'part': {
      if (body.what !== 'identified' || !body.tag) return recorded
      const twin = [...world.parts.values()].some((p) => p.id !== body.part && p.tag === body.tag) || [...world.lots.values()].some((l) => l.tag === body.tag)
      return twin ? refused({ rule: 'tag-taken', tag: body.tag }) : recorded
    }
    case 'lot': {
      if (body.what === 'got' && !world.lots.get(body.lot)?.said) return refused({ rule: 'unknown-lot', lot: body.lot })
      if (body.what !== 'identified' || !body.tag) return recorded
      const twin = [...world.lots.values()].some((l) => l.id !== body.lot && l.tag === body.tag) || [...world.parts.values()].some((p) => p.tag === body.tag)
      return twin ? refused({ rule: 'tag-taken', tag: body.tag }) : recorded
    }
    case 'move':
      return judgeMove(world, entry, body.legs, writer)
    case 'episode': {
      const machine = world.machines.get(body.machine)
      if (body.what === 'opened') {
        const open = machine?.episodes.find((e) => e.state !== 'closed' && e.id !== entry.id && e.id !== entry.amends?.entry)
        return open ? contested({ rule: 'episode-open', episode: open.id }) : recorded
      }
      const episode = machine?.episodes.find((e) => e.id === body.episode)
      if (!machine || !episode) return refused({ rule: 'unknown-entry', entry: body.episode })
      if (entry.amends) return recorded
      if (episode.state === 'closed') return contested({ rule: 'episode-not-open', episode: episode.id })
      if (body.what === 'resumed' && episode.state !== 'paused') return contested({ rule: 'episode-not-paused', episode: episode.id })
      if (body.what !== 'closed') return recorded
      const unmet = closingCheck(world, machine, episode, body)
        .rules.filter((r) => r.is === 'not met')
        .map((r) => r.rule)
      return unmet.length > 0 ? refused({ rule: 'closing-not-met', unmet }) : recorded
    }
    case 'consent':
      // A guest speaks for themselves only.
      return writer.role === 'guest' && writer.vouches?.party !== body.by ? refused({ rule: 'not-allowed', act: 'consent' }) : recorded
    case 'settle': {
      const target = world.line.find((s) => s.id === body.entry) ?? world.withdrawn.find((s) => s.id === body.entry)
      return target && (target.became === 'contested' || target.settledBy !== undefined) ? recorded : refused({ rule: 'not-contested', entry: body.entry })
    }
    default:
      return recorded
  }
}

function judgeMove(world: World, entry: Entry, legs: readonly { part: PartId; from: Place; to: Place }[], writer: Writer): Judgement {
  if (!isPoint(entry.happenedAt)) return refused({ rule: 'needs-instant' })
  const body = entry.body.kind === 'move' ? entry.body : undefined
  for (const leg of legs) {
    if (holdsItself(world, leg.part, leg.to)) return refused({ rule: 'holds-itself', part: leg.part })
    if (isSlot(leg.to)) {
      const fit = fitOf(world, leg.part, leg.to)
      if (fit.fit === 'never' || (fit.fit === 'does not fit' && !body?.forced)) return refused(fit.refusal)
    }
    const withheld = consentRefusal(world, leg.part, leg.from, leg.to)
    if (withheld && !body?.loan) return refused(withheld)
    const givenAway = leg.to.in.kind === 'gone' || ((leg.to.in.kind === 'party' || leg.to.in.kind === 'person') && !body?.loan)
    const home = world.parts.get(leg.part)?.start ?? leg.from
    const machine = givenAway ? machineAround(world, home) : undefined
    if (machine?.legal === 'accessioned') {
      const authority = body?.authority ? world.parties.get(body.authority) : undefined
      if (!authority?.roles.includes('steward') && !atLeast(writer.role, 'steward')) return refused({ rule: 'accessioned-needs-authority', part: leg.part, machine: machine.id })
    }
  }
  return recorded
}

/** Whether a place lies inside the part itself. */
function holdsItself(world: World, part: PartId, to: Place): boolean {
  let at: Place | undefined = to
  for (let hops = 0; at && at.in.kind === 'assembly' && hops < 20; hops++) {
    if (at.in.id === part) return true
    at = world.parts.get(at.in.id as PartId)?.place
  }
  return false
}

/** Things an entry names that nobody has written of. */
function unknownReference(world: World, entry: Entry): Refusal | undefined {
  const { body } = entry
  const registers = body.kind === 'machine' && body.what === 'registered'
  for (const subject of entry.about) {
    if (subject.kind === 'machine' && !registers && !world.machines.get(subject.id as never)?.registered) return { rule: 'unknown-machine', machine: subject.id }
    if (subject.kind === 'lot' && body.kind !== 'lot' && !world.lots.get(subject.id as never)?.said) return { rule: 'unknown-lot', lot: subject.id }
    if (subject.kind === 'party' && body.kind !== 'party' && !world.parties.has(subject.id as never)) return { rule: 'unknown-party', party: subject.id }
    if (subject.kind === 'gear' && body.kind !== 'gear' && !world.gear.has(subject.id as never)) return { rule: 'unknown-gear', gear: subject.id }
  }
  const type = body.kind === 'machine' ? (body.what === 'registered' ? body.type : body.what === 'stated' ? body.set.type : undefined) : undefined
  if (type && !world.types.has(type)) return { rule: 'unknown-type', type }
  if (entry.doneBy && body.kind !== 'party' && !world.parties.has(entry.doneBy)) return { rule: 'unknown-party', party: entry.doneBy }
  return undefined
}

function amendmentRefusal(before: readonly Entry[], entry: Entry, writer: Writer): Refusal | undefined {
  const { amends } = entry
  if (!amends) return undefined
  const target = before.find((e) => e.id === amends.entry)
  if (!target || target.body.kind === 'settle') return { rule: 'unknown-entry', entry: amends.entry }
  const isWithdrawal = entry.body.kind === 'withdrawal'
  if (isWithdrawal !== (amends.how === 'withdraw')) return { rule: 'kind-changed', was: target.body.kind, is: entry.body.kind }
  if (!isWithdrawal && entry.body.kind !== target.body.kind) return { rule: 'kind-changed', was: target.body.kind, is: entry.body.kind }
  if (amends.how === 'correct' && target.amends) return { rule: 'unknown-entry', entry: amends.entry }
  const root = target.amends ? rootId(before, target) : target.id
  const latest = latestAmendment(root, before)
  if (latest !== amends.seen) return { rule: 'stale-amendment', seen: amends.seen, latest }
  if (!amends.reason?.trim() && !isSlip(before, target, writer)) return { rule: 'reason-needed' }
  return undefined
}

function rootId(before: readonly Entry[], entry: Entry): EntryId {
  let at = entry
  for (let hops = 0; at.amends && hops < 100; hops++) {
    const next = before.find((e) => e.id === at.amends?.entry)
    if (!next) break
    at = next
  }
  return at.id
}

/** Own entry, under ten minutes, nothing built on it: nobody rests on it, and its parts have not moved on. */
export function isSlip(before: readonly Entry[], target: Entry, writer: Pick<Writer, 'account' | 'now'>): boolean {
  if (target.recordedBy !== writer.account || instantToMs(writer.now) - instantToMs(target.recordedAt) > slipMs) return false
  const parts = new Set(target.about.filter((s) => s.kind === 'part').map((s) => s.id))
  return !before.some((e) => e.seq > target.seq && (e.restsOn?.includes(target.id) === true || (e.body.kind === 'move' && e.body.legs.some((l) => parts.has(l.part)))))
}
