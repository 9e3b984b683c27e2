// `npm start`: the production start. Sets the machine up, builds, then serves; nothing of the demonstration comes along.
import { ensureDebianPackages, ensureNodePackages, handOver, run } from './machine.mjs'

process.chdir(new URL('..', import.meta.url).pathname)
if (!process.env.DATABASE_URL) ensureDebianPackages(['mariadb-server'])
ensureNodePackages({ tools: false })
const built = await run(['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn'])
if (built !== 0) process.exit(built)
handOver('bin/start.ts')
