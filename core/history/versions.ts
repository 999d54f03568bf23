/** Amendments and settlements: from entries as written to statements as they stand. */
import type { EntryId } from '#core/ids.ts'
import type { Entry } from './entry.ts'

/** An entry as it stands: the restated body in the place of the one first written, under the id of the first. */
export interface Statement extends Entry {
  /** All versions in the order in which they were written, the first one included. Absent when never amended. */
  readonly versions?: readonly Entry[]
  readonly withdrawn?: boolean
  readonly settledBy?: EntryId
}

/** The root entry an amendment speaks of, directly or through another amendment. */
function rootOf(entry: Entry, byId: ReadonlyMap<EntryId, Entry>): EntryId | undefined {
  let at = entry.amends?.entry
  for (let hops = 0; at !== undefined && hops < 100; hops++) {
    const target = byId.get(at)
    if (!target) return undefined
    if (!target.amends) return target.id
    at = target.amends.entry
  }
  return undefined
}

/** The amendment that is in force, taking back those which were withdrawn themselves; undefined = the first version. */
function inForce(root: EntryId, amendments: readonly Entry[]): Entry | undefined {
  const withdrawn = new Set<EntryId>()
  for (let i = amendments.length - 1; i >= 0; i--) {
    const amendment = amendments[i]
    if (!amendment?.amends || withdrawn.has(amendment.id)) continue
    if (amendment.amends.how === 'withdraw' && amendment.amends.entry !== root)
      withdrawn.add(amendment.amends.entry)
  }
  return amendments.findLast(
    (a) => !withdrawn.has(a.id) && !(a.amends?.how === 'withdraw' && a.amends.entry !== root),
  )
}

/** Latest uncontested amendment of an entry, as `amends.seen` must name it. */
export function latestAmendment(root: EntryId, entries: Iterable<Entry>): EntryId | null {
  const all = [...entries]
  const byId = new Map(all.map((e) => [e.id, e]))
  let latest: Entry | undefined
  for (const entry of all)
    if (
      entry.amends &&
      entry.became === 'recorded' &&
      rootOf(entry, byId) === root &&
      (!latest || entry.seq > latest.seq)
    )
      latest = entry
  return latest ? latest.id : null
}

/**
 * Entries as written → statements as they stand, in no particular order. Amendments apply in seq order. Settlements are
 * not amended: a later one replaces an earlier one.
 */
export function standingStatements(entries: readonly Entry[]): Statement[] {
  const plain: Entry[] = []
  const amendments: Entry[] = []
  const settlements: Entry[] = []
  for (const entry of entries) {
    if (entry.amends) amendments.push(entry)
    else plain.push(entry)
    if (entry.body.kind === 'settle') settlements.push(entry)
  }
  if (amendments.length === 0 && settlements.length === 0) return plain
  const bySeq = (a: Entry, b: Entry) => a.seq - b.seq
  const outcomes = new Map<EntryId, Entry>()
  const byId = new Map(entries.map((e) => [e.id, e]))
  for (const s of settlements.sort(bySeq))
    if (s.body.kind === 'settle') for (const id of withItsGroup(s.body.entry, byId)) outcomes.set(id, s)
  const settled = plain.map((entry) => settle(entry, outcomes.get(entry.id)))
  const perRoot = new Map<EntryId, Entry[]>()
  const unheeded: Statement[] = []
  for (const amendment of amendments.sort(bySeq).map((entry) => settle(entry, outcomes.get(entry.id)))) {
    const root = rootOf(amendment, byId)
    // A contested amendment changes nothing, but stays visible until a person settles it.
    if (root === undefined || amendment.became === 'contested' || amendment.withdrawn)
      unheeded.push({ ...amendment, withdrawn: true })
    else perRoot.set(root, [...(perRoot.get(root) ?? []), amendment])
  }
  const statements = settled.map((entry): Statement => {
    const list = perRoot.get(entry.id)
    return list ? amended(entry, list) : entry
  })
  return [...statements, ...unheeded]
}

/** A contested entry and those that stand or fall with it: they are settled as one. */
function withItsGroup(id: EntryId, byId: ReadonlyMap<EntryId, Entry>): EntryId[] {
  const { together, recordedBy } = byId.get(id) ?? {}
  if (together === undefined) return [id]
  return [...byId.values()]
    .filter((e) => e.together === together && e.recordedBy === recordedBy && e.became === 'contested')
    .map((e) => e.id)
}

function settle(entry: Entry, by: Entry | undefined): Statement {
  if (entry.became !== 'contested' || by?.body.kind !== 'settle') return entry
  return by.body.outcome === 'happened'
    ? { ...entry, became: 'recorded', settledBy: by.id }
    : { ...entry, withdrawn: true, settledBy: by.id }
}

function amended(root: Statement, amendments: readonly Entry[]): Statement {
  const versions = [root, ...amendments]
  const force = inForce(root.id, amendments)
  if (!force) return { ...root, versions }
  if (force.amends?.how === 'withdraw') return { ...root, versions, withdrawn: true }
  const { body, happenedAt, about, basis, doneBy, episode, restsOn } = force
  return { ...root, body, happenedAt, about, basis, doneBy, episode, restsOn, versions }
}
