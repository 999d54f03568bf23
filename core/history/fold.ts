/** The fold: from a line of entries to a world. The only place that switches on an entry's kind. */
import { sortKey, type Instant } from '#core/quantity/time.ts'
import { emptyDraft, machineDraft, type WorldDraft } from './draft.ts'
import type { Entry } from './entry.ts'
import { reduceBatch, reduceEvidence, reduceKept } from './reduce/arrival.ts'
import {
  reduceFinding,
  reduceGrade,
  reducePair,
  reducePhoto,
  reducePin,
  reduceSurvey,
} from './reduce/condition.ts'
import { reduceGear, reduceMethod, reduceParty, reduceRule, reduceType } from './reduce/house.ts'
import {
  reduceChange,
  reduceClaim,
  reduceConnection,
  reduceCustody,
  reduceEpisode,
  reduceFastening,
  reduceHazard,
  reduceIncident,
  reduceJot,
  reduceMachine,
  reducePower,
  reducePrecaution,
  reduceQuestion,
  reduceReading,
  reduceTest,
  reduceWait,
} from './reduce/machine.ts'
import { reduceCount, reduceLot, reduceReservation } from './reduce/lots.ts'
import { reduceMove, reducePart } from './reduce/moves.ts'
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
function trueFrom(statement: Statement): string {
  const { body } = statement
  return body.kind === 'gear' && body.what === 'unfit' ? (body.since ?? '') : sortKey(statement.happenedAt)
}

/** Folds entries in any order. Never throws for entries that passed the schema. */
export function fold(entries: readonly Entry[], options: FoldOptions): World {
  const { asOf, knownAt } = options
  const known = knownAt === undefined ? entries : entries.filter((e) => e.recordedAt <= knownAt)
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
  return world
}

function reduce(world: WorldDraft, entry: Statement, order: number): void {
  const { body } = entry
  if (entry.became === 'contested' && body.kind !== 'move') return noteContested(world, entry)
  switch (body.kind) {
    case 'machine':
      return reduceMachine(world, entry, body)
    case 'part':
      return reducePart(world, entry, body)
    case 'type':
      return reduceType(world, entry, body)
    case 'party':
      return reduceParty(world, body)
    case 'gear':
      return reduceGear(world, entry, body)
    case 'rule':
      return reduceRule(world, entry, body)
    case 'claim':
      return reduceClaim(world, entry, body)
    case 'test':
      return reduceTest(world, entry, body, order)
    case 'move':
      return reduceMove(world, entry, body, order)
    case 'change':
      return reduceChange(world, entry, body, order)
    case 'fastening':
      return reduceFastening(world, body)
    case 'connection':
      return reduceConnection(world, entry, body, order)
    case 'incident':
      return reduceIncident(world, entry, body, order)
    case 'hazard':
      return reduceHazard(world, entry, body)
    case 'custody':
      return reduceCustody(world, entry, body, order)
    case 'question':
      return reduceQuestion(world, entry, body)
    case 'episode':
      return reduceEpisode(world, entry, body)
    case 'power':
      return reducePower(world, entry, body, order)
    case 'jot':
      return reduceJot(world, entry, body)
    case 'precaution':
      return reducePrecaution(world, entry, body)
    case 'reading':
      return reduceReading(world, entry, body)
    case 'baseline':
      machineDraft(world, body.machine).baselines.push(entry)
      return
    case 'spec':
      machineDraft(world, body.machine).specs.push(entry)
      return
    case 'consent':
      machineDraft(world, body.machine).consents.push(entry)
      return
    case 'lot':
      return reduceLot(world, entry, body)
    case 'count':
      return reduceCount(world, entry, body)
    case 'reservation':
      return reduceReservation(world, entry, body)
    case 'method':
      return reduceMethod(world, entry, body)
    case 'wait':
      return reduceWait(world, entry, body)
    case 'override':
      machineDraft(world, body.machine).overrides.push(entry)
      return
    case 'finding':
      return reduceFinding(world, entry, body)
    case 'survey':
      return reduceSurvey(world, entry, body)
    case 'grade':
      return reduceGrade(world, entry, body)
    case 'photo':
      return reducePhoto(world, entry, body)
    case 'pin':
      return reducePin(world, entry, body)
    case 'pair':
      return reducePair(world, entry, body)
    case 'evidence':
      return reduceEvidence(world, entry, body)
    case 'contents':
    case 'quarantine':
    case 'receipt':
    case 'link':
    case 'value':
    case 'marking':
      return reduceKept(world, entry, body)
    case 'batch':
      return reduceBatch(world, entry, body.machines)
    case 'note':
    case 'settle':
    case 'withdrawal':
      return
    default: {
      const never: never = body
      return never
    }
  }
}

/** A contested entry other than a move changes nothing; its machine shows that it waits for a person. */
function noteContested(world: WorldDraft, entry: Statement) {
  for (const subject of entry.about)
    if (subject.kind === 'machine') machineDraft(world, subject.id as never).contested.push(entry)
}
