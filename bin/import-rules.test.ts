import { spawnSync } from 'node:child_process'
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { afterAll, expect, it } from 'vitest'

/** Folder, what a file in it imports, and whether the import rules must refuse that. */
const cases: [folder: string, imported: string, refused: boolean][] = [
  ['core/mixing', 'node:fs', true],
  ['core/cabin', '../mixing/mix.ts', true],
  ['core/plan', '#catalogue/catalogue.ts', true],
  ['core/job', '#words/en/speak.ts', true],
  ['web/work', '#words/en/speak.ts', false],
  ['words/en', '#server/http/problem.ts', true],
  ['words/worded', '#web/ui/Bottle.tsx', true],
  ['words/worded', '#core/job/reduce.ts', false],
  ['server/mixing', 'drizzle-orm', true],
  ['server/http/middleware', 'drizzle-orm', true],
  ['server/mixing/store', 'drizzle-orm', false],
  ['server/jobs', 'drizzle-orm', false],
  ['server/mixing', '#web/client/session.ts', true],
  ['web/mixing', '#server/mixing/store.ts', true],
  ['web/mixing', '#server/mixing/views.ts', false],
  // One of each folder of the three storeys: upwards or sideways.
  ...(
    [
      ['core', 'message', 'units/fault'],
      ['core', 'units', 'cabin/surfaces'],
      ['core', 'draft', 'units/format'],
      ['core', 'cabin', 'condition/schema'],
      ['core', 'chemistry', 'procedures/schema'],
      ['core', 'condition', 'procedures/schema'],
      ['core', 'mixing', 'procedures/schema'],
      ['core', 'drying', 'plan/plan'],
      ['core', 'plan', 'procedures/schema'],
      ['core', 'catalogue', 'procedures/schema'],
      ['core', 'check-in', 'catalogue/catalogue'],
      ['core', 'procedures', 'job/reduce'],
      ['core', 'formats', 'job/reduce'],
      ['core', 'job', 'handover/report'],
      ['core', 'shop', 'procedures/schema'],
      ['core', 'stock', 'mixing/mix'],
      ['core', 'handover', 'formats/fleet'],
      ['core', 'records', 'stock/stock-csv'],
      ['server', 'database', 'http/scope'],
      ['server', 'files', 'http/problem'],
      ['server', 'http', 'jobs/jobs'],
      ['server', 'shelf', 'jobs/jobs'],
      ['server', 'jobs', 'work/store'],
      ['server', 'catalogue', 'plan/store'],
      ['server', 'check-in', 'plan/store'],
      ['server', 'customers', 'plan/store'],
      ['server', 'day', 'plan/store'],
      ['server', 'handover', 'work/store'],
      ['server', 'meter', 'work/store'],
      ['server', 'mixing', 'plan/store'],
      ['server', 'people', 'plan/store'],
      ['server', 'photos', 'plan/store'],
      ['server', 'plan', 'work/store'],
      ['server', 'procedures', 'plan/store'],
      ['server', 'records', 'plan/store'],
      ['server', 'export', 'plan/store'],
      ['server', 'weather', 'plan/store'],
      ['server', 'shop', 'people/store/people'],
      ['server', 'stock', 'mixing/store'],
      ['server', 'vehicles', 'check-in/store'],
      ['server', 'work', 'plan/store'],
      ['server', 'demo', 'customers/store'],
      ['web', 'workers', 'ui/ErrorNotice'],
      ['web', 'ui', 'client/session'],
      ['web', 'client', 'ui/ErrorNotice'],
      ['web', 'offline', 'client/session'],
      ['web', 'public', 'client/session'],
      ['web', 'shell', 'people/api'],
      ['web', 'given', 'handover/api'],
      ['web', 'check-in', 'plan/api'],
      ['web', 'customers', 'plan/api'],
      ['web', 'day', 'plan/api'],
      ['web', 'handover', 'plan/api'],
      ['web', 'mixing', 'plan/api'],
      ['web', 'people', 'plan/api'],
      ['web', 'plan', 'work/api'],
      ['web', 'procedures', 'plan/api'],
      ['web', 'records', 'standards/HouseRules'],
      ['web', 'weather', 'standards/HouseRules'],
      ['web', 'drying', 'standards/HouseRules'],
      ['web', 'shop', 'standards/HouseRules'],
      ['web', 'standards', 'procedures/api'],
      ['web', 'stock', 'mixing/api'],
      ['web', 'work', 'plan/api'],
    ] as const
  ).map(([storey, folder, file]): [string, string, boolean] => [`${storey}/${folder}`, `#${storey}/${file}.ts`, true]),
  ['core/procedures', '#core/mixing/mix.ts', false],
  ['server/mixing', '#server/http/problem.ts', false],
  ['web/mixing', '#web/ui/Bottle.tsx', false],
  ['web/shell', '#web/client/session.ts', false],
]
// Laid out beside a copy of the configuration, so that nothing is written into the source tree.
const elsewhere = mkdtempSync(join(tmpdir(), 'chamomile-imports-'))
copyFileSync('biome.json', join(elsewhere, 'biome.json'))
const files = cases.map(([folder], i) => `${folder}/import-probe-${i}.ts`)
cases.forEach(([folder, imported], i) => {
  mkdirSync(join(elsewhere, folder), { recursive: true })
  writeFileSync(join(elsewhere, files[i]!), `import type { probe } from '${imported}'\nexport type A = typeof probe\n`)
})
const done = spawnSync(
  process.execPath,
  [resolve('node_modules/@biomejs/biome/bin/biome'), 'lint', '--max-diagnostics=none', ...files],
  { encoding: 'utf8', cwd: elsewhere },
)
afterAll(() => rmSync(elsewhere, { recursive: true }))
const refusedFiles = new Set(
  [...`${done.stdout}${done.stderr}`.matchAll(/^(\S+):\d+:\d+ lint\/style\/noRestrictedImports/gm)].map((m) => m[1]),
)

it('every folder of the three storeys is among them', () => {
  const folders = ['core', 'server', 'web'].flatMap((storey) =>
    readdirSync(storey, { withFileTypes: true })
      .filter((d) => d.isDirectory())
      .map((d) => `${storey}/${d.name}`),
  )
  const refused = new Set(cases.filter(([, , no]) => no).map(([folder]) => folder))
  expect(folders.filter((f) => !refused.has(f))).toEqual([])
})
it.each(cases.map(([folder, imported, refused], i) => [folder, imported, refused, files[i]!] as const))(
  '%s importing %s is refused: %s',
  (_folder, _imported, refused, file) => {
    expect(refusedFiles.has(file)).toBe(refused)
  },
)
