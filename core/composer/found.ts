/** What a position was found to hold, and who put it there: "found C1-C10 earlier repair", "found IC4 74LS373", "found C3 factory". */
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import { origins } from '#core/history/bodies/part.ts'
import type { PartId } from '#core/ids.ts'
import { takeDesignators } from '#core/type/designators.ts'
import { met, takeSlot } from './part-words.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'
import type { SlotContext } from './context.ts'

type Origin = (typeof origins)[number]
const form = 'found C1-C10 earlier repair'
const wordsOf: Readonly<Record<string, Origin>> = {
  original: 'factory',
  'not known': 'unknown',
  ...Object.fromEntries(origins.map((o) => [o, o])),
}
const atEnd = new RegExp(`(?:^|[,:\\s]+)(${Object.keys(wordsOf).join('|')})$`, 'i')

/** The part of a position from now on: the one that is there, or one that nobody knew of. */
export function partIn(slot: SlotContext, scene: Scene, more: Partial<BodyOf<'part'>>): Body {
  const known = slot.content === 'part' || slot.content === 'unseen' ? slot.part : undefined
  return {
    kind: 'part',
    what: 'identified',
    part: (known ?? scene.newId()) as PartId,
    ...(slot.content === 'part' ? {} : { place: slot.place }),
    ...more,
  } as Body
}

export function parseFound(text: string, scene: Scene): Parsed {
  const list = takeDesignators(text)
  const names = list && list.names.length > 0 ? list.names : undefined
  const bodies: Body[] = []
  const effects: Effect[] = []
  let rest = list?.rest ?? ''
  const slots: { slot: SlotContext; added: boolean }[] = []
  for (const name of names ?? [text]) {
    const taken = takeSlot(name, scene.context, true)
    if ('parsed' in taken) return taken.parsed
    slots.push(taken.found)
    if (!names) rest = taken.rest
  }
  const origin = atEnd.exec(rest.trim())
  const kind = rest
    .trim()
    .slice(0, origin?.index)
    .replace(/^(?:a|an|is)\s+/i, '')
    .trim()
  const known = origin?.[1] && wordsOf[origin[1].toLowerCase()]
  if (!known && !kind) return wrong({ why: 'form', form })
  for (const { slot, added } of slots) {
    if (added) bodies.push(met(scene, slot))
    bodies.push(
      partIn(slot, scene, {
        ...(kind ? { partKind: kind } : {}),
        ...(known ? { origin: known } : {}),
      } as never),
    )
    effects.push({
      does: 'found to hold',
      position: slot.position.designator,
      instead:
        kind && kind.toLowerCase() !== slot.position.accepts.toLowerCase()
          ? slot.position.accepts
          : undefined,
      kind: kind || undefined,
      origin: known,
    })
    if (added) effects.push({ does: 'adds position', name: slot.position.designator })
  }
  return done(bodies, effects)
}
