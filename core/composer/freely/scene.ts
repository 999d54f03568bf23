/** What a line said freely is read against: the names of this machine and the moment, drawn from the composer's context. */
import type { ComposerContext } from '#core/composer/context.ts'
import {
  msToInstant,
  pointAt,
  dayInterval,
  zonedFields,
  zonedToMs,
  type Instant,
  type Interval,
} from '#core/quantity/time.ts'
import type { ReadingScene } from '#core/work/reading/acts.ts'

type Names = Omit<ReadingScene, 'now'>

const kept = new WeakMap<ComposerContext, { readonly minute: string; readonly scene: ReadingScene }>()

/** First names, too, where only one person has them. */
function peopleOf(context: ComposerContext): readonly string[] {
  const full = context.people.map((p) => p.name)
  const first = full.map((n) => n.split(' ')[0] ?? n)
  return [
    ...new Set([
      ...full,
      ...first.filter((n, i) => n !== full[i] && first.filter((m) => m === n).length === 1),
    ]),
  ]
}

const namesOf = (context: ComposerContext): Names => ({
  functions: context.functions.map(({ name, dependsOn }) => ({ name, dependsOn })),
  positions: context.slots.map(({ position }) => ({
    name: position.designator,
    kind: position.accepts,
    ...(position.on ? { on: position.on } : {}),
    ...(position.assembly ? { assembly: true } : {}),
  })),
  zones: context.zones.map((z) => z.name),
  points: context.points.map((p) => p.point),
  gear: context.gear.map((g) => ({ name: g.name, kind: g.gearKind })),
  people: peopleOf(context),
  tray: context.tray.map((p) => p.label),
  waits: context.waits.map((w) => w.what),
  taught: context.taught,
})

const pad = (n: number) => String(n).padStart(2, '0')

/** The local moment, "2026-11-28T20:15". */
export function localMoment(now: Instant, zone: string): string {
  const at = zonedFields(Date.parse(now), zone)
  return `${String(at.year).padStart(4, '0')}-${pad(at.month)}-${pad(at.day)}T${pad(at.hour)}:${pad(at.minute)}`
}

/** The names are gathered once a context, the moment once a minute. */
export function readingScene(context: ComposerContext, now: Instant, zone: string): ReadingScene {
  const minute = localMoment(now, zone)
  const held = kept.get(context)
  if (held?.minute === minute) return held.scene
  const scene = { ...(held?.scene ?? namesOf(context)), now: minute }
  kept.set(context, { minute, scene })
  return scene
}

/** A day or a moment of a reading as the record keeps time. A day lasts; a moment is a point. */
export function whenOf(local: string, zone: string, now: Instant): Interval {
  if (local.length === 10) {
    const day = dayInterval(local, zone)
    return { earliest: day.earliest, latest: day.latest > now ? now : day.latest }
  }
  return pointAt(instantOf(local, zone))
}

/** The instant of a local day's end or of a local moment. */
export function instantOf(local: string, zone: string): Instant {
  if (local.length === 10) return dayInterval(local, zone).latest
  const [day = '', clock = ''] = local.split('T')
  const [year = 1970, month = 1, date = 1] = day.split('-').map(Number)
  const [hour = 0, minute = 0] = clock.split(':').map(Number)
  return msToInstant(zonedToMs(zone, year, month, date, hour, minute))
}
