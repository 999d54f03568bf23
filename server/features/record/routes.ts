/** A machine's whole record out as one JSON file, and back into a collection that does not have it. */
import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import express, { Router } from 'express'
import { recordEntries, recordFormat, recordSchema, recordVersion, type MachineRecord } from '#core/formats/record.ts'
import type { Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import { subjectIds } from '#core/history/subjects.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { rows, run } from '../../db/connection.ts'
import { HouseModel } from '../../db/models.ts'
import { forgetHouse, requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/app.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { closureOf, lotEntries, merged } from '../entries/closure.ts'
import { projectLot, projectMachine, projectPart } from '../entries/project.ts'
import { contentHash, draftOf, insertEntry } from '../entries/store.ts'
import { machineParams } from '../machines/routes.ts'
import { fileExists, filePath } from '../../platform/files.ts'
import { storeVoice, voiceMime } from '../jots/routes.ts'
import { storePhoto } from '../photos/routes.ts'

export async function exportRecord(services: Services, id: MachineId): Promise<MachineRecord | undefined> {
  const entries = recordEntries(await closureOf(services.db, [id]))
  if (!entries.some((e) => e.body.kind === 'machine' && e.body.what === 'registered' && e.body.machine === id)) return undefined
  const files: Record<string, string> = {}
  for (const entry of entries) {
    const sha256 = entry.body.kind === 'photo' ? entry.body.file : entry.body.kind === 'jot' && entry.body.what === 'made' ? entry.body.voice?.file : undefined
    if (sha256 === undefined) continue
    const file = filePath(services.config.dataDir, sha256, 'original')
    if (await fileExists(file)) files[sha256] = (await readFile(file)).toString('base64')
  }
  const house = await HouseModel.findByPk(1)
  return { format: recordFormat, version: recordVersion, machine: id, zone: house?.zone ?? 'UTC', entries, files }
}

/** Stores a record whole or not at all. Entries already here with the same content are left alone. */
export async function importRecord(services: Services, record: MachineRecord): Promise<{ added: number; present: number }> {
  const { db } = services
  for (const [sha256, base64] of Object.entries(record.files)) {
    const bytes = Buffer.from(base64, 'base64')
    if (createHash('sha256').update(bytes).digest('hex') !== sha256)
      throw new ProblemError('invalid', 'A photograph in the file is damaged: its SHA-256 does not agree. Nothing was stored.')
    await (voiceMime(bytes) ? storeVoice : storePhoto)(services.config.dataDir, bytes)
  }
  const now = nowInstant()
  const added: Entry[] = []
  let present = 0
  await db.transaction(async (transaction) => {
    await run(db, 'SELECT pg_advisory_xact_lock(1)', [], transaction)
    const ids = record.entries.map((e) => e.id)
    const here = new Map((await rows<{ id: string; entry: Entry }>(db, 'SELECT id, entry FROM entries WHERE id = ANY($1::uuid[])', [ids], transaction)).map((r) => [r.id, r.entry]))
    for (const entry of [...record.entries].sort((a, b) => a.seq - b.seq)) {
      const twin = here.get(entry.id)
      if (twin) {
        if (contentHash({ ...twin, seq: 0 } as Entry) !== contentHash({ ...entry, seq: 0 } as Entry))
          throw new ProblemError('other-content', 'An entry of this record is here already with other content. Nothing was stored.', { both: [twin, entry] })
        present++
        continue
      }
      added.push(await insertEntry(db, entry, contentHash(draftOf(entry)), transaction))
    }
    const machines = [...new Set(record.entries.filter((e) => e.body.kind === 'machine').flatMap((e) => subjectIds(e.about, 'machine')))]
    const parts = [...new Set(record.entries.flatMap((e) => subjectIds(e.about, 'part')))]
    const lots = [...new Set(record.entries.flatMap((e) => subjectIds(e.about, 'lot')))]
    const world = fold(merged(await closureOf(db, machines, parts, transaction), await lotEntries(db, lots, transaction)), { now })
    for (const lot of lots) await projectLot(db, world, lot as LotId, transaction)
    for (const part of parts) await projectPart(db, world, part as PartId, transaction)
    for (const machine of machines) await projectMachine(db, world, machine as MachineId, transaction)
    await run(db, `SELECT pg_notify('entries', $1)`, [JSON.stringify({ seq: added.at(-1)?.seq ?? 0, machines: machines.slice(0, 100), kinds: ['record'] })], transaction)
  })
  forgetHouse()
  return { added: added.length, present }
}

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
    express.json({ limit: '200mb' }),
    handle(async (request, response) => {
      await requireVisitor(request, 'steward')
      const record = parse(recordSchema, request.body) as unknown as MachineRecord
      response.status(201).json({ machine: record.machine, ...(await importRecord(services, record)) })
    }),
  )

  return router
}
