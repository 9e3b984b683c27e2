// `npm run demo`: sets the machine up, builds, then hands over to bin/demo.ts with the database, the demo shop and the server.

import { spawn } from 'node:child_process'
import { rmSync } from 'node:fs'
import { ensureDebianPackages, ensureNodePackages, run } from './machine.mjs'

process.chdir(new URL('..', import.meta.url).pathname)
ensureDebianPackages(['mariadb-server'])
ensureNodePackages()
if (process.argv.includes('--fresh')) rmSync('.data/demo', { recursive: true, force: true })
const built = await run(['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn'])
if (built !== 0) process.exit(built)
const child = spawn(process.execPath, ['--import', 'tsx', 'bin/demo.ts'], { stdio: 'inherit' })
// Ctrl-C reaches the child by itself; a plain kill is passed on. Either way its end is ours.
process.on('SIGINT', () => {})
process.on('SIGTERM', () => child.kill('SIGTERM'))
child.on('exit', (code) => process.exit(code ?? 0))
