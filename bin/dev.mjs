// `npm run dev`: the demonstration's data, both servers, hot reload. The pages come from Vite, which passes /api on.
import { spawn } from 'node:child_process'
import { ensureDebianPackages, ensureNodePackages } from './machine.mjs'

process.chdir(new URL('..', import.meta.url).pathname)
ensureDebianPackages(['mariadb-server'])
ensureNodePackages()
const port = process.env.PORT ?? '4180'
const children = [
  spawn(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'watch', '--clear-screen=false', 'bin/demo.ts'], {
    stdio: 'inherit',
    env: { ...process.env, PORT: port },
  }),
  spawn(process.execPath, ['node_modules/vite/bin/vite.js', '--host', '127.0.0.1'], {
    stdio: 'inherit',
    env: { ...process.env, API_PORT: port },
  }),
]
const stop = () => {
  for (const child of children) child.kill('SIGTERM')
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
for (const child of children) child.on('exit', stop)
