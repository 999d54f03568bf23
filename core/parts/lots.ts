/** Reckoning with lots: how many are free, what was got and used, and how one of them becomes a part of its own. */
import type { Body } from '#core/history/bodies/index.ts'
import type { LotPlace, LotState, ReservationState, World } from '#core/history/world.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import type { HolderKind, Place } from '#core/place.ts'

/** Holders from which one of a lot can still be taken. */
const within: ReadonlySet<HolderKind> = new Set(['store', 'kept', 'rig', 'tray'])

export const lies = ({ place }: Pick<LotPlace, 'place'>): boolean => within.has(place.in.kind)

export interface LotTally {
  /** In the house, whatever is promised of them. May be below zero: then somebody should count. */
  readonly here: number
  readonly about: boolean
  readonly got: number
  /** Taken one by one, or in machines, or used up. */
  readonly used: number
  /** Taken one by one: each is a part of its own now. */
  readonly taken: number
  readonly promised: number
  readonly free: number
  readonly below: boolean
  readonly reorder: boolean
}

export function tallyOf(lot: LotState, reservations: readonly ReservationState[]): LotTally {
  const places = [...lot.places.values()]
  const here = places.filter(lies).reduce((sum, p) => sum + p.n, 0)
  const got = lot.got.reduce((sum, g) => sum + g.n, 0)
  const used =
    lot.taken.length +
    places
      .filter(
        (p) => p.place.in.kind === 'machine' || p.place.in.kind === 'assembly' || p.place.in.kind === 'gone',
      )
      .reduce((sum, p) => sum + p.n, 0)
  const promised = reservations.filter((r) => r.lot === lot.id).reduce((sum, r) => sum + r.n, 0)
  const free = here - promised
  return {
    here,
    about: places.some((p) => lies(p) && p.about),
    got,
    used,
    taken: lot.taken.length,
    promised,
    free,
    below: places.some((p) => lies(p) && p.n < 0),
    reorder: lot.reorderAt !== undefined && free <= lot.reorderAt,
  }
}

/** What is kept of a lot, or a part kept, for other machines than this one. */
export const keptForOthers = (
  world: World,
  what: { readonly part?: PartId; readonly lot?: LotId },
  machines: ReadonlySet<string>,
): readonly ReservationState[] =>
  world.reservations.filter(
    (r) => !machines.has(r.machine) && (what.part !== undefined ? r.part === what.part : r.lot === what.lot),
  )

export interface LotFacts {
  readonly id: LotId
  readonly partKind?: string | undefined
  readonly name?: string | undefined
  readonly marking?: string | undefined
  readonly attributes: Readonly<Record<string, string>>
  readonly origin?: string | undefined
}

/**
 * What a part cost: its own price, or its share of the last priced purchase of its lot, in minor units that may be broken.
 * Undefined where nobody wrote a price.
 */
export function costOf(
  world: World,
  id: PartId,
): { readonly minor: number; readonly currency: string } | undefined {
  const part = world.parts.get(id)
  if (part?.price) return part.price
  const bought = part?.outOf && world.lots.get(part.outOf)?.got.findLast((g) => g.price !== undefined)
  return bought?.price && { minor: bought.price.minor / bought.n, currency: bought.price.currency }
}

const partOrigins = ['bought', 'made', 'gift', 'donor'] as const

/** One of a lot, from where it lies, as a part of its own: it bears what was known of the lot. */
export function oneOutOf(lot: LotFacts, part: PartId, at: Place, meantFor?: MachineId, tag?: string): Body {
  const origin = partOrigins.find((o) => o === lot.origin)
  return {
    kind: 'part',
    what: 'identified',
    part,
    ...(lot.partKind ? { partKind: lot.partKind } : {}),
    ...(lot.name ? { name: lot.name } : {}),
    ...(lot.marking ? { marking: lot.marking } : {}),
    ...(Object.keys(lot.attributes).length > 0 ? { attributes: { ...lot.attributes } } : {}),
    ...(origin ? { origin } : {}),
    ...(tag ? { tag } : {}),
    place: at,
    outOf: { lot: lot.id, ...(meantFor ? { for: meantFor } : {}) },
  }
}
