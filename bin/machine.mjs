// What a fresh Debian machine lacks, and how it gets it. Plain Node, no packages: this runs before `npm ci`.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'

const programs = {
  'mariadb-server': ['/usr/sbin/mariadbd', '/usr/bin/mariadb-install-db'],
  chromium: ['/usr/bin/chromium'],
}

/** Installs the Debian packages whose programs are missing; without root says the one command to run and ends with 1. */
export function ensureDebianPackages(wanted) {
  const missing = wanted.filter((name) => !programs[name].every((path) => existsSync(path)))
  if (missing.length === 0) return
  const install = `apt-get install -y --no-install-recommends ${missing.join(' ')}`
  if (process.getuid?.() !== 0) {
    console.error(
      `Missing: ${missing.join(', ')}. Run this as root, then try again:\n\n  apt-get update && ${install}\n`,
    )
    process.exit(1)
  }
  console.log(`Installing ${missing.join(', ')} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  for (const command of ['apt-get update', install]) {
    const [program, ...args] = command.split(' ')
    const done = spawnSync(program, args, { env, stdio: ['ignore', 'ignore', 'inherit'] })
    if (done.status !== 0) {
      console.error(`"${command}" failed with ${done.status}.`)
      process.exit(1)
    }
  }
}

/**
 * Runs `npm ci` unless node_modules already holds exactly this lock file.
 * @param {{ tools?: boolean }} [wanted] without tools: what the product runs on, and nothing that only makes or tests it
 */
export function ensureNodePackages({ tools = true } = {}) {
  const hash = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex')
  const stamp = 'node_modules/.chamomile-lock'
  const has = existsSync(stamp) ? readFileSync(stamp, 'utf8') : ''
  const bare = `${hash} without tools`
  if (has === hash || (!tools && has === bare)) return
  console.log('Installing npm packages …')
  const done = spawnSync(
    'npm',
    ['ci', '--engine-strict', '--no-audit', '--no-fund', ...(tools ? [] : ['--omit=dev'])],
    { stdio: ['ignore', 'inherit', 'inherit'] },
  )
  if (done.status !== 0) process.exit(done.status ?? 1)
  writeFileSync(stamp, tools ? hash : bare)
}

/** Runs one Node program to its end. @returns {Promise<number>} its exit code */
export function run(args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    })
    child.on('exit', (code) => resolve(code ?? 1))
  })
}

/** Lets a TypeScript entry point take over: its end is ours, Ctrl-C reaches it by itself and a plain kill is passed on. */
export function handOver(entry, args = []) {
  const child = spawn(process.execPath, ['--import', 'tsx', entry, ...args], { stdio: 'inherit' })
  process.on('SIGINT', () => {})
  process.on('SIGTERM', () => child.kill('SIGTERM'))
  child.on('exit', (code) => process.exit(code ?? 0))
}
