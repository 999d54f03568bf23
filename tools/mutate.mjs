/**
 * `npm run mutate -- FOLDER [--files a.ts,b.ts]`: changes the code of a folder in small ways, one at a time, and sees whether a test
 * notices. Prints the survivors and the score. Not part of `npm test`.
 */
import { Stryker } from '@stryker-mutator/core'
import os from 'node:os'

const [folder, flag, files] = process.argv.slice(2)
if (!folder) {
  console.error('Say which folder: npm run mutate -- core/history')
  process.exit(1)
}
const chosen =
  flag === '--files' && files ? files.split(',').map((f) => `${folder}/${f}`) : [`${folder}/**/*.ts`]
process.env.MUTATE_FOLDER = folder
const results = await new Stryker({
  mutate: [...chosen, '!**/*.test.ts'],
  testRunner: 'vitest',
  vitest: { configFile: 'tools/mutate.vitest.ts', related: false },
  buildCommand: 'node tools/mutate.build.mjs',
  plugins: ['@stryker-mutator/vitest-runner'],
  coverageAnalysis: 'perTest',
  ignoreStatic: true,
  concurrency: Number(process.env.MUTATE_PROCESSES ?? Math.max(1, os.cpus().length)),
  reporters: ['clear-text', 'json', 'progress-append-only'],
  clearTextReporter: { logTests: false, allowColor: false, reportTests: false },
  jsonReporter: { fileName: `.data/mutation/${folder.replaceAll('/', '-')}.json` },
  tempDirName: '.data/stryker',
  ignorePatterns: ['dist', '.data', 'docs', 'test-results', 'playwright-report'],
  timeoutMS: 8000,
  thresholds: { high: 90, low: 80, break: null },
  allowConsoleColors: false,
}).runMutationTest()
const told = results.filter((r) => r.status !== 'Ignored' && r.status !== 'CompileError')
const killed = told.filter((r) => r.status === 'Killed' || r.status === 'Timeout').length
console.log(
  JSON.stringify({ folder, mutants: told.length, killed, score: Number((killed / told.length).toFixed(3)) }),
)
