/** `npm run backup [file]` and `npm run restore <file>`: database and photographs in one archive, with PostgreSQL's own tools. */
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { ensurePostgres, root } from './provision.mjs'

const [mode, given] = process.argv.slice(2)
const url = process.env.DATABASE_URL
const dataDir = path.resolve(process.env.ANAMNESIS_DATA ?? path.join(root, '.data'))
if (!url) {
  console.error('DATABASE_URL is not set. Say which database: postgres://user@127.0.0.1:5432/name')
  process.exit(1)
}
const bin = ensurePostgres()
const work = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-backup-'))
try {
  if (mode === 'backup') {
    const file = path.resolve(given ?? `anamnesis-${new Date().toISOString().slice(0, 10)}.tar`)
    execFileSync(path.join(bin, 'pg_dump'), ['--format=custom', '--no-owner', `--file=${path.join(work, 'database.dump')}`, url], { stdio: 'inherit' })
    const files = existsSync(path.join(dataDir, 'files')) ? ['-C', dataDir, 'files'] : []
    execFileSync('tar', ['-cf', file, '-C', work, 'database.dump', ...files])
    console.log(`Written: ${file}`)
  } else if (mode === 'restore' && given) {
    execFileSync('tar', ['-xf', path.resolve(given), '-C', work])
    execFileSync(path.join(bin, 'pg_restore'), ['--clean', '--if-exists', '--no-owner', '--single-transaction', `--dbname=${url}`, path.join(work, 'database.dump')], {
      stdio: 'inherit',
    })
    if (existsSync(path.join(work, 'files'))) {
      mkdirSync(dataDir, { recursive: true })
      execFileSync('cp', ['-rn', path.join(work, 'files'), dataDir])
    }
    console.log('Restored. Run npm run rebuild to compare every stored figure with the entries.')
  } else {
    console.error('npm run backup [-- file.tar]   or   npm run restore -- file.tar')
    process.exitCode = 1
  }
} finally {
  rmSync(work, { recursive: true, force: true })
}
