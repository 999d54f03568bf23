/** Which subjects an entry concerns, computed from its body; never typed by anyone. */
import type { Place } from '#core/place.ts'
import type { Draft, Subject } from './entry.ts'
import type { Body } from './bodies/index.ts'

const ofPlace = (place: Place): Subject[] => {
  switch (place.in.kind) {
    case 'machine':
    case 'kept':
      return [{ kind: 'machine', id: place.in.id }]
    case 'assembly':
      return [{ kind: 'part', id: place.in.id }]
    case 'person':
    case 'party':
      return [{ kind: 'party', id: place.in.id }]
    default:
      return []
  }
}

const ofOutOf = ({
  outOf,
}: {
  readonly outOf?: { readonly lot: string; readonly for?: string | undefined } | undefined
}): Subject[] =>
  outOf
    ? [{ kind: 'lot', id: outOf.lot }, ...(outOf.for ? [{ kind: 'machine' as const, id: outOf.for }] : [])]
    : []

function bodySubjects(body: Body): Subject[] {
  const machine =
    'machine' in body && body.machine ? [{ kind: 'machine' as const, id: body.machine as string }] : []
  switch (body.kind) {
    case 'move':
      return [
        ...body.legs.flatMap((leg): Subject[] => [
          { kind: 'part', id: leg.part },
          ...ofPlace(leg.from),
          ...ofPlace(leg.to),
        ]),
        ...(body.loan ? ofPlace(body.loan.home) : []),
        ...(body.lots ?? []).flatMap((leg): Subject[] => [
          { kind: 'lot', id: leg.lot },
          ...ofPlace(leg.from),
          ...ofPlace(leg.to),
        ]),
      ]
    case 'lot':
      return [
        { kind: 'lot', id: body.lot },
        ...(body.what === 'got'
          ? [...ofPlace(body.place), ...(body.from ? [{ kind: 'party' as const, id: body.from }] : [])]
          : []),
      ]
    case 'count':
      return [{ kind: 'lot', id: body.lot }, ...ofPlace(body.place)]
    case 'reservation':
      return [
        ...machine,
        ...(body.part ? [{ kind: 'part' as const, id: body.part }] : []),
        ...(body.lot ? [{ kind: 'lot' as const, id: body.lot }] : []),
      ]
    case 'consent':
      return [...machine, { kind: 'party', id: body.by }]
    case 'part':
      return body.what === 'content'
        ? [...machine, ...ofPlace(body.place)]
        : [
            { kind: 'part', id: body.part },
            ...(body.what === 'identified'
              ? [...(body.place ? ofPlace(body.place) : []), ...ofOutOf(body)]
              : []),
          ]
    case 'test':
      return [...machine, ...body.gear.map((id): Subject => ({ kind: 'gear', id }))]
    case 'gear':
      return [{ kind: 'gear', id: body.gear }]
    case 'type':
      return [{ kind: 'type', id: body.type }]
    case 'party':
      return [{ kind: 'party', id: body.party }]
    case 'rule':
      if (body.what === 'policy') return machine.length ? machine : [{ kind: 'house', id: 'house' }]
      return [{ kind: 'party', id: body.party }, ...machine]
    case 'custody':
      return [...machine, ...ofPlace(body.to)]
    case 'batch':
      return body.machines.map((id): Subject => ({ kind: 'machine', id }))
    case 'receipt':
      return body.to ? [...machine, { kind: 'party', id: body.to }] : machine
    case 'link':
      return body.who ? [...machine, { kind: 'party', id: body.who }] : machine
    case 'grade':
      return body.what === 'priority' && body.who ? [...machine, { kind: 'party', id: body.who }] : machine
    case 'method':
      return [...machine, { kind: 'house', id: 'house' }]
    case 'note':
      return machine.length ? machine : [{ kind: 'house', id: 'house' }]
    default:
      return machine
  }
}

/**
 * All subjects of an entry, each once. An amendment also concerns what the amended entry concerned, and a settlement
 * what the contested entry concerned: pass those as `inherited`. `machineOf` walks a tray or an assembly up to its
 * machine, so that a chip taken from a card concerns the machine around the card.
 */
export function subjectsOf(
  draft: Pick<Draft, 'body'>,
  inherited: readonly Subject[] = [],
  machineOf: (place: Place) => string | undefined = () => undefined,
): Subject[] {
  const { body } = draft
  const found = [...bodySubjects(body), ...inherited]
  const places =
    body.kind === 'move'
      ? [...body.legs, ...(body.lots ?? [])].flatMap((leg) => [leg.from, leg.to])
      : body.kind === 'part' && body.what === 'identified' && body.place
        ? [body.place]
        : []
  for (const place of places) {
    const machine = place.in.kind === 'tray' || place.in.kind === 'assembly' ? machineOf(place) : undefined
    if (machine) found.push({ kind: 'machine', id: machine })
  }
  const seen = new Map<string, Subject>()
  for (const subject of found) seen.set(`${subject.kind}:${subject.id}`, subject)
  return [...seen.values()]
}

/** Every person an entry names as a party, so that it can be checked that the party exists. */
export const subjectIds = (about: readonly Subject[], kind: Subject['kind']): string[] =>
  about.filter((s) => s.kind === kind).map((s) => s.id)
