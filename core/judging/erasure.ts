/**
 * Erasure: an entry, or what it said before it was corrected, gives way to a tombstone that says which house wrote it, when,
 * and on what ground it is gone. What later entries are judged by is corrected first: then the line stays whole.
 */
import type { Entry } from '#core/history/entry.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { definitionOf } from '#core/history/kinds/index.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { filesOf } from '#core/history/scope.ts'
import type { Statement } from '#core/history/versions.ts'
import type { World } from '#core/history/world.ts'
import type { EntryId } from '#core/ids.ts'

type Erasure = BodyOf<'erasure'>

const statementOf = (world: World, entry: EntryId): Statement | undefined =>
  world.line.find((s) => s.id === entry) ?? world.withdrawn.find((s) => s.id === entry)

/** The versions of an entry that say something, the one that stands among them. */
function versionsOf(statement: Statement): readonly Entry[] {
  return (statement.versions ?? [statement]).filter(({ body }) => body.kind !== 'withdrawal')
}

/** Whether an entry says what stands: it does not once it is withdrawn. */
const stands = (statement: Statement, version: Entry): boolean =>
  !statement.withdrawn && version.body === statement.body

/** The entries that an erasure turns into tombstones. */
export function erasedBy(world: World, { entry, what }: Erasure): readonly Entry[] {
  const statement = statementOf(world, entry)
  if (!statement) return []
  return versionsOf(statement).filter(
    (version) => version.body.kind !== 'erased' && (what === 'all' || !stands(statement, version)),
  )
}

export function erasureRefusal(world: World, body: Erasure): Refusal | undefined {
  const statement = statementOf(world, body.entry)
  if (!statement || statement.body.kind === 'erasure' || statement.body.kind === 'settle')
    return { rule: 'unknown-entry', entry: body.entry }
  const judged = definitionOf(statement.body).admission === 'judged'
  if (body.what === 'all' && judged && !statement.withdrawn)
    return { rule: 'correct-before-erasing', entry: body.entry }
  if (erasedBy(world, body).length === 0) return { rule: 'nothing-to-erase', entry: body.entry }
  return undefined
}

/** Subjects that say nothing of a person. */
const impersonal = (entry: Entry) => entry.about.filter(({ kind }) => kind !== 'party')

/** What is left of an entry: who erased it stands in place of whoever wrote it. */
export function tombstone(
  entry: Entry,
  { id, body, recordedBy }: Pick<Entry, 'id' | 'body' | 'recordedBy'>,
): Entry {
  const { v, happenedAt, episode, house, recordedAt, receivedAt, seq, became } = entry
  if (body.kind !== 'erasure') throw new Error('only an erasure leaves a tombstone')
  return {
    id: entry.id,
    v,
    episode,
    happenedAt,
    basis: 'seen',
    amends: entry.amends && { entry: entry.amends.entry, seen: entry.amends.seen, how: entry.amends.how },
    about: impersonal(entry),
    house,
    recordedAt,
    receivedAt,
    seq,
    recordedBy,
    became,
    body: { kind: 'erased', ground: body.ground, by: id },
  }
}

/** A line in which every entry that the erasures name has given way. `world` is folded from it. */
export function afterErasures(line: readonly Entry[], world: World, stored: readonly Entry[]): Entry[] {
  const gone = new Map<string, Entry>()
  for (const erasure of stored)
    if (erasure.body.kind === 'erasure')
      for (const entry of erasedBy(world, erasure.body)) gone.set(entry.id, tombstone(entry, erasure))
  return line.map((entry) => gone.get(entry.id) ?? entry)
}

/** Files that only the erased entries named, of those that are still here. */
export const filesGone = (erased: readonly Entry[]): readonly string[] => [
  ...new Set(erased.flatMap(({ body }) => filesOf(body))),
]
