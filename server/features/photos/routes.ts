/** Photographs: content-addressed, original kept bit for bit, type by content, served by the machine they belong to. */
import { createHash } from 'node:crypto'
import { open } from 'node:fs/promises'
import { Router, type Request, type Response } from 'express'
import sharp, { type Metadata } from 'sharp'
import { z } from 'zod'
import { fold } from '#core/history/fold.ts'
import { entryIdSchema, machineIdSchema, type MachineId } from '#core/ids.ts'
import { run, type Db } from '../../db/connection.ts'
import { FileModel } from '../../db/models.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { handle, notFound, parse, ProblemError, telling } from '../../platform/errors.ts'
import { nowInstant } from '../../platform/clock.ts'
import { fileExists, filePath, serveFile, sha256Of, writeWhole } from '../../platform/files.ts'
import { receive, type Received } from '../../platform/uploads.ts'
import { closureOf, loadEntries } from '../entries/closure.ts'

const params = z.object({ id: machineIdSchema })
const photoParams = params.extend({ entry: entryIdSchema })
export const sizeQuery = z.object({ size: z.enum(['thumb', 'preview', 'original']).default('preview') })

/** Largest file in bytes and largest picture in pixels that are taken. */
export const maxPhotoBytes = 40 * 1024 * 1024
const maxPixels = 60_000_000
const previewPx = 900
const thumbPx = 240
const mimes: Readonly<Record<string, string>> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' }

export interface StoredFile {
  readonly file: string
  readonly width: number
  readonly height: number
  readonly mime: string
}

/** Notes what a file is. Two writers of the same one do not meet. */
export const rememberFile = (
  db: Db,
  sha256: string,
  mime: string,
  width: number,
  height: number,
  bytes: number,
): Promise<void> =>
  run(
    db,
    'INSERT INTO files (sha256, mime, width, height, bytes) VALUES ($1,$2,$3,$4,$5) ON CONFLICT (sha256) DO NOTHING',
    [sha256, mime, width, height, bytes],
  )

/** By its first bytes (ISO 14496-12, `ftyp`): the brands that cameras write for HEIC. */
async function isHeic(source: Buffer | string): Promise<boolean> {
  const head = Buffer.alloc(12)
  if (Buffer.isBuffer(source)) source.copy(head, 0, 0, 12)
  else {
    const file = await open(source, 'r')
    await file.read(head, 0, 12, 0).finally(() => file.close())
  }
  return /^ftyp(?:hei[cxms]|hev[cx]|mif1|msf1)$/.test(head.toString('latin1', 4, 12))
}

/** Stores a photograph, given as bytes or as a file that was received. Throws unsupported-file for anything that is not one, too-large above the pixel limit. */
export async function storePhoto(
  { db, config }: Pick<Services, 'db' | 'config'>,
  content: Buffer | Received,
): Promise<StoredFile> {
  const source = Buffer.isBuffer(content) ? content : content.path
  if (await isHeic(source))
    throw new ProblemError(
      'unsupported-file',
      'This is a HEIC file, which cannot be read here. In the camera’s settings choose JPEG (often called “most compatible”), and take it again; or send a JPEG of it. Nothing was stored.',
    )
  let meta: Metadata
  try {
    meta = await sharp(source, { limitInputPixels: false }).metadata()
  } catch {
    throw new ProblemError(
      'unsupported-file',
      'This file is not a photograph (JPEG, PNG or WebP), whatever its name says. Nothing was stored.',
    )
  }
  const mime = mimes[meta.format ?? '']
  if (!mime || !meta.width || !meta.height)
    throw new ProblemError('unsupported-file', 'Photographs are JPEG, PNG or WebP. Nothing was stored.')
  if (meta.width * meta.height > maxPixels)
    throw new ProblemError(
      'too-large',
      telling('This picture has {n} million pixels; up to {most} million are taken. Nothing was stored.', {
        n: Math.round((meta.width * meta.height) / 1e6),
        most: maxPixels / 1e6,
      }),
    )
  const sha256 = Buffer.isBuffer(content)
    ? createHash('sha256').update(content).digest('hex')
    : await sha256Of(content.path)
  const preview = await previewOf(source).catch(() => {
    throw new ProblemError('unsupported-file', 'This picture is damaged. Nothing was stored.')
  })
  await writeWhole(
    filePath(config.dataDir, sha256, 'original'),
    Buffer.isBuffer(content) ? content : { moved: content.path },
  )
  await writeWhole(filePath(config.dataDir, sha256, 'preview'), preview)
  await rememberFile(
    db,
    sha256,
    mime,
    meta.width,
    meta.height,
    Buffer.isBuffer(content) ? content.length : content.size,
  )
  return { file: sha256, width: meta.width, height: meta.height, mime }
}

