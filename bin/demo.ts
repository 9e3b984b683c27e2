import { join } from 'node:path'
import { seedDemo } from '#server/demo/day.ts'
import { demoShop } from '#server/demo/shop.ts'
import { standInSource } from '#server/weather/source.ts'
import { openOrEnd, root, settingsOrEnd } from './launch.ts'

process.env.LOG ??= 'warn'
process.env.WEATHER ??= 'mild'
process.env.METER ??= 'stand-in'
const settings = settingsOrEnd({ port: 4180, folder: join(root, '.data', 'demo') })
const { running } = await openOrEnd({ ...settings, databaseUri: undefined, folder: join(root, '.data', 'demo') })
await seedDemo(running.context, standInSource(settings.weather ?? 'mild'), true)
const health = await fetch(`http://127.0.0.1:${running.port}/readyz`)
if (!health.ok) throw new Error(`The server answers ${health.status} to its own health check.`)

const owner = demoShop.people.find((p) => p.password)!
console.log(`\nChamomile is ready: http://127.0.0.1:${running.port}

  On a new device first let it in:
    shop ${demoShop.code}, owner ${owner.login}, password ${owner.password}
  Then pick a name:`)
for (const { name, pin, role, skills } of demoShop.people)
  console.log(`    ${name.padEnd(8)}  PIN ${pin}  ${role}${skills.length > 0 ? `: ${skills.join(', ')}` : ''}`)
console.log('\nCtrl-C stops it; the data stays. "npm run demo -- --fresh" starts over.')
