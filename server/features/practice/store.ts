/** Runs and asked cases of practice. Nothing of the collection is touched, and nothing of it reads these tables. */
import type { AskedCase, OwnRun, SetRow } from '#api/practice.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import type { PracticeCase } from '#core/practice/case.ts'
import type { Outcome } from '#core/practice/outcome.ts'
import type { PracticeRun } from '#core/practice/run.ts'
import { rows, run as execute, type Db } from '../../db/connection.ts'

/** So many runs of one person are kept; the oldest go first. */
const mostRuns = 300

interface RunRow {
  readonly run: PracticeRun
  readonly outcome: Outcome
  readonly ended_at: Date
}
const ownRun = ({ run, outcome, ended_at }: RunRow): OwnRun => ({
  id: run.id,
  key: run.case.key,
  title: run.case.title,
  level: run.case.level,
  endedAt: ended_at.toISOString(),
  outcome,
})

export async function runsOf(db: Db, account: string): Promise<OwnRun[]> {
  const found = await rows<RunRow>(
    db,
    'SELECT run, outcome, ended_at FROM practice_runs WHERE account = $1 ORDER BY ended_at DESC, id',
    [account],
  )
  return found.map(ownRun)
}

export async function findRun(db: Db, account: string, id: string): Promise<RunRow | undefined> {
  const [found] = await rows<RunRow>(
    db,
    'SELECT run, outcome, ended_at FROM practice_runs WHERE id = $1 AND account = $2',
    [id, account],
  )
  return found
}

/** Keeps a run once, whoever sends it again. False: the id belongs to another person. */
export async function keepRun(
  db: Db,
  account: string,
  run: PracticeRun,
  outcome: Outcome,
  endedAt: string,
): Promise<boolean> {
  await execute(
    db,
    'INSERT INTO practice_runs (id, account, run, outcome, ended_at) VALUES ($1,$2,$3,$4,$5) ON CONFLICT (id) DO NOTHING',
    [run.id, account, JSON.stringify(run), JSON.stringify(outcome), endedAt],
  )
  await execute(
    db,
    `DELETE FROM practice_runs WHERE account = $1 AND id NOT IN
       (SELECT id FROM practice_runs WHERE account = $1 ORDER BY ended_at DESC, id LIMIT ${mostRuns})`,
    [account],
  )
  return (await findRun(db, account, run.id)) !== undefined
}

export const forgetRun = (db: Db, account: string, id: string) =>
  execute(db, 'DELETE FROM practice_runs WHERE id = $1 AND account = $2', [id, account])

interface SetRecord {
  readonly id: string
  readonly party: string
  readonly told: PracticeCase
  readonly authority: Authority | null
  readonly set_by: string
  readonly set_at: Date
  readonly done_on: Date | null
  readonly unsafe_acts: number | null
}
const doneOf = ({ done_on, unsafe_acts }: SetRecord) =>
  done_on === null ? undefined : { on: done_on.toISOString(), unsafeActs: unsafe_acts ?? 0 }

const select = `SELECT s.id, a.party, s.told, s.authority, b.party AS set_by, s.set_at, s.done_on, s.unsafe_acts
  FROM practice_set s JOIN accounts a ON a.id = s.account JOIN accounts b ON b.id = s.set_by`

export async function askedOf(
  db: Db,
  account: string,
  nameOf: (party: string) => string,
): Promise<AskedCase[]> {
  const found = await rows<SetRecord>(db, `${select} WHERE s.account = $1 ORDER BY s.set_at DESC, s.id`, [
    account,
  ])
  return found.map((s) => ({
    id: s.id,
    by: nameOf(s.set_by),
    at: s.set_at.toISOString(),
    authority: s.authority ?? undefined,
    case: s.told,
    done: doneOf(s),
  }))
}

export async function setRows(db: Db): Promise<SetRow[]> {
  const found = await rows<SetRecord>(db, `${select} ORDER BY s.set_at DESC, s.id`)
  return found.map((s) => ({
    id: s.id,
    party: s.party,
    title: s.told.title,
    at: s.set_at.toISOString(),
    authority: s.authority ?? undefined,
    done: doneOf(s),
  }))
}

export const setCase = (
  db: Db,
  set: {
    id: string
    account: string
    told: PracticeCase
    authority?: Authority | undefined
    by: string
    at: string
  },
) =>
  execute(
    db,
    'INSERT INTO practice_set (id, account, told, authority, set_by, set_at) VALUES ($1,$2,$3,$4,$5,$6)',
    [set.id, set.account, JSON.stringify(set.told), set.authority ?? null, set.by, set.at],
  )
export const dropSet = (db: Db, id: string) => execute(db, 'DELETE FROM practice_set WHERE id = $1', [id])

/** The case that somebody was asked to do, as it was when it was asked. */
export async function findAsked(db: Db, account: string, id: string): Promise<PracticeCase | undefined> {
  const [found] = await rows<{ told: PracticeCase }>(
    db,
    'SELECT told FROM practice_set WHERE id = $1 AND account = $2',
    [id, account],
  )
  return found?.told
}

/** The latest run of it counts; one that comes late from a device does not take the place of a later one. */
export const noteDone = (db: Db, id: string, account: string, on: string, unsafeActs: number) =>
  execute(
    db,
    'UPDATE practice_set SET done_on = $3, unsafe_acts = $4 WHERE id = $1 AND account = $2 AND (done_on IS NULL OR done_on <= $3)',
    [id, account, on, unsafeActs],
  )
