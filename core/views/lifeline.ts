/** A machine's life on one folded axis: episodes take room by their entries, idle time by the logarithm of its days. */
import type { EntryId } from '#core/ids.ts'
import type { NetChange } from '#core/history/changes.ts'
import type { MachineStanding } from '#core/history/status.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { daysBetween, type Instant } from '#core/quantity/time.ts'
import { functionLanes, type Fill, type Height } from './lanes.ts'
import { placeLabel } from './labels.ts'

export interface LifelineLane {
  readonly fn: string
  readonly essential: boolean
  readonly word: string
  readonly segments: readonly {
    readonly x0: number
    readonly x1: number
    readonly height: Height
    readonly fill: Fill
    readonly entry: string
    readonly at: Instant
  }[]
}
export interface Lifeline {
  /** Natural width in px; a screen may stretch or shrink x by one factor. */
  readonly width: number
  readonly lanes: readonly LifelineLane[]
  readonly brackets: readonly {
    readonly x0: number
    readonly x1: number
    readonly episode: EntryId
    readonly number: number
    readonly open: boolean
  }[]
  /** Dates at the start of each busy stretch, lengths of idle ones. */
  readonly marks: readonly (
    { readonly x: number; readonly at: Instant } | { readonly x: number; readonly idleDays: number }
  )[]
  readonly custody: readonly {
    readonly x0: number
    readonly x1: number
    readonly where: string
    readonly away: boolean
  }[]
  /** The change that emptied bars: one line through the lanes it touched. */
  readonly cut?:
    | { readonly x: number; readonly at: Instant; readonly lanes: readonly string[]; readonly entry: EntryId }
    | undefined
  readonly barred: readonly { readonly x0: number; readonly x1: number; readonly words: string }[]
}

interface Anchor {
  readonly at: Instant
  readonly x: number
}

/** What is written about pictures, markings and the time before it came in takes no room on the axis. */
const besideTheLine: ReadonlySet<string> = new Set(['link', 'photo', 'pin', 'pair', 'marking'])

const entryPx = 8
const idlePx = (days: number) => 12 + 10 * Math.log2(Math.max(1, days))
const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))

export function lifelineOf(world: World, machine: MachineState, standing: MachineStanding): Lifeline {
  const { now } = world
  const times = world.line
    .filter(
      (s) =>
        s.about.some((a) => a.kind === 'machine' && a.id === machine.id) && !besideTheLine.has(s.body.kind),
    )
    .map((s) => ({
      at: s.happenedAt.earliest ?? s.happenedAt.latest,
      episode: s.body.kind === 'episode' && s.body.what === 'opened' ? s.id : s.episode,
    }))
    .filter((e) => e.at <= now)
  const { anchors, marks, width, spans } = foldAxis(times, now)
  const xOf = (at: Instant) => position(anchors, at, width)
  const lanes = functionLanes(world, machine, standing.standings).map((lane): LifelineLane => ({
    fn: lane.fn,
    essential: lane.essential,
    word: lane.word,
    segments: lane.segments.map((s) => ({
      x0: xOf(s.from),
      x1: xOf(s.to),
      height: s.height,
      fill: s.fill,
      entry: s.entry,
      at: s.from,
    })),
  }))
  const brackets = machine.episodes.flatMap((episode) => {
    const span = spans.get(episode.id)
    return span
      ? [
          {
            x0: span.x0,
            x1: Math.max(span.x1, span.x0 + 10),
            episode: episode.id,
            number: episode.number,
            open: episode.state !== 'closed',
          },
        ]
      : []
  })
  const custody = custodyBars(world, machine, xOf, width)
  const barred = machine.hazards
    .filter((h) => h.barsPower)
    .map((h) => ({
      x0: xOf(h.entry.happenedAt.latest),
      x1: h.cleared ? xOf(h.cleared.happenedAt.latest) : width,
      words: h.words,
    }))
  return { width, lanes, brackets, marks, custody, cut: cutOf(standing, xOf), barred }
}

