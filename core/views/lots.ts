/** A lot for the screen: where how many lie, what came and went, what is promised, what it cost. */
import type { LotState, ReservationState, World } from '#core/history/world.ts'
import type { LotId } from '#core/ids.ts'
import { lies, tallyOf, type LotFacts, type LotTally } from '#core/parts/lots.ts'
import type { Place } from '#core/place.ts'
import type { PartFacts } from '#core/parts/fit.ts'
import type { Instant } from '#core/quantity/time.ts'
import { lotLabel, machineNumber, partLabel, placeLabel } from './labels.ts'

export interface ReservationRow {
  readonly entry: string
  readonly machine: string
  readonly part?: string | undefined
  readonly lot?: string | undefined
  /** The part or lot that is kept. */
  readonly what: string
  /** The machine it is kept for. */
  readonly label: string
  readonly position?: string | undefined
  readonly n: number
  readonly until?: Instant | undefined
  readonly since: Instant
}
export interface LotRow extends LotTally {
  readonly id: LotId
  readonly label: string
  readonly tag?: string | undefined
  readonly partKind?: string | undefined
  readonly name?: string | undefined
  readonly marking?: string | undefined
  readonly attributes: Readonly<Record<string, string>>
  readonly origin?: string | undefined
  readonly places: readonly {
    readonly place: Place
    readonly label: string
    readonly n: number
    readonly about: boolean
    readonly counted?: Instant | undefined
    readonly lies: boolean
  }[]
  readonly reserved: readonly ReservationRow[]
  readonly reorderAt?: number | undefined
}
export interface LotLifeRow {
  readonly entry: string
  readonly at: Instant
  readonly who?: string | undefined
  /** Change of the number in the house; undefined for a count, which states it. */
  readonly by?: number | undefined
  readonly what: 'got' | 'counted' | 'moved' | 'taken' | 'said' | 'kept' | 'let go'
  readonly n?: number | undefined
  readonly from?: string | undefined
  readonly to?: string | undefined
  readonly part?: string | undefined
  readonly words?: string | undefined
  readonly price?: { readonly minor: number; readonly currency: string } | undefined
}
export interface LotView extends LotRow {
  readonly life: readonly LotLifeRow[]
  /** What was paid, each currency by itself, and for how many. */
  readonly paid: readonly { readonly minor: number; readonly currency: string; readonly n: number }[]
}

export const reservationRow = (world: World, r: ReservationState): ReservationRow => {
  const machine = world.machines.get(r.machine)
  return {
    entry: r.entry.id,
    machine: r.machine,
    part: r.part,
    lot: r.lot,
    what: r.lot ? lotLabel(world, r.lot) : r.part ? partLabel(world, r.part) : 'a part',
    label: machine?.registered ? `${machineNumber(machine)} ${machine.name}` : 'a machine',
    position: r.position,
    n: r.n,
    until: r.until,
    since: r.entry.happenedAt.latest,
  }
}

export const factsOfLot = (lot: LotState): LotFacts => ({
  id: lot.id,
  partKind: lot.partKind,
  name: lot.name,
  marking: lot.marking,
  attributes: lot.attributes,
  origin: lot.got.at(-1)?.origin,
})
/** What fitting looks at in any one of a lot. */
export const fitFactsOfLot = (lot: Pick<LotState, 'partKind' | 'attributes'>): PartFacts => ({
  partKind: lot.partKind,
  attributes: lot.attributes,
  health: 'unknown',
})

export function lotRow(world: World, lot: LotState): LotRow {
  return {
    ...factsOfLot(lot),
    ...tallyOf(lot, world.reservations),
    label: lotLabel(world, lot.id),
    tag: lot.tag,
    places: [...lot.places.values()].map((p) => ({
      place: p.place,
      label: placeLabel(world, p.place),
      n: p.n,
      about: p.about,
      counted: p.counted?.happenedAt.latest,
      lies: lies(p),
    })),
    reserved: world.reservations.filter((r) => r.lot === lot.id).map((r) => reservationRow(world, r)),
    reorderAt: lot.reorderAt,
  }
}

export function lotView(world: World, id: LotId): LotView | undefined {
  const lot = world.lots.get(id)
  if (!lot?.said) return undefined
  const paid = new Map<string, { minor: number; currency: string; n: number }>()
  for (const { price, n } of lot.got)
    if (price) {
      const sum = paid.get(price.currency) ?? { minor: 0, currency: price.currency, n: 0 }
      paid.set(price.currency, { ...sum, minor: sum.minor + price.minor, n: sum.n + n })
    }
  return { ...lotRow(world, lot), life: lotLife(world, id), paid: [...paid.values()] }
}

/** Every act that concerns the lot, oldest first. */
function lotLife(world: World, id: LotId): LotLifeRow[] {
  return world.line.flatMap((s): LotLifeRow[] => {
    if (!s.about.some((a) => a.kind === 'lot' && a.id === id)) return []
    const { body } = s
    const base = {
      entry: s.id,
      at: s.happenedAt.latest,
      who: s.doneBy ? world.parties.get(s.doneBy)?.name : undefined,
    }
    if (body.kind === 'lot')
      return body.what === 'got'
        ? [
            {
              ...base,
              what: 'got',
              n: body.n,
              by: body.n,
              to: placeLabel(world, body.place),
              words: body.words,
              price: body.price,
            },
          ]
        : [
            {
              ...base,
              what: 'said',
              words: [
                body.partKind,
                body.tag,
                body.marking,
                ...Object.entries(body.attributes ?? {}).map(([k, v]) => `${k} ${v}`),
              ]
                .filter(Boolean)
                .join(', '),
            },
          ]
    if (body.kind === 'count')
      return [{ ...base, what: 'counted', n: body.n, to: placeLabel(world, body.place), words: body.words }]
    if (body.kind === 'move')
      return (body.lots ?? [])
        .filter((leg) => leg.lot === id)
        .map((leg) => ({
          ...base,
          what: 'moved' as const,
          n: leg.n,
          by: Number(lies({ place: leg.to })) * leg.n - Number(lies({ place: leg.from })) * leg.n,
          from: placeLabel(world, leg.from),
          to: placeLabel(world, leg.to),
          words: body.words,
        }))
    if (body.kind === 'part' && body.what === 'identified' && body.place)
      return [
        {
          ...base,
          what: 'taken',
          n: 1,
          by: -1,
          from: placeLabel(world, body.place),
          part: body.part,
          to: body.outOf?.for ? machineWords(world, body.outOf.for) : undefined,
        },
      ]
    if (body.kind === 'reservation')
      return [
        {
          ...base,
          what: body.what === 'made' ? 'kept' : 'let go',
          n: body.what === 'made' ? (body.n ?? 1) : undefined,
          to: machineWords(world, body.machine),
          words: body.words,
        },
      ]
    return []
  })
}

const machineWords = (world: World, id: string): string => {
  const machine = world.machines.get(id as never)
  return machine?.registered ? machineNumber(machine) : 'a machine'
}

/** The stored row of a lot as it is now: what was kept until a day that is over is free again. */
export function lotRowAt(row: LotRow, now: Instant): LotRow {
  const reserved = row.reserved.filter((r) => r.until === undefined || r.until > now)
  if (reserved.length === row.reserved.length) return row
  const promised = reserved.reduce((sum, r) => sum + r.n, 0)
  const free = row.here - promised
  return { ...row, reserved, promised, free, reorder: row.reorderAt !== undefined && free <= row.reorderAt }
}
