/**
 * Binds the tests near a folder, with the code they try, into few files: a mutant then loads a dozen files instead of hundreds, which is
 * most of its time. Run by `npm run mutate` in its copy of the code, after all mutants were written into it.
 */
import path from 'node:path'
import { build } from 'vite'
import { nearTests } from './mutate.near.mjs'

const input = Object.fromEntries(
  nearTests(process.env.MUTATE_FOLDER ?? '').map((file) => [
    file.replaceAll(path.sep, '.').replace(/\.ts$/, ''),
    path.resolve(file),
  ]),
)
await build({
  configFile: false,
  logLevel: 'warn',
  build: {
    ssr: true,
    target: 'node20',
    outDir: '.mutants',
    minify: false,
    rollupOptions: {
      input,
      output: { entryFileNames: '[name].mjs', chunkFileNames: 'shared/[name]-[hash].mjs' },
    },
  },
})
