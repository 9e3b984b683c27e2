import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'
import { offlineWorker } from './bin/offline-worker.ts'

/** Writes .br and .gz beside what compresses, once at build, so that the server never does it for each visitor. */
function precompress(): Plugin {
  return {
    name: 'precompress',
    apply: 'build',
    writeBundle({ dir }) {
      for (const file of readdirSync(dir!, { recursive: true, encoding: 'utf8' })) {
        const path = join(dir!, file)
        if (!/\.(js|css|html|svg|json)$/.test(file) || statSync(path).size < 1024) continue
        const bytes = readFileSync(path)
        writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }))
        writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }))
      }
    },
  }
}

export default defineConfig({
  root: 'web',
  plugins: [react(), offlineWorker(), precompress()],
  worker: { format: 'es' },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env.API_PORT ?? 4180}` } },
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    // The largest is the library of charts, which comes with the first curve that is opened.
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      // The application, and what a customer's link opens.
      input: { index: 'web/index.html', given: 'web/given.html' },
      output: {
        codeSplitting: {
          groups: [{ name: 'react', test: /node_modules[\\/](react|react-dom|react-router|scheduler|@tanstack)[\\/]/ }],
        },
      },
    },
  },
})
