/** One lane a function: height says the result, fill says the proof. */
import { dependenciesOf } from '#core/type/depends.ts'
import { mayComeAfter, reachesFunction } from '#core/history/changes.ts'
import { type Standing } from '#core/history/standing.ts'
import { isConclusive } from '#core/history/weak.ts'
import { voidReason } from '#core/history/void.ts'
import { functionsOf, structureOf } from '#core/history/layout.ts'
import { type MachineState, type World } from '#core/history/world.ts'
import { instantToMs, msToInstant, type Instant } from '#core/quantity/time.ts'

export type Height = 'full' | 'half' | 'foot' | 'none'
export type Fill = 'solid' | 'hollow' | 'dots'

export interface LaneSegment {
  readonly from: Instant
  readonly to: Instant
  readonly height: Height
  readonly fill: Fill
  /** Entry that began it. */
  readonly entry: string
}

export interface FunctionLane {
  readonly fn: string
  readonly essential: boolean
  readonly word: Standing['word']
  readonly segments: readonly LaneSegment[]
}

interface Event {
  readonly at: Instant
  readonly order: number
  readonly entry: string
  readonly height: Height | undefined
  readonly fill: Fill
}

/** Lanes over the machine's whole life, up to `world.now`. */
export function functionLanes(
  world: World,
  machine: MachineState,
  standings: readonly Standing[],
): FunctionLane[] {
  const structure = structureOf(world, machine)
  const functions = new Map(functionsOf(world, machine).map((f) => [f.name, f]))
  return standings.map((standing) => {
    const fn = functions.get(standing.fn) ?? { name: standing.fn, essential: false, dependsOn: [], needs: [] }
    const deps = dependenciesOf(structure, fn)
    const events: Event[] = []
    for (const claim of machine.claims)
      if (claim.fn === fn.name)
        events.push({
          at: startOf(claim.entry.happenedAt),
          order: -1,
          entry: claim.entry.id,
          height: claim.says === 'fails' ? 'foot' : 'none',
          fill: 'dots',
        })
    const tests = (machine.tests.get(fn.name) ?? []).filter(
      (t) => isConclusive(t) && !voidReason(world, machine, fn, t),
    )
    for (const test of tests) {
      const { result } = test
      const height: Height = result.is === 'pass' ? 'full' : result.is === 'fail' ? 'foot' : 'half'
      events.push({
        at: startOf(test.entry.happenedAt),
        order: test.order,
        entry: test.entry.id,
        height,
        fill: 'solid',
      })
    }
    for (const step of machine.steps) {
      if (!reachesFunction(step, deps)) continue
      // Whether it empties anything is decided by the earliest test alone; `join` looks at what stood just before it.
      if (tests[0] && mayComeAfter(step, tests[0]))
        events.push({
          at: startOf(step.entry.happenedAt),
          order: step.order,
          entry: step.entry.id,
          height: undefined,
          fill: 'hollow',
        })
    }
    events.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.order - b.order))
    return {
      fn: standing.fn,
      essential: standing.essential,
      word: standing.word,
      segments: join(events, world.now),
    }
  })
}

const startOf = (at: { earliest: Instant | null; latest: Instant }): Instant => at.earliest ?? at.latest

function join(events: readonly Event[], now: Instant): LaneSegment[] {
  const segments: LaneSegment[] = []
  let current: Event | undefined
  const close = (to: Instant) => {
    if (current?.height && current.at < to)
      segments.push({
        from: current.at,
        to,
        height: current.height,
        fill: current.fill,
        entry: current.entry,
      })
  }
  for (const event of events) {
    if (event.height === undefined) {
      if (!current || current.fill !== 'solid') continue
      close(event.at)
      current = { ...event, height: current.height }
    } else {
      if (event.fill === 'dots' && current) continue
      close(event.at)
      current = event
    }
  }
  close(now)
  return segments
}

export interface StripSegment {
  readonly from: number
  readonly to: number
  readonly height: Height
  readonly fill: Fill
}

const rank: Readonly<Record<Height, number>> = { none: 0, foot: 1, half: 2, full: 3 }
const proof: Readonly<Record<Fill, number>> = { dots: 0, hollow: 1, solid: 2 }

/**
 * The machine in one lane for lists: at each moment the worst of its essential functions (of all, when none is essential),
 * on a linear axis of `months` before now. Positions are shares 0..1 of that axis.
 */
export function stripOf(lanes: readonly FunctionLane[], now: Instant, months = 24): StripSegment[] {
  const chosen = lanes.some((l) => l.essential) ? lanes.filter((l) => l.essential) : lanes
  const end = instantToMs(now)
  const start = end - months * 30.4375 * 86_400_000
  const startInstant = msToInstant(start)
  const edges = [
    ...new Set(
      [startInstant, now, ...chosen.flatMap((l) => l.segments.flatMap((s) => [s.from, s.to]))].filter(
        (at) => at >= startInstant && at <= now,
      ),
    ),
  ].sort()
  const strip: StripSegment[] = []
  // Edges go forward only, so each lane keeps the place where it last looked.
  const cursors = chosen.map(() => 0)
  for (let i = 1; i < edges.length; i++) {
    const from = edges[i - 1]
    const to = edges[i]
    if (!from || !to) continue
    const covering = chosen.map((lane, n) => {
      let at = cursors[n] ?? 0
      while (at < lane.segments.length && (lane.segments[at]?.to ?? '') <= from) at++
      cursors[n] = at
      const segment = lane.segments[at]
      return segment && segment.from <= from && segment.to >= to ? segment : undefined
    })
    if (covering.every((s) => s === undefined)) continue
    const present = covering.flatMap((s) => (s ? [s] : []))
    const height =
      present.length < covering.length
        ? 'none'
        : present.map((s) => s.height).reduce((a, b) => (rank[a] <= rank[b] ? a : b))
    const fill = present.map((s) => s.fill).reduce((a, b) => (proof[a] <= proof[b] ? a : b))
    const share = (at: Instant) => Math.round(((instantToMs(at) - start) / (end - start)) * 10_000) / 10_000
    const shown = height === 'none' ? { height: 'none' as const, fill: 'dots' as const } : { height, fill }
    const last = strip.at(-1)
    if (last && last.height === shown.height && last.fill === shown.fill && last.to === share(from))
      strip[strip.length - 1] = { ...last, to: share(to) }
    else strip.push({ from: share(from), to: share(to), ...shown })
  }
  return strip
}
