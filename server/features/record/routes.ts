/** A machine's whole record out as one JSON file, and back into a collection that does not have it. */
import { readFile, rm } from 'node:fs/promises'
import { Router } from 'express'
import type { Transaction } from 'sequelize'
import { refusalWords } from '#api/words/refusals.ts'
import { recordEntries, recordFormat, recordVersion, type MachineRecord } from '#core/formats/record.ts'
import type { Draft, Entry } from '#core/history/entry.ts'
import { subjectIds } from '#core/history/subjects.ts'
import type { MachineId } from '#core/ids.ts'
import { rows } from '../../db/connection.ts'
import { AccountModel, HouseModel } from '../../db/models.ts'
import { forgetHouse, requireSight, requireVisitor, type Visitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { fileExists, filePath, incomingDir } from '../../platform/files.ts'
import { receiveBody } from '../../platform/uploads.ts'
import {
  closureOf,
  houseEntries,
  loadEntries,
  lotEntries,
  merged,
  rememberCommitted,
} from '../entries/closure.ts'
import { contentHash, insertEntries } from '../entries/insert.ts'
import { commitLock } from '../entries/locks.ts'
import { project } from '../entries/reach.ts'
import { uniqueNames } from '../entries/names.ts'
import { machineParams } from '../../platform/machine-route.ts'
import { headOf, storeVoice, voiceMime } from '../jots/routes.ts'
import { storePhoto } from '../photos/routes.ts'
import { said, type RecordRead } from './read.ts'

export async function exportRecord(services: Services, id: MachineId): Promise<MachineRecord | undefined> {
  const entries = recordEntries(await closureOf(services.db, [id]))
  if (
    !entries.some((e) => e.body.kind === 'machine' && e.body.what === 'registered' && e.body.machine === id)
  )
    return undefined
  const files: Record<string, string> = {}
  for (const entry of entries) {
    const sha256 =
      entry.body.kind === 'photo'
        ? entry.body.file
        : entry.body.kind === 'jot' && entry.body.what === 'made'
          ? entry.body.voice?.file
          : undefined
    if (sha256 === undefined) continue
    const file = filePath(services.config.dataDir, sha256, 'original')
    if (await fileExists(file)) files[sha256] = (await readFile(file)).toString('base64')
  }
  const house = await HouseModel.findByPk(1)
  return {
    format: recordFormat,
    version: recordVersion,
    machine: id,
    zone: house?.zone ?? 'UTC',
    entries,
    files,
  }
}

export interface Imported {
  readonly machine: string
  readonly added: number
  /** Here already, with the same content. */
  readonly present: number
  /** Left as the house has it: rules, and types, people and gear that it knows. */
  readonly leftOut: number
}

/** Stores the record in a file whole or not at all. Entries already here with the same content are left alone. */
export async function importRecord(
  services: Services,
  file: string,
  by: Pick<Visitor, 'account' | 'party'>,
): Promise<Imported> {
  const { db, config } = services
  const members = (await AccountModel.findAll({ attributes: ['party'] })).map((a) => a.party)
  const house = await houseEntries(db)
  const read = await services.heavy.run('read a record', {
    file,
    incoming: incomingDir(config.dataDir),
    house,
    members,
    party: by.party,
  })
  try {
    for (const { path, size } of read.files)
      await ((await isVoice(path)) ? storeVoice : storePhoto)(services, { path, size })
    const stored = await db.transaction((transaction) => storeRecord(services, read, by, transaction))
    rememberCommitted(stored)
    forgetHouse()
    return {
      machine: read.machine,
      added: stored.length,
      present: read.entries.length - stored.length,
      leftOut: read.leftOut,
    }
  } finally {
    for (const { path } of read.files) await rm(path, { force: true })
  }
}

/** Under the commit lock: what the house has must be the same, and nothing that is new may speak of what is the house's already. */
async function storeRecord(
  { db }: Services,
  read: RecordRead,
  by: Pick<Visitor, 'account'>,
  transaction: Transaction,
): Promise<Entry[]> {
  await commitLock(db, transaction)
  const now = nowInstant()
  const ids = read.entries.map((e) => e.id)
  const here = new Map((await loadEntries(db, ids, transaction)).map((e) => [e.id, e]))
  for (const entry of read.entries) {
    const twin = here.get(entry.id)
    if (twin && contentHash(said(twin) as Draft) !== contentHash(said(entry) as Draft))
      throw new ProblemError(
        'other-content',
        'An entry of this record is here already with other content. Nothing was stored.',
      )
  }
  const fresh = read.entries.filter((e) => !here.has(e.id))
  if (fresh.length === 0) return []
  const about = (kind: 'machine' | 'part' | 'lot') => [
    ...new Set(fresh.flatMap((e) => subjectIds(e.about, kind))),
  ]
  const machines = about('machine')
  const parts = about('part')
  const lots = about('lot')
  const [known] = await rows(
    db,
    `SELECT 1 FROM entry_subjects WHERE kind IN ('machine', 'part', 'lot') AND subject = ANY($1::text[]) LIMIT 1`,
    [[...machines, ...parts, ...lots]],
    transaction,
  )
  if (known)
    throw new ProblemError(
      'refused',
      'The house has this machine already, or parts of it. A record does not write into what is here. Nothing was stored.',
    )
  const taken = (await uniqueNames(db, fresh, transaction)).find((t) => t?.became === 'refused')
  if (taken?.became === 'refused')
    throw new ProblemError(
      'refused',
      `${refusalWords(taken.refusal, { zone: 'UTC', labels: {} })} Nothing was stored.`,
      { refusal: taken.refusal },
    )
  // Accounts of another house stay what they are there; what the file says was written by one of this house, whoever brought it wrote.
  const ours = new Set((await AccountModel.findAll({ attributes: ['id'] })).map((a) => a.id))
  const stored = await insertEntries(
    db,
    fresh.map((e) => ({
      ...e,
      recordedBy: ours.has(e.recordedBy) ? by.account : e.recordedBy,
      recordedAt: e.recordedAt > now ? now : e.recordedAt,
      receivedAt: now,
    })),
    contentHash,
    transaction,
  )
  const closure = merged(
    await closureOf(db, machines, parts, transaction),
    await lotEntries(db, lots, transaction),
  )
  await project(db, closure, { stored, spoken: [], covered: new Set(machines) }, now, transaction)
  return stored
}

async function isVoice(file: string): Promise<boolean> {
  return voiceMime(await headOf({ path: file, size: 0 })) !== undefined
}

/** Largest record file that is taken, bytes: a machine with some thirty photographs. */
const mostBytes = 100 * 1024 * 1024

export function recordRoutes(services: Services): Router {
  const router = Router()

  router.get(
    '/machines/:id/record',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'restorer')
      const { id } = parse(machineParams, request.params)
      await requireSight(services.db, visitor, id)
      const record = await exportRecord(services, id)
      if (!record) throw notFound()
      response.setHeader('content-disposition', `attachment; filename="machine-${id}.json"`)
      response.json(record)
    }),
  )

  router.post(
    '/records',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'steward')
      if (!request.is('application/json'))
        throw new ProblemError('invalid', 'A record is a JSON file. Nothing was stored.', { status: 415 })
      const { path, done } = await receiveBody(request, services.config.dataDir, mostBytes)
      try {
        response.status(201).json(await importRecord(services, path, visitor))
      } finally {
        await done()
      }
    }),
  )

  return router
}
