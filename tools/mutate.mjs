/**
 * `npm run mutate -- FOLDER [--files a.ts,b.ts | --again]`: changes the code of a folder in small ways, one at a time, and sees whether a
 * test notices. `--again`: tries only what survived the last time, and files that have changed since. Prints the survivors and the
 * score of the folder. Not part of `npm test`.
 */
import { Stryker } from '@stryker-mutator/core'
import fs from 'node:fs'
import os from 'node:os'
import { again, merged, readReport, scoreOf } from './mutate.again.mjs'

const [folder, flag, files] = process.argv.slice(2)
if (!folder) {
  console.error('Say which folder: npm run mutate -- core/history')
  process.exit(1)
}
const report = `.data/mutation/${folder.replaceAll('/', '-')}.json`
const before = flag === '--again' ? readReport(report) : undefined
if (flag === '--again' && !before) {
  console.error(`${folder} was not tried yet: leave --again out.`)
  process.exit(1)
}
const chosen = before
  ? again(before)
  : flag === '--files' && files
    ? files.split(',').map((f) => `${folder}/${f}`)
    : [`${folder}/**/*.ts`]
process.env.MUTATE_FOLDER = folder
await new Stryker({
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
  jsonReporter: { fileName: report },
  tempDirName: '.data/stryker',
  ignorePatterns: ['dist', '.data', 'docs', 'test-results', 'playwright-report'],
  timeoutMS: 8000,
  thresholds: { high: 90, low: 80, break: null },
  allowConsoleColors: false,
}).runMutationTest()
const after = readReport(report)
if (before) fs.writeFileSync(report, JSON.stringify(merged(before, after)))
console.log(JSON.stringify({ folder, ...scoreOf(readReport(report)) }))
