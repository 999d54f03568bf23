/** Moves: what fits, whose consent and authority they need, and whether the ledger stays whole with them. */
import type { Entry } from '#core/history/entry.ts'
import type { World } from '#core/history/world.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { ledgerRefusal, moveAt, type MoveAt, liesInside } from '#core/parts/ledger.ts'
import { standingStatements, type Statement } from '#core/history/versions.ts'
import type { EntryId, PartId } from '#core/ids.ts'
import type { Leg } from '#core/history/bodies/move.ts'
import { type Writer, type Judgement, refused, contested, recorded } from './model.ts'
import { isPoint } from '#core/quantity/time.ts'
import { isSlot } from '#core/place.ts'
import { fitOf } from '#core/parts/fit.ts'
import { consentRefusal } from '#core/parts/ownership.ts'
import { machineAround, placeOfPart } from '#core/history/presence.ts'
import { atLeast } from '#core/roles.ts'
import { vouchedFor } from './rights.ts'

export const touchesLedger = (entry: Entry) =>
  entry.body.kind === 'move' || entry.body.kind === 'settle' || entry.amends !== undefined

/** Moves as they would stand after the group, against those that stand now. */
export function judgeLedger(
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

export function judgeMove(world: World, entry: Entry, legs: readonly Leg[], writer: Writer): Judgement {
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
export function holdsItself(world: World, legs: readonly Pick<Leg, 'part' | 'to'>[]): PartId | undefined {
  const after = new Map(legs.map((leg) => [leg.part, leg.to]))
  return legs.find((leg) => liesInside(leg.part, leg.to, (id) => after.get(id) ?? placeOfPart(world, id)))
    ?.part
}
