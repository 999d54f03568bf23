/** What an episode comes to: found, done, shown, not separated, parts in and out with their fate, readings, people, next. */
import type { EntryId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import { entriesOf } from '#core/work/checks/index.ts'
import type { World } from '#core/history/world.ts'
import { episodeView, type EpisodeView } from './episode.ts'
import { partLabel, placeLabel } from './labels.ts'
import type { Bracket, LogRow } from './rows.ts'

/** A part that this episode moved, by the first and the last of its moves here. */
export interface MovedPart {
  readonly label: string
  readonly from: string
  readonly to: string
  /** Where it is today, when that is elsewhere. */
  readonly now?: string | undefined
}

export interface EpisodeSheet {
  readonly view: EpisodeView
  readonly closed?: Instant | undefined
  readonly people: readonly string[]
  readonly found: readonly LogRow[]
  readonly done: readonly LogRow[]
  readonly shown: readonly Bracket[]
  readonly notSeparated: readonly Bracket[]
  readonly partsIn: readonly MovedPart[]
  readonly partsOut: readonly MovedPart[]
  readonly readings: readonly LogRow[]
  readonly deferred: readonly {
    readonly what: string
    readonly reason: string
    readonly until?: Instant | undefined
  }[]
}

const foundKinds = new Set(['finding', 'claim', 'incident', 'hazard', 'marking'])
const doneKinds = new Set(['change', 'fastening', 'connection', 'evidence'])

/** Undefined for an episode that the world does not know. */
export function episodeSheet(world: World, id: EntryId): EpisodeSheet | undefined {
  const view = episodeView(world, id, '')
  const machine = view && world.machines.get(view.machine)
  const episode = machine?.episodes.find((e) => e.id === id)
  if (!view || !machine || !episode) return undefined
  const standing = view.rows.filter((r) => !r.withdrawn && r.contested === undefined)
  const moved = movedParts(world, view, standing)
  const closed = episode.closed?.body
  return {
    view,
    closed: episode.closed?.happenedAt.latest,
    people: [
      ...new Set(
        entriesOf(world, episode).flatMap((s) => (s.doneBy ? [world.parties.get(s.doneBy)?.name ?? ''] : [])),
      ),
    ].filter(Boolean),
    found: standing.filter(
      (r) => foundKinds.has(r.body.kind) || (r.body.kind === 'test' && r.body.asFound === true),
    ),
    done: standing.filter((r) => doneKinds.has(r.body.kind)),
    shown: view.brackets.filter((b) => b.verdict !== 'cause not separated'),
    notSeparated: view.brackets.filter((b) => b.verdict === 'cause not separated'),
    ...moved,
    readings: standing.filter((r) => r.body.kind === 'reading'),
    deferred: closed?.kind === 'episode' && closed.what === 'closed' ? closed.deferred : [],
  }
}

function movedParts(
  world: World,
  view: EpisodeView,
  rows: readonly LogRow[],
): Pick<EpisodeSheet, 'partsIn' | 'partsOut'> {
  const legs = rows.flatMap((r) => (r.body.kind === 'move' ? r.body.legs : []))
  const inside = (place: (typeof legs)[number]['from']) =>
    place.in.kind === 'machine' || place.in.kind === 'assembly'
  const partsIn: MovedPart[] = []
  const partsOut: MovedPart[] = []
  for (const part of new Set(legs.map((l) => l.part))) {
    const mine = legs.filter((l) => l.part === part)
    const [first, last] = [mine[0], mine.at(-1)]
    if (!first || !last) continue
    const today = world.parts.get(part)?.place
    const words = (place: typeof first.from) => placeLabel(world, place, view.machine)
    const row: MovedPart = {
      label: partLabel(world, part),
      from: words(first.from),
      to: words(last.to),
      now: today && words(today) !== words(last.to) ? words(today) : undefined,
    }
    if (inside(first.from) && !inside(last.to)) partsOut.push(row)
    else if (!inside(first.from) && inside(last.to)) partsIn.push(row)
  }
  return { partsIn, partsOut }
}
