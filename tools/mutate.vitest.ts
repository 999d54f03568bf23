/** What the mutation tester runs: the tests as `tools/mutate.build.mjs` bound them, with one registry of modules for a whole run. */
import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['.mutants/*.test.mjs'],
    environment: 'node',
    isolate: false,
    server: { deps: { external: [/\.mutants\/shared\//, /node_modules/] } },
  },
})
