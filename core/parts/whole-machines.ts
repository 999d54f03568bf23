/**
 * How many whole machines a lot makes, and from which units: the most machines, then the least labour of moving modules. Exact:
 * every set of units is tried from the largest size that each kind of module allows downwards, and for a set each kind is an
 * assignment of its own. Meant for up to 12 units × 12 modules.
 */
import { assign } from './assignment.ts'

export type ModuleState = 'good' | 'bad' | 'missing' | 'unknown'

export interface LotUnit {
  readonly id: string
  /** By kind of module. Only what is proved good counts; `unknown` may be told to count. */
  readonly modules: Readonly<Record<string, ModuleState>>
  /** Points for making the unit a donor rather than a machine: completeness, case, provenance. */
  readonly worth: number
}
export interface ModuleKind {
  readonly kind: string
  /** Points for moving it from one unit to another; `Infinity` for what cannot be moved (the chassis). */
  readonly labour: number
}
export interface LotPlan {
  readonly machines: readonly string[]
  readonly moves: readonly { readonly kind: string; readonly from: string; readonly to: string }[]
  readonly cost: number
  /** Good modules that no machine needs. */
  readonly remains: readonly { readonly kind: string; readonly unit: string }[]
  /** Kinds that one more machine would want, in the unit that wants the fewest. */
  readonly toBuy: readonly string[]
  /** The kind that sets the limit, where one alone does. */
  readonly limitedBy: readonly string[]
}

/** At most this many units: 2^16 sets of them are still tried in seconds. */
export const mostUnits = 16

const bits = (set: number): number => {
  let n = 0
  for (let s = set; s; s &= s - 1) n++
  return n
}

/** Whether a module of one unit serves in another (revisions). */
export type Fits = (kind: string, from: string, to: string) => boolean

/** Undefined when `stop` ended it. Throws for too many units. */
export function wholeMachines(
  units: readonly LotUnit[],
  kinds: readonly ModuleKind[],
  fits: Fits = () => true,
  stop?: () => boolean,
): LotPlan | undefined {
  if (units.length > mostUnits) throw new RangeError(`${units.length} units are more than ${mostUnits}`)
  const n = units.length
  const price = (kind: ModuleKind, to: number, from: number): number => {
    const [taker, giver] = [units[to], units[from]]
    if (!taker || giver?.modules[kind.kind] !== 'good') return Number.POSITIVE_INFINITY
    if (to === from) return 0
    return fits(kind.kind, giver.id, taker.id) ? kind.labour : Number.POSITIVE_INFINITY
  }
  const prices = kinds.map((kind) => units.map((_, to) => units.map((__, from) => price(kind, to, from))))
  // Most machines that each kind alone would allow.
  const allows = prices.map((matrix) => assign(matrix)?.columns.filter((c) => c >= 0).length ?? 0)
  const limit = kinds.length === 0 ? n : Math.min(n, ...allows)
  const sets = Array.from({ length: 2 ** n }, (_, set) => set)
  const total = units.reduce((sum, u) => sum + u.worth, 0)
  for (let size = limit; size >= 1; size--) {
    let best: { cost: number; set: number; columns: number[][] } | undefined
    for (const set of sets) {
      if (bits(set) !== size) continue
      if (stop?.()) return undefined
      const chosen = units.flatMap((_, i) => (set & (1 << i) ? [i] : []))
      // Units that become donors cost their worth.
      let cost = total - chosen.reduce((sum, i) => sum + (units[i]?.worth ?? 0), 0)
      const columns: number[][] = []
      for (const matrix of prices) {
        if (best && cost >= best.cost) break
        const found = assign(chosen.map((i) => matrix[i] ?? []))
        if (!found || found.columns.some((c) => c < 0)) {
          cost = Number.POSITIVE_INFINITY
          break
        }
        cost += found.cost
        columns.push([...found.columns])
      }
      if (columns.length === kinds.length && cost < (best?.cost ?? Number.POSITIVE_INFINITY))
        best = { cost, set, columns }
    }
    if (best) return planOf(units, kinds, fits, best.set, best.columns, best.cost, allows)
  }
  return planOf(
    units,
    kinds,
    fits,
    0,
    kinds.map(() => []),
    total,
    allows,
  )
}

function planOf(
  units: readonly LotUnit[],
  kinds: readonly ModuleKind[],
  fits: Fits,
  set: number,
  columns: readonly (readonly number[])[],
  cost: number,
  allows: readonly number[],
): LotPlan {
  const chosen = units.flatMap((_, i) => (set & (1 << i) ? [i] : []))
  const moves = kinds.flatMap((kind, k) =>
    chosen.flatMap((to, row) => {
      const from = columns[k]?.[row] ?? -1
      return from !== to && from >= 0
        ? [{ kind: kind.kind, from: units[from]?.id ?? '', to: units[to]?.id ?? '' }]
        : []
    }),
  )
  const used = kinds.map((_, k) => new Set(columns[k]))
  const remains = kinds.flatMap((kind, k) =>
    units.flatMap((u, i) =>
      u.modules[kind.kind] === 'good' && !used[k]?.has(i) ? [{ kind: kind.kind, unit: u.id }] : [],
    ),
  )
  // One more machine: of the units left, the one that lacks the fewest kinds once it has what remains and fits it.
  const serves = (kind: ModuleKind, giver: string, taker: string) =>
    giver === taker || (Number.isFinite(kind.labour) && fits(kind.kind, giver, taker))
  const wants = units
    .filter((_, i) => !(set & (1 << i)))
    .map((u) =>
      kinds
        .filter((kind) => !remains.some((r) => r.kind === kind.kind && serves(kind, r.unit, u.id)))
        .map((kind) => kind.kind),
    )
    .sort((a, b) => a.length - b.length)
  const limit = Math.min(...allows)
  return {
    machines: chosen.map((i) => units[i]?.id ?? ''),
    moves,
    cost,
    remains,
    toBuy: wants[0] ?? [],
    limitedBy: kinds.flatMap((kind, k) => (allows[k] === limit && limit < units.length ? [kind.kind] : [])),
  }
}
