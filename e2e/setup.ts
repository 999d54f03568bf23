/** Starts two servers on databases of their own: the demo collection, and an empty one that prints its one-time link. */
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { ensureDatabase, freePort } from '../tools/provision.mjs'

const root = path.resolve(import.meta.dirname, '..')

async function start(
  script: string,
  database: string,
  extra: Record<string, string>,
): Promise<{ child: ChildProcess; address: string; printed: () => string }> {
  const cluster = process.env['TEST_CLUSTER_URL']
  if (!cluster) throw new Error('TEST_CLUSTER_URL is not set: run the tests with npm test')
  const url = await ensureDatabase(cluster, database, { fresh: true })
  const port = await freePort()
  const address = `http://127.0.0.1:${String(port)}`
  let text = ''
  const child = spawn(process.execPath, ['--import', 'tsx', script], {
    cwd: root,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: url,
      ANAMNESIS_DATA: mkdtempSync(path.join(os.tmpdir(), 'anamnesis-e2e-')),
      ANAMNESIS_WEB: path.join(root, process.env['E2E_WEB'] ?? 'dist/web'),
      PORT: String(port),
      ...extra,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  child.stdout?.on('data', (chunk: Buffer) => {
    text += chunk.toString()
  })
  // Drawing and telling the demo collection takes a slow machine a while.
  for (let i = 0; i < 1200; i++) {
    const up = await fetch(`${address}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
    if (up && text.includes(address)) return { child, address, printed: () => text }
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error(`the server of ${script} did not come up: ${text}`)
}

export default async function setup() {
  const [demo, empty] = await Promise.all([
    start('demo/main.ts', 'e2e_demo', { ANAMNESIS_DEMO: '1' }),
    start('server/main.ts', 'e2e_empty', {}),
  ])
  process.env['E2E_DEMO'] = demo.address
  process.env['E2E_EMPTY'] = empty.address
  process.env['E2E_FIRST_RUN'] = /(\/first-run\/\S+)/.exec(empty.printed())?.[1] ?? ''
  return () => {
    demo.child.kill('SIGTERM')
    empty.child.kill('SIGTERM')
  }
}
