/** What the house has to buy: needs that no spare can serve, each spare counted once, and lots that are at their level. */
import type { SheetPosition } from '#core/type/sheet.ts'
import { judgeFit, type PartFacts } from './fit.ts'

/** Something that lies in the house and is kept for nobody. */
export interface Spare {
  readonly facts: PartFacts
  /** How many of it: 1 for a part with a name of its own. */
  readonly free: number
}
export interface Wanted {
  readonly position: SheetPosition
  /** "IC4 of E2024-003". */
  readonly label: string
  /** Something is kept for it, or its own part comes back. */
  readonly kept: boolean
}
export interface BuyLine {
  readonly kind: string
  readonly asks?: string | undefined
  readonly count: number
  readonly because: 'needed' | 'lot at its level'
  readonly where: readonly string[]
}
export interface LowLot {
  readonly label: string
  readonly partKind?: string | undefined
  readonly asks?: string | undefined
  readonly free: number
  readonly reorderAt: number
}

/** Value and rating that a sheet's line asks for, as one writes them on an order. */
export function asksWords({
  asks,
  ratingVolts,
}: Pick<SheetPosition, 'asks' | 'ratingVolts'>): string | undefined {
  const words = [
    asks?.['value'],
    asks?.['rating'] ?? (ratingVolts === undefined ? undefined : `${ratingVolts} V`),
  ].filter((text) => text !== undefined)
  return words.length > 0 ? words.join(' ') : undefined
}

export const serves = (position: SheetPosition, facts: PartFacts): boolean => {
  const { fit } = judgeFit(position, facts, [position])
  return (
    facts.health !== 'proved bad' &&
    facts.health !== 'suspect' &&
    (fit === 'fits' || fit === 'fits with remarks')
  )
}

/** What of a position decides which part fits: positions that agree in it are served by the same spares. */
const fitKey = ({
  designator: _,
  on: _on,
  lookAlikes: _alike,
  essential: _essential,
  weight: _weight,
  ...asked
}: SheetPosition): string => JSON.stringify(asked)

function grouped<T>(items: readonly T[], keyOf: (item: T) => string): { first: T; members: number[] }[] {
  const groups = new Map<string, { first: T; members: number[] }>()
  items.forEach((item, i) => {
    const key = keyOf(item)
    const held = groups.get(key)
    if (held) held.members.push(i)
    else groups.set(key, { first: item, members: [i] })
  })
  return [...groups.values()]
}

/**
 * How many of each spare go to each need so that as many needs are served as can be: a maximum flow by augmenting paths (Ford &
 * Fulkerson, Canad. J. Math. 8 (1956) 399–404). `mayServe[need]` lists the spares that serve it.
 */
function shareOut(
  wanted: readonly number[],
  free: readonly number[],
  mayServe: readonly (readonly number[])[],
): Map<number, number>[] {
  const given = wanted.map(() => new Map<number, number>())
  const takers = free.map(() => new Set<number>())
  const left = [...free]
  /** Finds one more of some spare for a need, moving what others hold where that frees one. Answers whether it could. */
  const serve = (need: number, asked: Set<number>): boolean => {
    for (const spare of mayServe[need] ?? []) {
      if (asked.has(spare)) continue
      asked.add(spare)
      let freed = (left[spare] ?? 0) > 0
      if (freed) left[spare] = (left[spare] ?? 0) - 1
      else
        for (const other of takers[spare] ?? []) {
          if (other === need || !serve(other, asked)) continue
          const held = (given[other]?.get(spare) ?? 0) - 1
          if (held > 0) given[other]?.set(spare, held)
          else {
            given[other]?.delete(spare)
            takers[spare]?.delete(other)
          }
          freed = true
          break
        }
      if (!freed) continue
      given[need]?.set(spare, (given[need].get(spare) ?? 0) + 1)
      takers[spare]?.add(need)
      return true
    }
    return false
  }
  wanted.forEach((count, need) => {
    // What lies free without anybody giving way goes first, all at once.
    let open = count
    for (const spare of mayServe[need] ?? []) {
      const n = Math.min(open, left[spare] ?? 0)
      if (n === 0) continue
      left[spare] = (left[spare] ?? 0) - n
      given[need]?.set(spare, n)
      takers[spare]?.add(need)
      open -= n
    }
    while (open > 0 && serve(need, new Set())) open--
  })
  return given
}

