// `npm test`: sets the machine up, then types, lint, build and the tests, a tenth of what is long. The last line counts what really ran.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureDebianPackages, ensureNodePackages, run } from './machine.mjs'

process.chdir(new URL('..', import.meta.url).pathname)
ensureDebianPackages(['mariadb-server', 'chromium'])
ensureNodePackages()

const named = process.argv.slice(2)
process.env.CHAMOMILE_PAGES ??= process.env.CHAMOMILE_LONG || named.length > 0 ? 'all' : 'few'

let passed = 0
let failed = 0
async function check(name, args, env) {
  const code = await run(args, env)
  console.log(`${code === 0 ? 'ok' : 'FAILED'}: ${name}`)
  if (code === 0) passed++
  else failed++
  return code
}

const tsc = 'node_modules/typescript/bin/tsc'
for (const storey of ['core', 'words', 'server', 'web']) await check(`types of ${storey}`, [tsc, '-p', storey])
await check('lint and import rules', ['node_modules/@biomejs/biome/bin/biome', 'check', '.'])
const built = await check('build', ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn'])

const folder = mkdtempSync(join(tmpdir(), 'chamomile-count-'))
const file = join(folder, 'count.json')
const code = built === 0 ? await run(['node_modules/vitest/vitest.mjs', 'run', ...named], { CHAMOMILE_COUNT: file }) : 1
let skipped = 0
try {
  const count = JSON.parse(readFileSync(file, 'utf8'))
  passed += count.passed
  failed += count.failed
  skipped = count.skipped
  if (code !== 0 && count.failed === 0) failed++
} catch {
  failed++
}
rmSync(folder, { recursive: true, force: true })
console.log(`${passed} passed, ${failed} failed${skipped ? `, ${skipped} skipped` : ''}`)
process.exitCode = failed === 0 && code === 0 ? 0 : 1
