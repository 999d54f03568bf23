/** `npm run demo`: everything from nothing, the demo collection, one address. `-- --fresh` starts over. */
import { spawn } from 'node:child_process'
import path from 'node:path'
import { ensureBuild, ensureDatabase, ensurePackages, root, startCluster } from './provision.mjs'

const fresh = process.argv.includes('--fresh')
const dataDir = path.resolve(process.env.ANAMNESIS_DATA ?? path.join(root, '.data'))
ensurePackages()
const given = process.env.DATABASE_URL
const cluster = given ? undefined : await startCluster(dataDir)
const url = given ?? (await ensureDatabase(cluster.url, 'anamnesis_demo', { fresh }))
ensureBuild()

const server = spawn(process.execPath, ['--import', 'tsx', 'demo/main.ts'], {
  cwd: root,
  stdio: 'inherit',
  env: {
    ...process.env,
    DATABASE_URL: url,
    ANAMNESIS_DATA: path.join(dataDir, 'demo'),
    ANAMNESIS_DEMO: '1',
    PORT: process.env.PORT ?? '4180',
    ANAMNESIS_WEB: path.join(root, 'dist', 'web'),
    ANAMNESIS_FRESH: fresh ? '1' : '',
  },
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', async (code) => {
  await cluster?.stop()
  process.exit(code ?? 0)
})
