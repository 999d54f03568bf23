/** The tests that mutants are tried against: those of core and api, without the two that tell long stories. */
import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['core/**/*.test.ts', 'api/**/*.test.ts'],
    exclude: ['core/testing/truth/**'],
    environment: 'node',
  },
})
