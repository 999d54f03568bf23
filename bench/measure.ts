/** Small helpers of the measurements: medians, percentiles, one JSON object a line, and whether the machine was ours meanwhile. */
import { existsSync, readdirSync, readFileSync } from 'node:fs'

export interface Figure {
  readonly name: string
  readonly value: number
  readonly unit: string
  readonly against?: string
  readonly ratio?: number
  /** What the ratio, or the value where there is none, may be at most: over it the group ends with 1. */
  readonly limit?: number
  readonly [more: string]: unknown
}

const rounded = (value: unknown) => (typeof value === 'number' ? Number(value.toPrecision(4)) : value)

/** Clock ticks a second of /proc (USER_HZ). */
const ticks = 100
/** Share of one processor that strangers may take before a row says so. */
const noticeable = 0.15

interface Running {
  readonly parent: number
  readonly name: string
  readonly ticks: number
}

/** Every process with the processor time it has had; empty where there is no /proc. */
function processes(): Map<number, Running> {
  const found = new Map<number, Running>()
  if (!existsSync('/proc/self/stat')) return found
  const names = readdirSync('/proc').filter((n) => /^\d+$/.test(n))
  for (const pid of names)
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
      const name = /\((.*)\)/.exec(stat)?.[1] ?? ''
      const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ')
      found.set(Number(pid), {
        parent: Number(fields[1]),
        name,
        ticks: Number(fields[11]) + Number(fields[12]),
      })
    } catch {
      // Gone meanwhile.
    }
  return found
}

const began = processes()
const beganMs = performance.now()

/** Processes of this measurement: what its runner started, and the database cluster, which is started apart. */
function isOurs(pid: number, all: ReadonlyMap<number, Running>): boolean {
  const runner = Number(process.env['BENCH_RUNNER'] ?? process.pid)
  const postmaster = Number(process.env['BENCH_POSTMASTER'] ?? 0)
  for (let at = pid, hops = 0; at > 1 && hops < 50; hops++) {
    if (at === runner || at === postmaster) return true
    const parent = all.get(at)?.parent
    if (parent === undefined) return false
    at = parent
  }
  return false
}

/** Processors that others took since this file was loaded, and who took most of it. */
function strangers(): { readonly processors: number; readonly who: string } {
  const now = processes()
  const seconds = (performance.now() - beganMs) / 1000
  const took = [...now]
    .flatMap(([pid, p]) =>
      isOurs(pid, now) ? [] : [{ name: p.name, ticks: p.ticks - (began.get(pid)?.ticks ?? 0) }],
    )
    .sort((a, b) => b.ticks - a.ticks)
  const sum = took.reduce((total, p) => total + Math.max(0, p.ticks), 0)
  return { processors: sum / ticks / Math.max(seconds, 0.001), who: took[0]?.name ?? '' }
}

let over = 0
/** How many figures were over their limit: the exit code of a group. */
export const failures = (): number => (over > 0 ? 1 : 0)

/** Prints a figure; one over its limit says so, and so does one during which another process took the machine. */
export function print(figure: Figure): void {
  const measured = figure.ratio ?? figure.value
  const within = figure.limit === undefined || measured <= figure.limit
  if (!within) over++
  const { processors, who } = strangers()
  const disturbed =
    processors > noticeable
      ? {
          disturbed: `${who || 'another process'} and others took ${processors.toFixed(2)} processors meanwhile`,
        }
      : {}
  const line = { ...figure, ...(figure.limit === undefined ? {} : { within }), ...disturbed }
  console.log(
    JSON.stringify(Object.fromEntries(Object.entries(line).map(([key, value]) => [key, rounded(value)]))),
  )
}

export function timeMs(work: () => unknown): number {
  const start = performance.now()
  work()
  return performance.now() - start
}

/** The p-th percentile, 0..100, nearest rank. NaN for no values. */
export function percentile(values: readonly number[], p: number): number {
  const ordered = [...values].sort((a, b) => a - b)
  return ordered[Math.max(0, Math.ceil((p / 100) * ordered.length) - 1)] ?? NaN
}

export const median = (values: readonly number[]): number => percentile(values, 50)

export { dice } from '#core/quantity/dice.ts'
