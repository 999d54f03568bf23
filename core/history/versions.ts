/** Amendments and settlements: from entries as written to statements as they stand. */
import type { EntryId } from '#core/ids.ts'
import type { Entry } from './entry.ts'

/** An entry as it stands: the restated body in the place of the one first written, under the id of the first. */
export interface Statement extends Entry {
  /** All versions in the order in which they were written, the first one included. Absent when never amended. */
  readonly versions?: readonly Entry[]
  /** Its latest amendments, as the next one must name them; more than one where they were written apart. */
  readonly latest?: readonly EntryId[]
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

/** An amendment that counts, and the others of its entry that its writer had seen. */
interface Heeded {
  readonly amendment: Statement
  readonly seen: ReadonlySet<EntryId>
}

/**
 * Where amendments of one entry were written apart, each without knowing of the other, what all of them had seen stands,
 * whichever came first; until somebody who knows them all writes another.
 */
function beforeTheFork(heeded: readonly Heeded[]): readonly Heeded[] {
  const tips = tipsOf(heeded)
  if (tips.length < 2) return heeded
  const byId = new Map(heeded.map((h) => [h.amendment.id, h]))
  const seenBy = (tip: Heeded): ReadonlySet<EntryId> => {
    const seen = new Set<EntryId>()
    for (const next = [...tip.seen]; next.length > 0;) {
      const id = next.pop()
      if (id === undefined || seen.has(id)) continue
      seen.add(id)
      next.push(...(byId.get(id)?.seen ?? []))
    }
    return seen
  }
  const known = tips.map(seenBy)
  return heeded.filter((h) => known.every((seen) => seen.has(h.amendment.id)))
}

const tipsOf = (heeded: readonly Heeded[]): Heeded[] => {
  const surpassed = new Set(heeded.flatMap((h) => [...h.seen]))
  return heeded.filter((h) => !surpassed.has(h.amendment.id))
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

const bySeq = (a: Entry, b: Entry) => a.seq - b.seq

/** Entries with what became of them: settled by a person, where one did; amendments by their entry, in seq order. */
function sorted(entries: readonly Entry[]): {
  readonly plain: readonly Statement[]
  readonly unheeded: readonly Statement[]
  readonly perRoot: ReadonlyMap<EntryId, readonly Heeded[]>
} {
  const byId = new Map(entries.map((e) => [e.id, e]))
  const outcomes = new Map<EntryId, Entry>()
  for (const s of entries.filter((e) => e.body.kind === 'settle').sort(bySeq))
    if (s.body.kind === 'settle') for (const id of withItsGroup(s.body.entry, byId)) outcomes.set(id, s)
  const plain: Statement[] = []
  const unheeded: Statement[] = []
  const perRoot = new Map<EntryId, Heeded[]>()
  for (const entry of entries) if (!entry.amends) plain.push(settle(entry, outcomes.get(entry.id)))
  for (const entry of entries.filter((e) => e.amends).sort(bySeq)) {
    const amendment = settle(entry, outcomes.get(entry.id))
    const root = rootOf(amendment, byId)
    // A contested amendment changes nothing, but stays visible until a person settles it.
    if (root === undefined || amendment.became === 'contested' || amendment.withdrawn)
      unheeded.push({ ...amendment, withdrawn: true })
    else {
      const earlier = perRoot.get(root) ?? []
      // Who settles that a contested one holds has seen what stood before it.
      const seen = amendment.settledBy ? earlier.map((h) => h.amendment.id) : (amendment.amends?.seen ?? [])
      perRoot.set(root, [...earlier, { amendment, seen: new Set(seen) }])
    }
  }
  return { plain, unheeded, perRoot }
}

/** The latest amendments of an entry, as `amends.seen` must name them: those in force that no other has seen. */
export const latestAmendments = (root: EntryId, entries: readonly Entry[]): EntryId[] =>
  tipsOf(sorted(entries).perRoot.get(root) ?? []).map((h) => h.amendment.id)

/**
 * Entries as written → statements as they stand, in no particular order. Amendments apply in seq order. Settlements are
 * not amended: a later one replaces an earlier one.
 */
export function standingStatements(entries: readonly Entry[]): Statement[] {
  if (!entries.some((e) => e.amends || e.body.kind === 'settle')) return [...entries]
  const { plain, unheeded, perRoot } = sorted(entries)
  const statements = plain.map((entry): Statement => {
    const heeded = perRoot.get(entry.id)
    return heeded ? amended(entry, heeded) : entry
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

function amended(root: Statement, heeded: readonly Heeded[]): Statement {
  const versions = [root, ...heeded.map((h) => h.amendment)]
  const latest = tipsOf(heeded).map((h) => h.amendment.id)
  const force = inForce(
    root.id,
    beforeTheFork(heeded).map((h) => h.amendment),
  )
  if (!force) return { ...root, versions, latest }
  if (force.amends?.how === 'withdraw') return { ...root, versions, latest, withdrawn: true }
  const { body, happenedAt, about, basis, doneBy, episode, restsOn, minutes } = force
  return { ...root, body, happenedAt, about, basis, doneBy, episode, restsOn, minutes, versions, latest }
}
