import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pino from 'pino'
import { startInstance } from '#server/database/instance.ts'
import { seedDemo } from '#server/demo/day.ts'
import { demoShop } from '#server/demo/shop.ts'
import { start } from '#server/serve.ts'

const root = fileURLToPath(new URL('..', import.meta.url))
const folder = join(root, '.data', 'demo')
mkdirSync(folder, { recursive: true })
const port = Number(process.env.PORT ?? 4180)

const database = await startInstance({
  folder,
  onUnexpectedEnd: (code) => {
    console.error(
      `The database ended (${code}). Its log is .data/demo/mariadb.log. Start the demo again: nothing acknowledged is lost.`,
    )
    process.exit(1)
  },
})
const log = pino({ level: process.env.LOG ?? 'warn' })
const running = await start({ databaseUri: database.uri, port, pages: join(root, 'dist', 'web'), log }).catch(
  async (error) => {
    await database.stop()
    console.error(
      error.code === 'EADDRINUSE' ? `Port ${port} is taken. Choose another: PORT=4181 npm run demo.` : error,
    )
    process.exit(1)
  },
)
await seedDemo(running.world)
const health = await fetch(`http://127.0.0.1:${running.port}/healthz`)
if (!health.ok) throw new Error(`The server answers ${health.status} to its own health check.`)

console.log(`\nChamomile is ready: http://127.0.0.1:${running.port}\n\n  shop      ${demoShop.code}`)
for (const { login, pin, role, skills } of demoShop.people)
  console.log(`  ${login.padEnd(8)}  PIN ${pin}  ${role}${skills.length > 0 ? `: ${skills.join(', ')}` : ''}`)
console.log('\nCtrl-C stops it; the data stays. "npm run demo -- --fresh" starts over.')

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, async () => {
    if (stopping) return
    stopping = true
    await running.stop()
    await database.stop()
    process.exit(0)
  })
}
