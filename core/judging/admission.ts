/**
 * Admission: what an entry becomes. What was observed is always recorded. A move is admitted if, in its true place, every
 * chain and every slot stays whole; otherwise the newcomer is contested, never what stood before.
 */
import type { EntryId, PartId } from '#core/ids.ts'
import { fitOf } from '#core/parts/fit.ts'
import { definitionOf } from '#core/history/kinds/index.ts'
import { ledgerRefusal, liesInside, moveAt, type MoveAt } from '#core/parts/ledger.ts'
import { consentRefusal } from '#core/parts/ownership.ts'
import { machineAround, placeOfPart } from '#core/history/presence.ts'
import { isSlot } from '#core/place.ts'
import { instantToMs, isPoint, sortKey, type Instant } from '#core/quantity/time.ts'
import { closingCheck } from '#core/work/checks/index.ts'
import { authorityFor } from '#core/history/rights.ts'
import { mayWrite } from '#core/history/rights.ts'
import { atLeast, isRole, speaksAs, type Role } from '#core/roles.ts'
import type { Entry } from '#core/history/entry.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Leg } from '#core/history/bodies/move.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { latestAmendment, standingStatements, type Statement } from '#core/history/versions.ts'
import type { EpisodeState, World } from '#core/history/world.ts'

