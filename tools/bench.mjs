/** `npm run bench [-- group]`: measurements, one JSON object a line. Ends with 1 when a figure is over its limit, or a group broke. */
import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import {
  chromiumPath,
  ensureBuild,
  ensureChromium,
  ensureDatabase,
  ensurePackages,
  freePort,
  root,
  runStep,
  startCluster,
} from './provision.mjs'

ensurePackages()
ensureBuild()
const only = process.argv[2]
process.env.BENCH_RUNNER = String(process.pid)
const node = (file, env = {}) =>
  runStep(process.execPath, ['--import', 'tsx', file], { CHROMIUM: chromiumPath, ...env })

/** Runs files one after the other, each on a database of its own in a durable cluster. */
async function onDatabases(files, { browser = false, more = {} } = {}) {
  if (browser) ensureChromium()
  const data = path.join(root, '.data')
  const cluster = await startCluster(data, 'postgres-bench')
  const pidFile = [path.join(data, 'postgres-bench', 'cluster', 'postmaster.pid')].find((f) => existsSync(f))
  const env = {
    ...(pidFile ? { BENCH_POSTMASTER: readFileSync(pidFile, 'utf8').split('\n')[0] } : {}),
    ...more,
  }
  let failed = 0
  try {
    for (const [file, database, again] of files)
      failed += await node(file, {
        ...env,
        PORT: String(await freePort()),
        DATABASE_URL: await ensureDatabase(cluster.url, database, { fresh: !again }),
      })
  } finally {
    await cluster.stop()
  }
  return failed
}

async function restart() {
  const data = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-restart-'))
  const port = String(await freePort())
  const start = async () => {
    const began = performance.now()
    const child = spawn(process.execPath, ['tools/demo.mjs'], {
      cwd: root,
      stdio: 'ignore',
      env: { ...process.env, ANAMNESIS_DATA: data, PORT: port },
    })
    for (;;) {
      const up = await fetch(`http://127.0.0.1:${port}/`).then(
        (r) => r.ok,
        () => false,
      )
      if (up) break
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    const seconds = (performance.now() - began) / 1000
    child.kill('SIGINT')
    await new Promise((resolve) => child.on('exit', resolve))
    return seconds
  }
  const first = await start()
  const second = await start()
  console.log(
    JSON.stringify({
      name: 'restart',
      value: Number(second.toFixed(2)),
      unit: 's, second npm run demo until the page answers',
      against: `first: ${first.toFixed(2)} s`,
      ratio: Number((second / first).toFixed(2)),
    }),
  )
  return 0
}

const groups = {
  fold: () => node('bench/fold.ts'),
  truth: () => node('bench/truth.ts'),
  todo: () => node('bench/todo.ts'),
  read: () => node('bench/read.ts'),
  'first-view': () => node('bench/first-view.ts'),
  diagnosis: () => node('bench/diagnosis.ts'),
  practice: () => node('bench/practice.ts'),
  plan: () => node('bench/plan.ts'),
  loans: () => onDatabases([['bench/loans.ts', 'bench_loans']]),
  colour: () => node('bench/colour.ts'),
  append: () => onDatabases([['bench/append.ts', 'bench']]),
  malformed: () => onDatabases([['bench/malformed.ts', 'bench_malformed']]),
  races: () => onDatabases([['bench/races.ts', 'bench_races']]),
  faults: () => {
    ensureChromium()
    return node('bench/faults.ts')
  },
  collection: () =>
    onDatabases(
      [
        ['bench/collection.ts', 'bench_collection'],
        ['bench/browser.ts', 'bench_collection', true],
      ],
      { browser: true },
    ),
  'round-trips': () => onDatabases([['bench/round-trips.ts', 'bench_round_trips']], { browser: true }),
  reach: () => onDatabases([['bench/reach.ts', 'bench_reach']], { browser: true }),
  offline: () => onDatabases([['bench/offline.ts', 'bench_offline']], { browser: true }),
  episode: () =>
    onDatabases(
      [
        ['bench/episode.ts', 'bench_episode'],
        ['bench/questions.ts', 'bench_questions'],
      ],
      { browser: true },
    ),
  parts: async () =>
    (await node('bench/parts.ts')) + (await onDatabases([['bench/claim.ts', 'bench_claim']])),
  restart,
}

if (only !== undefined && !(only in groups)) {
  console.error(`There is no group ${only}. Groups: ${Object.keys(groups).join(', ')}`)
  process.exit(1)
}
let failed = 0
for (const [name, run] of Object.entries(groups))
  if (only === undefined || only === name) failed += await run()
process.exit(failed > 0 ? 1 : 0)