interface Sharing<S extends Spare> {
  /** The spare that serves each position, by its place in the list. */
  readonly spareOf: readonly (S | undefined)[]
  /** How many spares would serve each position if nobody else wanted them. */
  readonly serving: readonly number[]
}

/** Shares spares out among positions. Equal positions and equal spares are one: the work grows with how many differ, not with how many there are. */
function share<S extends Spare>(positions: readonly SheetPosition[], spares: readonly S[]): Sharing<S> {
  const needs = grouped(positions, fitKey)
  const stock = grouped(spares, ({ facts }) => JSON.stringify(facts))
  const free = stock.map((group) =>
    group.members.reduce((sum, i) => sum + Math.max(0, spares[i]?.free ?? 0), 0),
  )
  const mayServe = needs.map((need) =>
    stock.flatMap((group, i) => ((free[i] ?? 0) > 0 && serves(need.first, group.first.facts) ? [i] : [])),
  )
  const given = shareOut(
    needs.map((need) => need.members.length),
    free,
    mayServe,
  )
  /** The spares of a group one by one, each as often as it is there, and no oftener than could be asked for. */
  const units = stock.map((group) =>
    group.members.flatMap((i) =>
      Array.from({ length: Math.min(positions.length, Math.max(0, spares[i]?.free ?? 0)) }, () => spares[i]),
    ),
  )
  const spareOf: (S | undefined)[] = positions.map(() => undefined)
  const serving: number[] = positions.map(() => 0)
  needs.forEach((need, n) => {
    const taken = [...(given[n] ?? [])].flatMap(([group, count]) => units[group]?.splice(0, count) ?? [])
    const all = (mayServe[n] ?? []).reduce((sum, group) => sum + (free[group] ?? 0), 0)
    need.members.forEach((position, i) => {
      spareOf[position] = taken[i]
      serving[position] = all
    })
  })
  return { spareOf, serving }
}

/** The spare that serves each position, as many positions served as can be; undefined for one that none is left for. */
export const allot = <S extends Spare>(
  positions: readonly SheetPosition[],
  spares: readonly S[],
): readonly (S | undefined)[] => share(positions, spares).spareOf

/** For each thing wanted how many spares would serve it, and what is to be bought. */
export const toBuy = ({
  wanted,
  spares,
  low,
}: {
  wanted: readonly Wanted[]
  spares: readonly Spare[]
  low: readonly LowLot[]
}): { serving: readonly number[]; buy: BuyLine[] } => ({
  serving: share(
    wanted.map((w) => w.position),
    spares,
  ).serving,
  buy: buyList(wanted, spares, low),
})

/**
 * Lines to buy, by kind and value, the most wanted first. Of a lot at its level twice that level is bought, what is free left
 * out: enough until the next time, by common practice.
 */
export function buyList(
  wanted: readonly Wanted[],
  spares: readonly Spare[],
  low: readonly LowLot[],
): BuyLine[] {
  const open = wanted.filter((w) => !w.kept)
  const served = allot(
    open.map((w) => w.position),
    spares,
  )
  const lines = new Map<string, { kind: string; asks: string | undefined; where: string[] }>()
  open.forEach(({ position, label }, i) => {
    if (served[i]) return
    const asks = asksWords(position)
    const key = `${position.accepts}|${asks ?? ''}`
    const line = lines.get(key) ?? { kind: position.accepts, asks, where: [] }
    line.where.push(label)
    lines.set(key, line)
  })
  return [
    ...[...lines.values()]
      .map((line): BuyLine => ({ ...line, count: line.where.length, because: 'needed' }))
      .sort((a, b) => b.count - a.count || (a.kind < b.kind ? -1 : 1)),
    ...low.map((lot): BuyLine => ({
      kind: lot.partKind ?? lot.label,
      asks: lot.asks,
      count: Math.max(1, 2 * lot.reorderAt - lot.free),
      because: 'lot at its level',
      where: [lot.label],
    })),
  ]
}
