/** Voice notes of jots: type by content, original kept bit for bit, served by the entry that holds them. */
import { createHash } from 'node:crypto'
import { open } from 'node:fs/promises'
import { Router, type Request } from 'express'
import { z } from 'zod'
import type { voiceMimes } from '#core/history/bodies/jot.ts'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { filePath, serveFile, sha256Of, writeWhole } from '../../platform/files.ts'
import { receive, type Received } from '../../platform/uploads.ts'
import { rememberFile } from '../photos/routes.ts'
import { loadEntries } from '../entries/closure.ts'

const params = z.object({ id: machineIdSchema })
const voiceParams = params.extend({ entry: entryIdSchema })

/** Some twenty minutes of speech as browsers record it. */
const maxBytes = 20 * 1024 * 1024

/** What the first bytes say it is: the containers in which browsers record. */
export function voiceMime(bytes: Buffer): (typeof voiceMimes)[number] | undefined {
  if (bytes.length < 12) return undefined
  if (bytes.readUInt32BE(0) === 0x1a45dfa3) return 'audio/webm'
  const four = bytes.toString('latin1', 0, 4)
  if (four === 'OggS') return 'audio/ogg'
  if (four === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WAVE') return 'audio/wav'
  return bytes.toString('latin1', 4, 8) === 'ftyp' ? 'audio/mp4' : undefined
}

/** The first bytes of what was received. */
export async function headOf(content: Buffer | Received): Promise<Buffer> {
  if (Buffer.isBuffer(content)) return content.subarray(0, 12)
  const handle = await open(content.path, 'r')
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(12), 0, 12, 0)
    return buffer.subarray(0, bytesRead)
  } finally {
    await handle.close()
  }
}

/** Stores a voice note. Throws unsupported-file for what is no recording. */
export async function storeVoice(
  { db, config }: Pick<Services, 'db' | 'config'>,
  content: Buffer | Received,
): Promise<{ file: string; mime: string; width: number; height: number }> {
  const mime = voiceMime(await headOf(content))
  if (!mime)
    throw new ProblemError(
      'unsupported-file',
      'This file is no voice note (WebM, Ogg, MP4 or WAV), whatever its name says. Nothing was stored.',
    )
  const sha256 = Buffer.isBuffer(content)
    ? createHash('sha256').update(content).digest('hex')
    : await sha256Of(content.path)
  await writeWhole(
    filePath(config.dataDir, sha256, 'original'),
    Buffer.isBuffer(content) ? content : { moved: content.path },
  )
  await rememberFile(db, sha256, mime, 0, 0, Buffer.isBuffer(content) ? content.length : content.size)
  return { file: sha256, mime, width: 0, height: 0 }
}

export function jotRoutes(services: Services): Router {
  const router = Router()
  const may = async (request: Request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    await requireSight(services.db, visitor, parse(params, request.params).id)
  }

  router.post(
    '/machines/:id/voices',
    ...receive(
      { dataDir: services.config.dataDir, field: 'voice', maxBytes, may },
      async (file, _request, response) => void response.status(201).json(await storeVoice(services, file)),
    ),
  )

  /** For the house only: a guest's log has no jots. */
  router.get(
    '/machines/:id/voices/:entry',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id, entry: entryId } = parse(voiceParams, request.params)
      await requireSight(services.db, visitor, id)
      const [entry] = await loadEntries(services.db, [entryId])
      if (
        entry?.body.kind !== 'jot' ||
        entry.body.what !== 'made' ||
        entry.body.machine !== id ||
        !entry.body.voice
      )
        throw notFound()
      await serveFile(
        response,
        filePath(services.config.dataDir, entry.body.voice.file, 'original'),
        entry.body.voice.mime,
      )
    }),
  )

  return router
}
