import path from 'node:path'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  build: { outDir: path.resolve(import.meta.dirname, '../dist/web'), emptyOutDir: true, target: 'es2022', assetsInlineLimit: 0, manifest: true, chunkSizeWarningLimit: 400 },
})
