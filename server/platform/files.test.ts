/** Files: written whole by many at once, a full disk said as such, what was being received swept away only when it is old. */
import { mkdir, mkdtemp, readdir, readFile, rm, utimes, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ProblemError } from './errors.ts'
import {
  diskProblem,
  fileExists,
  filePath,
  incomingDir,
  sha256Of,
  sweepLeftovers,
  writeWhole,
} from './files.ts'

let dataDir: string
beforeAll(async () => void (dataDir = await mkdtemp(path.join(tmpdir(), 'files-'))))
afterAll(() => rm(dataDir, { recursive: true, force: true }))
// The SHA-256 of "abc" (FIPS 180-2, appendix B.1).
const abc = 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'

describe('a file', () => {
  it('written by many at once is whole, and nothing is left beside it', async () => {
    const file = filePath(dataDir, abc, 'original')
    await Promise.all(Array.from({ length: 20 }, () => writeWhole(file, Buffer.from('abc'))))
    expect(await readFile(file, 'utf8')).toBe('abc')
    expect(await sha256Of(file)).toBe(abc)
    expect(await readdir(path.dirname(file))).toEqual([abc])
  })

  it('cut short by an earlier crash is written again', async () => {
    const file = filePath(dataDir, abc, 'original')
    await writeFile(file, 'ab')
    await writeWhole(file, Buffer.from('abc'))
    expect(await readFile(file, 'utf8')).toBe('abc')
  })

  it('that was received is moved where it belongs', async () => {
    const draft = path.join(incomingDir(dataDir), 'received.part')
    await mkdir(incomingDir(dataDir), { recursive: true })
    await writeFile(draft, 'abc')
    const file = filePath(dataDir, abc, 'clean')
    await writeWhole(file, { moved: draft })
    expect([await readFile(file, 'utf8'), await fileExists(draft)]).toEqual(['abc', false])
  })

  it('that cannot be written leaves no draft', async () => {
    await writeFile(path.join(dataDir, 'blocker'), '')
    await expect(writeWhole(path.join(dataDir, 'blocker', 'x'), Buffer.from('abc'))).rejects.toThrow()
    expect((await readdir(dataDir, { recursive: true })).filter((n) => n.endsWith('.part'))).toEqual([])
  })
})

describe('a full disk', () => {
  it.each(['ENOSPC', 'EDQUOT'])('(%s) is said, as something that waits', (code) => {
    const said = diskProblem(Object.assign(new Error(code), { code }))
    expect(said).toBeInstanceOf(ProblemError)
    expect(said).toMatchObject({ problem: 'disk-full' })
  })
  it('is not blamed for anything else', () => {
    const other = Object.assign(new Error('no'), { code: 'EACCES' })
    expect(diskProblem(other)).toBe(other)
  })
})

describe('what was being received when a server stopped', () => {
  it('is removed when it is older than an hour; what is newer, or whole, stays', async () => {
    const folder = path.join(dataDir, 'files', 'aa')
    await mkdir(folder, { recursive: true })
    const now = Date.now()
    for (const [name, minutes] of [
      ['old.part', 61],
      ['new.part', 59],
      ['whole', 61],
    ] as const) {
      await writeFile(path.join(folder, name), 'x')
      await utimes(path.join(folder, name), now / 1000, now / 1000 - minutes * 60)
    }
    expect(await sweepLeftovers(dataDir, now)).toBe(1)
    expect((await readdir(folder)).sort()).toEqual(['new.part', 'whole'])
  })
})
