/** Reading machines: the list by its projection, one machine by its fold. */
import { benchEvening } from '../plan/store.ts'
import { zoneOf } from '../../db/house.ts'
import { pressingLoans } from '../loans/store.ts'
import { findingActs } from '#core/work/todo/index.ts'
import { sortKey } from '#core/quantity/time.ts'
import type { ListFilter, ListSort } from '#api/filters.ts'
import type { BenchAnswer, MachineList, WaitingRow } from '#api/machines.ts'
import { entryWords } from '#api/words/entries.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { blindSummary } from '#core/views/blind.ts'
import { labelsFor } from '#core/views/labels.ts'
import { pricedKinds, tellingKinds, withoutPrice } from '#core/history/sight.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { houseWorld } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { loadEntries } from '../entries/closure.ts'

const filterSql: Readonly<Record<ListFilter, string>> = {
  'retest due': `status = 'retest due'`,
  'not working': `status IN ('not working', 'faulty')`,
  'on loan': 'on_loan',
  'has picture tube': 'tube',
  'open episode': 'open',
  'not known': `status = 'not known'`,
  working: `status = 'working'`,
  incomplete: `status IN ('incomplete', 'in pieces')`,
  'lends parts': 'lends_parts',
  'owner’s': `legal = 'owner’s'`,
  accessioned: `legal = 'accessioned'`,
  'parts stock': `legal = 'parts stock'`,
  'grade 3 or 4': 'grade >= 3',
  'not surveyed': 'NOT looked',
  'in quarantine': 'quarantine',
  'entry unfinished': 'arrival_open',
}

const sortSql: Readonly<Record<ListSort, string>> = {
  name: 'sort_name, machine',
  number: 'number, machine',
  grade: 'grade DESC NULLS LAST, sort_name, machine',
  'came in': 'came DESC, machine',
  'last written': 'touched DESC, machine',
}

export interface ListAsk {
  readonly q?: string | undefined
  readonly filter: readonly ListFilter[]
  readonly sort: ListSort
  readonly from: number
  readonly limit: number
  /** Only these machines, for guests; they search names and numbers, not what the house wrote. */
  readonly only?: readonly string[] | undefined
}

/** A word that finds nothing as it is written finds what shares this much of its letters in threes (pg_trgm word similarity). */
const nearEnough = 0.42

const escaped = (word: string) => `%${word.replace(/[\\%_]/g, '\\$&')}%`

/** WHERE of a question. Every word must be found somewhere; one that nothing bears is looked for as it may have been meant. */
async function whereOf(
  db: Db,
  ask: Pick<ListAsk, 'q' | 'filter' | 'only'>,
): Promise<{ where: string[]; bind: unknown[]; near: string[] }> {
  const bind: unknown[] = []
  const where: string[] = ask.filter.map((f) => filterSql[f])
  const near: string[] = []
  const column = ask.only ? 'sort_name' : 'words'
  for (const word of (ask.q ?? '').toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8)) {
    const known =
      word.length < 3 ||
      ask.only ||
      (await rows(db, 'SELECT 1 FROM machines WHERE words LIKE $1 LIMIT 1', [escaped(word)])).length > 0
    if (!known) near.push(word)
    bind.push(known ? escaped(word) : word)
    where.push(known ? `${column} LIKE $${bind.length}` : `$${bind.length} <% words`)
  }
  if (ask.only) {
    bind.push(ask.only)
    where.push(`machine = ANY($${bind.length}::uuid[])`)
  }
  return { where, bind, near }
}

/** Runs a question whose words may be meant loosely. The threshold belongs to this one transaction. */
async function ask<T extends object>(
  db: Db,
  near: readonly string[],
  sql: string,
  bind: unknown[],
): Promise<T[]> {
  if (near.length === 0) return rows<T>(db, sql, bind)
  return db.transaction(async (transaction) => {
    await run(
      db,
      `SELECT set_config('pg_trgm.word_similarity_threshold', '${nearEnough}', true)`,
      [],
      transaction,
    )
    return rows<T>(db, sql, bind, transaction)
  })
}

