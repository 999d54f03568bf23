/** Runs one command with the tests' own PostgreSQL: node tools/with-db.mjs npx vitest run server/… */
import path from 'node:path'
import { root, runStep, startCluster } from './provision.mjs'

const cluster = await startCluster(
  path.resolve(process.env.ANAMNESIS_DATA ?? path.join(root, '.data')),
  'postgres-test',
  { durable: false },
)
const [command, ...args] = process.argv.slice(2)
const code = await runStep(command, args, { TEST_CLUSTER_URL: cluster.url, NODE_ENV: 'test' })
await cluster.stop()
process.exit(code)
