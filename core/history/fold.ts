/** The fold: from a line of entries to a world, each reduced as the definition of its kind says. */
import { sortKey, type Instant } from '#core/quantity/time.ts'
import { definitionOf } from './kinds/index.ts'
import { emptyDraft, machineDraft, type WorldDraft } from './draft.ts'
import type { Entry } from './entry.ts'
import { seal } from './once.ts'
import { standingStatements, type Statement } from './versions.ts'
import type { World } from './world.ts'

export interface FoldOptions {
  readonly now: Instant
  /** True then, by all we know now: what happened later is left out. */
  readonly asOf?: Instant | undefined
  /** By what was recorded then: what was written later is left out. */
  readonly knownAt?: Instant | undefined
}

/** The order of the line: by earliest possible time, then by id. Total, so that any permutation folds to one state. */
export function inOrder(a: Statement, b: Statement): number {
  const left = sortKey(a.happenedAt)
  const right = sortKey(b.happenedAt)
  if (left !== right) return left < right ? -1 : 1
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0
}

function sorted(statements: Statement[]): Statement[] {
  for (let i = 1; i < statements.length; i++) {
    const before = statements[i - 1]
    const here = statements[i]
    if (before && here && inOrder(before, here) > 0) return statements.slice().sort(inOrder)
  }
  return statements
}

/** When an entry counts under `asOf`. That gear was unfit is true from then on, however late it was found out. */
function trueFrom({ body, happenedAt }: Statement): string {
  const rule = definitionOf(body).trueFrom
  return (rule === 'when it happened' ? undefined : rule(body)) ?? sortKey(happenedAt)
}

/** Folds entries in any order. Never throws for entries that passed the schema. */
export function fold(entries: readonly Entry[], options: FoldOptions): World {
  const { asOf, knownAt } = options
  const known = knownAt === undefined ? entries : entries.filter((e) => e.receivedAt <= knownAt)
  let statements = standingStatements(known)
  if (asOf !== undefined) statements = statements.filter((s) => trueFrom(s) <= asOf)
  const world = emptyDraft(options.now)
  const line = sorted(statements)
  const kept: Statement[] = []
  for (const statement of line) {
    if (statement.withdrawn) world.withdrawn.push(statement)
    else kept.push(statement)
  }
  world.line = kept
  for (let order = 0; order < kept.length; order++) {
    const statement = kept[order]
    if (statement) reduce(world, statement, order)
  }
  // A contested amendment is not in force, but it waits for a person as any contested entry does.
  for (const statement of world.withdrawn)
    if (statement.became === 'contested' && statement.settledBy === undefined) noteContested(world, statement)
  seal(world)
  return world
}

function reduce(world: WorldDraft, entry: Statement, order: number): void {
  const { body } = entry
  if (entry.became === 'contested' && body.kind !== 'move') return noteContested(world, entry)
  definitionOf(body).reduce(world, entry, body, order)
  if (entry.past) notePast(world, entry, entry.past)
}

/** The machine whose sitting it was done in. */
function notePast(world: WorldDraft, entry: Statement, { check, rules }: NonNullable<Entry['past']>) {
  const machine =
    (entry.episode && world.episodeMachines.get(entry.episode)) ??
    entry.about.find((s) => s.kind === 'machine')?.id
  if (machine) machineDraft(world, machine as never).passedOver.push({ entry, check, rules })
}

/** A contested entry other than a move changes nothing; its machine shows that it waits for a person. */
function noteContested(world: WorldDraft, entry: Statement) {
  for (const subject of entry.about)
    if (subject.kind === 'machine') machineDraft(world, subject.id as never).contested.push(entry)
}
