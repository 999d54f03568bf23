/** The append: one transaction from lock to notice. */
import type { Transaction } from 'sequelize'
import { type Judgement, type Writer } from '#core/judging/model.ts'
import { entryVersion, type Draft, type Entry, type Subject } from '#core/history/entry.ts'
import { lift } from '#core/history/lifts/index.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { subjectIds, subjectsOf } from '#core/history/subjects.ts'
import type { Interval } from '#core/quantity/time.ts'
import type { AccountId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import {
  closureOf,
  forgetEntries,
  loanEntries,
  lotEntries,
  machinesOfLoans,
  merged,
  rememberCommitted,
} from './closure.ts'
import { isHouse } from '#core/history/scope.ts'
import { bury } from './erase.ts'
import { loanNumbersOf, tagsOf, uniqueNames } from './names.ts'
import { contentHash, insertEntry } from './insert.ts'
import { asOne, judgeGroup } from '#core/judging/group.ts'
import { draftOf } from '#core/judging/same.ts'
import { commitLock, lock } from './locks.ts'
import { project } from './reach.ts'
import { inheritedBy, spokenOf, type Spoken } from './spoken.ts'

export type Appended =
  | {
      readonly id: string
      readonly became: 'recorded'
      readonly seq: number
      readonly clockUncertain?: boolean
    }
  | {
      readonly id: string
      readonly became: 'already recorded'
      readonly seq: number
      readonly contest?: Refusal | undefined
    }
  | { readonly id: string; readonly became: 'contested'; readonly seq: number; readonly contest: Refusal }
  | {
      readonly id: string
      readonly became: 'refused'
      readonly refusal: Refusal
      readonly mayKeep: boolean
      readonly both?: readonly unknown[]
    }

export interface AppendContext extends Writer {
  readonly account: AccountId
  /** Contested entries are kept (an outbox, or a person who insists) or answered as refusals. */
  readonly keepContested: boolean
}

/** Appends entries that stand or fall together. Retries when two transactions met in a way the locks did not foresee. */
export async function append(db: Db, group: readonly Draft[], context: AppendContext): Promise<Appended[]> {
  for (let attempt = 0; ; attempt++) {
    try {
      const { answers, stored } = await db.transaction((transaction) =>
        appendIn(db, group, context, transaction),
      )
      rememberCommitted(stored)
      if (stored.some((e) => e.body.kind === 'erasure')) forgetEntries()
      return answers
    } catch (error) {
      const code = (error as { original?: { code?: string } }).original?.code
      const retry = code === '40P01' || code === '40001' || code === '23505'
      if (!retry || attempt >= 2) throw error
    }
  }
}

/** The same inside a transaction of the caller's, who hands `stored` to rememberCommitted once it is committed. */
export async function appendIn(
  db: Db,
  group: readonly Draft[],
  context: AppendContext,
  transaction: Transaction,
): Promise<{ answers: Appended[]; stored: readonly Entry[] }> {
  const spoken = await spokenOf(db, group, transaction)
  const provisional = group.flatMap((draft) => subjectsOf(draft, inheritedBy(draft, spoken)))
  const holders = await machinesAround(db, group, transaction)
  await lock(
    db,
    [...provisional, ...holders.map((id): Subject => ({ kind: 'machine', id }))],
    [...tagsOf(group), ...loanNumbersOf(group)],
    transaction,
  )
  // Under the lock: nobody can store the same entry while this one looks.
  const { known, last } = await alreadyStored(db, group, context.account, transaction)
  if (known) return { answers: known, stored: [] }

  const machines = new Set([...subjectIds(provisional, 'machine'), ...holders])
  let trial = await tryGroup(db, group, context, spoken, machines, last, transaction)
  if (trial.refused) return { answers: trial.refused, stored: [] }
  // From here to commit one writer at a time: seq order is commit order, and "after seq n" misses nothing.
  await commitLock(db, transaction)
  // What was written meanwhile about anything this rests on was not seen: it is judged again, now that nobody else writes.
  if (await writtenSince(db, trial, transaction)) {
    const again = await spokenOf(db, group, transaction)
    trial = await tryGroup(db, group, context, again, machines, await lastSeq(db, transaction), transaction)
    if (trial.refused) return { answers: trial.refused, stored: [] }
  }
  const stored = await insert(db, trial.entries, trial.outcome, group, spoken, transaction)
  const line = await bury(db, trial.before, stored, context.now, transaction)
  await project(
    db,
    [...line, ...stored],
    { stored, spoken: spoken.entries, covered: machines },
    context.now,
    transaction,
  )
  const answers = stored.map((entry): Appended =>
    entry.became === 'contested' && entry.contest
      ? { id: entry.id, became: 'contested', seq: entry.seq, contest: entry.contest }
      : {
          id: entry.id,
          became: 'recorded',
          seq: entry.seq,
          ...(entry.clockUncertain ? { clockUncertain: true } : {}),
        },
  )
  return { answers, stored }
}

interface Trial {
  /** The last entry of the house when it was read. */
  readonly seen: number
  readonly before: readonly Entry[]
  readonly entries: readonly Entry[]
  readonly outcome: readonly Judgement[]
  readonly refused?: Appended[] | undefined
}

/** The last entry of the house. */
async function lastSeq(db: Db, transaction: Transaction): Promise<number> {
  const [last] = await rows<{ seq: string | null }>(
    db,
    'SELECT max(seq) AS seq FROM entries',
    [],
    transaction,
  )
  return Number(last?.seq ?? 0)
}

/** Reads what the group rests on and judges it. `seen`: the last entry of the house before that. `machines` gains those that its places turn out to lie in. */
async function tryGroup(
  db: Db,
  group: readonly Draft[],
  context: AppendContext,
  spoken: Spoken,
  machines: Set<string>,
  seen: number,
  transaction: Transaction,
): Promise<Trial> {
  const subjects = group.flatMap((draft) => subjectsOf(draft, inheritedBy(draft, spoken)))
  const parts = [...new Set(subjectIds(subjects, 'part'))]
  const lots = [...new Set(subjectIds(subjects, 'lot'))]
  const loans = [...new Set(subjectIds(subjects, 'loan'))]
  for (const id of await machinesOfLoans(db, loans, transaction)) machines.add(id)
  for (;;) {
    const near = merged(
      await closureOf(db, [...machines], parts, transaction, true),
      lots.length > 0 ? await lotEntries(db, lots, transaction, true) : [],
    )
    const lent = loans.length > 0 ? await loanEntries(db, loans, transaction, true) : []
    const before = merged(merged(near, lent), spoken.entries)
    const { entries, judgements } = judgeGroup(before, group, {
      ...context,
      house: spoken.house,
      inherited: (draft) => inheritedBy(draft, spoken),
    })
    const beyond = subjectIds(
      entries.flatMap((e) => e.about),
      'machine',
    ).filter((id) => !machines.has(id))
    for (const id of beyond) machines.add(id)
    // A place inside an assembly may lie in a machine whose entries were not read: read them too, and judge again.
    if (beyond.length > 0) continue
    const taken = await uniqueNames(db, entries, transaction)
    const outcome = asOne(judgements.map((j, i): Judgement => taken[i] ?? j))
    return { seen, before, entries, outcome, refused: refusalsOf(group, outcome, context) }
  }
}

function refusalsOf(
  group: readonly Draft[],
  outcome: readonly Judgement[],
  { keepContested }: AppendContext,
): Appended[] | undefined {
  const refusals = outcome.map((j) =>
    j.became === 'refused'
      ? { refusal: j.refusal, mayKeep: false }
      : j.became === 'contested' && !keepContested
        ? { refusal: j.contest, mayKeep: true }
        : undefined,
  )
  const first = refusals.find((r) => r?.mayKeep === false) ?? refusals.find((r) => r !== undefined)
  if (!first) return undefined
  return group.map((draft, i): Appended => ({
    id: draft.id,
    became: 'refused',
    ...(refusals[i] ?? first),
    mayKeep: first.mayKeep,
  }))
}

/** Whether entries came, after `seen`, that what was judged rests on: the house's own, or about anything it read of. */
async function writtenSince(
  db: Db,
  { seen, before, entries }: Trial,
  transaction: Transaction,
): Promise<boolean> {
  const newer = await rows<{ house: boolean; subjects: string[] | null }>(
    db,
    'SELECT e.house, array_agg(s.subject) AS subjects FROM entries e LEFT JOIN entry_subjects s ON s.entry = e.id WHERE e.seq > $1 GROUP BY e.id, e.house',
    [seen],
    transaction,
  )
  if (newer.length === 0) return false
  const read = new Set([...before, ...entries].flatMap((e) => e.about.map((s) => s.id)))
  return newer.some(({ house, subjects }) => house || subjects?.some((id) => read.has(id)))
}

/** The last entry of the house, and answers for a group that was sent before; those are undefined when none of it was. A stored entry is shown to nobody but its writer. */
async function alreadyStored(
  db: Db,
  group: readonly Draft[],
  account: string,
  transaction: Transaction,
): Promise<{ last: number; known?: Appended[] }> {
  const read = await rows<{
    last: string | null
    id: string | null
    seq: string
    content_hash: string
    entry: Entry
  }>(
    db,
    'SELECT h.last, e.id, e.seq, e.content_hash, e.entry FROM (SELECT max(seq) AS last FROM entries) h LEFT JOIN entries e ON e.id = ANY($1::uuid[])',
    [group.map((d) => d.id)],
    transaction,
  )
  const last = Number(read[0]?.last ?? 0)
  const byId = new Map(read.flatMap((row) => (row.id === null ? [] : [[row.id, row] as const])))
  if (byId.size === 0) return { last }
  const known = group.map((draft): Appended => {
    const row = byId.get(draft.id)
    if (row && (row.content_hash === contentHash(draft) || saysTheSame(row.entry, draft)))
      return { id: draft.id, became: 'already recorded', seq: Number(row.seq), contest: row.entry.contest }
    if (row?.entry.body.kind === 'erased')
      return {
        id: draft.id,
        became: 'refused',
        refusal: { rule: 'erased', entry: draft.id },
        mayKeep: false,
      }
    const both = row?.entry.recordedBy === account ? { both: [row.entry, draft] } : {}
    return {
      id: draft.id,
      became: 'refused',
      refusal: { rule: 'other-content', entry: draft.id },
      mayKeep: false,
      ...both,
    }
  })
  return { last, known }
}

/** Whether an entry that was stored in an older shape says what a draft of it says now. */
function saysTheSame(stored: Entry, draft: Draft): boolean {
  if (stored.v >= entryVersion) return false
  const lifted = lift(stored as unknown as { v: number; [key: string]: unknown })
  return lifted !== 'newer' && contentHash(draftOf(lifted as unknown as Entry)) === contentHash(draft)
}

/** Machines around the trays and assemblies that the moves of a group name. */
async function machinesAround(db: Db, group: readonly Draft[], transaction: Transaction): Promise<string[]> {
  const places = group.flatMap((d) =>
    d.body.kind === 'move'
      ? d.body.legs.flatMap((l) => [l.from, l.to])
      : d.body.kind === 'part' && d.body.what !== 'health' && d.body.place
        ? [d.body.place]
        : [],
  )
  const trays = places.filter((p) => p.in.kind === 'tray').map((p) => p.in.id)
  const assemblies = places.filter((p) => p.in.kind === 'assembly').map((p) => p.in.id)
  if (trays.length === 0 && assemblies.length === 0) return []
  const found = await rows<{ subject: string }>(
    db,
    `SELECT DISTINCT s.subject FROM entry_subjects s WHERE s.kind = 'machine' AND s.entry::text = ANY($1::text[])
     UNION SELECT machine::text FROM assembly_homes WHERE part::text = ANY($2::text[])
     UNION SELECT DISTINCT s.subject FROM entry_subjects s JOIN entry_subjects p ON p.entry = s.entry AND p.kind = 'part' AND p.subject = ANY($2::text[]) WHERE s.kind = 'machine'`,
    [trays, assemblies],
    transaction,
  )
  return found.map((row) => row.subject)
}

async function insert(
  db: Db,
  base: readonly Entry[],
  outcome: readonly Judgement[],
  drafts: readonly Draft[],
  spoken: Spoken,
  transaction: Transaction,
): Promise<Entry[]> {
  const stored: Entry[] = []
  for (const [i, entry] of base.entries()) {
    const judgement = outcome[i]
    const full: Entry = {
      ...entry,
      ...(judgement?.became === 'contested'
        ? { became: 'contested' as const, contest: judgement.contest }
        : {}),
      ...(judgement?.became === 'recorded' && judgement.clockUncertain
        ? { clockUncertain: true, happenedAt: notAfter(entry.happenedAt, entry.recordedAt) }
        : {}),
    }
    // What takes back, corrects or settles an entry of the house is read wherever the house is.
    const house =
      isHouse(full) || spoken.entries.some((e) => spoken.of.get(full.id)?.includes(e.id) && isHouse(e))
    stored.push(await insertEntry(db, full, contentHash(drafts[i] ?? entry), transaction, house))
  }
  return stored
}

/** What an outbox with a fast clock says happened later than it was received: the latest is when it was received. */
const notAfter = (at: Interval, recordedAt: string): Interval => ({
  earliest: at.earliest !== null && at.earliest > recordedAt ? recordedAt : at.earliest,
  latest: recordedAt,
})