function foldAxis(times: readonly { at: Instant; episode: EntryId | undefined }[], now: Instant) {
  const anchors: Anchor[] = []
  const marks: ({ x: number; at: Instant } | { x: number; idleDays: number })[] = []
  const spans = new Map<string, { x0: number; x1: number }>()
  const counts = new Map<string, number>()
  for (const { episode } of times) if (episode) counts.set(episode, (counts.get(episode) ?? 0) + 1)
  let x = 0
  let last: { at: Instant; episode: EntryId | undefined } | undefined
  for (const time of times) {
    const count = time.episode ? (counts.get(time.episode) ?? 1) : 1
    const step = time.episode ? clamp(entryPx * count, 28, 160) / count : entryPx
    if (!last) marks.push({ x, at: time.at })
    else {
      const days = daysBetween(last.at, time.at)
      if (days > 2) {
        const room = idlePx(days)
        if (days >= 25) marks.push({ x: x + room / 2, idleDays: days })
        x += room
        marks.push({ x, at: time.at })
      } else x += step
    }
    if (time.episode) {
      const span = spans.get(time.episode)
      if (span) span.x1 = x
      else spans.set(time.episode, { x0: x, x1: x })
    }
    anchors.push({ at: time.at, x })
    last = time
  }
  if (last) {
    const days = Math.max(1, daysBetween(last.at, now))
    const room = idlePx(days) + 16
    if (days >= 25) marks.push({ x: x + room / 2, idleDays: days })
    x += room
  }
  anchors.push({ at: now, x })
  return { anchors, marks, width: Math.max(x, 60), spans }
}

/** x of an instant, linear between the entries around it. */
function position(anchors: readonly Anchor[], at: Instant, width: number): number {
  let low = 0
  let high = anchors.length - 1
  while (low < high) {
    const mid = (low + high) >> 1
    if ((anchors[mid]?.at ?? '') < at) low = mid + 1
    else high = mid
  }
  const next = anchors[low]
  if (!next) return width
  if (next.at === at || low === 0) return next.x
  if (next.at < at) return width
  const before = anchors[low - 1]
  if (!before) return next.x
  const whole = daysBetween(before.at, next.at)
  return whole <= 0 ? next.x : before.x + ((next.x - before.x) * daysBetween(before.at, at)) / whole
}

function custodyBars(world: World, machine: MachineState, xOf: (at: Instant) => number, width: number) {
  const came = machine.registered?.happenedAt
  const start = came?.earliest ?? came?.latest ?? world.now
  const stays = [{ at: start, where: 'here', away: false }]
  for (const entry of machine.custody) {
    if (entry.body.kind !== 'custody') continue
    const away = entry.body.to.in.kind === 'party' || entry.body.to.in.kind === 'person'
    stays.push({ at: entry.happenedAt.latest, where: placeLabel(world, entry.body.to, machine.id), away })
  }
  return stays.map((stay, i) => ({
    x0: xOf(stay.at),
    x1: i + 1 < stays.length ? xOf(stays[i + 1]?.at ?? world.now) : width,
    where: stay.where,
    away: stay.away,
  }))
}

/** The newest change that leaves functions without proof today; its line stands where it emptied the bars. */
function cutOf(standing: MachineStanding, xOf: (at: Instant) => number): Lifeline['cut'] {
  let latest: { change: NetChange; at: Instant } | undefined
  for (const s of standing.standings)
    for (const change of s.changes) {
      const at = change.steps.at(-1)?.entry.happenedAt.latest
      if (at && (!latest || at > latest.at)) latest = { change, at }
    }
  const first = latest?.change.steps[0]
  if (!latest || !first) return undefined
  const ids = new Set<string>(latest.change.steps.map((step) => step.entry.id))
  const lanes = standing.standings
    .filter((s) => s.changes.some((c) => c.steps.some((step) => ids.has(step.entry.id))))
    .map((s) => s.fn)
  return {
    x: xOf(first.entry.happenedAt.earliest ?? first.entry.happenedAt.latest),
    at: latest.at,
    lanes,
    entry: first.entry.id,
  }
}
