/** What was found, and what happened. */
import type { FindingKind } from '#core/history/bodies/condition.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { FoundSort } from '#core/work/reading/acts.ts'
import { parseIncident } from '../mishaps.ts'
import { reachEffects } from '../reach.ts'
import { type Parsed, type Scene, done } from '../types.ts'
import { type Of, short } from './short.ts'

const kinds: Readonly<Record<FoundSort, FindingKind>> = {
  leak: 'leak residue',
  corrosion: 'corrosion',
  rust: 'rust',
  crack: 'crack',
  yellowing: 'yellowing',
  dirt: 'dirt',
  residue: 'other',
  'broken track': 'broken track',
  'lifted pad': 'lifted pad',
  scorched: 'scorched part',
  stain: 'stain',
  loss: 'loss',
  mould: 'mould',
  'earlier work': 'earlier work',
  marker: 'marker or scratches',
  scratch: 'marker or scratches',
  brittle: 'brittle plastic',
  other: 'other',
}

/** The zone that a place belongs to: its own name, the board that a position sits on, else the machine as a whole. */
export function zoneOf(where: string, { context }: Scene): string {
  const lower = where.toLowerCase()
  const zones = context.zones.map((z) => z.name)
  const named = [...zones]
    .sort((a, b) => b.length - a.length)
    .find((z) => lower.includes(z.toLowerCase()) || lower.includes(z.toLowerCase().replace(/s$/, '')))
  if (named) return named
  const slot = context.slots
    .filter((s) =>
      new RegExp(`(^|\\W)${s.position.designator.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(\\W|$)`, 'i').test(
        where,
      ),
    )
    .sort((a, b) => b.position.designator.length - a.position.designator.length)[0]
  const on = slot?.position.on ?? slot?.position.designator
  const around = zones.find((z) => z.toLowerCase() === on?.toLowerCase())
  return around ?? (slot ? (zones.find((z) => /board/i.test(z)) ?? 'whole machine') : 'whole machine')
}

export function find(act: Of<'find'>, scene: Scene): Parsed {
  const { context } = scene
  const zone = zoneOf(act.where ?? act.words ?? '', scene)
  const rubber = /rubber|foam/i.test(context.zones.find((z) => z.name === zone)?.material ?? '')
  const sort = act.finding === 'brittle' && rubber ? 'perished foam or rubber' : kinds[act.finding]
  const body: BodyOf<'finding'> = {
    kind: 'finding',
    what: 'noted',
    machine: context.machine,
    zone,
    sort,
    severity: act.finding === 'earlier work' || act.finding === 'marker' ? 'trace' : 'disfigures',
    activity: 'not judged',
    danger: 'none',
    contained: false,
    loaded: false,
    hypothesis: false,
    ...(act.where && act.where.toLowerCase() !== zone.toLowerCase() ? { place: short(act.where) } : {}),
    ...(act.words ? { words: act.words } : {}),
  }
  return done([body], [{ does: 'finds', sort, zone, severity: body.severity, activity: body.activity }])
}

export function incident(act: Of<'incident'>, scene: Scene): Parsed {
  const slot =
    act.where &&
    scene.context.slots.find((s) => act.where?.toLowerCase().includes(s.position.designator.toLowerCase()))
  const parsed = parseIncident(act.words, scene)
  if (!slot || !parsed.ok) return parsed
  const target = {
    sort: slot.position.assembly ? ('assembly' as const) : ('position' as const),
    name: slot.position.designator,
  }
  return done(
    [{ kind: 'incident', machine: scene.context.machine, words: act.words, target }],
    [{ does: 'happens', words: act.words, target: target.name }, ...reachEffects(scene.context, target.name)],
  )
}
