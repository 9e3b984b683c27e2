import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'

/** Script that the first screen after sign-in loads, gzip, in bytes: what index.html names and whatever that imports at once. */
export function firstScreenScript(pages: string, screen = 'DayScreen'): { bytes: number; files: string[] } {
  const assets = join(pages, 'assets')
  if (!existsSync(assets)) throw new Error('Nothing is built: npm run build first.')
  const wanted = [...readFileSync(join(pages, 'index.html'), 'utf8').matchAll(/assets\/([^"']+\.js)/g)].map(
    (m) => m[1]!,
  )
  const lazy = readdirSync(assets).find((f) => f.startsWith(`${screen}-`) && f.endsWith('.js'))
  if (lazy) wanted.push(lazy)
  const files = new Set<string>()
  for (const file of wanted) {
    if (files.has(file)) continue
    files.add(file)
    const text = readFileSync(join(assets, file), 'utf8')
    // Static imports only: `import(…)` waits until it is wanted.
    for (const m of text.matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g)) wanted.push(m[1]!)
  }
  const bytes = [...files].reduce((sum, f) => sum + gzipSync(readFileSync(join(assets, f))).length, 0)
  return { bytes, files: [...files].sort() }
}
