/** Uploads: streamed to the disk, from somebody whose right was asked first, one file of bounded size. */
import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Request, RequestHandler } from 'express'
import multer, { MulterError } from 'multer'
import { diskProblem, incomingDir } from './files.ts'
import { handle, ProblemError, telling } from './errors.ts'

export interface Received {
  /** Where it lies until the route has moved it. */
  readonly path: string
  readonly size: number
}

export interface UploadRoute {
  readonly dataDir: string
  /** Name of the one file in the form. */
  readonly field: string
  readonly maxBytes: number
  /** Text fields beside it. */
  readonly fields?: number
  /** Asked before a byte is read. Throws when the visitor may not send one. */
  readonly may: (request: Request) => Promise<unknown>
}

const problemOfUpload = (error: unknown): unknown => {
  if (error instanceof ProblemError) return error
  if (error instanceof MulterError && error.code === 'LIMIT_FILE_SIZE')
    return new ProblemError('too-large', 'That file is larger than is taken at once. Nothing was stored.')
  if ((error as { code?: unknown }).code !== undefined && !(error instanceof MulterError))
    return diskProblem(error)
  // Whatever else the form's reader throws is about the form.
  return new ProblemError(
    'invalid',
    'The upload cannot be read: one file is taken, whole and under its own name. Nothing was stored.',
  )
}

/** Receives one file and gives it to `work`; what `work` left lying is removed. */
export function receive(
  route: UploadRoute,
  work: (file: Received, ...args: Parameters<RequestHandler>) => Promise<void>,
): RequestHandler[] {
  const folder = incomingDir(route.dataDir)
  const storage = multer.diskStorage({
    destination: (_request, _file, done) =>
      void mkdir(folder, { recursive: true, mode: 0o700 }).then(
        () => done(null, folder),
        (error: Error) => done(error, folder),
      ),
    filename: (_request, _file, done) => done(null, `${randomUUID()}.part`),
  })
  const fields = route.fields ?? 0
  const take = multer({
    storage,
    limits: {
      fileSize: route.maxBytes,
      files: 1,
      fields,
      parts: fields + 1,
      fieldSize: 8192,
      headerPairs: 30,
    },
  }).single(route.field)
  return [
    handle(async (request, _response, next) => {
      await route.may(request)
      if (!request.is('multipart/form-data'))
        throw new ProblemError('invalid', 'There is no file in it. Nothing was stored.')
      next()
    }),
    (request, response, next) => {
      // The reader of forms may answer more than once on a form that is broken twice.
      let answered = false
      const once = (error?: unknown) => {
        if (answered) return
        answered = true
        next(error === undefined || error === null ? undefined : problemOfUpload(error))
      }
      try {
        void take(request, response, once)
      } catch (error) {
        once(error)
      }
    },
    handle(async (request, response, next) => {
      const { file } = request
      if (!file) throw new ProblemError('invalid', 'There is no file in it. Nothing was stored.')
      try {
        await work({ path: file.path, size: file.size }, request, response, next)
      } catch (error) {
        throw diskProblem(error)
      } finally {
        await rm(file.path, { force: true })
      }
    }),
  ]
}

/** Writes a request's body to the disk as it comes, up to `most` bytes, never inflated. `done` removes it. Throws too-large. */
export async function receiveBody(
  request: Request,
  dataDir: string,
  most: number,
): Promise<{ path: string; done: () => Promise<void> }> {
  const packed = request.headers['content-encoding']
  if (packed !== undefined && packed !== 'identity')
    throw new ProblemError('invalid', 'A body that is packed is not taken. Nothing was stored.', {
      status: 415,
    })
  const tooLarge = () =>
    new ProblemError(
      'too-large',
      telling('Files of up to {most} MB are taken. Nothing was stored.', {
        most: Math.round(most / 1_048_576),
      }),
    )
  if (Number(request.headers['content-length'] ?? 0) > most) throw tooLarge()
  await mkdir(incomingDir(dataDir), { recursive: true, mode: 0o700 })
  const file = path.join(incomingDir(dataDir), `${randomUUID()}.part`)
  const done = () => rm(file, { force: true })
  let size = 0
  const count = new Transform({
    transform(chunk: Buffer, _encoding, next) {
      size += chunk.length
      next(size > most ? tooLarge() : null, chunk)
    },
  })
  try {
    await pipeline(request, count, createWriteStream(file, { mode: 0o600 }))
  } catch (error) {
    await done()
    throw diskProblem(error)
  }
  return { path: file, done }
}
