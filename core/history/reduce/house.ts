/** Reducers for what belongs to the house: types, parties, test gear, policies, authorisations, grants. */
import type { BodyOf } from '../bodies/index.ts'
import { machineDraft, type WorldDraft } from '../draft.ts'
import type { Statement } from '../versions.ts'

export function reduceType(world: WorldDraft, entry: Statement, body: BodyOf<'type'>) {
  const held = world.types.get(body.type)
  world.types.set(body.type, {
    id: body.type,
    sheet: body.sheet,
    version: (held?.version ?? 0) + 1,
    said: entry,
    versions: [...(held?.versions ?? []), entry],
  })
}

const initialsOf = (name: string) =>
  name
    .split(/\s+/)
    .map((word) => word[0] ?? '')
    .join('')
    .slice(0, 3)
    .toUpperCase()

export function reduceParty(world: WorldDraft, entry: Statement, body: BodyOf<'party'>) {
  world.parties.set(body.party, {
    id: body.party,
    name: body.name,
    initials: body.initials || initialsOf(body.name),
    sort: body.sort,
    roles: body.roles,
    said: [...(world.parties.get(body.party)?.said ?? []), entry],
  })
}

export function reduceGear(world: WorldDraft, entry: Statement, body: BodyOf<'gear'>) {
  const held = world.gear.get(body.gear) ?? {
    id: body.gear,
    name: '',
    gearKind: '',
    attributes: {},
    proved: [],
    unfit: [],
  }
  if (body.what === 'identified')
    world.gear.set(body.gear, {
      ...held,
      name: body.name,
      gearKind: body.gearKind,
      attributes: { ...held.attributes, ...body.attributes },
      limits: body.limits,
    })
  else if (body.what === 'proved') world.gear.set(body.gear, { ...held, proved: [...held.proved, entry] })
  else if (body.what === 'lent')
    world.gear.set(body.gear, { ...held, lent: { to: body.to, due: body.due, entry } })
  else if (body.what === 'back') world.gear.set(body.gear, { ...held, lent: undefined })
  else world.gear.set(body.gear, { ...held, unfit: [...held.unfit, entry] })
}

/** A verdict on a card that is not among the entries waits for it in vain: it says nothing without one. */
export function reduceMethod(world: WorldDraft, entry: Statement, body: BodyOf<'method'>) {
  const held = world.methods.get(body.method)
  if (body.what === 'written')
    world.methods.set(body.method, {
      id: body.method,
      recipe: body.recipe,
      said: entry,
      versions: [...(held?.versions ?? []), entry],
      verdicts: held?.verdicts ?? [],
    })
  else if (held) world.methods.set(body.method, { ...held, verdicts: [...held.verdicts, entry] })
}

/** What was taught last stands. */
export function reduceWord(world: WorldDraft, entry: Statement, body: BodyOf<'word'>) {
  const key = `${body.word} ${body.type ?? ''}`
  if (body.what === 'forgotten') world.words.delete(key)
  else
    world.words.set(key, {
      word: body.word,
      as: body.as,
      means: body.means,
      said: entry,
      ...(body.type ? { type: body.type } : {}),
    })
}

export function reduceRule(world: WorldDraft, entry: Statement, body: BodyOf<'rule'>) {
  if (body.what === 'policy') {
    if (body.machine) machineDraft(world, body.machine).policies.set(body.key, entry)
    else world.policies.set(body.key, entry)
  } else if (body.what === 'authorisation') {
    const { party, authority, until } = body
    const from = entry.happenedAt.latest
    world.authorisations = world.authorisations.map((a) =>
      a.party === party && a.authority === authority && a.ended === undefined ? { ...a, ended: from } : a,
    )
    if (body.granted) world.authorisations.push({ entry, party, authority, from, until })
  } else {
    world.grants = world.grants.filter((g) => g.party !== body.party || g.machine !== body.machine)
    if (body.granted)
      world.grants.push({
        entry,
        party: body.party,
        machine: body.machine,
        from: body.from,
        until: body.until,
      })
  }
}
