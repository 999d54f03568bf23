/** What is said of a part's health: "bad IC4: no pulses at pin 9", "suspect P-0007: runs hot", "good IC31: worked in E-2". */
import type { Body } from '#core/history/bodies/index.ts'
import type { Health } from '#core/history/bodies/part.ts'
import type { PartId } from '#core/ids.ts'
import { takeName, takeNumber } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'

const healthOf = { bad: 'proved bad', suspect: 'suspect', good: 'proved good' } as const satisfies Record<
  string,
  Health
>
export type HealthVerb = keyof typeof healthOf

export function parseHealth(verb: HealthVerb, text: string, scene: Scene): Parsed {
  const { slots, tray, parts } = scene.context
  const health = healthOf[verb]
  const because = (rest: string) => rest.replace(/^[:,\s]*(?:because\s+)?/i, '').trim()
  const said = (part: string, rest: string): Body => ({
    kind: 'part',
    what: 'health',
    part: part as PartId,
    health,
    ...(because(rest) ? { because: because(rest) } : {}),
  })
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
    return done(
      [...first, said(slot.part, named.rest)],
      [{ does: 'says health', part: slot.partLabel ?? named.name, health, lacks: verb !== 'good' }],
    )
  }
  const held = named && known.find((p) => p.tag === named.name || p.label === named.name)
  if (held && named)
    return done(
      [said(held.id, named.rest)],
      [{ does: 'says health', part: held.label, health, lacks: false }],
    )
  const { word, rest } = takeNumber(text.replace(/^(\S+?):/, '$1 :'))
  if (!word) return wrong({ why: 'form', form: `${verb} IC4: no pulses` })
  const looked = scene.lookUp(word.toUpperCase())
  if (looked === undefined) return { ok: false, needs: word.toUpperCase() }
  if (!looked.part) return wrong({ why: 'which part', word, known: designators.slice(0, 8) })
  return done(
    [said(looked.part.id, rest)],
    [{ does: 'says health', part: looked.part.label, health, lacks: false }],
  )
}