/** One page, by position, with the count of all that match, and of those among them that need somebody first. */
export async function listMachines(db: Db, question: ListAsk): Promise<MachineList> {
  const { where, bind, near } = await whereOf(db, question)
  const all = where.length ? `WHERE ${where.join(' AND ')}` : ''
  const [counted] = await ask<{ total: number; retest: number; barred: number }>(
    db,
    near,
    `SELECT count(*)::int AS total, (count(*) FILTER (WHERE status = 'retest due'))::int AS retest,
       (count(*) FILTER (WHERE status = 'do not power'))::int AS barred FROM machines ${all}`,
    bind,
  )
  // Positions first, then the wide rows of this page only.
  const page = await ask<{ summary: MachineSummary }>(
    db,
    near,
    `SELECT m.summary FROM (SELECT machine, row_number() OVER (ORDER BY ${sortSql[question.sort]}) AS place FROM machines ${all} ORDER BY ${sortSql[question.sort]} LIMIT $${bind.length + 1} OFFSET $${bind.length + 2}) AS p
     JOIN machines m USING (machine) ORDER BY p.place`,
    [...bind, question.limit, question.from],
  )
  return { machines: page.map((r) => r.summary), ...(counted ?? { total: 0, retest: 0, barred: 0 }), near }
}

/** All that match, in order, for a table to take away. */
export async function allMachines(
  db: Db,
  question: Pick<ListAsk, 'q' | 'filter' | 'sort'>,
): Promise<MachineSummary[]> {
  const { where, bind, near } = await whereOf(db, question)
  const found = await ask<{ summary: MachineSummary }>(
    db,
    near,
    `SELECT summary FROM machines ${where.length ? `WHERE ${where.join(' AND ')}` : ''} ORDER BY ${sortSql[question.sort]}`,
    bind,
  )
  return found.map((r) => r.summary)
}

interface Labelled {
  readonly machine: MachineId
  readonly number: string
  readonly name: string
  readonly episode: EntryId | null
}
const labelled = `machine, number, summary->'plate'->>'name' AS name, summary->'open'->>'id' AS episode`

/** Every wait in the house that nobody has ended, the next to be over first. */
export async function waitsOf(db: Db): Promise<WaitingRow[]> {
  const found = await rows<Labelled & { waits: MachineSummary['waits'] }>(
    db,
    `SELECT ${labelled}, summary->'waits' AS waits FROM machines WHERE waiting`,
  )
  return found
    .flatMap(({ machine, number, name, episode, waits }) =>
      waits.map((w) => ({ machine, number, name, ...w, episode: episode ?? undefined })),
    )
    .sort((a, b) => (a.until < b.until ? -1 : 1))
}

/** Open machines shown whole, and things for a person and dates told of: with each, how many there are in all. What waits, bars power or is due for a retest is never cut. */
const mostOpen = 100
const mostAsked = 50
const mostDue = 300

/** How many loans stand on Bench. */
const mostLoans = 5

export interface BenchFor {
  /** The machines of which the person must not be told what others found. */
  readonly blind: ReadonlyMap<MachineId, EntryId>
  readonly prices: boolean
}

export async function bench(db: Db, { blind, prices }: BenchFor): Promise<BenchAnswer> {
  const unseen = [...blind.keys()]
  const open = await rows<{ summary: MachineSummary }>(
    db,
    `SELECT summary FROM machines WHERE open ORDER BY waiting DESC, status = 'do not power' DESC, touched DESC, machine LIMIT ${mostOpen}`,
  )
  const shown = open.map(({ summary }) => summary.id)
  const [counts] = await rows<{ open: string; needs: string; due: string }>(
    db,
    `SELECT (SELECT count(*) FROM machines WHERE open) AS open,
       (SELECT coalesce(sum(json_array_length(summary->'needs')), 0) FROM machines WHERE asks) AS needs,
       (SELECT count(*) FROM machines, json_array_elements(summary->'due') d WHERE machines.due AND NOT (d->>'kind' = 'condition' AND machine = ANY($1::uuid[]))) AS due`,
    [unseen],
  )
  const needs = await rows<Labelled & { need: MachineSummary['needs'][number] }>(
    db,
    `SELECT ${labelled}, n AS need FROM machines, json_array_elements(summary->'needs') n WHERE asks ORDER BY n->>'kind' = 'contested' DESC, n->>'at' DESC LIMIT ${mostAsked}`,
  )
  const due = await rows<Labelled & { thing: MachineSummary['due'][number] }>(
    db,
    `SELECT ${labelled}, d AS thing FROM machines, json_array_elements(summary->'due') d WHERE machines.due AND NOT (d->>'kind' = 'condition' AND machine = ANY($1::uuid[])) ORDER BY d->>'at' LIMIT ${mostDue}`,
    [unseen],
  )
  const retest = await rows<
    Labelled & {
      word: 'retest due' | 'do not power'
      since: string | null
      because: string[]
      todo: MachineSummary['todo']
    }
  >(
    db,
    `SELECT ${labelled}, status AS word, summary->'status'->'change'->>'to' AS since, summary->'status'->'because' AS because, summary->'todo' AS todo FROM machines
     WHERE status IN ('retest due', 'do not power') AND NOT machine = ANY($1::uuid[]) ORDER BY status = 'do not power' DESC, sort_name`,
    [shown],
  )
  const unblocked = await rows<Labelled & { fn: string; by: string }>(
    db,
    `SELECT m.machine, m.number, m.summary->'plate'->>'name' AS name, m.summary->'open'->>'id' AS episode, w->>'fn' AS fn, o.number AS by
     FROM machines m, json_array_elements(m.summary->'waitsFor') w JOIN machines o ON o.machine::text = w->>'machine'
     WHERE m.asks AND o.status = 'working' ORDER BY m.sort_name LIMIT ${mostAsked}`,
  )
  const loans = await pressingLoans(db, await zoneOf(), blind)
  const named = ({ machine, number, name, episode }: Labelled) => ({
    machine,
    number,
    name,
    episode: episode ?? undefined,
  })
  return {
    open: open.map(({ summary }) => (blind.has(summary.id) ? blindSummary(summary) : summary)),
    openTotal: Number(counts?.open ?? 0),
    away: due.map((row) => ({ ...named(row), ...row.thing })),
    awayTotal: Number(counts?.due ?? 0),
    needs: needs.map((row) => ({ ...named(row), ...row.need })),
    needsTotal: Number(counts?.needs ?? 0),
    waits: await waitsOf(db),
    written: await justWritten(db, unseen, prices),
    retest: retest.map((row) => ({
      ...named(row),
      word: row.word,
      because: row.because,
      since: row.since ?? undefined,
      todo: blind.has(row.machine) ? row.todo.filter((t) => !findingActs.has(t.act)) : row.todo,
    })),
    unblocked: unblocked.map((row) => ({ ...named(row), fn: row.fn, by: row.by })),
    loans: loans.slice(0, mostLoans),
    evening: await benchEvening(db, nowInstant(), await zoneOf()),
    loansTotal: loans.length,
    now: nowInstant(),
  }
}

