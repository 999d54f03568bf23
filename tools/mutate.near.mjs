/**
 * The tests that mutants of a folder are tried against: those that speak of it. More of them would find a little more, and take hours.
 */
import fs from 'node:fs'
import path from 'node:path'

const near = {
  'core/work/checks': ['core/work/checks', 'core/composer'],
  'core/parts': ['core/parts', 'core/composer'],
  'core/history': ['core/history', 'core/judging', 'core/composer'],
}

/** Files of tests near `folder`, from the root of the code, sorted. `core/composer/freely` is about seeded lines and slow, so left out. */
export function nearTests(folder) {
  return (near[folder] ?? [folder])
    .flatMap((at) => fs.readdirSync(at, { recursive: true }).map((name) => path.join(at, name)))
    .filter((file) => file.endsWith('.test.ts') && !file.startsWith('core/composer/freely/'))
    .sort()
}
