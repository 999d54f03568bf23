import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    // Both processors of the smallest machine that runs them.
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: [
            'core/**/*.test.ts',
            'api/**/*.test.ts',
            'web/**/*.test.ts',
            'demo/**/*.test.ts',
            'tools/**/*.test.ts',
          ],
          exclude: ['demo/answers.test.ts'],
          environment: 'node',
        },
      },
      {
        extends: true,
        test: {
          name: 'web',
          include: ['web/**/*.test.tsx'],
          environment: 'happy-dom',
          setupFiles: ['web/testing/setup.ts'],
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          include: ['server/**/*.test.ts', 'stand-ins/**/*.test.ts', 'demo/answers.test.ts'],
          environment: 'node',
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
})
