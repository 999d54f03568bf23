/** Machines as a CSV table: in, with a dry run first, and out as the list stands. */
import { readFile } from 'node:fs/promises'
import { Router } from 'express'
import { z } from 'zod'
import { listQuery } from '#api/machines.ts'
import { mappingSchema, mostListed, mostRows, rowProblemWords, type TableAnswer } from '#api/table.ts'
import { dayWords } from '#api/words/dates.ts'
import { gradeSoFar } from '#api/words/condition.ts'
import { NotCsv, readCsv, writeCsv, type CsvTable } from '#core/formats/csv.ts'
import {
  guessMapping,
  planTable,
  type Mapping,
  type TableContext,
  type TablePlan,
} from '#core/formats/machine-table.ts'
import type { TypeId } from '#core/ids.ts'
import { dayOf } from '#core/quantity/time.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { run } from '../../db/connection.ts'
import { zoneOf } from '../../db/house.ts'
import { HouseModel } from '../../db/models.ts'
import { forgetHouse, houseWorld, requireVisitor, type Visitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, parse, ProblemError, telling } from '../../platform/errors.ts'
import { receive } from '../../platform/uploads.ts'
import { blindSummary } from '#core/views/blind.ts'
import { blindSurveys } from '../entries/worlds.ts'
import { allMachines } from '../machines/store.ts'
import { storePlan, takenNumbers } from './store.ts'

const maxBytes = 30 * 1024 * 1024
const fields = z.object({
  mapping: z
    .string()
    .max(4000)
    .optional()
    .transform((text, context): unknown => {
      if (text === undefined || text === '') return undefined
      try {
        return JSON.parse(text) as unknown
      } catch {
        context.addIssue({ code: 'custom', message: 'The mapping of columns cannot be read.' })
        return z.NEVER
      }
    })
    .pipe(mappingSchema.optional()),
  store: z.enum(['yes', 'no']).default('no'),
})

