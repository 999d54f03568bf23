/** Words of a line that name a slot or a part, and the turns of phrase around them. */
import { reached } from './reach.ts'
import { type Place, inMachine } from '#core/place.ts'
import type { SlotContext, MachineContext, PartContext } from '#core/composer/context.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { type Effect } from './effects.ts'
import { type Parsed, wrong, type Scene } from './types.ts'
import { takeName, firstWord, takeNumber, takeTime } from './read.ts'
import { anyPart, type FitRemark, judgeFit } from '#core/parts/fit.ts'
import { partAsFound, type PartId } from '#core/ids.ts'
import { takeOne } from './lots.ts'
import type { Leg } from '#core/history/bodies/move.ts'

export interface Given {
  readonly part: string
  readonly label: string
  readonly from: Place
  readonly fromLabel: string
  readonly slot: Pick<SlotContext, 'facts'>
  readonly donor?: string | undefined
  /** What must be written before it can move: one of a lot becomes a part of its own. */
  readonly first?: Body | undefined
  readonly effects?: readonly Effect[] | undefined
}

type Found<T> = { readonly found: T; readonly rest: string } | { readonly parsed: Parsed }

export const designators = (machine: MachineContext) => machine.slots.map((s) => s.position.designator)

export const slotNamed = (machine: MachineContext, designator: string) =>
  machine.slots.find((s) => s.position.designator === designator)

/** The slot that a text begins with; a designator that the sheet does not know becomes a position of this machine. */
export function takeSlot(
  text: string,
  machine: MachineContext,
  mayAdd: boolean,
): Found<{ slot: SlotContext; added: boolean }> {
  const named = takeName(text, designators(machine))
  const slot = named && slotNamed(machine, named.name)
  if (slot && named) return { found: { slot, added: false }, rest: named.rest }
  const { word, rest } = firstWord(text)
  if (!mayAdd || !/^[A-Za-z]{1,4}\d{1,4}[A-Za-z]?$/.test(word))
    return { parsed: wrong({ why: 'which position', word, known: designators(machine) }) }
  const designator = word.toUpperCase()
  const place = inMachine(machine.machine, designator)
  const position = {
    designator,
    accepts: anyPart,
    assembly: false,
    mount: 'soldered' as const,
    essential: false,
    lookAlikes: [],
    polarised: false,
    charged: false,
  }
  const part = partAsFound(machine.machine, designator)
  return {
    found: {
      slot: {
        position,
        place,
        content: 'unseen',
        part,
        partLabel: designator,
        facts: { partKind: undefined, attributes: {}, health: 'unknown', foundIn: designator },
      },
      added: true,
    },
    rest,
  }
}

/** What is to be put in: a tag, a part of the tray, or a slot of another machine ("T-014 IC12"). */
export function takeGiven(text: string, scene: Scene): Found<Given> {
  const { context } = scene
  const known = [...context.tray, ...context.parts.filter((p) => !context.tray.some((t) => t.id === p.id))]
  const names = known.flatMap((p) => [p.tag, p.label].filter((n) => n !== undefined))
  const named = takeName(text, names)
  const part = named && known.find((p) => p.tag === named.name || p.label === named.name)
  if (part && named) return { found: givenPart(part, context), rest: named.rest }
  const { word, rest } = takeNumber(text)
  const looked = scene.lookUp(word.toUpperCase())
  if (looked === undefined) return { parsed: { ok: false, needs: word.toUpperCase() } }
  if (looked.part) return { found: givenPart(looked.part, context), rest }
  if (looked.lot) {
    const one = takeOne(looked.lot, rest, scene)
    if (!one) return { parsed: wrong({ why: 'which lot', word }) }
    return { found: { ...one, label: looked.lot.label, slot: { facts: looked.lot.facts } }, rest: one.rest }
  }
  const { machine } = looked
  if (!machine) return { parsed: wrong({ why: 'which part', word, known: names.slice(0, 8) }) }
  const slot = takeSlot(rest, machine, false)
  if ('parsed' in slot) return slot
  const { position, place, content, part: id, partLabel } = slot.found.slot
  if (content === 'empty' || content === 'unknown part' || !id)
    return {
      parsed: wrong({
        why: 'nothing there',
        position: `${position.designator} of ${machine.number}`,
        content,
      }),
    }
  return {
    found: {
      part: id,
      label: partLabel ?? position.accepts,
      from: place,
      fromLabel: `${position.designator} of ${machine.number}`,
      slot: slot.found.slot,
      donor: machine.machine === context.machine ? undefined : machine.number,
    },
    rest: slot.rest,
  }
}

/** Several parts could be meant: each is named, so that the next line can. */
export const whichOfThese = (position: string, parts: readonly PartContext[]): Parsed =>
  wrong({ why: 'which of these', position, known: parts.map((p) => p.tag ?? p.label) })

export const givenPart = (part: PartContext, context: MachineContext): Given => ({
  part: part.id,
  label: part.label,
  from: part.place,
  fromLabel: part.placeLabel,
  slot: { facts: part.facts },
  donor: part.around?.id === context.machine ? undefined : part.around?.number,
})

export const leg = (part: string, from: Place, to: Place): Leg => ({ part: part as PartId, from, to })

export const met = (scene: Scene, slot: SlotContext): Body => ({
  kind: 'machine',
  what: 'met',
  machine: scene.context.machine,
  functions: [],
  positions: [slot.position],
})

/** "because …" or "although …" at the end forces what does not fit, with that as its reason. */
export function takeReason(text: string): { reason?: string; rest: string } {
  const match = /\s*\b(?:because|although)\s+(.+)$/i.exec(text)
  return match ? { reason: match[1]?.trim() ?? '', rest: text.slice(0, match.index).trim() } : { rest: text }
}

/** "… for now" at the end: a test display, a diagnostic ROM; it must be out, or named, before the episode closes. */
export function takeForNow(text: string): { temporary: boolean; rest: string } {
  const rest = text.replace(/\s+(?:for now|temporarily)$/i, '')
  return { temporary: rest !== text, rest }
}

export const temporaryBody = (part: string): Body => ({
  kind: 'part',
  what: 'identified',
  part: part as PartId,
  temporary: true,
})

export function judged(
  scene: Scene,
  slot: SlotContext,
  given: Given,
  reason: string | undefined,
): { problem: Parsed } | { remarks: readonly FitRemark[]; forced: boolean } {
  const fit = judgeFit(
    slot.position,
    given.slot.facts ?? { attributes: {}, health: 'unknown' },
    scene.context.slots.map((s) => s.position),
    slot.chargeEnded,
  )
  if ('remarks' in fit) return { remarks: fit.remarks, forced: false }
  if (fit.fit === 'does not fit' && reason) return { remarks: [], forced: true }
  return { problem: wrong({ why: 'refused', refusal: fit.refusal, overridable: fit.fit === 'does not fit' }) }
}

export const retests = (scene: Scene, slot: SlotContext): Effect[] => {
  const functions = reached(scene.context, slot.position.designator)
  return functions.length > 0 ? [{ does: 'asks for retest', functions }] : []
}

export function takeDue(text: string, scene: Scene): string | undefined {
  const now = new Date(Date.parse(scene.now) + 300 * 86_400_000).toISOString()
  const read = takeTime(text, now, scene.zone) ?? takeTime(text, scene.now, scene.zone)
  return read?.at.latest
}