/** How a photograph is made into what is shown of it. */
const fitted = (source: Buffer | string, px: number): Promise<Buffer> =>
  sharp(source, { limitInputPixels: maxPixels, failOn: 'error' })
    .rotate()
    .resize(px, px, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 82 })
    .toBuffer()
const previewOf = (source: Buffer | string) => fitted(source, previewPx)
/** The whole of it, without what the camera wrote into it (place, author). */
const cleanOf = (source: Buffer | string): Promise<Buffer> =>
  sharp(source, { limitInputPixels: maxPixels }).rotate().webp({ quality: 90 }).toBuffer()

const makes = {
  preview: previewOf,
  thumb: (source: string) => fitted(source, thumbPx),
  clean: cleanOf,
} as const

/** A version of a photograph, made from the original where it is not there yet: after a restore, or the first time that somebody outside the house asks. */
async function versionOf(dataDir: string, sha256: string, version: keyof typeof makes): Promise<string> {
  const file = filePath(dataDir, sha256, version)
  if (await fileExists(file)) return file
  const original = filePath(dataDir, sha256, 'original')
  if (!(await fileExists(original))) throw notFound()
  await writeWhole(file, await makes[version](original))
  return file
}

/** Sends a photograph in the size asked for; whoever is not of the house gets none of what the camera wrote into it. */
export async function servePhoto(
  dataDir: string,
  response: Response,
  sha256: string,
  size: z.output<typeof sizeQuery>['size'],
  guest: boolean,
): Promise<void> {
  const row = await FileModel.findByPk(sha256)
  if (!row) throw notFound()
  if (size !== 'original' || guest)
    return serveFile(
      response,
      await versionOf(dataDir, sha256, size === 'original' ? 'clean' : size),
      'image/webp',
    )
  await serveFile(response, filePath(dataDir, sha256, size), row.mime)
}

/** Whether a photograph still stands: one that was taken back, or waits to be settled, is not shown outside the house. */
async function stands(services: Services, machine: MachineId, entry: string): Promise<boolean> {
  const world = fold(await closureOf(services.db, [machine]), { now: nowInstant() })
  return world.machines.get(machine)?.condition.photos.some((p) => p.id === entry) === true
}

export function photoRoutes(services: Services): Router {
  const router = Router()
  const { dataDir } = services.config
  const may = async (request: Request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    await requireSight(services.db, visitor, parse(params, request.params).id)
  }

  router.post(
    '/machines/:id/photos',
    ...receive(
      { dataDir, field: 'photo', maxBytes: maxPhotoBytes, may },
      async (file, _request, response) => void response.status(201).json(await storePhoto(services, file)),
    ),
  )

  /** A file is served by the entry of the machine that shows it, never by its hash. */
  router.get(
    '/machines/:id/photos/:entry',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { id, entry: entryId } = parse(photoParams, request.params)
      const { size } = parse(sizeQuery, request.query)
      const sight = await requireSight(services.db, visitor, id)
      const [entry] = await loadEntries(services.db, [entryId])
      if (!entry || entry.body.kind !== 'photo' || entry.body.machine !== id) throw notFound()
      if (sight === 'guest' && !(await stands(services, id, entryId))) throw notFound()
      await servePhoto(dataDir, response, entry.body.file, size, sight === 'guest')
    }),
  )

  return router
}
