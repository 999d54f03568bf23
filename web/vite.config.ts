import path from 'node:path'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { build, defineConfig, type Plugin } from 'vite'
import { injectManifest } from 'workbox-build'

/** Tests build into a folder of their own: a server that is running serves from the other. */
const outDir = path.resolve(import.meta.dirname, '..', process.env['ANAMNESIS_BUILD'] ?? 'dist/web')

/** The service worker is built after the interface, since it names every file of it. */
const serviceWorker = (): Plugin => ({
  name: 'service-worker',
  apply: 'build',
  closeBundle: {
    sequential: true,
    async handler() {
      await build({
        configFile: false,
        publicDir: false,
        logLevel: 'error',
        define: { 'process.env.NODE_ENV': '"production"' },
        build: {
          outDir,
          emptyOutDir: false,
          target: 'es2022',
          rollupOptions: {
            input: path.resolve(import.meta.dirname, 'offline/service-worker.ts'),
            output: { entryFileNames: 'sw.js', format: 'es' },
          },
        },
      })
      const sw = path.join(outDir, 'sw.js')
      await injectManifest({
        swSrc: sw,
        swDest: sw,
        globDirectory: outDir,
        globPatterns: ['index.html', 'icon.svg', 'assets/*.{js,css,woff2}'],
        maximumFileSizeToCacheInBytes: 4_000_000,
      })
    },
  },
})

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss(), serviceWorker()],
  build: {
    outDir,
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    manifest: true,
    chunkSizeWarningLimit: 400,
  },
})
