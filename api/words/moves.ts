/** A move in words: what went from where to where. */
import { say } from './say.ts'
import type { Place } from '#core/place.ts'
import type { EntryNames, EntryWords } from './names.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { shortDay } from './dates.ts'
import { list, commas } from './lists.ts'

/** The machine around an assembly when the entry happened, as far as that is another than now. */
const machineOf = (assembly: string, { labels, at }: EntryNames): string | undefined =>
  labels[`around:${assembly}@${at}`] ?? labels[`around:${assembly}`]

export function placeWords(place: Place, names: EntryNames): string {
  const { labels, machine } = names
  const { kind, id } = place.in
  const around = kind === 'assembly' ? machineOf(id, names) : undefined
  if (kind === 'tray')
    return place.position ? say('tray, {position}', { position: place.position }) : say('tray')
  if (kind === 'machine' || kind === 'assembly') {
    if (id === machine || around === machine) return place.position ?? say('the machine')
    const holder = labels[around ?? id] ?? say('another machine')
    return place.position ? say('{position} of {holder}', { position: place.position, holder }) : holder
  }
  if (kind === 'kept')
    return id === machine
      ? commas(say('kept with the machine'), place.position)
      : say('kept with {labels}', { labels: labels[id] ?? say('its machine') })
  if (kind === 'party' || kind === 'person') return labels[id] ?? say('somebody')
  return place.position ? `${id}, ${place.position}` : id
}

export function moveWords(body: Extract<Body, { kind: 'move' }>, names: EntryNames): EntryWords {
  const here = (place: Place) =>
    (place.in.kind === 'machine' && place.in.id === names.machine) ||
    (place.in.kind === 'assembly' && machineOf(place.in.id, names) === names.machine)
  // A part that never had a tag is called by its position; beside that position the name of its kind will do.
  const called = (leg: (typeof body.legs)[number]) => {
    const label = names.labels[leg.part] ?? say('a part')
    const position = [leg.from, leg.to]
      .map((p) => p.position)
      .find((p) => p !== undefined && label.startsWith(`${p} `))
    return position === undefined ? label : label.slice(position.length + 1)
  }
  const heaps = (body.lots ?? []).map((leg) =>
    say('{n} × {labels} from {place} to {legPlace}', {
      n: leg.n,
      labels: names.labels[leg.lot] ?? say('counted stock'),
      place: placeWords(leg.from, names),
      legPlace: placeWords(leg.to, names),
    }),
  )
  const swap =
    body.legs.length === 2 && heaps.length === 0
      ? [body.legs.find((l) => here(l.from)), body.legs.find((l) => here(l.to))]
      : []
  if (swap[0] && swap[1] && swap[0].from.position === swap[1].to.position && !here(swap[0].to)) {
    return {
      what: say('swap {position}: {called} out to {place}, {swapCalled} in from {swapPlace}', {
        position: swap[0].from.position ?? '',
        called: called(swap[0]),
        place: placeWords(swap[0].to, names),
        swapCalled: called(swap[1]),
        swapPlace: placeWords(swap[1].from, names),
      }),
      result: body.forced ? say('although: {reason}', { reason: body.forced.reason }) : '',
      proof: false,
    }
  }
  const parts = body.legs.map((leg) => {
    const part = called(leg)
    const from = placeWords(leg.from, names)
    const to = placeWords(leg.to, names)
    const inHere = here(leg.to)
    const outHere = here(leg.from)
    if (body.loan) return say('lent {part} from {from} to {to}', { part, from, to })
    if (inHere && outHere) return say('moved {part} from {from} to {to}', { part, from, to })
    if (inHere) return say('in {to}: {part}, from {from}', { to, part, from })
    if (outHere) return say('out {from}: {part}, to {to}', { from, part, to })
    return say('{part} from {from} to {to}', { part, from, to })
  })
  const result = body.forced
    ? say('although: {reason}', { reason: body.forced.reason })
    : body.loan?.due
      ? say('home by {due}', { due: shortDay(body.loan.due, names.now, names.zone) })
      : ''
  return { what: list([...parts, ...heaps], 6), result, proof: false }
}
