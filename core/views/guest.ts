/**
 * What a guest sees of a machine: plate, standing, condition, episodes and custody of that machine within the grant. No
 * price, value, other parties or internal notes; people as roles; another machine is "another machine of the house".
 */
import type { MachineView } from './machine.ts'
import type { Body } from '#core/history/kinds.ts'

const anotherMachine = 'another machine of the house'

/** Text that was made from names: places in other machines, parties, exact store places. */
const place = (text: string | undefined, own: string): string | undefined =>
  text === undefined ? undefined : text.includes(' of ') ? anotherMachine : /^(?:tray|kept)/.test(text) || text === own ? text : 'with the house'

const openKinds: ReadonlySet<Body['kind']> = new Set(['test', 'change', 'episode', 'custody', 'hazard', 'photo', 'power', 'connection', 'fastening', 'finding'])

/** Projects a Machine view for a guest. `ownParty` is the guest's own name, which stays readable to them. */
export function guestView(view: MachineView, ownParty: string): MachineView {
  const change = <C extends { readonly elsewhere?: string | undefined }>(c: C): C => ({
    ...c,
    elsewhere: c.elsewhere === undefined ? undefined : c.elsewhere === ownParty ? ownParty : anotherMachine,
  })
  const ownParts = new Set<string>(view.positions.flatMap((p) => (p.part ? [p.part.id] : [])))
  const episode = <E extends { readonly next: string }>(e: E): E => ({ ...e, next: '' })
  return {
    ...view,
    episodes: view.episodes.map(episode),
    open: view.open && episode(view.open),
    plate: { ...view.plate, owner: view.plate.owner === ownParty ? ownParty : view.plate.owner === 'the house' ? 'the house' : 'an owner' },
    status: {
      ...view.status,
      missing: view.status.missing.map((m) => ({ ...m, place: place(m.place, ownParty) })),
      off: view.status.off.map((o) => ({ ...o, place: place(o.place, ownParty) })),
      change: view.status.change && change(view.status.change),
      notRun: view.status.notRun && { ...view.status.notRun, by: undefined },
    },
    functions: view.functions.map((f) => ({ ...f, changes: f.changes.map(change), claim: undefined })),
    lifeline: {
      ...view.lifeline,
      custody: view.lifeline.custody.map((c) => ({ ...c, where: c.where === ownParty || c.where === 'here' ? c.where : c.away ? 'away' : 'with the house' })),
    },
    positions: view.positions.map((p) => ({ ...p, part: p.part && { ...p.part, from: p.part.from === undefined ? undefined : anotherMachine } })),
    consents: view.consents.filter((c) => c.by === ownParty),
    ownerParty: view.plate.owner === ownParty ? view.ownerParty : undefined,
    given: view.given.map((g) => ({ ...g, authority: undefined, to: g.to === ownParty ? g.to : (place(g.to, ownParty) ?? 'with the house') })),
    loans: view.loans.map((l) => ({ ...l, home: l.lends ? l.home : anotherMachine, at: l.lends ? anotherMachine : l.at })),
    todo: view.todo.filter((t) => t.what === 'test again' || t.what === 'test'),
    source: undefined,
    price: undefined,
    photos: view.photos.map((p) => ({ ...p, by: '' })),
    provenance: { links: 0, gaps: 0 },
    arrivalOpen: 0,
    points: [],
    attributes: Object.fromEntries(Object.entries(view.attributes).filter(([key]) => !key.startsWith('none: '))),
    claims: [],
    custody: view.custody.map((c) => ({ ...c, where: c.where === ownParty ? ownParty : 'with the house' })),
    overrides: [],
    policies: [],
    log: view.log
      .filter((row) => openKinds.has(row.body.kind) && !row.withdrawn && row.contested === undefined)
      .map((row) => ({ ...row, doneBy: undefined, recordedBy: '', versions: [], body: guestBody(row.body) })),
    labels: Object.fromEntries(Object.entries(view.labels).filter(([id]) => id === view.id || ownParts.has(id))),
  }
}

/** A body without what was written for the house only. */
function guestBody(body: Body): Body {
  if (body.kind === 'custody') return { ...body, words: undefined, to: { in: { kind: 'store', id: 'the house' } } }
  if (body.kind === 'episode' && body.what === 'paused') return { ...body, lie: '', next: '' }
  if (body.kind === 'episode' && body.what === 'closed') return { ...body, next: '', deferred: [], report: [] }
  return body
}

/** A body without the price in it. */
export function bare(body: Body): Body {
  if (body.kind === 'machine' && body.what === 'registered') return { ...body, price: undefined }
  if (body.kind === 'part' && body.what === 'identified') return { ...body, price: undefined }
  if (body.kind === 'lot' && body.what === 'got') return { ...body, price: undefined }
  return body.kind === 'batch' ? { ...body, price: undefined } : body
}

/** The same view without what it cost or is worth, for roles that do not see prices. */
export function withoutPrices(view: MachineView): MachineView {
  return {
    ...view,
    price: undefined,
    log: view.log.filter((row) => row.body.kind !== 'value').map((row) => ({ ...row, body: bare(row.body), versions: row.versions.map((v) => ({ ...v, body: bare(v.body) })) })),
  }
}
