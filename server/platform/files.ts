/** Files on disk: content-addressed, written whole, served as what they are and nothing else. */
import { randomUUID, createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { access, mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import { pipeline } from 'node:stream/promises'
import type { Response } from 'express'
import { notFound, ProblemError } from './errors.ts'

export const versions = ['original', 'preview', 'thumb', 'clean'] as const
export type Version = (typeof versions)[number]
const endings: Readonly<Record<Version, string>> = {
  original: '',
  preview: '.preview.webp',
  thumb: '.thumb.webp',
  clean: '.clean.webp',
}

/** `thumb`: as small as a row of a list. `clean`: a photograph without what the camera wrote into it (place, author). */
export const filePath = (dataDir: string, sha256: string, kind: Version) =>
  path.join(dataDir, 'files', sha256.slice(0, 2), `${sha256}${endings[kind]}`)

/** Where what is being received lies until it is known to be whole. */
export const incomingDir = (dataDir: string) => path.join(dataDir, 'incoming')

export const fileExists = (file: string): Promise<boolean> =>
  access(file).then(
    () => true,
    () => false,
  )

/** What a full disk is answered with; anything else stays what it was. */
export function diskProblem(error: unknown): unknown {
  const code = (error as { code?: string }).code
  return code === 'ENOSPC' || code === 'EDQUOT'
    ? new ProblemError(
        'disk-full',
        'The server’s disk is full: tell a steward. It waits on this device and is sent by itself when there is room.',
      )
    : error
}

/** SHA-256 of a file, read as a stream. */
export async function sha256Of(file: string): Promise<string> {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

async function syncPath(name: string): Promise<void> {
  const handle = await open(name, 'r')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
}

/**
 * Puts bytes, or a file that lies in `incoming`, where it belongs: under a name of its own first, on the disk before it is
 * renamed, so that neither a crash nor a loss of power leaves half a file. Two writers of the same file do not meet. One that
 * is there already stays. Throws disk-full.
 */
export async function writeWhole(
  file: string,
  content: Uint8Array | { readonly moved: string },
): Promise<void> {
  const folder = path.dirname(file)
  const draft = 'moved' in content ? content.moved : `${file}.${randomUUID()}.part`
  try {
    await mkdir(folder, { recursive: true, mode: 0o700 })
    if (!('moved' in content)) {
      const size = await stat(file).then(
        (s) => s.size,
        () => -1,
      )
      if (size === content.length) return
      const handle = await open(draft, 'w', 0o600)
      try {
        await handle.writeFile(content)
        await handle.sync()
      } finally {
        await handle.close()
      }
    } else await syncPath(draft)
    await rename(draft, file)
    await syncPath(folder)
  } catch (error) {
    await rm(draft, { force: true }).catch(() => undefined)
    throw diskProblem(error)
  }
}

/** Removes what was being received when a server stopped. Another server may be receiving now: only what is older than an hour. */
export async function sweepLeftovers(dataDir: string, nowMs: number): Promise<number> {
  const found: string[] = []
  for (const folder of [incomingDir(dataDir), path.join(dataDir, 'files')]) {
    const names = await readdir(folder, { recursive: true }).catch(() => [])
    found.push(...names.filter((n) => n.endsWith('.part')).map((n) => path.join(folder, n)))
  }
  let removed = 0
  for (const file of found) {
    const at = await stat(file).then(
      (s) => s.mtimeMs,
      () => nowMs,
    )
    if (nowMs - at < 3_600_000) continue
    await rm(file, { force: true })
    removed++
  }
  return removed
}

/** Sends a file as `mime`; nothing in it may run. Throws not-found when it is not there. */
export async function serveFile(response: Response, file: string, mime: string): Promise<void> {
  if (!(await fileExists(file))) throw notFound()
  response.setHeader('content-type', mime)
  response.setHeader('content-security-policy', "default-src 'none'; frame-ancestors 'none'; sandbox")
  response.setHeader('x-content-type-options', 'nosniff')
  // Asked again each time: a right taken away, or a sign-out, is heeded at once.
  response.setHeader('cache-control', 'private, no-cache')
  // The data directory may well be a hidden one.
  response.sendFile(path.resolve(file), { dotfiles: 'allow', cacheControl: false })
}
