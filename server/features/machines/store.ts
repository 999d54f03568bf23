/** Reading machines: the list by its projection, one machine by its fold. */
import type { ListFilter } from '#api/filters.ts'
import type { BenchAnswer, MachineList } from '#api/machines.ts'
import { entryWords } from '#api/words/entries.ts'
import { fold } from '#core/history/fold.ts'
import type { World } from '#core/history/world.ts'
import type { MachineId } from '#core/ids.ts'
import { labelsFor } from '#core/views/labels.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { rows, type Db } from '../../db/connection.ts'
import { HouseModel } from '../../db/models.ts'
import { houseWorld } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { closureOf, loadEntries } from '../entries/closure.ts'

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
}

export interface ListAsk {
  readonly q?: string | undefined
  readonly filter: readonly ListFilter[]
  readonly cursor?: string | undefined
  readonly limit: number
  /** Only these machines, for guests. */ readonly only?: readonly string[] | undefined
}

/** One page in order of name, and the count of all that match. The cursor is the last sort key and id of the page before. */
export async function listMachines(db: Db, ask: ListAsk): Promise<MachineList> {
  const bind: unknown[] = []
  const where = ask.filter.map((f) => filterSql[f])
  for (const word of (ask.q ?? '').toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8)) {
    bind.push(`%${word.replace(/[\\%_]/g, '\\$&')}%`)
    where.push(`words LIKE $${bind.length}`)
  }
  if (ask.only) {
    bind.push(ask.only)
    where.push(`machine = ANY($${bind.length}::uuid[])`)
  }
  const all = where.length ? `WHERE ${where.join(' AND ')}` : ''
  const [total] = await rows<{ count: string }>(db, `SELECT count(*) FROM machines ${all}`, bind)
  const cursor = readCursor(ask.cursor)
  const paged = [...where]
  const pageBind = [...bind]
  if (cursor) {
    pageBind.push(cursor.key, cursor.id)
    paged.push(`(sort_name, machine) > ($${pageBind.length - 1}, $${pageBind.length}::uuid)`)
  }
  pageBind.push(ask.limit + 1)
  const found = await rows<{ machine: string; sort_name: string; summary: MachineSummary }>(
    db,
    `SELECT machine, sort_name, summary FROM machines ${paged.length ? `WHERE ${paged.join(' AND ')}` : ''} ORDER BY sort_name, machine LIMIT $${pageBind.length}`,
    pageBind,
  )
  const page = found.slice(0, ask.limit)
  const last = page.at(-1)
  return {
    machines: page.map((r) => r.summary),
    total: Number(total?.count ?? 0),
    next: found.length > ask.limit && last ? Buffer.from(JSON.stringify([last.sort_name, last.machine])).toString('base64url') : undefined,
  }
}

function readCursor(text: string | undefined): { key: string; id: string } | undefined {
  if (!text) return undefined
  try {
    const [key, id] = JSON.parse(Buffer.from(text, 'base64url').toString()) as [string, string]
    return typeof key === 'string' && typeof id === 'string' ? { key, id } : undefined
  } catch {
    return undefined
  }
}

export async function machineWorld(db: Db, id: MachineId, options: { asOf?: string | undefined; knownAt?: string | undefined } = {}): Promise<World> {
  const now = nowInstant()
  return fold(await closureOf(db, [id]), { now: options.asOf !== undefined && options.asOf < now ? options.asOf : now, ...options })
}

export async function bench(db: Db): Promise<BenchAnswer> {
  const summaries = (
    await rows<{ summary: MachineSummary }>(
      db,
      `SELECT summary FROM machines WHERE open OR status IN ('retest due', 'do not power') OR summary->'needs' <> '[]' OR summary->'due' <> '[]' ORDER BY sort_name LIMIT 400`.replace(
        /summary->'(\w+)' <>/g,
        `(summary->'$1')::text <>`,
      ),
    )
  ).map((r) => r.summary)
  const open = summaries.filter((s) => s.open !== undefined)
  const label = (s: MachineSummary) => ({ machine: s.id, number: s.plate.number, name: s.plate.name })
  return {
    open,
    away: summaries.flatMap((s) => s.due.map((d) => ({ ...label(s), ...d }))).sort((a, b) => (a.at < b.at ? -1 : 1)),
    needs: summaries
      .flatMap((s) => s.needs.map((n) => ({ ...label(s), ...n, episode: s.open?.id })))
      .sort((a, b) => (a.kind === 'contested' ? 0 : 1) - (b.kind === 'contested' ? 0 : 1) || (a.at < b.at ? 1 : -1)),
    written: await justWritten(db),
    retest: summaries.filter((s) => s.open === undefined && (s.status.word === 'retest due' || s.status.word === 'do not power')),
    now: nowInstant(),
  }
}

async function justWritten(db: Db, most = 7): Promise<BenchAnswer['written']> {
  const latest = await rows<{ id: string; machine: string | null; number: string | null }>(
    db,
    `SELECT e.id, e.machine, m.number FROM entries e LEFT JOIN machines m ON m.machine = e.machine WHERE e.kind NOT IN ('party', 'type', 'rule', 'settle') ORDER BY e.seq DESC LIMIT $1`,
    [most],
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
  const zone = (await HouseModel.findByPk(1))?.zone ?? 'UTC'
  const partIds = [...entries.values()].flatMap((e) => e.about.filter((s) => s.kind === 'part').map((s) => s.id))
  const partLabels = await rows<{ id: string; label: string }>(db, `SELECT part::text AS id, part_row->>'label' AS label FROM parts WHERE part = ANY($1::uuid[])`, [partIds])
  return latest.flatMap((row) => {
    const entry = entries.get(row.id)
    if (!entry) return []
    const labels = { ...labelsFor(house, [entry]), ...Object.fromEntries(partLabels.map((p) => [p.id, p.label])) }
    const words = entryWords(entry.body, { labels, zone, now: nowInstant(), machine: row.machine ?? undefined })
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