/** Bytes → text: UTF-8, or else the single-byte encoding in which older spreadsheets write. */
function decode(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

const notCsvWords: Readonly<Record<NotCsv['why'], string>> = {
  empty: 'The file is empty. Nothing was stored.',
  'no rows': 'The file has a header and no rows. Nothing was stored.',
  'not text': 'This file is no table of text: save it as CSV in the spreadsheet. Nothing was stored.',
}

function readTable(bytes: Buffer): CsvTable {
  try {
    const table = readCsv(decode(bytes))
    if (table.rows.length > mostRows)
      throw new ProblemError(
        'too-large',
        telling('Up to {most} rows are taken at once; this file has {n}. Nothing was stored.', {
          most: mostRows,
          n: table.rows.length,
        }),
      )
    return table
  } catch (error) {
    if (error instanceof NotCsv) throw new ProblemError('invalid', notCsvWords[error.why])
    throw error
  }
}

/** Plans a table against the house as it is, and stores it when asked to: wholly, or not at all. */
export async function takeTable(
  services: Services,
  visitor: Pick<Visitor, 'account' | 'party' | 'role'>,
  table: CsvTable,
  mapping: Mapping,
  store: boolean,
): Promise<{ plan: TablePlan; stored: boolean }> {
  const { db } = services
  const now = nowInstant()
  const house = await HouseModel.findByPk(1)
  const world = await houseWorld(db)
  const context: Omit<TableContext, 'numbers'> = {
    zone: house?.zone ?? 'UTC',
    now,
    currency: house?.currency ?? 'EUR',
    doneBy: visitor.party,
    role: visitor.role,
    types: [...world.types.values()].map((t) => ({
      id: t.id as TypeId,
      name: t.sheet.name,
      aliases: t.sheet.aliases,
    })),
    parties: [...world.parties.values()].map((p) => ({ id: p.id, name: p.name })),
  }
  if (!store)
    return { plan: planTable(table, mapping, { ...context, numbers: await takenNumbers(db) }), stored: false }
  const plan = await db.transaction(async (transaction) => {
    // One writer at a time from here: the numbers that are free now stay free until this is stored.
    await run(db, 'SELECT pg_advisory_xact_lock(1)', [], transaction)
    const planned = planTable(table, mapping, { ...context, numbers: await takenNumbers(db, transaction) })
    if (planned.rows.some((r) => r.is === 'refused')) return planned
    await storePlan(db, planned, { account: visitor.account, party: visitor.party, now }, transaction)
    return planned
  })
  forgetHouse()
  return { plan, stored: !plan.rows.some((r) => r.is === 'refused') }
}

export function tableRoutes(services: Services): Router {
  const router = Router()

  router.post(
    '/table',
    ...receive(
      {
        dataDir: services.config.dataDir,
        field: 'table',
        maxBytes,
        fields: 4,
        may: (request) => requireVisitor(request, 'restorer'),
      },
      async (file, request, response) => {
        const visitor = await requireVisitor(request, 'restorer')
        const { mapping: given, store } = parse(fields, request.body ?? {})
        const table = readTable(await readFile(file.path))
        const mapping = (given as Mapping | undefined) ?? guessMapping(table.header)
        const { plan, stored } = await takeTable(services, visitor, table, mapping, store === 'yes')
        const refused = plan.rows.filter((r) => r.is === 'refused')
        const answer: TableAnswer = {
          header: table.header,
          mapping,
          sample: table.rows.slice(0, 3).map((r) => r.cells),
          rows: plan.rows.length,
          added: plan.rows.filter((r) => r.is === 'new').length,
          alreadyHere: plan.rows.filter((r) => r.is === 'already here').length,
          refused: refused.slice(0, mostListed).map((r) => ({
            line: r.line,
            number: r.number,
            name: r.name,
            why: r.problems.map(rowProblemWords),
          })),
          refusedCount: refused.length,
          stored,
        }
        response.json(answer)
      },
    ),
  )

  router.get(
    '/table',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const question = parse(listQuery, request.query)
      const blind = await blindSurveys(services.db, visitor.party)
      const zone = await zoneOf()
      const machines = (await allMachines(services.db, question)).map((m) =>
        blind.has(m.id) ? blindSummary(m) : m,
      )
      response.setHeader('content-type', 'text/csv; charset=utf-8')
      response.setHeader(
        'content-disposition',
        `attachment; filename="machines-${dayOf(nowInstant(), zone)}.csv"`,
      )
      response.send(
        writeCsv(
          outColumns.map((c) => c.header),
          machines.map((m) => outColumns.map((c) => c.of(m, zone))),
        ),
      )
    }),
  )
  return router
}

/** The first ones bear the names that reading a table knows. */
const outColumns: readonly {
  readonly header: string
  readonly of: (m: MachineSummary, zone: string) => string
}[] = [
  { header: 'entry number', of: (m) => m.plate.entryNumber },
  { header: 'accession number', of: (m) => (m.plate.number === m.plate.entryNumber ? '' : m.plate.number) },
  { header: 'name', of: (m) => m.plate.name },
  { header: 'type', of: (m) => m.plate.typeName ?? '' },
  { header: 'serial', of: (m) => m.plate.serial ?? '' },
  { header: 'board and revision', of: (m) => m.plate.revision ?? '' },
  { header: 'mains', of: (m) => m.plate.mains ?? '' },
  { header: 'made', of: (m) => m.plate.made ?? '' },
  { header: 'legal status', of: (m) => m.plate.legal },
  { header: 'purpose', of: (m) => m.plate.purpose },
  { header: 'came in on', of: (m, zone) => dayOf(m.registeredAt, zone) },
  { header: 'working status', of: (m) => m.status.word },
  { header: 'functions that work', of: (m) => `${m.status.coverage.work} of ${m.status.coverage.of}` },
  {
    header: 'oldest proof',
    of: (m, zone) => (m.status.oldestProof ? dayWords(m.status.oldestProof, zone) : ''),
  },
  { header: 'condition grade', of: (m) => gradeSoFar(m.condition.grade, m.condition.looked, m.condition.of) },
  { header: 'hazards', of: (m) => m.plate.stamps.map((s) => s.kind).join('; ') },
  { header: 'last place', of: (m) => m.place ?? '' },
]
