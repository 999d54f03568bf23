/** Where every part is, and one part's life across machines. */
import type { PartId } from '#core/ids.ts'
import type { PartState, World } from '#core/history/world.ts'
import { contentsOf, machineAround, partKindOf } from '#core/parts/presence.ts'
import type { Instant } from '#core/quantity/time.ts'
import { partLabel, placeLabel } from './labels.ts'

export interface PartView {
  readonly id: PartId
  readonly label: string
  readonly tag?: string | undefined
  readonly partKind?: string | undefined
  readonly place: string
  readonly holder: 'machine' | 'tray' | 'store' | 'party' | 'gone' | 'kept' | 'rig'
  readonly machine?: string | undefined
  readonly since?: Instant | undefined
  readonly health: string
  readonly origin?: string | undefined
  readonly from?: string | undefined
  readonly loan?: { readonly home: string; readonly due?: Instant | undefined; readonly since: Instant } | undefined
}

const holderOf = (kind: string): PartView['holder'] => (kind === 'assembly' ? 'machine' : kind === 'person' ? 'party' : (kind as PartView['holder']))

export function partView(world: World, part: PartState): PartView | undefined {
  const { place } = part
  if (!place) return undefined
  const open = part.loan && !part.loan.closed ? part.loan : undefined
  return {
    id: part.id,
    label: partLabel(world, part.id),
    tag: part.tag,
    partKind: partKindOf(world, part.id),
    place: placeLabel(world, place),
    holder: holderOf(place.in.kind),
    machine: machineAround(world, place)?.id,
    since: part.legs.at(-1)?.entry.happenedAt.latest ?? part.identified?.happenedAt.latest,
    health: part.health,
    origin: part.origin,
    from: part.start ? placeLabel(world, part.start) : undefined,
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
    if (s.body.kind === 'move') {
      const leg = s.body.legs.find((l) => l.part === id)
      const what = leg
        ? `${s.became === 'contested' ? 'contested: ' : ''}${s.body.loan ? 'lent' : 'moved'} from ${placeLabel(world, leg.from)} to ${placeLabel(world, leg.to)}`
        : 'held other parts that moved'
      return { at, what, who, entry: s.id }
    }
    if (s.body.kind === 'part' && s.body.what === 'health') return { at, what: `${s.body.health}${s.body.because ? `: ${s.body.because}` : ''}`, who, entry: s.id }
    if (s.body.kind === 'part' && s.body.what === 'identified')
      return {
        at,
        what: `identified${s.body.tag ? `, tag ${s.body.tag}` : ''}${s.body.marking ? `, marked ${s.body.marking}` : ''}${s.body.place ? `, in ${placeLabel(world, s.body.place)}` : ''}`,
        who,
        entry: s.id,
      }
    return { at, what: s.body.kind, who, entry: s.id }
  })
}

/** Parts that sit in an assembly now, by the position in which they sit; what nobody touched is there as the sheet says. */
export function heldBy(world: World, id: PartId): { position: string; label: string; part?: string | undefined }[] {
  const touched = [...world.parts.values()].filter((p) => p.place?.in.kind === 'assembly' && p.place.in.id === id && p.place.position !== undefined)
  const machine = world.parts.get(id)?.place ? machineAround(world, world.parts.get(id)?.place ?? { in: { kind: 'gone', id: '' } }) : undefined
  const rows = machine ? contentsOf(world, machine).filter((r) => r.place.in.kind === 'assembly' && r.place.in.id === id) : []
  const listed = rows.flatMap((r) =>
    r.part && r.content !== 'empty'
      ? [{ position: r.position.designator, label: world.parts.has(r.part) ? partLabel(world, r.part) : r.position.accepts, part: world.parts.has(r.part) ? r.part : undefined }]
      : [],
  )
  const more = touched.filter((p) => !listed.some((l) => l.part === p.id)).map((p) => ({ position: p.place?.position ?? '', label: partLabel(world, p.id), part: p.id }))
  return [...listed, ...more]
}
