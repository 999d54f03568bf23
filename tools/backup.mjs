/**
 * `npm run backup [-- file.tar]` and `npm run restore -- file.tar [--over]`: database and photographs in one archive, with
 * PostgreSQL's own tools. A restore looks at everything before it touches anything, and replaces a house whole or not at all.
 */
import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  chmodSync,
  copyFileSync,
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  rmSync,
} from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { pipeline } from 'node:stream/promises'
import { fileURLToPath } from 'node:url'
import { ensurePostgres, root } from './provision.mjs'

/** A refusal in one sentence. */
export class Refused extends Error {}

/** The database's address without its password, which would be seen in the list of processes; and the password for the environment. */
function addressOf(url) {
  const address = new URL(url)
  const password = decodeURIComponent(address.password)
  address.password = ''
  return {
    address: address.toString(),
    env: { ...process.env, ...(password ? { PGPASSWORD: password } : {}) },
  }
}

/** Runs one of PostgreSQL's programs. Throws Refused with `sentence` when it fails. */
function pg(program, args, env, sentence) {
  const done = spawnSync(path.join(ensurePostgres(), program), args, {
    env,
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  })
  if (done.status === 0) return done.stdout
  const why = (done.stderr || done.error?.message || '').trim().split('\n')[0] ?? ''
  throw new Refused(`${sentence}${why ? ` (${why.replace(/^\S*(?:psql|pg_\w+): ?(?:error: ?)?/, '')})` : ''}`)
}

async function sha256Of(file) {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

const originalsIn = (folder) =>
  existsSync(folder)
    ? readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter((f) => f.isFile() && /^[0-9a-f]{64}$/.test(f.name))
        .map((f) => ({ sha256: f.name, file: path.join(f.parentPath ?? f.path, f.name) }))
    : []

/** Writes database and originals into `file`. Previews are made again when they are asked for. */
export function backup({ url, dataDir, file }) {
  const { address, env } = addressOf(url)
  const work = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-backup-'))
  try {
    pg(
      'pg_dump',
      ['--format=custom', '--no-owner', `--file=${path.join(work, 'database.dump')}`, address],
      env,
      'The database cannot be read, so nothing was written.',
    )
    const files = existsSync(path.join(dataDir, 'files'))
      ? ['-C', dataDir, '--exclude=*.webp', '--exclude=*.part', 'files']
      : []
    // Password hashes are in it: nobody else may read it, from its first byte on.
    const before = process.umask(0o077)
    try {
      execFileSync('tar', ['-cf', file, '-C', work, 'database.dump', ...files], {
        stdio: ['ignore', 'ignore', 'pipe'],
      })
    } catch {
      throw new Refused(
        `The backup cannot be written to ${file}: is there room, and may this user write there?`,
      )
    } finally {
      process.umask(before)
    }
    chmodSync(file, 0o600)
  } finally {
    rmSync(work, { recursive: true, force: true })
  }
}

/** Puts a backup in place of what is there. Answers how many photographs it brought and how many the database names that it lacks. Throws Refused. */
export async function restore({ url, dataDir, file, over = false }) {
  const { address, env } = addressOf(url)
  const work = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-restore-'))
  const query = (sql) =>
    pg(
      'psql',
      ['--no-psqlrc', '--tuples-only', '--no-align', '--quiet', `--dbname=${address}`, '-c', sql],
      env,
      'The database does not answer.',
    ).trim()
  try {
    if (!existsSync(file)) throw new Refused(`There is no file ${file}.`)
    if (spawnSync('tar', ['-xf', file, '-C', work], { stdio: 'ignore' }).status !== 0)
      throw new Refused(
        'This file is no backup, or it is cut off or damaged: it cannot be unpacked. Nothing was changed.',
      )
    const dump = path.join(work, 'database.dump')
    if (!existsSync(dump))
      throw new Refused(
        'This archive holds no database: it is no backup of a collection. Nothing was changed.',
      )
    const sql = path.join(work, 'database.sql')
    pg(
      'pg_restore',
      ['--no-owner', `--file=${sql}`, dump],
      env,
      'The database in this backup is damaged. Nothing was changed.',
    )
    const originals = originalsIn(path.join(work, 'files'))
    for (const { sha256, file: photograph } of originals)
      if ((await sha256Of(photograph)) !== sha256)
        throw new Refused(
          `A photograph in this backup is damaged: ${sha256.slice(0, 12)}… is not what its name says. Nothing was changed.`,
        )
    const others = query(
      `SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid() AND backend_type = 'client backend'`,
    )
    if (others !== '0')
      throw new Refused('A server is using this database: stop it first. Nothing was changed.')
    const holds =
      query(`SELECT to_regclass('public.entries') IS NOT NULL`) === 't'
        ? query('SELECT count(*) FROM entries')
        : '0'
    if (holds !== '0' && !over)
      throw new Refused(
        `This database holds a collection of ${holds} entries. Say --over to put the backup in its place, and make a backup of it first. Nothing was changed.`,
      )
    // Photographs first: they take nothing away, and a database that names one must find it.
    for (const { sha256, file: photograph } of originals) {
      const place = path.join(dataDir, 'files', sha256.slice(0, 2), sha256)
      if (existsSync(place) && (await sha256Of(place)) === sha256) continue
      mkdirSync(path.dirname(place), { recursive: true, mode: 0o700 })
      copyFileSync(photograph, place)
      for (const made of ['preview', 'thumb', 'clean'].map((version) => `${place}.${version}.webp`))
        rmSync(made, { force: true })
    }
    pg(
      'psql',
      [
        '--no-psqlrc',
        '--quiet',
        '--single-transaction',
        '--set=ON_ERROR_STOP=1',
        `--dbname=${address}`,
        '-c',
        'DROP SCHEMA public CASCADE',
        '-c',
        'CREATE SCHEMA public',
        '-f',
        sql,
      ],
      env,
      'The database refused the backup. It is as it was.',
    )
    const named = query('SELECT sha256 FROM files').split('\n').filter(Boolean)
    return {
      photographs: originals.length,
      missing: named.filter((sha256) => !existsSync(path.join(dataDir, 'files', sha256.slice(0, 2), sha256)))
        .length,
    }
  } finally {
    rmSync(work, { recursive: true, force: true })
  }
}

async function main() {
  const [mode, ...rest] = process.argv.slice(2)
  const given = rest.find((a) => !a.startsWith('--'))
  const url = process.env.DATABASE_URL
  const dataDir = path.resolve(process.env.ANAMNESIS_DATA ?? path.join(root, '.data'))
  if (!url)
    throw new Refused('DATABASE_URL is not set. Say which database: postgres://user@127.0.0.1:5432/name')
  if (mode === 'backup') {
    const file = path.resolve(given ?? `anamnesis-${new Date().toISOString().slice(0, 10)}.tar`)
    backup({ url, dataDir, file })
    console.log(`Written: ${file}`)
  } else if (mode === 'restore' && given) {
    const { photographs, missing } = await restore({
      url,
      dataDir,
      file: path.resolve(given),
      over: rest.includes('--over'),
    })
    console.log(`Restored, with ${photographs} photographs and voice notes.`)
    if (missing > 0) console.log(`${missing} that the database names are neither in the backup nor here.`)
    console.log(
      'Start the server: it brings an older backup up to date. Then npm run rebuild compares every stored figure with the entries.',
    )
  } else throw new Refused('npm run backup [-- file.tar]   or   npm run restore -- file.tar [--over]')
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  main().catch((error) => {
    console.error(error instanceof Refused ? error.message : error)
    process.exitCode = 1
  })
