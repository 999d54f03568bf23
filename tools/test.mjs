/** `npm test`: types, lint, rules, unit, server against a real database of its own, build, end to end. */
import path from 'node:path'
import { ensureChromium, ensurePackages, root, runStep, startCluster } from './provision.mjs'

ensurePackages()
ensureChromium()
const dataDir = path.resolve(process.env.ANAMNESIS_DATA ?? path.join(root, '.data'))
const cluster = await startCluster(dataDir, 'postgres-test', { durable: false })
const env = { TEST_CLUSTER_URL: cluster.url, NODE_ENV: 'test', FORCE_COLOR: '0' }
const testBuild = path.join('dist', 'web-under-test')
/** None of these needs another, and each leaves a core idle by itself. */
const sideBySide = [
  ['types', 'npx', ['tsc', '--noEmit']],
  ['types, service worker', 'npx', ['tsc', '--noEmit', '-p', 'web/offline']],
  ['lint', 'npx', ['eslint', '--max-warnings', '0', '.']],
  [
    'dependency rules',
    'npx',
    [
      'depcruise',
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'err',
      'core',
      'api',
      'server',
      'web',
      'demo',
      'stand-ins',
    ],
  ],
]
const steps = [
  ['unit and server tests', 'npx', ['vitest', 'run']],
  // As it ships, in a folder of its own: what the tests walk is what people get, and a server beside them keeps its own.
  [
    'build',
    'npx',
    ['vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn'],
    { NODE_ENV: 'production', ANAMNESIS_BUILD: testBuild },
  ],
  [
    'end to end',
    'npx',
    ['playwright', 'test', '--config', 'e2e/playwright.config.ts'],
    { E2E_WEB: testBuild },
  ],
]
const only = process.argv.slice(2)
const wanted = ([name]) => only.length === 0 || only.some((o) => name.includes(o))
async function passes([name, command, args, more = {}]) {
  const start = Date.now()
  const code = await runStep(command, args, { ...env, ...more })
  console.log(`${code === 0 ? 'ok    ' : 'FAILED'} ${name} (${((Date.now() - start) / 1000).toFixed(1)} s)`)
  return code === 0
}
const told = await Promise.all(sideBySide.filter(wanted).map(passes))
for (const step of steps.filter(wanted)) {
  if (told.includes(false)) break
  told.push(await passes(step))
}
await cluster.stop()
const failed = told.filter((ok) => !ok).length
console.log(`${told.length - failed} passed, ${failed} failed`)
process.exit(failed ? 1 : 0)
