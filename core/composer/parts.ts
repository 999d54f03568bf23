/** Moves: "out IC31 bag 3", "in IC31 P-0388", "swap IC12 < T-014 IC12", "lend IC31 to T-020 by 11 Apr", "back all". */
import { type Scene, type Parsed, together, wrong, done } from './types.ts'
import { type Effect } from './effects.ts'
import {
  takeSlot,
  leg,
  retests,
  met,
  takeReason,
  takeForNow,
  givenPart,
  takeGiven,
  judged,
  temporaryBody,
  type Given,
  whichOfThese,
} from './part-words.ts'
import type { SlotContext } from '#core/composer/context.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { shortened } from '#core/diagnosis/cells.ts'
import { type Place, gone, inStore, inTray } from '#core/place.ts'
import { takeDesignators } from '#core/type/designators.ts'
import type { FitRemark } from '#core/parts/fit.ts'

/** "out C7, C31-C36 bag 2": one act, one leg a designator; those that no sheet knows become positions of this machine. */
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
  const list = takeDesignators(text)
  // "in IC40, IC41": each part back where it came out.
  if (list && list.names.length > 1 && list.rest === '')
    return together(list.names.map((name) => parseIn(name, scene)))
  const { reason, rest: said } = takeReason(text)
  const { temporary, rest: line } = takeForNow(said)
  const slot = takeSlot(line, scene.context, true)
  if ('parsed' in slot) return slot.parsed
  const { slot: to, added } = slot.found
  const wanted = slot.rest.replace(/^(?:from|<)\s*/i, '')
  const cameOut = scene.context.tray.filter((p) => p.home?.position === to.position.designator)
  // A spare that was only tried came out of it, too.
  if (wanted === '' && cameOut.length > 1) return whichOfThese(to.position.designator, cameOut)
  const own =
    wanted === ''
      ? (cameOut[0] ??
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
        line: `swap ${to.position.designator} < ${wanted || 'P-0388'}`,
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
