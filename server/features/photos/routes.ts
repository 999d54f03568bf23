/** Photographs: content-addressed, original kept bit for bit, type by content, served by the machine they belong to. */
import { createHash } from 'node:crypto'
import { Router } from 'express'
import multer from 'multer'
import sharp, { type Metadata } from 'sharp'
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { FileModel } from '../../db/models.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/app.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { filePath, serveFile, writeWhole } from '../../platform/files.ts'
import { loadEntries } from '../entries/closure.ts'

const params = z.object({ id: machineIdSchema })
const photoParams = params.extend({ entry: entryIdSchema })
const sizeQuery = z.object({ size: z.enum(['preview', 'original']).default('preview') })

/** Largest file in bytes and largest picture in pixels that are taken. */
const maxBytes = 40 * 1024 * 1024
const maxPixels = 60_000_000
const previewPx = 900
const mimes: Readonly<Record<string, string>> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' }

export interface StoredFile {
  readonly file: string
  readonly width: number
  readonly height: number
  readonly mime: string
}

/** Stores a photograph. Throws unsupported-file for anything that is not one, too-large above the pixel limit. */
export async function storePhoto(dataDir: string, bytes: Buffer): Promise<StoredFile> {
  let meta: Metadata
  try {
    meta = await sharp(bytes, { limitInputPixels: false }).metadata()
  } catch {
    throw new ProblemError('unsupported-file', 'This file is not a photograph (JPEG, PNG or WebP), whatever its name says. Nothing was stored.')
  }
  const mime = mimes[meta.format ?? '']
  if (!mime || !meta.width || !meta.height) throw new ProblemError('unsupported-file', 'Photographs are JPEG, PNG or WebP. Nothing was stored.')
  if (meta.width * meta.height > maxPixels)
    throw new ProblemError(
      'too-large',
      `This picture has ${Math.round((meta.width * meta.height) / 1e6)} million pixels; up to ${maxPixels / 1e6} million are taken. Nothing was stored.`,
    )
  const sha256 = createHash('sha256').update(bytes).digest('hex')
  const preview = await sharp(bytes, { limitInputPixels: maxPixels, failOn: 'error' })
    .rotate()
    .resize(previewPx, previewPx, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 82 })
    .toBuffer()
    .catch(() => {
      throw new ProblemError('unsupported-file', 'This picture is damaged. Nothing was stored.')
    })
  await writeWhole(filePath(dataDir, sha256, 'original'), bytes)
  await writeWhole(filePath(dataDir, sha256, 'preview'), preview)
  await FileModel.findOrCreate({ where: { sha256 }, defaults: { sha256, mime, width: meta.width, height: meta.height, bytes: bytes.length } })
  return { file: sha256, width: meta.width, height: meta.height, mime }
}

export function photoRoutes(services: Services): Router {
  const router = Router()
  const upload = multer({ storage: multer.memoryStorage(), limits: { fileSize: maxBytes, files: 1 } })

  router.post(
    '/machines/:id/photos',
    upload.single('photo'),
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      await requireSight(services.db, visitor, parse(params, request.params).id)
      if (!request.file) throw new ProblemError('invalid', 'There is no photograph in it.')
      response.status(201).json(await storePhoto(services.config.dataDir, request.file.buffer))
    }),
  )

  /** A file is served by the entry of the machine that shows it, never by its hash. */
  router.get(
    '/machines/:id/photos/:entry',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { id, entry: entryId } = parse(photoParams, request.params)
      const { size } = parse(sizeQuery, request.query)
      await requireSight(services.db, visitor, id)
      const [entry] = await loadEntries(services.db, [entryId])
      if (!entry || entry.body.kind !== 'photo' || entry.body.machine !== id) throw notFound()
      const row = await FileModel.findByPk(entry.body.file)
      if (!row) throw notFound()
      await serveFile(response, filePath(services.config.dataDir, entry.body.file, size), size === 'preview' ? 'image/webp' : row.mime)
    }),
  )

  return router
}
