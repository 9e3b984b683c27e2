// `npm run backup` and `npm run restore`: set the machine up, then hand over.
import { ensureDebianPackages, ensureNodePackages, handOver } from './machine.mjs'

const [what, ...args] = process.argv.slice(2)
process.chdir(new URL('..', import.meta.url).pathname)
ensureDebianPackages(['mariadb-server'])
ensureNodePackages()
handOver(`bin/${what}.ts`, args)
