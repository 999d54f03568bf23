/** Parts and gear that change their place. */
import type { Body } from '#core/history/bodies/index.ts'
import type { GearId, PartId, PartyId } from '#core/ids.ts'
import { inTray } from '#core/place.ts'
import { designators, judged, leg, slotNamed } from '../part-words.ts'
import { parseIn, parseSwap } from '../parts.ts'
import type { SlotContext } from '../context.ts'
import { reachEffects } from '../reach.ts'
import { type Parsed, type Scene, done, wrong } from '../types.ts'
import { instantOf } from './scene.ts'
import { type Of, asWords, note, short } from './short.ts'

/** What is in its place by the record was never out: that somebody put it in is kept as a note. */
export function putIn(at: string, scene: Scene): Parsed {
  const { tray, parts } = scene.context
  const slot = slotNamed(scene.context, at)
  const cameOut = [...tray, ...parts].some(
    (p) => p.home?.position === at && p.home.in.id === slot?.place.in.id,
  )
  return slot && !cameOut && slot.content !== 'empty'
    ? asWords(`${at} put in`, at, 'is in already', scene)
    : parseIn(at, scene)
}

/** Words that say of a spare only that it is one: what it is the position says. */
const plainSpare =
  /^(?:(?:a|an|the|new|fresh|another|spare|replacement|one|ones|now|same|known|good|good one|both|each|from|out of|of|stock|store|drawer|box|bag|shelf|\d[\d.,]*\s*(?:[munpµ]?F|V|A|W|[kM]?ohm|[kM]?Ω)?|[/,]|\d+)\s*)+$/i

/** What it is, as far as the words say: what belongs there, another type number, or not known. */
function kindOf(given: string, accepts: string): string | undefined {
  if (given === '' || plainSpare.test(given) || given.toLowerCase().includes(accepts.toLowerCase()))
    return accepts
  const number = /\b(?=[A-Z0-9]*\d{2})[0-9]*[A-Z]{1,4}[0-9]{2,}[A-Z0-9]*\b/i.exec(given)?.[0]
  // A type number where a type number belongs: the fit is judged by it.
  if (number && /\d{2}/.test(accepts)) return number
  const noun = accepts.split(' ').at(-1)?.toLowerCase() ?? ''
  return noun.length > 2 && given.toLowerCase().includes(noun) ? accepts : undefined
}

/** Two parts change places, in one act: each must fit where it goes. */
function exchange(one: SlotContext, other: SlotContext | undefined, scene: Scene): Parsed {
  const names = [one.position.designator, other?.position.designator ?? 'the other']
  if (!other?.part || !one.part || one.content === 'empty' || other.content === 'empty') {
    const words = `${names.join(' and ')} exchanged`
    return asWords(words, words, 'not understood', scene)
  }
  const ends = [
    { part: one.part, label: one.partLabel ?? names[0] ?? '', from: one, to: other },
    { part: other.part, label: other.partLabel ?? names[1] ?? '', from: other, to: one },
  ]
  for (const { part, label, from, to } of ends) {
    const given = { part, label, from: from.place, fromLabel: from.position.designator, slot: from }
    const fit = judged(scene, to, given, undefined)
    if ('problem' in fit) return fit.problem
  }
  return done(
    [{ kind: 'move', legs: ends.map(({ part, from, to }) => leg(part, from.place, to.place)) }],
    ends.flatMap(({ label, from, to }) => [
      {
        does: 'puts in' as const,
        part: label,
        to: to.position.designator,
        from: from.position.designator,
        remarks: [],
      },
      ...reachEffects(scene.context, to.position.designator),
    ]),
  )
}

