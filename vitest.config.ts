import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    // Both processors of the smallest machine that runs them.
    maxWorkers: 2,
    // Nothing here asserts time: a slow machine is waited for.
    testTimeout: 30_000,
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
          // The files of a worker share what they import; what a test changes of it, it puts back.
          isolate: false,
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
          isolate: false,
          hookTimeout: 60_000,
        },
      },
    ],
  },
})
