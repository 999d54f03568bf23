/** Files on disk: content-addressed, written whole, served as what they are and nothing else. */
import { access, mkdir, rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Response } from 'express'
import { notFound } from './errors.ts'

export const filePath = (dataDir: string, sha256: string, kind: 'original' | 'preview') =>
  path.join(dataDir, 'files', sha256.slice(0, 2), kind === 'original' ? sha256 : `${sha256}.preview.webp`)

export const fileExists = (file: string): Promise<boolean> =>
  access(file).then(
    () => true,
    () => false,
  )

/** Writes under a temporary name first, so that a crash leaves no half file. */
export async function writeWhole(file: string, bytes: Uint8Array): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true })
  const draft = `${file}.${process.pid}.part`
  await writeFile(draft, bytes)
  await rename(draft, file)
}

/** Sends a file as `mime`; nothing in it may run. Throws not-found when it is not there. */
export async function serveFile(response: Response, file: string, mime: string): Promise<void> {
  if (!(await fileExists(file))) throw notFound()
  response.setHeader('content-type', mime)
  response.setHeader('content-security-policy', "default-src 'none'; sandbox")
  response.setHeader('x-content-type-options', 'nosniff')
  response.setHeader('cache-control', 'private, max-age=3600')
  // The data directory may well be a hidden one.
  response.sendFile(path.resolve(file), { dotfiles: 'allow' })
}
