/** Where every part is, and one part's life across machines. */
import type { PartId } from '#core/ids.ts'
import type { PartState, World } from '#core/history/world.ts'
import { isSlot, placeKey, type Place } from '#core/place.ts'
import { contentsOf, machineAround, partKindOf } from '#core/history/presence.ts'
import type { Health, HealthGround } from '#core/history/bodies/part.ts'
import { healthOf, type PartHealth } from '#core/parts/health.ts'
import { sortKey, type Instant } from '#core/quantity/time.ts'
import { lotLabel, machineNumber, partLabel, placeLabel } from './labels.ts'
import { reservationRow, type ReservationRow } from './lots.ts'

export interface PartView {
  readonly id: PartId
  readonly label: string
  readonly tag?: string | undefined
  readonly partKind?: string | undefined
  readonly place: string
  readonly holder: 'machine' | 'tray' | 'store' | 'party' | 'gone' | 'kept' | 'rig'
  readonly machine?: string | undefined
  readonly since?: Instant | undefined
  readonly attributes: Readonly<Record<string, string>>
  readonly health: Health
  readonly healthGround?: HealthGroundRow | undefined
  /** In for now only. */
  readonly temporary: boolean
  readonly origin?: string | undefined
  readonly from?: string | undefined
  /** The type of the machine it was found in. */
  readonly typeFound?: string | undefined
  /** Machines it is kept for. */
  readonly kept: readonly ReservationRow[]
  readonly loan?:
    { readonly home: string; readonly due?: Instant | undefined; readonly since: Instant } | undefined
}

/** On what ground a part is called what it is. */
export type HealthGroundRow =
  | {
      readonly by: HealthGround | 'not said'
      readonly who?: string | undefined
      readonly because?: string | undefined
      readonly at: Instant
    }
  | { readonly by: 'trial'; readonly machine: string; readonly fn: string; readonly at: Instant }

function groundRow(world: World, { said, trial }: PartHealth): HealthGroundRow | undefined {
  if (trial)
    return {
      by: 'trial',
      machine: machineNumber(trial.machine),
      fn: trial.fn,
      at: trial.after.happenedAt.latest,
    }
  return (
    said && {
      by: said.by ?? 'not said',
      who: said.entry.doneBy ? world.parties.get(said.entry.doneBy)?.name : undefined,
      because: said.because,
      at: said.entry.happenedAt.latest,
    }
  )
}

const holderOf = (kind: string): PartView['holder'] =>
  kind === 'assembly' ? 'machine' : kind === 'person' ? 'party' : (kind as PartView['holder'])

export function partView(world: World, part: PartState): PartView | undefined {
  const { place } = part
  if (!place) return undefined
  const open = part.loan && !part.loan.closed ? part.loan : undefined
  const known = healthOf(world, part)
  return {
    id: part.id,
    label: partLabel(world, part.id),
    tag: part.tag,
    partKind: partKindOf(world, part.id),
    place: placeLabel(world, place),
    holder: holderOf(place.in.kind),
    machine: machineAround(world, place)?.id,
    since: part.legs.at(-1)?.entry.happenedAt.latest ?? part.identified?.happenedAt.latest,
    attributes: part.attributes,
    health: known.health,
    healthGround: groundRow(world, known),
    temporary: part.temporary,
    origin: part.origin,
    typeFound: (part.start && machineAround(world, part.start, 'at first')?.type) ?? undefined,
    kept: world.reservations.filter((r) => r.part === part.id).map((r) => reservationRow(world, r)),
    from: part.start ? placeLabel(world, part.start, undefined, 'at first') : undefined,
    loan: open && { home: placeLabel(world, open.home), due: open.due, since: open.entry.happenedAt.latest },
  }
}

export interface PartLifeRow {
  readonly at: Instant
  readonly what: string
  readonly who?: string | undefined
  readonly entry: string
}

