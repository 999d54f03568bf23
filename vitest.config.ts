import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'api/**/*.test.ts', 'web/**/*.test.ts', 'demo/**/*.test.ts'],
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
          fileParallelism: false,
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
})
