/**
 * The tests that mutants of a folder are tried against: those that speak of it. More of them would find a little more, and take hours.
 */
import fs from 'node:fs'
import path from 'node:path'

/** Everything of core speaks of the history: its reducers are tested where their aspect is at home. */
const near = {
  'core/work/checks': ['core/work/checks', 'core/composer'],
  'core/parts': ['core/parts', 'core/composer'],
  'core/history': ['core'],
}
/** Of seconds each, about seeded evenings, lines and pictures: a mutant would wait for them every time. */
const slow = [
  'core/composer/freely/',
  'core/testing/',
  'core/plan/',
  'core/colour/',
  'core/diagnosis/',
  'core/practice/',
]

/** Files of tests near `folder`, from the root of the code, sorted, without the slow ones. */
export function nearTests(folder) {
  return (near[folder] ?? [folder])
    .flatMap((at) => fs.readdirSync(at, { recursive: true }).map((name) => path.join(at, name)))
    .filter((file) => file.endsWith('.test.ts') && !slow.some((at) => file.startsWith(at)))
    .sort()
}
