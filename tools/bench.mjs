/** `npm run bench [name]`: measurements as ratios, one JSON object a line. */
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { chromiumPath, ensureBuild, ensureChromium, ensureDatabase, ensurePackages, freePort, root, runStep, startCluster } from './provision.mjs'

ensurePackages()
ensureBuild()
const only = process.argv[2]
const node = (file, env = {}) => runStep(process.execPath, ['--import', 'tsx', file], env)
let failed = 0
if (!only || only === 'fold') failed += await node('bench/fold.ts')
if (!only || only === 'first-view') failed += await node('bench/first-view.ts')
if (!only || only === 'append') {
  const cluster = await startCluster(path.join(root, '.data'), 'postgres-bench')
  failed += await node('bench/append.ts', { DATABASE_URL: await ensureDatabase(cluster.url, 'bench', { fresh: true }) })
  await cluster.stop()
}
if (!only || only === 'collection') {
  ensureChromium()
  const cluster = await startCluster(path.join(root, '.data'), 'postgres-bench')
  const env = { DATABASE_URL: await ensureDatabase(cluster.url, 'bench_collection', { fresh: true }), CHROMIUM: chromiumPath }
  failed += await node('bench/collection.ts', env)
  failed += await node('bench/browser.ts', env)
  await cluster.stop()
}
if (!only || only === 'offline') {
  ensureChromium()
  const cluster = await startCluster(path.join(root, '.data'), 'postgres-bench')
  failed += await node('bench/offline.ts', {
    DATABASE_URL: await ensureDatabase(cluster.url, 'bench_offline', { fresh: true }),
    PORT: String(await freePort()),
    CHROMIUM: chromiumPath,
  })
  await cluster.stop()
}
if (!only || only === 'episode') {
  ensureChromium()
  const cluster = await startCluster(path.join(root, '.data'), 'postgres-bench')
  const env = { CHROMIUM: chromiumPath, PORT: String(await freePort()) }
  failed += await node('bench/episode.ts', { ...env, DATABASE_URL: await ensureDatabase(cluster.url, 'bench_episode', { fresh: true }) })
  failed += await node('bench/questions.ts', { ...env, DATABASE_URL: await ensureDatabase(cluster.url, 'bench_questions', { fresh: true }) })
  await cluster.stop()
}
if (!only || only === 'parts') {
  failed += await node('bench/parts.ts')
  const cluster = await startCluster(path.join(root, '.data'), 'postgres-bench')
  failed += await node('bench/claim.ts', { DATABASE_URL: await ensureDatabase(cluster.url, 'bench_claim', { fresh: true }) })
  await cluster.stop()
}
if (!only || only === 'restart') {
  const data = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-restart-'))
  const port = String(await freePort())
  const start = async () => {
    const began = performance.now()
    const child = spawn(process.execPath, ['tools/demo.mjs'], { cwd: root, stdio: 'ignore', env: { ...process.env, ANAMNESIS_DATA: data, PORT: port } })
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
}
process.exit(failed ? 1 : 0)