/** Every act that concerns the part, oldest first. */
export function partLife(world: World, id: PartId): PartLifeRow[] {
  const mine = world.line.filter((s) => s.about.some((a) => a.kind === 'part' && a.id === id))
  return mine.map((s): PartLifeRow => {
    const who = s.doneBy ? world.parties.get(s.doneBy)?.name : undefined
    const at = s.happenedAt.latest
    const then = { at: sortKey(s.happenedAt) }
    if (s.body.kind === 'move') {
      const leg = s.body.legs.find((l) => l.part === id)
      const what = leg
        ? `${s.became === 'contested' ? 'contested: ' : ''}${s.body.loan ? 'lent' : 'moved'} from ${placeLabel(world, leg.from, undefined, then)} to ${placeLabel(world, leg.to, undefined, then)}`
        : 'held other parts that moved'
      return { at, what, who, entry: s.id }
    }
    if (s.body.kind === 'part' && s.body.what === 'health')
      return {
        at,
        what: `${s.body.health}${s.body.ground ? `, by ${s.body.ground}` : ''}${s.body.because ? `: ${s.body.because}` : ''}`,
        who,
        entry: s.id,
      }
    if (s.body.kind === 'part' && s.body.what === 'identified')
      return {
        at,
        what: s.body.outOf
          ? `one out of ${lotLabel(world, s.body.outOf.lot)}${s.body.place ? `, ${placeLabel(world, s.body.place)}` : ''}`
          : `identified${s.body.tag ? `, tag ${s.body.tag}` : ''}${s.body.marking ? `, marked ${s.body.marking}` : ''}${s.body.place ? `, in ${placeLabel(world, s.body.place)}` : ''}`,
        who,
        entry: s.id,
      }
    if (s.body.kind === 'reservation') {
      const machine = world.machines.get(s.body.machine)
      return {
        at,
        what: `${s.body.what === 'made' ? 'kept for' : 'no longer kept for'} ${machine?.registered ? machineNumber(machine) : 'a machine'}`,
        who,
        entry: s.id,
      }
    }
    return { at, what: s.body.kind, who, entry: s.id }
  })
}

/** Parts that sit in an assembly now, by the position in which they sit; what nobody touched is there as the sheet says. */
export function heldBy(
  world: World,
  id: PartId,
): { position: string; label: string; part?: string | undefined }[] {
  const touched = [...world.parts.values()].filter(
    (p) => p.place?.in.kind === 'assembly' && p.place.in.id === id && p.place.position !== undefined,
  )
  const machine = world.parts.get(id)?.place
    ? machineAround(world, world.parts.get(id)?.place ?? { in: { kind: 'gone', id: '' } })
    : undefined
  const rows = machine
    ? contentsOf(world, machine).filter((r) => r.place.in.kind === 'assembly' && r.place.in.id === id)
    : []
  const listed = rows.flatMap((r) =>
    r.part && r.content !== 'empty'
      ? [
          {
            position: r.position.designator,
            label: world.parts.has(r.part) ? partLabel(world, r.part) : r.position.accepts,
            part: world.parts.has(r.part) ? r.part : undefined,
          },
        ]
      : [],
  )
  const more = touched
    .filter((p) => !listed.some((l) => l.part === p.id))
    .map((p) => ({ position: p.place?.position ?? '', label: partLabel(world, p.id), part: p.id }))
  return [...listed, ...more]
}

/** What waits for a part: its home while it is lent, the position it left and that is empty since, and machines it is kept for. */
export interface WaitsFor {
  readonly machine: string
  readonly label: string
  readonly position?: string | undefined
  readonly why: 'lent' | 'empty since' | 'kept for it'
  readonly since?: Instant | undefined
  readonly until?: Instant | undefined
}

export function waitsFor(world: World, part: PartState): WaitsFor[] {
  const found: WaitsFor[] = []
  const at = (place: Place, why: WaitsFor['why'], since: Instant | undefined, until?: Instant) => {
    const machine = machineAround(world, place)
    if (machine?.registered)
      found.push({
        machine: machine.id,
        label: `${machineNumber(machine)} ${machine.name}`,
        position: place.position,
        why,
        since,
        until,
      })
  }
  const loan = part.loan && !part.loan.closed ? part.loan : undefined
  if (loan) at(loan.home, 'lent', loan.entry.happenedAt.latest, loan.due)
  const left = part.legs.findLast((l) => isSlot(l.from))
  if (
    left &&
    !loan &&
    part.place &&
    placeKey(part.place) !== placeKey(left.from) &&
    world.slots.get(placeKey(left.from)) === 'empty' &&
    world.lastOut.get(placeKey(left.from)) === part.id
  )
    at(left.from, 'empty since', left.entry.happenedAt.latest)
  for (const r of world.reservations)
    if (r.part === part.id) {
      const row = reservationRow(world, r)
      found.push({
        machine: row.machine,
        label: row.label,
        position: row.position,
        why: 'kept for it',
        since: row.since,
        until: row.until,
      })
    }
  return found
}
