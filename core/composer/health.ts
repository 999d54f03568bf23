/** What is said of a part's health: "bad IC4: no pulses at pin 9", "suspect P-0007: runs hot", "good C8 by reading: 99 nF". */
import type { Body } from '#core/history/bodies/index.ts'
import type { Health, HealthGround } from '#core/history/bodies/part.ts'
import type { PartId } from '#core/ids.ts'
import { takeName, takeNumber } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

const healthOf = { bad: 'proved bad', suspect: 'suspect', good: 'proved good' } as const satisfies Record<
  string,
  Health
>
export type HealthVerb = keyof typeof healthOf
/** What is kept of it while nobody says on what ground. */
const lesser = { bad: 'suspect', good: 'not shown faulty' } as const satisfies Record<string, Health>

export function parseHealth(verb: HealthVerb, text: string, scene: Scene): Parsed {
  const { slots, tray, parts } = scene.context
  const said = (part: string, label: string, rest: string, shown: boolean, lacks: boolean) => {
    const { ground, because } = groundOf(rest, shown)
    const health = verb === 'suspect' || ground ? healthOf[verb] : lesser[verb]
    const body: Body = {
      kind: 'part',
      what: 'health',
      part: part as PartId,
      health,
      ...(ground && verb !== 'suspect' ? { ground } : {}),
      ...(because ? { because } : {}),
    }
    const effects: Effect[] = [
      { does: 'says health', part: label, health, lacks, ...(verb === 'suspect' ? {} : { ground }) },
      ...(verb === 'suspect' || ground ? [] : [{ does: 'wants a ground', part: label, verb } as const]),
    ]
    return { body, effects }
  }
  const known = [...tray, ...parts]
  const designators = slots.map((s) => s.position.designator)
  // The longest name counts: “IC4 digit driver” in the tray is not what sits in IC4 now.
  const named = takeName(text.trim(), [
    ...designators,
    ...known.flatMap((p) => [p.tag, p.label].filter((n) => n !== undefined)),
  ])
  const slot = named && slots.find((s) => s.position.designator === named.name)
  if (named && slot) {
    if (!slot.part || slot.content === 'empty' || slot.content === 'unknown part')
      return wrong({ why: 'nothing there', position: named.name, content: slot.content })
    // A part that nobody has touched is one of its own from now on, where it sits.
    const first: Body[] =
      slot.content === 'unseen'
        ? [{ kind: 'part', what: 'identified', part: slot.part as PartId, place: slot.place }]
        : []
    const { body, effects } = said(
      slot.part,
      slot.partLabel ?? named.name,
      named.rest,
      verb === 'good' && worksHere(named.name, scene),
      verb !== 'good',
    )
    return done([...first, body], effects)
  }
  const held = named && known.find((p) => p.tag === named.name || p.label === named.name)
  if (held && named) {
    const { body, effects } = said(held.id, held.label, named.rest, false, false)
    return done([body], effects)
  }
  const { word, rest } = takeNumber(text.replace(/^(\S+?):/, '$1 :'))
  if (!word) return wrong({ why: 'form', form: `${verb} IC4: no pulses` })
  const looked = scene.lookUp(word.toUpperCase())
  if (looked === undefined) return { ok: false, needs: word.toUpperCase() }
  if (!looked.part) return wrong({ why: 'which part', word, known: designators.slice(0, 8) })
  const { body, effects } = said(looked.part.id, looked.part.label, rest, false, false)
  return done([body], effects)
}

/** Proved where a function that depends on the part works, and nothing was touched since. */
function worksHere(position: string, { context }: Scene): boolean {
  return context.functions.some((f) => f.dependsOn.includes(position) && context.standing[f.name] === 'works')
}

/** "by reading: 99 nF", "by test", "no pulses": a reason without a ground is the judgement of whoever writes it. */
function groundOf(text: string, shown: boolean): { ground?: HealthGround; because: string } {
  const named = /^[:,\s]*by\s+(reading|test|judgement)\b/i.exec(text)
  const because = text
    .slice(named?.[0].length ?? 0)
    .replace(/^[:,\s]*(?:because\s+)?/i, '')
    .trim()
  const ground = named
    ? (named[1]?.toLowerCase() as HealthGround)
    : shown
      ? 'test'
      : because
        ? 'judgement'
        : undefined
  return { because, ...(ground ? { ground } : {}) }
}
