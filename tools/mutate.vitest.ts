/**
 * The tests that mutants are tried against: those that speak of the folder. More of them would find a little more, and take hours: each
 * mutant loads every test file again. One registry of modules serves a whole run, which halves the loading.
 */
import { defineConfig } from 'vitest/config'

const near: Readonly<Record<string, readonly string[]>> = {
  'core/work/checks': ['core/work/checks', 'core/composer'],
  'core/parts': ['core/parts', 'core/composer'],
  'core/history': ['core/history', 'core/judging', 'core/composer'],
}
const folder = process.env['MUTATE_FOLDER'] ?? ''

export default defineConfig({
  test: {
    include: (near[folder] ?? [folder]).map((f) => `${f}/**/*.test.ts`),
    exclude: ['core/composer/freely/**'],
    environment: 'node',
    isolate: false,
  },
})
