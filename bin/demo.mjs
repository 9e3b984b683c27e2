// `npm run demo`: sets the machine up, builds, then hands over to bin/demo.ts with the database, the demo shop and the server.
import { rmSync } from 'node:fs'
import { ensureDebianPackages, ensureNodePackages, handOver, run } from './machine.mjs'

process.chdir(new URL('..', import.meta.url).pathname)
ensureDebianPackages(['mariadb-server'])
ensureNodePackages({ tools: false })
if (process.argv.includes('--fresh')) rmSync('.data/demo', { recursive: true, force: true })
const built = await run(['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn'])
if (built !== 0) process.exit(built)
handOver('bin/demo.ts')
