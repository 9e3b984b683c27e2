import { createHash } from 'node:crypto'
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build, type Plugin } from 'vite'

/** Larger than this a file is fetched when it is asked for: charts are not looked at in a bay without a signal. */
const largest = 900_000
/** A customer's page is never put on a device of the shop. */
const isGiven = (file: string) => /^(assets\/)?given[-.]/.test(file)
const isPart = (file: string) => !isGiven(file) && /\.(js|css|html|woff2|svg|png|webmanifest)$/.test(file)
/** Built files carry their content's hash in their names. */
const isHashed = (file: string) => file.startsWith('assets/')

/** Builds the service worker once everything else is there, with the list of all of it. */
export function offlineWorker(): Plugin {
  return {
    name: 'offline-worker',
    apply: 'build',
    async writeBundle({ dir }) {
      const files = readdirSync(dir!, { recursive: true, encoding: 'utf8' })
        .filter((file) => isPart(file) && file !== 'sw.js' && statSync(join(dir!, file)).size <= largest)
        .sort()
        .map((file) => ({
          url: `/${file}`,
          revision: isHashed(file)
            ? null
            : createHash('sha256')
                .update(readFileSync(join(dir!, file)))
                .digest('hex')
                .slice(0, 16),
        }))
      await build({
        configFile: false,
        logLevel: 'warn',
        define: { __FILES__: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
        publicDir: false,
        build: {
          outDir: dir!,
          emptyOutDir: false,
          target: 'es2022',
          lib: {
            entry: fileURLToPath(new URL('../web/offline/worker.ts', import.meta.url)),
            formats: ['es'],
            fileName: () => 'sw.js',
          },
        },
      })
    },
  }
}