export interface Writer {
  readonly role: Role
  readonly account: string
  readonly now: Instant
  /** Sent from an outbox: it happened, whatever the clock says. */
  readonly fromOutbox: boolean
  /** Whose session it is, and who confirmed by PIN in it that they act here. Absent: the writer vouches for everybody named. */
  readonly vouches?: { readonly party: string; readonly confirmed: ReadonlySet<string> }
  /** Parties that sign in here; what is said of them is a steward's. Absent: those with a role of the house. */
  readonly members?: ReadonlySet<string>
  /** The one machine whose every entry is here, where a record brings another's in part. Absent: all are known whole. */
  readonly whole?: string
  /** Parties that are stewards now. Absent: those that are said to be. */
  readonly stewards?: ReadonlySet<string>
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
export function judge(
  world: World,
  before: readonly Entry[],
  group: readonly Entry[],
  writer: Writer,
): Judgement[] {
  const ledger = judgeLedger(world, before, group, writer.whole)
  return group.map((entry) => {
    const first = judgeOne(world, before, entry, writer)
    if (first.became !== 'recorded') return first
    if (ledger && touchesLedger(entry)) return contested(ledger)
    return first
  })
}

const touchesLedger = (entry: Entry) =>
  entry.body.kind === 'move' || entry.body.kind === 'settle' || entry.amends !== undefined

/** Moves as they would stand after the group, against those that stand now. */
function judgeLedger(
  world: World,
  before: readonly Entry[],
  group: readonly Entry[],
  whole: string | undefined,
): Refusal | undefined {
  if (!group.some(touchesLedger)) return undefined
  const plain = group.every((e) => !e.amends && e.body.kind !== 'settle')
  if (plain)
    return ledgerRefusal(
      world,
      group.flatMap((e) => (e.body.kind === 'move' ? [moveAt(e, e.body.legs)] : [])),
      new Set(),
      whole,
    )
  const now = movesOf(world.line)
  const after = movesOf(standingStatements([...before, ...group]))
  const add: MoveAt[] = []
  for (const [id, move] of after)
    if (now.get(id)?.legs !== move.legs || now.get(id)?.at !== move.at) add.push(move)
  const remove = new Set<EntryId>()
  for (const id of now.keys()) if (!after.has(id)) remove.add(id)
  return ledgerRefusal(world, add, remove, whole)
}

function movesOf(statements: readonly Statement[]): Map<EntryId, MoveAt> {
  const found = new Map<EntryId, MoveAt>()
  for (const s of statements)
    if (s.body.kind === 'move' && s.became === 'recorded' && !s.withdrawn)
      found.set(s.id, moveAt(s, s.body.legs))
  return found
}

function judgeOne(world: World, before: readonly Entry[], entry: Entry, writer: Writer): Judgement {
  const { body } = entry
  const forbidden = rightsRefusal(before, entry, writer)
  if (forbidden) return refused(forbidden)
  const future = instantToMs(entry.happenedAt.latest) - instantToMs(writer.now)
  const early = !definitionOf(body).ahead && future > skewMs
  if (early && !writer.fromOutbox)
    return refused({ rule: 'in-the-future', at: entry.happenedAt.latest, now: writer.now })
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

/** Every version of what an entry amends or settles: whoever changes one must have the right to write each of them. */
function spokenOf(before: readonly Entry[], { amends, body }: Entry): Entry[] {
  const named = before.find(
    (e) => e.id === (amends?.entry ?? (body.kind === 'settle' ? body.entry : undefined)),
  )
  if (!named) return []
  const root = rootId(before, named)
  return before.filter((e) => e.id === root || (e.amends && rootId(before, e) === root))
}

/** The right to write the entry, and whatever it corrects, takes back or settles. A guest changes their own entries only. */
function rightsRefusal(before: readonly Entry[], entry: Entry, writer: Writer): Refusal | undefined {
  const { body, doneBy, toldBy } = entry
  const notAllowed: Refusal = { rule: 'not-allowed', act: body.kind }
  if (!mayWrite(writer.role, body)) return notAllowed
  const own = writer.vouches?.party
  if (
    writer.role === 'guest' &&
    own !== undefined &&
    [doneBy, toldBy].some((p) => p !== undefined && p !== own)
  )
    return notAllowed
  for (const version of spokenOf(before, entry)) {
    if (writer.role === 'guest' && version.recordedBy !== writer.account)
      return { rule: 'unknown-entry', entry: entry.amends?.entry ?? version.id }
    if (!mayWrite(writer.role, version.body)) return notAllowed
    if (version.body.kind === 'party' && ofTheHouse(version.body.party, writer)) return notAllowed
  }
  return undefined
}

/** What is said of somebody who signs in here is a steward's to say. */
const ofTheHouse = (party: string, writer: Writer): boolean =>
  !atLeast(writer.role, 'steward') && writer.members?.has(party) === true

/** Whether a person said in this session that it was them: they are signed in, or confirmed by PIN. */
const vouchedFor = (party: string, { vouches }: Writer): boolean =>
  !vouches || party === vouches.party || vouches.confirmed.has(party)

/** An authorised act of somebody else than the one signed in, who has not said so by PIN. A correction into one is one. */
function pinMissing(world: World, { doneBy, body }: Entry, writer: Writer): Refusal | undefined {
  if (!doneBy || vouchedFor(doneBy, writer)) return undefined
  const authority = authorityFor(world, body)
  return authority ? { rule: 'pin-needed', party: doneBy, authority } : undefined
}

function judgeBody(world: World, entry: Entry, writer: Writer): Judgement {
  const { body } = entry
  switch (body.kind) {
    case 'machine': {
      if (body.what !== 'registered') return recorded
      const known = world.machines.get(body.machine)?.registered
      if (known && known.id !== (entry.amends?.entry ?? entry.id))
        return refused({ rule: 'already-registered', machine: body.machine })
      const twin = [...world.machines.values()].find(
        (m) => m.id !== body.machine && m.registered && m.entryNumber === body.entryNumber,
      )
      return twin ? refused({ rule: 'number-taken', number: body.entryNumber }) : recorded
    }
    case 'part': {
      if (body.what !== 'identified') return recorded
      if (body.place && holdsItself(world, [{ part: body.part, to: body.place }]))
        return refused({ rule: 'holds-itself', part: body.part })
      if (!body.tag) return recorded
      const twin =
        [...world.parts.values()].some((p) => p.id !== body.part && p.tag === body.tag) ||
        [...world.lots.values()].some((l) => l.tag === body.tag)
      return twin ? refused({ rule: 'tag-taken', tag: body.tag }) : recorded
    }
    case 'lot': {
      if (body.what === 'got' && !world.lots.get(body.lot)?.said)
        return refused({ rule: 'unknown-lot', lot: body.lot })
      if (body.what !== 'identified' || !body.tag) return recorded
      const twin =
        [...world.lots.values()].some((l) => l.id !== body.lot && l.tag === body.tag) ||
        [...world.parts.values()].some((p) => p.tag === body.tag)
      return twin ? refused({ rule: 'tag-taken', tag: body.tag }) : recorded
    }
    case 'party':
      return ofTheHouse(body.party, writer) ||
        (!atLeast(writer.role, 'steward') && world.parties.get(body.party)?.roles.some(isRole))
        ? refused({ rule: 'not-allowed', act: 'party' })
        : recorded
    case 'override':
      return speaksAs(writer.role, body.role) ? recorded : refused({ rule: 'not-allowed', act: 'override' })
    case 'move':
      return judgeMove(world, entry, body.legs, writer)
    case 'episode':
      return judgeEpisode(world, entry, body)
    case 'consent':
      // A guest speaks for themselves only; what somebody else said is told.
      if (writer.vouches === undefined || writer.vouches.party === body.by) return recorded
      if (writer.role === 'guest') return refused({ rule: 'not-allowed', act: 'consent' })
      return entry.basis === 'told' ? recorded : refused({ rule: 'not-their-word', party: body.by })
    case 'settle': {
      const target =
        world.line.find((s) => s.id === body.entry) ?? world.withdrawn.find((s) => s.id === body.entry)
      if (!target || (target.became !== 'contested' && target.settledBy === undefined))
        return refused({ rule: 'not-contested', entry: body.entry })
      if (body.outcome !== 'happened') return recorded
      if (target.contest?.rule === 'pin-needed')
        return vouchedFor(target.contest.party, writer) ? recorded : refused(target.contest)
      return target.recordedBy === writer.account && !atLeast(writer.role, 'steward')
        ? refused({ rule: 'own-contest', entry: body.entry })
        : recorded
    }
    default:
      return recorded
  }
}

/** A step of an episode in its true place: nothing before it was opened, nothing after it was closed, one open episode a machine. */
function judgeEpisode(world: World, entry: Entry, body: BodyOf<'episode'>): Judgement {
  const machine = world.machines.get(body.machine)
  const own = entry.amends?.entry ?? entry.id
  const at = sortKey(entry.happenedAt)
  if (body.what === 'opened') {
    const open = machine?.episodes.find(
      (e) =>
        e.id !== own &&
        (!e.closed || (sortKey(e.opened.happenedAt) <= at && at < sortKey(e.closed.happenedAt))),
    )
    return open ? contested({ rule: 'episode-open', episode: open.id }) : recorded
  }
  const episode = machine?.episodes.find((e) => e.id === body.episode)
  if (!machine || !episode) return refused({ rule: 'unknown-entry', entry: body.episode })
  const wrong = stepsRefusal(world, episode, { id: own, at, what: body.what })
  if (wrong) return contested(wrong)
  if (body.what !== 'closed' || entry.amends) return recorded
  const unmet = closingCheck(world, machine, episode, body)
    .rules.filter((r) => r.is === 'not met')
    .map((r) => r.rule)
  return unmet.length > 0 ? refused({ rule: 'closing-not-met', unmet }) : recorded
}

interface EpisodeStep {
  readonly id: string
  readonly at: string
  readonly what: BodyOf<'episode'>['what']
}

/** What is wrong with the steps of an episode once `step` stands among them; undefined when each follows from the one before. */
function stepsRefusal(world: World, episode: EpisodeState, step: EpisodeStep): Refusal | undefined {
  const others = world.line.flatMap(({ id, became, body, happenedAt }): EpisodeStep[] =>
    body.kind === 'episode' &&
    became === 'recorded' &&
    id !== step.id &&
    (id === episode.id || (body.what !== 'opened' && body.episode === episode.id))
      ? [{ id, at: sortKey(happenedAt), what: body.what }]
      : [],
  )
  const opened = sortKey(episode.opened.happenedAt)
  let state: 'none' | 'open' | 'paused' | 'closed' = 'none'
  for (const next of [...others, step].sort((a, b) =>
    a.at < b.at || (a.at === b.at && a.id < b.id) ? -1 : 1,
  )) {
    const wrong: Refusal | undefined =
      next.what === 'opened'
        ? undefined
        : state === 'none'
          ? { rule: 'episode-not-open', episode: episode.id, opened }
          : state === 'closed'
            ? { rule: 'episode-not-open', episode: episode.id }
            : next.what === 'resumed' && state === 'open'
              ? { rule: 'episode-not-paused', episode: episode.id }
              : undefined
    if (wrong) return next.id === step.id ? wrong : { rule: 'breaks-later-steps', episode: episode.id }
    state = next.what === 'paused' ? 'paused' : next.what === 'closed' ? 'closed' : 'open'
  }
  return undefined
}

function judgeMove(world: World, entry: Entry, legs: readonly Leg[], writer: Writer): Judgement {
  if (!isPoint(entry.happenedAt)) return refused({ rule: 'needs-instant' })
  const body = entry.body.kind === 'move' ? entry.body : undefined
  const inItself = holdsItself(world, legs)
  if (inItself) return refused({ rule: 'holds-itself', part: inItself })
  for (const leg of legs) {
    if (isSlot(leg.to)) {
      const fit = fitOf(world, leg.part, leg.to)
      if (fit.fit === 'never' || (fit.fit === 'does not fit' && !body?.forced)) return refused(fit.refusal)
    }
    const withheld = consentRefusal(world, leg.part, leg.from, leg.to)
    if (withheld && !body?.loan) return refused(withheld)
    const givenAway =
      leg.to.in.kind === 'gone' ||
      ((leg.to.in.kind === 'party' || leg.to.in.kind === 'person') && !body?.loan)
    const home = world.parts.get(leg.part)?.start ?? leg.from
    const machine = givenAway ? machineAround(world, home, 'at first') : undefined
    if (machine?.legal === 'accessioned') {
      const named = body?.authority
      const byName =
        named !== undefined &&
        (writer.stewards?.has(named) ?? world.parties.get(named)?.roles.includes('steward') === true)
      if (!byName && !atLeast(writer.role, 'steward'))
        return refused({ rule: 'accessioned-needs-authority', part: leg.part, machine: machine.id })
      // A steward who is named says so themselves.
      if (byName && !atLeast(writer.role, 'steward') && !vouchedFor(named, writer))
        return contested({ rule: 'pin-needed', party: named, authority: 'steward' })
    }
  }
  return recorded
}

/** A part that would lie inside itself once all of these are where they go, alone or by way of each other. */
function holdsItself(world: World, legs: readonly Pick<Leg, 'part' | 'to'>[]): PartId | undefined {
  const after = new Map(legs.map((leg) => [leg.part, leg.to]))
  return legs.find((leg) => liesInside(leg.part, leg.to, (id) => after.get(id) ?? placeOfPart(world, id)))
    ?.part
}

/** Things an entry names that nobody has written of. */
function unknownReference(world: World, entry: Entry): Refusal | undefined {
  const { body } = entry
  const registers = body.kind === 'machine' && body.what === 'registered'
  for (const subject of entry.about) {
    if (subject.kind === 'machine' && !registers && !world.machines.get(subject.id as never)?.registered)
      return { rule: 'unknown-machine', machine: subject.id }
    if (subject.kind === 'lot' && body.kind !== 'lot' && !world.lots.get(subject.id as never)?.said)
      return { rule: 'unknown-lot', lot: subject.id }
    if (subject.kind === 'party' && body.kind !== 'party' && !world.parties.has(subject.id as never))
      return { rule: 'unknown-party', party: subject.id }
    if (subject.kind === 'gear' && body.kind !== 'gear' && !world.gear.has(subject.id as never))
      return { rule: 'unknown-gear', gear: subject.id }
  }
  const type =
    body.kind === 'machine'
      ? body.what === 'registered'
        ? body.type
        : body.what === 'stated'
          ? body.set.type
          : undefined
      : undefined
  if (type && !world.types.has(type)) return { rule: 'unknown-type', type }
  if (entry.doneBy && body.kind !== 'party' && !world.parties.has(entry.doneBy))
    return { rule: 'unknown-party', party: entry.doneBy }
  return undefined
}

function amendmentRefusal(before: readonly Entry[], entry: Entry, writer: Writer): Refusal | undefined {
  const { amends } = entry
  if (!amends) return undefined
  const target = before.find((e) => e.id === amends.entry)
  if (!target || target.body.kind === 'settle') return { rule: 'unknown-entry', entry: amends.entry }
  const isWithdrawal = entry.body.kind === 'withdrawal'
  if (isWithdrawal !== (amends.how === 'withdraw'))
    return { rule: 'kind-changed', was: target.body.kind, is: entry.body.kind }
  if (!isWithdrawal && entry.body.kind !== target.body.kind)
    return { rule: 'kind-changed', was: target.body.kind, is: entry.body.kind }
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
export function isSlip(
  before: readonly Entry[],
  target: Entry,
  writer: Pick<Writer, 'account' | 'now'>,
): boolean {
  if (
    target.recordedBy !== writer.account ||
    instantToMs(writer.now) - instantToMs(target.recordedAt) > slipMs
  )
    return false
  const parts = new Set(target.about.filter((s) => s.kind === 'part').map((s) => s.id))
  return !before.some(
    (e) =>
      e.seq > target.seq &&
      (e.restsOn?.includes(target.id) === true ||
        (e.body.kind === 'move' && e.body.legs.some((l) => parts.has(l.part)))),
  )
}
