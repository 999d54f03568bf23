/** The append: one transaction from lock to notice. All SQL that writes entries stands here. */
import { createHash } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { judge, type Judgement, type Writer } from '#core/history/admission.ts'
import type { Draft, Entry, Subject } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { subjectIds, subjectsOf } from '#core/history/subjects.ts'
import { machineOf } from '#core/history/teller.ts'
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
const isHouse = (entry: Entry): boolean => {
  const { body } = entry
  return (
    body.kind === 'type' ||
    body.kind === 'party' ||
    body.kind === 'gear' ||
    body.kind === 'method' ||
    (body.kind === 'rule' && (body.what !== 'policy' || body.machine === undefined))
  )
}

const lockKey = (kind: string, id: string): bigint => createHash('sha256').update(`${kind}:${id}`).digest().readBigInt64BE()

/** Appends entries that stand or fall together. Retries once when two transactions met in a way the locks did not foresee. */
export async function append(db: Db, group: readonly Draft[], context: AppendContext): Promise<Appended[]> {
  for (let attempt = 0; ; attempt++) {
    try {
      return await appendOnce(db, group, context)
    } catch (error) {
      const code = (error as { original?: { code?: string } }).original?.code
      const retry = code === '40P01' || code === '40001' || code === '23505'
      if (!retry || attempt >= 2) throw error
    }
  }
}

async function appendOnce(db: Db, group: readonly Draft[], context: AppendContext): Promise<Appended[]> {
  const committed: Entry[] = []
  const answer = await db.transaction(async (transaction) => {
    const inherited = await inheritedSubjects(db, group, transaction)
    const provisional = group.flatMap((draft) => subjectsOf(draft, inherited.get(draft.id)))
    const holders = await machinesAround(db, group, transaction)
    await lock(db, [...provisional, ...holders.map((id): Subject => ({ kind: 'machine', id }))], tagsOf(group), transaction)
    // Under the lock: nobody can store the same entry while this one looks.
    const known = await alreadyStored(db, group, transaction)
    if (known) return known

    const machines = [...new Set([...subjectIds(provisional, 'machine'), ...holders])]
    const parts = [...new Set(subjectIds(provisional, 'part'))]
    const lots = [...new Set(subjectIds(provisional, 'lot'))]
    const before = merged(await closureOf(db, machines, parts, transaction, true), lots.length > 0 ? await lotEntries(db, lots, transaction, true) : [])
    const world = fold(before, { now: context.now })
    const base = group.map((draft): Entry => ({
      ...draft,
      about: subjectsOf(draft, inherited.get(draft.id), machineOf(world)),
      recordedAt: context.now,
      seq: Number.MAX_SAFE_INTEGER,
      recordedBy: context.account,
      became: 'recorded',
    }))
    const judgements = judgeInOrder(world, before, base, context)
    const taken = await uniqueNames(db, base, transaction)
    const outcome = judgements.map((j, i): Judgement => taken[i] ?? j)
    const refusals = outcome.map((j) =>
      j.became === 'refused' ? { refusal: j.refusal, mayKeep: false } : j.became === 'contested' && !context.keepContested ? { refusal: j.contest, mayKeep: true } : undefined,
    )
    const first = refusals.find((r) => r !== undefined)
    if (first) return group.map((draft, i): Appended => ({ id: draft.id, became: 'refused', ...(refusals[i] ?? first) }))

    const stored = await insert(db, base, outcome, group, transaction)
    committed.push(...stored)
    await project(db, [...before, ...stored], stored, context.now, transaction)
    return stored.map((entry): Appended =>
      entry.became === 'contested' && entry.contest
        ? { id: entry.id, became: 'contested', seq: entry.seq, contest: entry.contest }
        : { id: entry.id, became: 'recorded', seq: entry.seq, ...(entry.clockUncertain ? { clockUncertain: true } : {}) },
    )
  })
  rememberCommitted(committed)
  return answer
}

/** Entries of one group may build on each other (a machine's new position, then the move out of it): each is judged after those before it. */
function judgeInOrder(world: World, before: readonly Entry[], group: readonly Entry[], writer: Writer): Judgement[] {
  if (group.length === 1 || group.some((e) => e.amends)) return judge(world, before, group, writer)
  const judgements: Judgement[] = []
  let line = [...before]
  let now = world
  for (const [i, entry] of group.entries()) {
    const [judgement] = judge(now, line, [entry], writer)
    if (!judgement) break
    judgements.push(judgement)
    if (judgement.became === 'refused' || i === group.length - 1) continue
    line = [...line, { ...entry, seq: entry.seq - group.length + i }]
    now = fold(line, { now: world.now })
  }
  return judgements
}

/** Answers for a group that was sent before; undefined when none of it was. A group that was stored in part is mended by its rest being new. */
async function alreadyStored(db: Db, group: readonly Draft[], transaction: Transaction): Promise<Appended[] | undefined> {
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
    if (row) return { id: draft.id, became: 'refused', refusal: { rule: 'other-content', entry: draft.id }, mayKeep: false, both: [row.entry, draft] }
    return { id: draft.id, became: 'refused', refusal: { rule: 'other-content', entry: found[0]?.entry.id ?? draft.id }, mayKeep: false }
  })
}

