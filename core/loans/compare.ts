/** To which stretch of its way a difference belongs: between the last look at that zone before it and the look that found it. */
import type { LookStage } from '#core/history/bodies/loan.ts'
import type { LoanFile, Look, Received, Released, Side } from '#core/history/loan-state.ts'
import type { Instant } from '#core/quantity/time.ts'
import { homeSide } from './items.ts'

/** Who had it in their hands for a while: a side, or whoever carried it. */
export type Holder = { readonly side: Side } | { readonly carrier: string }

export interface Difference {
  readonly look: Look
  readonly zone: string
  /** Which of the zone's differences in that look. */
  readonly index: number
  readonly how: 'new' | 'worse' | 'better' | 'gone'
  readonly words: string
  /** The look at this zone before; undefined: none is recorded. */
  readonly since: Look | undefined
  readonly holders: readonly Holder[]
  /** What the sides made of it: disputed while one of them disputes it, agreed when both did. */
  readonly judged: 'agreed' | 'disputed' | 'open'
}

export interface Compared {
  readonly differences: readonly Difference[]
  /** Zones that the last look did not reach: what they are like is not known, which is not “the same”. */
  readonly notKnown: readonly string[]
}

const isReleased = (h: Released | Received): h is Released => h.body.what === 'released'

export interface Stretch {
  readonly holder: Holder
  readonly from: Instant
  readonly to: Instant
}

/** Who had a machine when: from hand to hand, carriage between. */
export function stretchesOf(file: LoanFile, machine: string): Stretch[] {
  const changes: { at: Instant; holder: Holder }[] = [{ at: '', holder: { side: homeSide(file) } }]
  for (const handover of file.handovers) {
    if (!(handover.body.machines as readonly string[]).includes(machine)) continue
    const at = handover.happenedAt.latest
    changes.push({
      at,
      holder: isReleased(handover)
        ? { carrier: handover.body.carrier ?? handover.body.carriage }
        : { side: handover.body.by },
    })
  }
  return changes.map(({ at, holder }, i) => ({ holder, from: at, to: changes[i + 1]?.at ?? '\uffff' }))
}

/**
 * When a look counts: the one before it leaves when it leaves, the one on its return when it came, so that only those are
 * named who had it between. Packing follows the look before packing: whoever packs it has it in that stretch too.
 */
function countsAt(file: LoanFile, look: Look): Instant {
  const at = look.happenedAt.latest
  const its = file.handovers.filter((h) => (h.body.machines as readonly string[]).includes(look.body.machine))
  switch (look.body.stage) {
    case 'out':
      return its.find((h) => isReleased(h) && h.happenedAt.latest >= at)?.happenedAt.latest ?? at
    case 'back':
      return its.findLast((h) => !isReleased(h) && h.happenedAt.latest <= at)?.happenedAt.latest ?? at
    case 'there':
    case 'before packing':
      return at
  }
}

function holdersBetween(stretches: readonly Stretch[], from: Instant, to: Instant): Holder[] {
  const held = stretches.filter((s) => s.from < to && s.to > from).map((s) => s.holder)
  return held.filter((h, i) => held.findIndex((o) => sameHolder(o, h)) === i)
}
const sameHolder = (a: Holder, b: Holder): boolean =>
  'side' in a ? 'side' in b && a.side === b.side : 'carrier' in b && a.carrier === b.carrier

/** Every difference that looks at a machine found, with its stretch; and what is not known after the last look. */
export function compareLooks(file: LoanFile, machine: string): Compared {
  const looks = file.looks.filter((l) => l.body.machine === machine)
  const stretches = stretchesOf(file, machine)
  const differences: Difference[] = []
  const lookedAt = new Map<string, Look>()
  for (const look of looks) {
    for (const zone of look.body.zones) {
      if (zone.is === 'not looked at') continue
      const since = lookedAt.get(zone.zone)
      if (zone.is === 'different')
        for (const [index, { how, words }] of zone.differences.entries())
          differences.push({
            look,
            zone: zone.zone,
            index,
            how,
            words,
            since,
            holders: holdersBetween(stretches, since ? countsAt(file, since) : '', countsAt(file, look)),
            judged: judgedOf(file, look, zone.zone, index),
          })
      lookedAt.set(zone.zone, look)
    }
  }
  const last = looks.at(-1)
  const zones = new Set(looks.flatMap((l) => l.body.zones.map((z) => z.zone)))
  const reached = new Set((last?.body.zones ?? []).filter((z) => z.is !== 'not looked at').map((z) => z.zone))
  return { differences, notKnown: [...zones].filter((z) => !reached.has(z)) }
}

/** The last word of each side on a difference. */
function judgedOf(file: LoanFile, look: Look, zone: string, index: number): Difference['judged'] {
  const said = new Map<Side, Difference['judged']>()
  for (const { body } of file.differences)
    if (body.look === look.id && body.zone === zone && body.index === index) said.set(body.by, body.is)
  const words = [...said.values()]
  if (words.includes('disputed')) return 'disputed'
  return words.filter((w) => w === 'agreed').length >= 2 ? 'agreed' : 'open'
}

/** How each zone was found at each stage, for a table. */
export function zonesByStage(
  file: LoanFile,
  machine: string,
): {
  readonly zone: string
  readonly at: Partial<Record<LookStage, 'same' | 'different' | 'not looked at'>>
}[] {
  const rows = new Map<string, Partial<Record<LookStage, 'same' | 'different' | 'not looked at'>>>()
  for (const { body } of file.looks)
    if (body.machine === machine)
      for (const zone of body.zones) rows.set(zone.zone, { ...rows.get(zone.zone), [body.stage]: zone.is })
  return [...rows].map(([zone, at]) => ({ zone, at }))
}
