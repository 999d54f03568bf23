/**
 * The tests that mutants are tried against: those of core and api, without the two that tell long stories and without the folders that
 * only stand on what is measured (history, checks, parts, condition) and take most of the time.
 */
import { defineConfig } from 'vitest/config'

const beside = ['testing/truth', 'practice', 'colour', 'plan', 'work/reading', 'diagnosis', 'treatment']

export default defineConfig({
  test: {
    include: ['core/**/*.test.ts', 'api/**/*.test.ts'],
    exclude: beside.map((folder) => `core/${folder}/**`),
    environment: 'node',
  },
})
