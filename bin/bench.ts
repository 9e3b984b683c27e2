// `npm run bench [section …]`: figures as ratios side by side, written into docs/bench.json. Loopback only, bounded loops.
import { readFileSync, writeFileSync } from 'node:fs'
import { drying } from './bench/drying.ts'
import { engines } from './bench/engines.ts'
import { firstScreen } from './bench/first-screen.ts'
import { kills } from './bench/kills.ts'
import { lanes } from './bench/lanes.ts'
import { ledger } from './bench/ledger.ts'
import { listeners } from './bench/listeners.ts'
import { peers } from './bench/peers.ts'
import { plan } from './bench/plan.ts'
import { requests } from './bench/requests.ts'
import { tap } from './bench/tap.ts'
import { yard } from './bench/yard.ts'

const sections: Record<string, () => Promise<object>> = {
  engines,
  drying,
  plan,
  peers,
  firstScreen,
  lanes,
  ledger,
  listeners,
  requests,
  kills,
  tap,
  yard,
}
const file = 'docs/bench.json'
const only = process.argv.slice(2)
let results: Record<string, object> = {}
try {
  results = JSON.parse(readFileSync(file, 'utf8'))
} catch {
  // The first run has nothing to keep.
}
/** Sections that want a tool which only those who develop have. */
const onlyAsked = new Set(['peers'])
for (const [name, run] of Object.entries(sections)) {
  if (only.length > 0 ? !only.includes(name) : onlyAsked.has(name)) continue
  console.log(`${name} …`)
  const figures = await run()
  console.log(figures)
  results[name] = figures
}
writeFileSync(file, `${JSON.stringify(results, null, 2)}\n`)
