import { spawnSync } from 'node:child_process'
import { rmSync, writeFileSync } from 'node:fs'
import { afterAll, expect, it } from 'vitest'

/** Folder, what a file in it imports, and whether the import rules must refuse that. */
const cases: [folder: string, imported: string, refused: boolean][] = [
  ['core/mixing', 'node:fs', true],
  ['core/mixing', '#core/procedures/generate.ts', true],
  ['core/cabin', '../mixing/mix.ts', true],
  ['core/plan', '#catalogue/catalogue.ts', true],
  ['server/mixing', '#server/plan/store.ts', true],
  ['server/mixing', '#web/app/session.ts', true],
  ['web/mixing', '#web/plan/api.ts', true],
  ['web/mixing', '#server/mixing/store.ts', true],
  ['web/ui', '#web/app/session.ts', true],
  ['core/procedures', '#core/mixing/mix.ts', false],
  ['server/mixing', '#server/http/problem.ts', false],
  ['web/mixing', '#web/ui/Bottle.tsx', false],
  ['web/mixing', '#server/mixing/views.ts', false],
]
const files = cases.map(([folder], i) => `${folder}/import-probe-${i}.ts`)
cases.forEach(([, imported], i) => {
  writeFileSync(files[i]!, `import type { probe } from '${imported}'\nexport type A = typeof probe\n`)
})
const done = spawnSync(
  process.execPath,
  ['node_modules/@biomejs/biome/bin/biome', 'lint', '--max-diagnostics=none', ...files],
  { encoding: 'utf8' },
)
afterAll(() => {
  for (const file of files) rmSync(file)
})
const refusedFiles = new Set(
  [...`${done.stdout}${done.stderr}`.matchAll(/^(\S+):\d+:\d+ lint\/style\/noRestrictedImports/gm)].map((m) => m[1]),
)

it.each(cases.map(([folder, imported, refused], i) => [folder, imported, refused, files[i]!] as const))(
  '%s importing %s is refused: %s',
  (_folder, _imported, refused, file) => {
    expect(refusedFiles.has(file)).toBe(refused)
  },
)
