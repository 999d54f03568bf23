/** The append: one transaction from lock to notice. All SQL that writes entries stands here. */
import { createHash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { judge, type Judgement, type Writer } from '#core/history/admission.ts'
import type { LiveEvent } from '#api/machines.ts'
import type { Draft, Entry, Subject } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { subjectIds, subjectsOf } from '#core/history/subjects.ts'
import { machineOf } from '#core/history/teller.ts'
import { machineAround } from '#core/parts/presence.ts'
import type { Place } from '#core/parts/place.ts'
import type { World } from '#core/history/world.ts'
import type { Interval } from '#core/quantity/time.ts'
import type { AccountId, LotId, MachineId, PartId } from '#core/ids.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { closureOf, loadEntries, lotEntries, merged, rememberCommitted } from './closure.ts'
import { projectLot, projectMachine, projectPart } from './project.ts'

export type Appended =
  | { readonly id: string; readonly became: 'recorded'; readonly seq: number; readonly clockUncertain?: boolean }
  | { readonly id: string; readonly became: 'already recorded'; readonly seq: number; readonly contest?: Refusal | undefined }
  | { readonly id: string; readonly became: 'contested'; readonly seq: number; readonly contest: Refusal }
  | { readonly id: string; readonly became: 'refused'; readonly refusal: Refusal; readonly mayKeep: boolean; readonly both?: readonly unknown[] }

export interface AppendContext extends Writer {
  readonly account: AccountId
  /** Contested entries are kept (an outbox, or a person who insists) or answered as refusals. */
  readonly keepContested: boolean
}

/** Text of an object with its keys in order: the same content always gives the same text. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`
  if (value !== null && typeof value === 'object')
    return `{${Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`)
      .join(',')}}`
  return JSON.stringify(value)
}
/**
 * What an entry says. By which device it came is left out: one that was sent, whose answer was lost, and that comes again
 * from the outbox is the same entry.
 */
export const contentHash = ({ device: _, ...said }: Draft): string => createHash('sha256').update(canonical(said)).digest('hex')

/** Entries of the house as a whole: no machine or part is needed to read them. */
export const isHouse = ({ body }: Pick<Entry, 'body'>): boolean =>
  body.kind === 'type' ||
  body.kind === 'party' ||
  body.kind === 'gear' ||
  body.kind === 'method' ||
  (body.kind === 'note' && body.machine === undefined) ||
  (body.kind === 'rule' && (body.what !== 'policy' || body.machine === undefined))

const lockKey = (kind: string, id: string): bigint => createHash('sha256').update(`${kind}:${id}`).digest().readBigInt64BE()

/** How long a writer waits for others before it is told to come again, ms. */
const lockWaitMs = 20_000

/** Appends entries that stand or fall together. Retries when two transactions met in a way the locks did not foresee. */
export async function append(db: Db, group: readonly Draft[], context: AppendContext): Promise<Appended[]> {
  for (let attempt = 0; ; attempt++) {
    try {
      const { answers, stored } = await db.transaction((transaction) => appendIn(db, group, context, transaction))
      rememberCommitted(stored)
      return answers
    } catch (error) {
      const code = (error as { original?: { code?: string } }).original?.code
      const retry = code === '40P01' || code === '40001' || code === '23505'
      if (!retry || attempt >= 2) throw error
    }
  }
}

/** The same inside a transaction of the caller's, who hands `stored` to rememberCommitted once it is committed. */
export async function appendIn(db: Db, group: readonly Draft[], context: AppendContext, transaction: Transaction): Promise<{ answers: Appended[]; stored: readonly Entry[] }> {
  await run(db, `SET LOCAL lock_timeout = ${lockWaitMs}`, [], transaction)
  const spoken = await spokenOf(db, group, transaction)
  const provisional = group.flatMap((draft) => subjectsOf(draft, inheritedBy(draft, spoken)))
  const holders = await machinesAround(db, group, transaction)
  await lock(db, [...provisional, ...holders.map((id): Subject => ({ kind: 'machine', id }))], tagsOf(group), transaction)
  // Under the lock: nobody can store the same entry while this one looks.
  const known = await alreadyStored(db, group, context.account, transaction)
  if (known) return { answers: known, stored: [] }

  const machines = new Set([...subjectIds(provisional, 'machine'), ...holders])
  let trial = await tryGroup(db, group, context, spoken, machines, transaction)
  if (trial.refused) return { answers: trial.refused, stored: [] }
  // From here to commit one writer at a time: seq order is commit order, and "after seq n" misses nothing.
  await commitLock(db, transaction)
  // What was written meanwhile about anything this rests on was not seen: it is judged again, now that nobody else writes.
  if (await writtenSince(db, trial, transaction)) {
    trial = await tryGroup(db, group, context, await spokenOf(db, group, transaction), machines, transaction)
    if (trial.refused) return { answers: trial.refused, stored: [] }
  }
  const stored = await insert(db, trial.entries, trial.outcome, group, spoken, transaction)
  await project(db, [...trial.before, ...stored], { stored, spoken: spoken.entries, covered: machines }, context.now, transaction)
  const answers = stored.map((entry): Appended =>
    entry.became === 'contested' && entry.contest
      ? { id: entry.id, became: 'contested', seq: entry.seq, contest: entry.contest }
      : { id: entry.id, became: 'recorded', seq: entry.seq, ...(entry.clockUncertain ? { clockUncertain: true } : {}) },
  )
  return { answers, stored }
}

/** One writer of entries or projections at a time, until the transaction ends. */
export const commitLock = (db: Db, transaction: Transaction): Promise<void> => run(db, 'SELECT pg_advisory_xact_lock(1)', [], transaction)

interface Trial {
  /** The last entry of the house when it was read. */
  readonly seen: number
  readonly before: readonly Entry[]
  readonly entries: readonly Entry[]
  readonly outcome: readonly Judgement[]
  readonly refused?: Appended[] | undefined
}

/** Reads what the group rests on and judges it. `machines` gains those that its places turn out to lie in. */
async function tryGroup(db: Db, group: readonly Draft[], context: AppendContext, spoken: Spoken, machines: Set<string>, transaction: Transaction): Promise<Trial> {
  const subjects = group.flatMap((draft) => subjectsOf(draft, inheritedBy(draft, spoken)))
  const parts = [...new Set(subjectIds(subjects, 'part'))]
  const lots = [...new Set(subjectIds(subjects, 'lot'))]
  const [last] = await rows<{ seq: string | null }>(db, 'SELECT max(seq) AS seq FROM entries', [], transaction)
  const seen = Number(last?.seq ?? 0)
  for (;;) {
    const near = merged(await closureOf(db, [...machines], parts, transaction, true), lots.length > 0 ? await lotEntries(db, lots, transaction, true) : [])
    const before = merged(near, spoken.entries)
    const { entries, judgements } = judgeGroup(before, group, context, spoken)
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

/** Entries that stand or fall together: where one is contested, all of them wait for the person who settles it. */
function asOne(outcome: readonly Judgement[]): Judgement[] {
  const contest = outcome.find((j) => j.became === 'contested')
  return outcome.map((j) => (contest && j.became === 'recorded' ? contest : j))
}

function refusalsOf(group: readonly Draft[], outcome: readonly Judgement[], { keepContested }: AppendContext): Appended[] | undefined {
  const refusals = outcome.map((j) =>
    j.became === 'refused' ? { refusal: j.refusal, mayKeep: false } : j.became === 'contested' && !keepContested ? { refusal: j.contest, mayKeep: true } : undefined,
  )
  const first = refusals.find((r) => r?.mayKeep === false) ?? refusals.find((r) => r !== undefined)
  if (!first) return undefined
  return group.map((draft, i): Appended => ({ id: draft.id, became: 'refused', ...(refusals[i] ?? first), mayKeep: first.mayKeep }))
}

/** Whether entries came, after `seen`, that what was judged rests on: the house's own, or about anything it read of. */
async function writtenSince(db: Db, { seen, before, entries }: Trial, transaction: Transaction): Promise<boolean> {
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

/** Judges a group. Its entries may build on each other (a machine's new position, then the move out of it): each after those before it. */
function judgeGroup(before: readonly Entry[], group: readonly Draft[], context: AppendContext, spoken: Spoken): { entries: Entry[]; judgements: Judgement[] } {
  let line = before
  let world = fold(line, { now: context.now })
  const asStored = (draft: Draft, i: number): Entry => ({
    ...draft,
    about: subjectsOf(draft, inheritedBy(draft, spoken), machineOf(world)),
    recordedAt: context.now,
    seq: Number.MAX_SAFE_INTEGER - group.length + i,
    recordedBy: context.account,
    became: 'recorded',
  })
  if (group.length === 1 || group.some((d) => d.amends)) {
    const entries = group.map(asStored)
    return { entries, judgements: judge(world, before, entries, context) }
  }
  const entries: Entry[] = []
  const judgements: Judgement[] = []
  for (const [i, draft] of group.entries()) {
    const entry = asStored(draft, i)
    const [judgement] = judge(world, line, [entry], context)
    if (!judgement) break
    entries.push(entry)
    judgements.push(judgement)
    if (judgement.became === 'refused' || i === group.length - 1) continue
    line = [...line, entry]
    world = fold(line, { now: context.now })
  }
  return { entries, judgements }
}

/** Answers for a group that was sent before; undefined when none of it was. A stored entry is shown to nobody but its writer. */
async function alreadyStored(db: Db, group: readonly Draft[], account: string, transaction: Transaction): Promise<Appended[] | undefined> {
  const found = await rows<{ id: string; seq: string; content_hash: string; entry: Entry }>(
    db,
    'SELECT id, seq, content_hash, entry FROM entries WHERE id = ANY($1::uuid[])',
    [group.map((d) => d.id)],
    transaction,
  )
  if (found.length === 0) return undefined
  const byId = new Map(found.map((row) => [row.id, row]))
  return group.map((draft): Appended => {
    const row = byId.get(draft.id)
    if (row && row.content_hash === contentHash(draft)) return { id: draft.id, became: 'already recorded', seq: Number(row.seq), contest: row.entry.contest }
    const both = row?.entry.recordedBy === account ? { both: [row.entry, draft] } : {}
    return { id: draft.id, became: 'refused', refusal: { rule: 'other-content', entry: draft.id }, mayKeep: false, ...both }
  })
}

/** What the drafts of a group amend or settle: those entries, every version of them, and what stands or falls with a contested one. */
interface Spoken {
  readonly entries: readonly Entry[]
  /** Ids of all that a draft speaks of. */
  readonly of: ReadonlyMap<string, readonly string[]>
}

const spokenId = ({ amends, body }: Draft): string | undefined => amends?.entry ?? (body.kind === 'settle' ? body.entry : undefined)

async function spokenOf(db: Db, group: readonly Draft[], transaction: Transaction): Promise<Spoken> {
  const of = new Map<string, readonly string[]>()
  const all = new Set<string>()
  for (const draft of group) {
    const id = spokenId(draft)
    if (id === undefined) continue
    const found = await rows<{ id: string }>(
      db,
      `WITH RECURSIVE up AS (
         SELECT id, entry FROM entries WHERE id = $1
         UNION ALL SELECT e.id, e.entry FROM up JOIN entries e ON e.id = (up.entry->'amends'->>'entry')::uuid)
       SELECT id FROM up
       UNION SELECT v.id FROM up JOIN entries v ON v.entry->'amends'->>'entry' = up.id::text
       UNION SELECT m.id FROM entries t JOIN entries m ON m.entry->>'together' = t.entry->>'together' AND m.entry->>'recordedBy' = t.entry->>'recordedBy' WHERE t.id = $1 AND $2`,
      [id, draft.body.kind === 'settle'],
      transaction,
    )
    of.set(
      draft.id,
      found.map((row) => row.id),
    )
    for (const row of found) all.add(row.id)
  }
  return { entries: await loadEntries(db, [...all], transaction, true), of }
}

/** Subjects of what a draft amends or settles. */
function inheritedBy(draft: Draft, { entries, of }: Spoken): Subject[] {
  const ids = of.get(draft.id)
  return ids ? entries.filter((e) => ids.includes(e.id)).flatMap((e) => e.about) : []
}

/** Machines around the trays and assemblies that the moves of a group name. */
async function machinesAround(db: Db, group: readonly Draft[], transaction: Transaction): Promise<string[]> {
  const places = group.flatMap((d) =>
    d.body.kind === 'move' ? d.body.legs.flatMap((l) => [l.from, l.to]) : d.body.kind === 'part' && d.body.what !== 'health' && d.body.place ? [d.body.place] : [],
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

/** Tags that a group gives out: parts and lots share them, so that no two writers may give the same one at once. */
const tagsOf = (group: readonly Draft[]): string[] =>
  group.flatMap(({ body }) => ((body.kind === 'part' || body.kind === 'lot') && body.what === 'identified' && body.tag ? [body.tag] : []))

async function lock(db: Db, subjects: readonly Subject[], tags: readonly string[], transaction: Transaction): Promise<void> {
  const keys = [...new Set([...subjects.map(({ kind, id }) => lockKey(kind, id)), ...tags.map((tag) => lockKey('tag', tag))])]
    .sort((a, b) => (a < b ? -1 : a > b ? 1 : 0))
    .map(String)
  if (keys.length > 0) await run(db, 'SELECT pg_advisory_xact_lock(k) FROM unnest($1::bigint[]) AS k', [keys], transaction)
}

/** Numbers and tags that are unique in the whole house, not only in the closure. */
export async function uniqueNames(db: Db, group: readonly Entry[], transaction: Transaction): Promise<(Judgement | undefined)[]> {
  const answers: (Judgement | undefined)[] = []
  for (const { body } of group) {
    if (body.kind === 'machine' && body.what === 'registered') {
      const [twin] = await rows(db, 'SELECT 1 FROM machines WHERE entry_number = $1 AND machine <> $2', [body.entryNumber, body.machine], transaction)
      answers.push(twin ? { became: 'refused', refusal: { rule: 'number-taken', number: body.entryNumber } } : undefined)
    } else if ((body.kind === 'part' || body.kind === 'lot') && body.what === 'identified' && body.tag) {
      const own = body.kind === 'part' ? body.part : body.lot
      const [twin] = await rows(db, 'SELECT 1 FROM parts WHERE tag = $1 AND part <> $2 UNION ALL SELECT 1 FROM lots WHERE tag = $1 AND lot <> $2', [body.tag, own], transaction)
      answers.push(twin ? { became: 'refused', refusal: { rule: 'tag-taken', tag: body.tag } } : undefined)
    } else answers.push(undefined)
  }
  return answers
}

async function insert(db: Db, base: readonly Entry[], outcome: readonly Judgement[], drafts: readonly Draft[], spoken: Spoken, transaction: Transaction): Promise<Entry[]> {
  const stored: Entry[] = []
  for (const [i, entry] of base.entries()) {
    const judgement = outcome[i]
    const full: Entry = {
      ...entry,
      ...(judgement?.became === 'contested' ? { became: 'contested' as const, contest: judgement.contest } : {}),
      ...(judgement?.became === 'recorded' && judgement.clockUncertain ? { clockUncertain: true, happenedAt: notAfter(entry.happenedAt, entry.recordedAt) } : {}),
    }
    // What takes back, corrects or settles an entry of the house is read wherever the house is.
    const house = isHouse(full) || spoken.entries.some((e) => spoken.of.get(full.id)?.includes(e.id) && isHouse(e))
    stored.push(await insertEntry(db, full, contentHash(drafts[i] ?? entry), transaction, house))
  }
  return stored
}

/** What an outbox with a fast clock says happened later than it was received: the latest is when it was received. */
const notAfter = (at: Interval, recordedAt: string): Interval => ({ earliest: at.earliest !== null && at.earliest > recordedAt ? recordedAt : at.earliest, latest: recordedAt })

/** Writes one entry and its subjects, under the next seq. The caller holds the commit lock. Answers the entry as stored. */
export async function insertEntry(db: Db, entry: Entry, hash: string, transaction: Transaction, house = isHouse(entry)): Promise<Entry> {
  const machine = entry.about.find((s) => s.kind === 'machine')?.id ?? null
  const [row] = await rows<{ seq: string }>(
    db,
    `WITH e AS (INSERT INTO entries (id, seq, kind, house, machine, recorded_at, content_hash, entry) VALUES ($1,nextval('entry_seq'),$2,$3,$4,$5,$6,$7) RETURNING id, seq),
     s AS (INSERT INTO entry_subjects (entry, kind, subject) SELECT e.id, s.kind, s.subject FROM e, unnest($8::text[], $9::text[]) AS s(kind, subject))
     SELECT seq FROM e`,
    [entry.id, entry.body.kind, house, machine, entry.recordedAt, hash, JSON.stringify(entry), entry.about.map((s) => s.kind), entry.about.map((s) => s.id)],
    transaction,
  )
  return { ...entry, seq: Number(row?.seq) }
}

/** Writes many entries, in their order, in one statement. The caller holds the commit lock. Answers them as stored. */
export async function insertEntries(db: Db, entries: readonly Entry[], hashOf: (draft: Draft) => string, transaction: Transaction): Promise<Entry[]> {
  if (entries.length === 0) return []
  const [first] = await rows<{ seq: string }>(db, `SELECT setval('entry_seq', nextval('entry_seq') + $1 - 1) - $1 + 1 AS seq`, [entries.length], transaction)
  const stored = entries.map((entry, i): Entry => ({ ...entry, seq: Number(first?.seq) + i }))
  const machineOf = (e: Entry) => e.about.find((s) => s.kind === 'machine')?.id ?? null
  await run(
    db,
    `INSERT INTO entries (id, seq, kind, house, machine, recorded_at, content_hash, entry)
     SELECT * FROM unnest($1::uuid[], $2::bigint[], $3::text[], $4::boolean[], $5::uuid[], $6::timestamptz[], $7::text[], string_to_array($8, E'\\n')::json[])`,
    [
      stored.map((e) => e.id),
      stored.map((e) => e.seq),
      stored.map((e) => e.body.kind),
      stored.map(isHouse),
      stored.map(machineOf),
      stored.map((e) => e.recordedAt),
      stored.map((e) => hashOf(draftOf(e))),
      // One text split by the database: an array would have to escape every quotation mark in it.
      stored.map((e) => JSON.stringify(e)).join('\n'),
    ],
    transaction,
  )
  const subjects = stored.flatMap((e) => e.about.map((s) => ({ entry: e.id, ...s })))
  await run(
    db,
    'INSERT INTO entry_subjects (entry, kind, subject) SELECT * FROM unnest($1::uuid[], $2::text[], $3::text[])',
    [subjects.map((s) => s.entry), subjects.map((s) => s.kind), subjects.map((s) => s.id)],
    transaction,
  )
  return stored
}

/** The part of an entry that its writer sent, so that sending it again is recognised. */
export function draftOf(entry: Entry): Draft {
  const { about: _about, recordedAt: _at, seq: _seq, recordedBy: _by, became: _became, contest: _contest, clockUncertain: _clock, ...draft } = entry
  return draft
}

export interface Reached {
  readonly stored: readonly Entry[]
  /** What they amend or settle. */
  readonly spoken: readonly Entry[]
  /** Machines of which the closure holds every entry. */
  readonly covered: ReadonlySet<string>
}

/** Derives again every subject that the new entries can reach, and gives notice. The caller holds the commit lock. */
export async function project(db: Db, closure: readonly Entry[], { stored, spoken, covered }: Reached, now: string, transaction: Transaction): Promise<void> {
  const world = fold(closure, { now })
  const parts = new Set(stored.flatMap((e) => subjectIds(e.about, 'part')))
  const machines = new Set(stored.flatMap((e) => subjectIds(e.about, 'machine')))
  for (const id of parts)
    for (const place of placesOf(world, id as PartId)) {
      const machine = place.in.kind === 'kept' ? place.in.id : machineAround(world, place)?.id
      if (machine !== undefined) machines.add(machine)
    }
  for (const id of await reachedThroughHouse(db, [...stored, ...spoken], transaction)) machines.add(id)
  for (const id of parts) await projectPart(db, world, id as PartId, transaction)
  const lots = new Set(stored.flatMap((e) => subjectIds(e.about, 'lot')))
  for (const id of lots) await projectLot(db, world, id as LotId, transaction)
  for (const id of machines) await projectMachine(db, covered.has(id) ? world : fold(await closureOf(db, [id], [], transaction), { now }), id as MachineId, transaction)
  await notify(db, { seq: stored.at(-1)?.seq ?? 0, machines: [...machines], kinds: [...new Set([...stored, ...spoken].map((e) => e.body.kind))] }, transaction)
}

/** A notice of PostgreSQL holds at most 8,000 bytes: one that reaches more machines than fit says that everything is stale. */
const mostNamed = 100

/** Gives notice to every server when the transaction commits. */
export async function notify(db: Db, event: LiveEvent, transaction: Transaction): Promise<void> {
  const told = event.machines.length > mostNamed ? { ...event, machines: [], everything: true } : event
  await run(db, `SELECT pg_notify('entries', $1)`, [JSON.stringify(told)], transaction)
}

/** Every place a part was in, the first and the present one included: each of their machines may speak of it. */
function placesOf(world: World, id: PartId): Place[] {
  const part = world.parts.get(id)
  return part ? [part.start, part.place, ...part.legs.flatMap((leg) => [leg.from, leg.to])].filter((place) => place !== undefined) : []
}

/** Machines that a house entry reaches: all of a type, all tested with a piece of gear, all under a policy, all that name a party. */
async function reachedThroughHouse(db: Db, stored: readonly Entry[], transaction: Transaction): Promise<string[]> {
  const found: string[] = []
  for (const { body } of stored) {
    if (body.kind === 'type') found.push(...(await rows<{ id: string }>(db, 'SELECT machine AS id FROM machines WHERE type = $1', [body.type], transaction)).map((r) => r.id))
    if (body.kind === 'rule' && body.what === 'policy' && body.machine === undefined)
      found.push(...(await rows<{ id: string }>(db, 'SELECT machine AS id FROM machines', [], transaction)).map((r) => r.id))
    if (body.kind === 'gear' && body.what !== 'proved')
      found.push(
        ...(
          await rows<{ id: string }>(
            db,
            `SELECT DISTINCT m.subject AS id FROM entry_subjects g JOIN entry_subjects m ON m.entry = g.entry AND m.kind = 'machine' WHERE g.kind = 'gear' AND g.subject = $1`,
            [body.gear],
            transaction,
          )
        ).map((r) => r.id),
      )
  }
  return found
}

/** Derives machines whose state changes by time alone and is due, the longest due first. Answers how many. One that cannot be derived does not stop the others. */
export async function refreshDue(db: Db, now: string, onError: (machine: string, error: Error) => void = () => undefined): Promise<number> {
  const due = await rows<{ id: string }>(db, 'SELECT machine AS id FROM machines WHERE holds_until < $1 ORDER BY holds_until LIMIT 500', [now])
  let refreshed = 0
  for (const { id } of due)
    try {
      await db.transaction(async (transaction) => {
        await run(db, `SET LOCAL lock_timeout = ${lockWaitMs}`, [], transaction)
        await lock(db, [{ kind: 'machine', id }], [], transaction)
        await commitLock(db, transaction)
        await projectMachine(db, fold(await closureOf(db, [id], [], transaction), { now }), id as MachineId, transaction)
        await notify(db, { seq: 0, machines: [id], kinds: ['time'] }, transaction)
      })
      refreshed++
    } catch (error) {
      onError(id, error as Error)
    }
  return refreshed
}