async function justWritten(
  db: Db,
  blind: readonly MachineId[],
  prices: boolean,
  most = 7,
): Promise<BenchAnswer['written']> {
  const latest = await rows<{ id: string; machine: string | null; number: string | null }>(
    db,
    `SELECT e.id, e.machine, m.number FROM entries e LEFT JOIN machines m ON m.machine = e.machine WHERE e.kind NOT IN ('party', 'type', 'rule', 'settle')
     AND NOT (e.machine = ANY($2::uuid[]) AND e.kind = ANY($3::text[])) AND NOT e.kind = ANY($4::text[]) ORDER BY e.seq DESC LIMIT $1`,
    [most, blind, tellingKinds, prices ? [] : pricedKinds],
  )
  const entries = new Map(
    (
      await loadEntries(
        db,
        latest.map((r) => r.id),
      )
    ).map((e) => [e.id as string, e]),
  )
  const house = await houseWorld(db)
  const zone = await zoneOf()
  const partIds = [...entries.values()].flatMap((e) =>
    e.about.filter((s) => s.kind === 'part').map((s) => s.id),
  )
  const partLabels = await rows<{ id: string; label: string }>(
    db,
    `SELECT part::text AS id, part_row->>'label' AS label FROM parts WHERE part = ANY($1::uuid[])`,
    [partIds],
  )
  return latest.flatMap((row) => {
    const entry = entries.get(row.id)
    const body = entry && (prices ? entry.body : withoutPrice(entry.body))
    if (!entry || !body) return []
    const labels = {
      ...labelsFor(house, [entry]),
      ...Object.fromEntries(partLabels.map((p) => [p.id, p.label])),
    }
    const words = entryWords(body, {
      labels,
      zone,
      now: nowInstant(),
      machine: row.machine ?? undefined,
      at: sortKey(entry.happenedAt),
    })
    return [
      {
        id: row.id,
        at: entry.happenedAt.latest,
        who: entry.doneBy ? (house.parties.get(entry.doneBy)?.initials ?? '') : '',
        what: [words.what, words.result].filter(Boolean).join(': '),
        machine: row.machine ?? undefined,
        number: row.number ?? undefined,
      },
    ]
  })
}

/** Which of some machines work, by what is stored of them. */
export async function workingOf(db: Db, machines: readonly MachineId[]): Promise<ReadonlySet<MachineId>> {
  if (machines.length === 0) return new Set()
  const found = await rows<{ machine: MachineId }>(
    db,
    `SELECT machine FROM machines WHERE machine = ANY($1::uuid[]) AND status = 'working'`,
    [machines],
  )
  return new Set(found.map((row) => row.machine))
}
