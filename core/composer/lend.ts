/** A part goes on loan. */
import { type Scene, type Parsed, wrong, done } from './types.ts'
import { takeReason, takeSlot, takeDue, slotNamed, designators, leg, retests } from './part-words.ts'
import { takeNumber } from './read.ts'
import { judgeFit } from '#core/parts/fit.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { PartId } from '#core/ids.ts'

/** "lend IC31 to T-020 [IC31] [by 11 Apr]": the part gets a tag if it has none, since it leaves machine and tray. */
export function parseLend(text: string, scene: Scene): Parsed {
  const { reason, rest: line } = takeReason(text)
  const slot = takeSlot(line, scene.context, false)
  if ('parsed' in slot) return slot.parsed
  const { slot: from } = slot.found
  if (from.content === 'empty' || from.content === 'unknown part' || !from.part)
    return wrong({ why: 'nothing there', position: from.position.designator, content: from.content })
  const target = /^to\s/i.test(slot.rest) ? takeNumber(slot.rest.slice(3)) : undefined
  if (!target?.word)
    return wrong({ why: 'form', form: `lend ${from.position.designator} to T-020 by 11 Apr` })
  const looked = scene.lookUp(target.word.toUpperCase())
  if (looked === undefined) return { ok: false, needs: target.word.toUpperCase() }
  const { machine } = looked
  if (!machine) return wrong({ why: 'which machine', word: target.word })
  const [slotText = '', byText] = target.rest.split(/\s*\bby\s+/i)
  const due = byText ? takeDue(byText, scene) : undefined
  if (byText && !due) return wrong({ why: 'no such time', word: byText })
  const into = slotText.trim()
    ? takeSlot(slotText, machine, false)
    : { found: { slot: slotNamed(machine, from.position.designator) }, rest: '' }
  if ('parsed' in into) return into.parsed
  const to = into.found.slot
  if (!to)
    return wrong({ why: 'which position', word: from.position.designator, known: designators(machine) })
  if (to.content === 'part' || to.content === 'unseen')
    return wrong({
      why: 'occupied',
      position: `${to.position.designator} of ${machine.number}`,
      by: to.content === 'unseen' ? `${to.position.accepts}, as found` : (to.partLabel ?? 'a part'),
      line: `in ${machine.number}: out ${to.position.designator}`,
    })
  const fit = judgeFit(
    to.position,
    from.facts ?? { attributes: {}, health: 'unknown' },
    machine.slots.map((s) => s.position),
    to.chargeEnded,
  )
  if ('refusal' in fit && !(fit.fit === 'does not fit' && reason))
    return wrong({ why: 'refused', refusal: fit.refusal, overridable: fit.fit === 'does not fit' })
  const known = scene.context.parts.find((p) => p.id === from.part)
  const tag = known?.tag ? undefined : scene.context.nextTag
  const bodies: Body[] = [
    {
      kind: 'move',
      legs: [leg(from.part, from.place, to.place)],
      loan: { home: from.place, ...(due ? { due } : {}) },
      ...('refusal' in fit && reason ? { forced: { reason } } : {}),
    },
  ]
  if (tag) bodies.push({ kind: 'part', what: 'identified', part: from.part as PartId, tag })
  return done(bodies, [
    {
      does: 'lends',
      part: from.partLabel ?? from.position.accepts,
      to: `${to.position.designator} of ${machine.number}`,
      due,
    },
    ...(tag ? [{ does: 'tags' as const, part: from.partLabel ?? from.position.accepts, tag }] : []),
    ...retests(scene, from),
  ])
}