/** Subjects of what a draft amends or settles. */
async function inheritedSubjects(db: Db, group: readonly Draft[], transaction: Transaction): Promise<Map<string, Subject[]>> {
  const targets = group.flatMap((d) => [d.amends?.entry, d.body.kind === 'settle' ? d.body.entry : undefined].flatMap((id) => (id ? [{ draft: d.id, id }] : [])))
  const found = new Map<string, Subject[]>()
  if (targets.length === 0) return found
  const entries = new Map((await loadEntries(db, [...new Set(targets.map((t) => t.id))], transaction)).map((e) => [e.id as string, e]))
  for (const { draft, id } of targets) found.set(draft, [...(found.get(draft) ?? []), ...(entries.get(id)?.about ?? [])])
  return found
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
async function uniqueNames(db: Db, group: readonly Entry[], transaction: Transaction): Promise<(Judgement | undefined)[]> {
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

async function insert(db: Db, base: readonly Entry[], outcome: readonly Judgement[], drafts: readonly Draft[], transaction: Transaction): Promise<Entry[]> {
  // From here to commit one writer at a time: seq order is commit order, and "after seq n" misses nothing.
  await run(db, 'SELECT pg_advisory_xact_lock(1)', [], transaction)
  const stored: Entry[] = []
  for (const [i, entry] of base.entries()) {
    const judgement = outcome[i]
    const full: Entry = {
      ...entry,
      ...(judgement?.became === 'contested' ? { became: 'contested' as const, contest: judgement.contest } : {}),
      ...(judgement?.became === 'recorded' && judgement.clockUncertain ? { clockUncertain: true, happenedAt: notAfter(entry.happenedAt, entry.recordedAt) } : {}),
    }
    stored.push(await insertEntry(db, full, contentHash(drafts[i] ?? entry), transaction))
  }
  return stored
}

/** What an outbox with a fast clock says happened later than it was received: the latest is when it was received. */
const notAfter = (at: Interval, recordedAt: string): Interval => ({ earliest: at.earliest !== null && at.earliest > recordedAt ? recordedAt : at.earliest, latest: recordedAt })

/** Writes one entry and its subjects, under the next seq. The caller holds the commit lock. Answers the entry as stored. */
export async function insertEntry(db: Db, entry: Entry, hash: string, transaction: Transaction): Promise<Entry> {
  const machine = entry.about.find((s) => s.kind === 'machine')?.id ?? null
  const [row] = await rows<{ seq: string }>(
    db,
    `WITH e AS (INSERT INTO entries (id, seq, kind, house, machine, recorded_at, content_hash, entry) VALUES ($1,nextval('entry_seq'),$2,$3,$4,$5,$6,$7) RETURNING id, seq),
     s AS (INSERT INTO entry_subjects (entry, kind, subject) SELECT e.id, s.kind, s.subject FROM e, unnest($8::text[], $9::text[]) AS s(kind, subject))
     SELECT seq FROM e`,
    [entry.id, entry.body.kind, isHouse(entry), machine, entry.recordedAt, hash, JSON.stringify(entry), entry.about.map((s) => s.kind), entry.about.map((s) => s.id)],
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

/** Derives again every subject that the new entries can reach, and gives notice. */
export async function project(db: Db, closure: readonly Entry[], stored: readonly Entry[], now: string, transaction: Transaction): Promise<void> {
  const world = fold(closure, { now })
  const parts = new Set(stored.flatMap((e) => subjectIds(e.about, 'part')))
  const machines = new Set(stored.flatMap((e) => subjectIds(e.about, 'machine')))
  for (const id of parts) for (const place of placesOf(world, id as PartId)) if (place.in.kind === 'machine' || place.in.kind === 'kept') machines.add(place.in.id)
  const inClosure = new Set(machines)
  for (const id of await reachedThroughHouse(db, stored, transaction)) machines.add(id)
  for (const id of parts) await projectPart(db, world, id as PartId, transaction)
  const lots = new Set(stored.flatMap((e) => subjectIds(e.about, 'lot')))
  for (const id of lots) await projectLot(db, world, id as LotId, transaction)
  for (const id of machines) {
    const own = inClosure.has(id) && stored.some((e) => e.about.some((s) => s.id === id)) ? world : fold(await closureOf(db, [id], [], transaction), { now })
    await projectMachine(db, own, id as MachineId, transaction)
  }
  const notice = { seq: stored.at(-1)?.seq ?? 0, machines: [...machines].slice(0, 100), kinds: [...new Set(stored.map((e) => e.body.kind))] }
  await run(db, `SELECT pg_notify('entries', $1)`, [JSON.stringify(notice)], transaction)
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

/** Derives machines whose state changes by time alone and is due. Answers how many. */
export async function refreshDue(db: Db, now: string): Promise<number> {
  const due = await rows<{ id: string }>(db, 'SELECT machine AS id FROM machines WHERE holds_until < $1 LIMIT 500', [now])
  for (const { id } of due)
    await db.transaction(async (transaction) => {
      await lock(db, [{ kind: 'machine', id }], [], transaction)
      await projectMachine(db, fold(await closureOf(db, [id], [], transaction), { now }), id as MachineId, transaction)
      await run(db, `SELECT pg_notify('entries', $1)`, [JSON.stringify({ seq: 0, machines: [id], kinds: ['time'] })], transaction)
    })
  return due.length
}
