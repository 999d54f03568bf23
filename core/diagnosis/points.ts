/** Test points: what should be read there, what was read, and how far that is from when the machine was healthy. */
import type { EntryId } from '#core/ids.ts'
import { sheetOf } from '#core/history/layout.ts'
import { type MachineState, type ReadingState, type World } from '#core/history/world.ts'
import { withinTolerance, type Quantity } from '#core/quantity/quantity.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { TestPoint } from '#core/type/sheet.ts'

/** The middle and half the width of the band in which a reading is expected, in the point's unit, and where it comes from. */
export interface Expectation {
  readonly nominal: number
  readonly tolerance: number
  readonly by: 'sheet' | 'behind' | 'division' | 'rail'
  /** The point it is reckoned from, and whether that one was read or only has a nominal. */
  readonly from?: { readonly point: string; readonly value: number; readonly read: boolean } | undefined
}

/** Per cent that a divided clock may be off when the sheet does not say: a counter's last digits, not a crystal's. */
const usualClockPercent = 0.5

/** Keeps sums of written decimals as they would be written: 12 significant digits. */
const tidy = (value: number): number => Number(value.toPrecision(12))

/**
 * A rail called by its voltage: ±5 % for a positive logic supply up to 5 V (common TTL data-book range 4.75–5.25 V), ±10 % for
 * the others (common practice). Undefined for a name that is no voltage.
 */
export function railExpectation(name: string): Expectation | undefined {
  const rail = /^([+\-−]?\d+(?:[.,]\d+)?)\s?V$/i.exec(name)?.[1]
  if (rail === undefined) return undefined
  const nominal = Number(rail.replace('−', '-').replace(',', '.'))
  return {
    nominal,
    tolerance: tidy(Math.abs(nominal) * (Math.abs(nominal) <= 5 && nominal > 0 ? 0.05 : 0.1)),
    by: 'rail',
  }
}

/** The middle of what was read; undefined where nothing was. */
export const valueOf = (read: Quantity): number | undefined =>
  read.value ??
  (read.min !== undefined && read.max !== undefined ? tidy((read.min + read.max) / 2) : undefined)

/**
 * What a point should show. Behind a diode: the other point less the drop; down a clock tree: the other point divided; both
 * from what was last read there, else from its own expectation. `read` answers the last value of a point.
 */
export function expectationOf(
  points: readonly TestPoint[],
  name: string,
  read: (point: string) => number | undefined,
  hops = 0,
): Expectation | undefined {
  const point = points.find((p) => p.name.toLowerCase() === name.toLowerCase())
  if (!point) return railExpectation(name)
  const parent = point.behind?.point ?? point.divides?.point
  if (parent !== undefined && hops < 20) {
    const seen = read(parent)
    const value = seen ?? expectationOf(points, parent, read, hops + 1)?.nominal
    if (value === undefined) return undefined
    const from = { point: parent, value, read: seen !== undefined }
    if (point.behind) {
      const { dropMin, dropMax } = point.behind
      return {
        nominal: tidy(value - (dropMin + dropMax) / 2),
        tolerance: tidy(Math.abs(dropMax - dropMin) / 2),
        by: 'behind',
        from,
      }
    }
    const nominal = tidy(value / (point.divides?.by ?? 1))
    return {
      nominal,
      tolerance: tidy((nominal * (point.tolerancePercent ?? usualClockPercent)) / 100),
      by: 'division',
      from,
    }
  }
  if (point.nominal === undefined) return undefined
  const rail = railExpectation(name)
  const tolerance =
    point.tolerancePercent !== undefined
      ? tidy((Math.abs(point.nominal) * point.tolerancePercent) / 100)
      : rail?.tolerance
  return tolerance === undefined ? undefined : { nominal: point.nominal, tolerance, by: 'sheet' }
}

export interface PointReading {
  readonly entry: EntryId
  readonly at: Instant
  readonly asWritten: string
  readonly value?: number | undefined
  readonly unit: string
  readonly within?: boolean | undefined
  readonly load?: string | undefined
  readonly instrument?: string | undefined
}

export interface PointRow {
  readonly point: string
  readonly unit: string
  readonly load?: string | undefined
  readonly instrument?: string | undefined
  readonly expected?: Expectation | undefined
  /** What the sheet names without saying how far a reading may be from it. */
  readonly nominal?: number | undefined
  readonly readings: readonly PointReading[]
  readonly last?: PointReading | undefined
  /** From the set taken when the machine was healthy. */
  readonly healthy?: PointReading | undefined
  /** Last reading less the healthy one, in the point's unit. */
  readonly drift?: number | undefined
}

const readingOf = (r: ReadingState): PointReading => ({
  entry: r.entry.id,
  at: r.entry.happenedAt.latest,
  asWritten: r.read.asWritten,
  value: valueOf(r.read),
  unit: r.read.unit,
  within:
    r.nominal !== undefined && r.tolerance !== undefined
      ? withinTolerance(r.read, r.nominal, r.tolerance)
      : undefined,
  load: r.load,
  instrument: r.instrument,
})

/** Points of the sheet in its order, then those that were only ever read, each with all its readings, oldest first. */
export function pointRows(world: World, machine: MachineState): PointRow[] {
  const points = sheetOf(world, machine)?.points ?? []
  const byPoint = new Map<string, ReadingState[]>()
  for (const reading of machine.readings) {
    const name =
      points.find((p) => p.name.toLowerCase() === reading.point.toLowerCase())?.name ?? reading.point
    const held = byPoint.get(name)
    if (held) held.push(reading)
    else byPoint.set(name, [reading])
  }
  const last = (point: string) => {
    const read = byPoint.get(point)?.at(-1)
    return read ? valueOf(read.read) : undefined
  }
  const healthy = new Set<string>(
    machine.baselines.flatMap((b) => (b.body.kind === 'baseline' ? b.body.readings : [])),
  )
  return [...new Set([...points.map((p) => p.name), ...byPoint.keys()])].map((name) => {
    const point = points.find((p) => p.name === name)
    const readings = (byPoint.get(name) ?? []).map(readingOf)
    const newest = readings.at(-1)
    const well = readings.findLast((r) => healthy.has(r.entry))
    return {
      point: name,
      unit: point?.unit ?? newest?.unit ?? '',
      load: point?.load,
      instrument: point?.instrument,
      expected: expectationOf(points, name, last),
      nominal: point?.nominal,
      readings,
      last: newest,
      healthy: well,
      drift:
        newest?.value !== undefined && well?.value !== undefined && newest.entry !== well.entry
          ? tidy(newest.value - well.value)
          : undefined,
    }
  })
}
