/** Moves: "out IC31 bag 3", "in IC31 P-0388", "swap IC12 < T-014 IC12", "lend IC31 to T-020 by 11 Apr", "back all". */
import { partAsFound, type PartId } from '#core/ids.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { Leg } from '#core/history/bodies/move.ts'
import { shortened } from '#core/diagnosis/cells.ts'
import { takeDesignators } from '#core/parts/designators.ts'
import { anyPart, judgeFit, type FitRemark } from '#core/parts/fit.ts'
import { gone, inMachine, inStore, inTray, type Place } from '#core/place.ts'
import type { MachineContext, PartContext, SlotContext } from '#core/composer/context.ts'
import { takeOne } from './lots.ts'
import { firstWord, takeName, takeNumber, takeTime } from './read.ts'
import { done, wrong, type Effect, type Parsed, type Scene } from './types.ts'

interface Given {
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

const designators = (machine: MachineContext) => machine.slots.map((s) => s.position.designator)
const slotNamed = (machine: MachineContext, designator: string) =>
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
function takeGiven(text: string, scene: Scene): Found<Given> {
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

const givenPart = (part: PartContext, context: MachineContext): Given => ({
  part: part.id,
  label: part.label,
  from: part.place,
  fromLabel: part.placeLabel,
  slot: { facts: part.facts },
  donor:
    (part.place.in.kind === 'machine' || part.place.in.kind === 'assembly') &&
    part.place.in.id !== context.machine &&
    part.placeLabel.includes(' of ')
      ? part.placeLabel.split(' of ')[1]
      : undefined,
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
function takeReason(text: string): { reason?: string; rest: string } {
  const match = /\s*\b(?:because|although)\s+(.+)$/i.exec(text)
  return match ? { reason: match[1]?.trim() ?? '', rest: text.slice(0, match.index).trim() } : { rest: text }
}

/** "… for now" at the end: a test display, a diagnostic ROM; it must be out, or named, before the episode closes. */
function takeForNow(text: string): { temporary: boolean; rest: string } {
  const rest = text.replace(/\s+(?:for now|temporarily)$/i, '')
  return { temporary: rest !== text, rest }
}
const temporaryBody = (part: string): Body => ({
  kind: 'part',
  what: 'identified',
  part: part as PartId,
  temporary: true,
})

function judged(
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

const retests = (scene: Scene, slot: SlotContext): Effect[] => {
  const names = scene.context.functions
    .filter(
      (f) =>
        f.dependsOn.includes(slot.position.designator) ||
        (slot.position.on !== undefined && f.dependsOn.includes(slot.position.on)),
    )
    .map((f) => f.name)
  const undeclared = scene.context.functions.filter((f) => f.dependsOn.length === 0).map((f) => f.name)
  const all = [...names, ...undeclared]
  return all.length ? [{ does: 'asks for retest', functions: all }] : []
}

/** "out C3, C12-C18 bag 2": one act, one leg a designator; those that no sheet knows become positions of this machine. */
function parseOutMany(names: readonly string[], where: string, scene: Scene): Parsed {
  const found = names.map((name) => takeSlot(name, scene.context, true))
  const slots: SlotContext[] = []
  const fresh: SlotContext[] = []
  for (const slot of found) {
    if ('parsed' in slot) return slot.parsed
    const from = slot.found.slot
    if (from.content === 'empty' || from.content === 'unknown part' || !from.part)
      return wrong({ why: 'nothing there', position: from.position.designator, content: from.content })
    slots.push(from)
    if (slot.found.added) fresh.push(from)
  }
  const to = outTo(where, scene)
  const move: Body = {
    kind: 'move',
    legs: slots.flatMap((from) => (from.part ? [leg(from.part, from.place, to)] : [])),
  }
  const added: Body[] =
    fresh.length > 0
      ? [
          {
            kind: 'machine',
            what: 'met',
            machine: scene.context.machine,
            functions: [],
            positions: fresh.map((s) => s.position),
          },
        ]
      : []
  const functions = new Set(
    slots.flatMap((s) => retests(scene, s).flatMap((e) => (e.does === 'asks for retest' ? e.functions : []))),
  )
  return done(
    [...added, move],
    [
      {
        does: 'takes out',
        part: `${slots.length} parts`,
        from: shortened(slots.map((s) => s.position.designator)).join(', '),
        to: to.in.kind === 'tray' ? `tray${where ? `, ${where}` : ''}` : where,
      },
      ...(fresh.length > 0
        ? [
            {
              does: 'adds position' as const,
              name: shortened(fresh.map((s) => s.position.designator)).join(', '),
            },
          ]
        : []),
      ...(functions.size > 0 ? [{ does: 'asks for retest' as const, functions: [...functions] }] : []),
    ],
  )
}

/** Where a part goes that is taken out: the tray unless a store or an end is named. */
function outTo(where: string, scene: Scene): Place {
  if (/^(?:gone|discard|discarded)\b/i.test(where)) return gone('discarded')
  return /^(?:store|shelf|drawer|box)\b/i.test(where)
    ? inStore(where)
    : inTray(scene.context.episode, where || undefined)
}

export function parseOut(text: string, scene: Scene): Parsed {
  const list = takeDesignators(text)
  if (list && list.names.length > 1) return parseOutMany(list.names, list.rest.replace(/^to\s+/i, ''), scene)
  const slot = takeSlot(text, scene.context, true)
  if ('parsed' in slot) return slot.parsed
  const { slot: from, added } = slot.found
  if (from.content === 'empty' || from.content === 'unknown part' || !from.part)
    return wrong({ why: 'nothing there', position: from.position.designator, content: from.content })
  const where = slot.rest.replace(/^to\s+/i, '')
  const to = outTo(where, scene)
  const move: Body = { kind: 'move', legs: [leg(from.part, from.place, to)] }
  return done(added ? [met(scene, from), move] : [move], [
    {
      does: 'takes out',
      part: from.partLabel ?? from.position.accepts,
      from: from.position.designator,
      to: to.in.kind === 'tray' ? `tray${where ? `, ${where}` : ''}` : where,
    },
    ...(added ? [{ does: 'adds position' as const, name: from.position.designator }] : []),
    ...retests(scene, from),
  ])
}

export function parseIn(text: string, scene: Scene): Parsed {
  const { reason, rest: said } = takeReason(text)
  const { temporary, rest: line } = takeForNow(said)
  const slot = takeSlot(line, scene.context, true)
  if ('parsed' in slot) return slot.parsed
  const { slot: to, added } = slot.found
  const wanted = slot.rest.replace(/^(?:from|<)\s*/i, '')
  const own =
    wanted === ''
      ? (scene.context.tray.find((p) => p.home?.position === to.position.designator) ??
        scene.context.parts.find(
          (p) => p.home?.position === to.position.designator && p.home.in.id === to.place.in.id,
        ))
      : undefined
  const given = own
    ? { found: givenPart(own, scene.context), rest: '' }
    : wanted === ''
      ? { parsed: wrong({ why: 'form', form: `in ${to.position.designator} P-0388` }) }
      : takeGiven(wanted, scene)
  if ('parsed' in given) return given.parsed
  if (to.content === 'part' || to.content === 'unseen') {
    if (!added)
      return wrong({
        why: 'occupied',
        position: to.position.designator,
        by: to.content === 'unseen' ? `${to.position.accepts}, as found` : (to.partLabel ?? 'a part'),
        line: `swap ${to.position.designator} < ${wanted}`,
      })
  }
  const fit = judged(scene, to, given.found, reason)
  if ('problem' in fit) return fit.problem
  const move: Body = {
    kind: 'move',
    legs: [leg(given.found.part, given.found.from, to.place)],
    ...(fit.forced && reason ? { forced: { reason } } : {}),
  }
  const bodies: Body[] = added
    ? [
        met(scene, to),
        { kind: 'part', what: 'content', machine: scene.context.machine, place: to.place, content: 'empty' },
        move,
      ]
    : [move]
  return done(
    [
      ...(given.found.first ? [given.found.first] : []),
      ...bodies,
      ...(temporary ? [temporaryBody(given.found.part)] : []),
    ],
    [
      ...putEffects(scene, to, given.found, fit, reason),
      ...(temporary ? [{ does: 'is temporary' as const, part: given.found.label }] : []),
    ],
  )
}

function putEffects(
  scene: Scene,
  to: SlotContext,
  given: Given,
  fit: { remarks: readonly FitRemark[]; forced: boolean },
  reason: string | undefined,
): Effect[] {
  return [
    {
      does: 'puts in',
      part: given.label,
      to: to.position.designator,
      from: given.fromLabel,
      remarks: fit.remarks,
    },
    ...(given.effects ?? []),
    ...(given.donor ? [{ does: 'donor loses' as const, machine: given.donor, part: given.label }] : []),
    ...(fit.forced && reason ? [{ does: 'overrides fit' as const, reason }] : []),
    ...retests(scene, to),
  ]
}

/** One act with two ends for both parts: what was in goes to the tray, the other comes in. */
export function parseSwap(text: string, scene: Scene): Parsed {
  const { reason, rest: said } = takeReason(text)
  const { temporary, rest: line } = takeForNow(said)
  const slot = takeSlot(line, scene.context, false)
  if ('parsed' in slot) return slot.parsed
  const { slot: to } = slot.found
  if (to.content === 'empty' || !to.part)
    return wrong({ why: 'nothing there', position: to.position.designator, content: to.content })
  const [wanted = '', bag] = slot.rest.replace(/^(?:for|with|<)\s*/i, '').split(/\s*>\s*/)
  const given = takeGiven(wanted, scene)
  if ('parsed' in given) return given.parsed
  const fit = judged(scene, to, given.found, reason)
  if ('problem' in fit) return fit.problem
  const move: Body = {
    kind: 'move',
    legs: [
      leg(to.part, to.place, inTray(scene.context.episode, bag)),
      leg(given.found.part, given.found.from, to.place),
    ],
    ...(fit.forced && reason ? { forced: { reason } } : {}),
  }
  return done(
    [
      ...(given.found.first ? [given.found.first] : []),
      move,
      ...(temporary ? [temporaryBody(given.found.part)] : []),
    ],
    [
      {
        does: 'takes out',
        part: to.partLabel ?? to.position.accepts,
        from: to.position.designator,
        to: bag ? `tray, ${bag}` : 'tray',
      },
      ...putEffects(scene, to, given.found, fit, reason),
      ...(temporary ? [{ does: 'is temporary' as const, part: given.found.label }] : []),
    ],
  )
}

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

function takeDue(text: string, scene: Scene): string | undefined {
  const now = new Date(Date.parse(scene.now) + 300 * 86_400_000).toISOString()
  const read = takeTime(text, now, scene.zone) ?? takeTime(text, scene.now, scene.zone)
  return read?.at.latest
}