/** One comes in for what was there: a part the record knows, one of a lot, or a new one that gets its record now. */
export function swapFor(act: Of<'swap'>, scene: Scene): Parsed {
  const { context } = scene
  const slot = slotNamed(context, act.at)
  if (!slot) return wrong({ why: 'which position', word: act.at, known: designators(context) })
  const given = act.with?.trim() ?? ''
  const tag = /\b[A-Z]{1,2}-\d{2,}\b/.exec(given.toUpperCase())?.[0]
  const other = given && slotNamed(context, given)
  if (tag)
    return slot.content === 'empty'
      ? parseIn(`${act.at} ${tag}`, scene)
      : parseSwap(`${act.at} < ${tag}`, scene)
  if (act.mutual) return exchange(slot, other || undefined, scene)
  if (other && other.part && other.content !== 'empty') {
    const move: Body = {
      kind: 'move',
      legs: [
        ...(slot.part && slot.content !== 'empty'
          ? [leg(slot.part, slot.place, inTray(context.episode))]
          : []),
        leg(other.part, other.place, slot.place),
      ],
    }
    return done(
      [move],
      [
        { does: 'puts in', part: other.partLabel ?? given, to: act.at, from: given, remarks: [] },
        ...reachEffects(context, act.at),
      ],
    )
  }
  const part = scene.newId() as PartId
  const label = short(given || slot.position.accepts)
  const kind = kindOf(given, slot.position.accepts)
  const facts = { ...(kind ? { partKind: kind } : {}), attributes: {}, health: 'unknown' as const }
  const tray = inTray(context.episode)
  const fit = judged(
    scene,
    slot,
    { part, label, from: tray, fromLabel: 'the tray', slot: { facts } },
    undefined,
  )
  if ('problem' in fit) return fit.problem
  const bodies: Body[] = [
    {
      kind: 'part',
      what: 'identified',
      part,
      ...(kind ? { partKind: kind } : {}),
      ...(given ? { marking: short(given) } : {}),
      origin: /\b(?:bought|new|fresh|stock)\b/i.test(given) ? 'bought' : 'unknown',
      place: tray,
    },
    {
      kind: 'move',
      legs: [
        ...(slot.part && slot.content !== 'empty' && slot.content !== 'unknown part'
          ? [leg(slot.part, slot.place, tray)]
          : []),
        leg(part, tray, slot.place),
      ],
    },
  ]
  return done(bodies, [
    ...(slot.content === 'empty'
      ? []
      : [
          {
            does: 'takes out',
            part: slot.partLabel ?? slot.position.accepts,
            from: act.at,
            to: 'tray',
          } as const,
        ]),
    { does: 'makes part', part: label, of: kind ?? 'a part of which nobody has said the kind' },
    { does: 'puts in', part: label, to: act.at, from: 'new', remarks: fit.remarks },
    ...reachEffects(context, act.at),
  ])
}

export const partyOf = (name: string | undefined, { context }: Scene): PartyId | undefined => {
  const lower = name?.toLowerCase()
  return context.people.find(
    (p) => p.name.toLowerCase() === lower || p.name.toLowerCase().split(' ')[0] === lower,
  )?.party
}

export function lend(act: Of<'lend'>, scene: Scene): Parsed {
  const { context, zone } = scene
  const to = partyOf(act.to, scene)
  const due = act.due ? instantOf(act.due, zone) : undefined
  const gear = context.gear.find((g) => g.name === act.what)
  if (!to) return note(`${act.what} lent to ${act.to}`, scene)
  const name = context.people.find((p) => p.party === to)?.name ?? act.to
  if (gear)
    return done(
      [{ kind: 'gear', what: 'lent', gear: gear.id as GearId, to, ...(due ? { due } : {}) }],
      [{ does: 'lends gear', gear: gear.name, to: name, due }],
    )
  const slot = slotNamed(context, act.what)
  const held = context.tray.find((p) => p.label.toLowerCase().includes(act.what.toLowerCase()))
  const part = slot && slot.content !== 'empty' && slot.content !== 'unknown part' ? slot.part : held?.id
  const from = slot && part === slot.part ? slot.place : held?.place
  if (!part || !from)
    return wrong({ why: 'nothing there', position: act.what, content: slot?.content ?? 'empty' })
  const home = slot?.place ?? from
  const known = context.parts.find((p) => p.id === part)
  const tag = known?.tag ? undefined : context.nextTag
  return done(
    [
      {
        kind: 'move',
        legs: [leg(part, from, { in: { kind: 'party', id: to } })],
        loan: { home, ...(due ? { due } : {}) },
      },
      ...(tag ? [{ kind: 'part', what: 'identified', part: part as PartId, tag } as const] : []),
    ],
    [
      { does: 'lends', part: slot?.partLabel ?? act.what, to: name, due },
      ...(tag ? [{ does: 'tags', part: act.what, tag } as const] : []),
      ...(slot ? reachEffects(context, act.what) : []),
    ],
  )
}

export function back(act: Of<'back'>, scene: Scene): Parsed {
  const gear = scene.context.gear.find((g) => g.name === act.what)
  if (gear)
    return done(
      [{ kind: 'gear', what: 'back', gear: gear.id as GearId }],
      [{ does: 'gear is back', gear: gear.name }],
    )
  return parseIn(act.what, scene)
}
