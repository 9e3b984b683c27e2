// Writes the import rules of docs/architecture.md into biome.json's overrides, one per folder.
// They are generated because there are some thirty of them and all follow from the three lines of `mayImport`.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'

const folders = (storey) =>
  existsSync(storey)
    ? readdirSync(storey, { withFileTypes: true })
        .filter((d) => d.isDirectory())
        .map((d) => d.name)
    : []

/** Which folders of the same storey each folder may reach, all of them named; everything of the storeys above is closed to it. */
const capability = ['http', 'database', 'jobs', 'files', 'shelf']
const screens = ['shell', 'client', 'ui', 'workers']
const mayImport = {
  core: {
    message: [],
    units: [],
    draft: [],
    cabin: ['units'],
    chemistry: ['message', 'units', 'mixing'],
    condition: ['cabin'],
    mixing: ['message', 'units'],
    drying: ['cabin', 'catalogue', 'units'],
    plan: ['message', 'units'],
    catalogue: ['cabin', 'condition', 'chemistry', 'units'],
    'check-in': ['cabin', 'condition', 'units'],
    shop: ['message', 'drying', 'catalogue', 'chemistry', 'cabin', 'mixing', 'units'],
    procedures: [
      'shop',
      'message',
      'catalogue',
      'check-in',
      'cabin',
      'condition',
      'chemistry',
      'mixing',
      'drying',
      'plan',
      'units',
    ],
    formats: ['procedures', 'catalogue', 'check-in', 'condition', 'cabin', 'mixing', 'units'],
    job: ['message', 'drying', 'procedures', 'catalogue', 'check-in', 'plan', 'condition', 'cabin', 'units'],
    stock: ['units'],
    handover: ['message', 'job', 'procedures', 'catalogue', 'check-in', 'condition', 'cabin', 'units'],
    records: ['handover', 'job', 'procedures', 'mixing', 'check-in', 'units'],
  },
  server: {
    database: [],
    files: ['database'],
    http: ['database', 'files'],
    shelf: ['http', 'database'],
    jobs: ['http', 'database', 'shelf'],
    catalogue: capability,
    // What a car looked like when it came is on its paper.
    'check-in': [...capability, 'photos'],
    customers: capability,
    day: capability,
    handover: capability,
    meter: capability,
    mixing: capability,
    people: capability,
    records: capability,
    export: capability,
    weather: capability,
    shop: capability,
    photos: capability,
    plan: capability,
    procedures: capability,
    stock: capability,
    vehicles: capability,
    work: capability,
    demo: [
      ...capability,
      'check-in',
      'mixing',
      'people',
      'photos',
      'plan',
      'procedures',
      'shop',
      'stock',
      'weather',
      'work',
    ],
  },
  web: {
    workers: [],
    offline: [],
    public: [],
    ui: [],
    client: ['workers'],
    shell: ['client', 'ui', 'workers'],
    // A page of its own, of which the application knows nothing.
    given: ['client', 'shell', 'ui'],
    'check-in': screens,
    customers: screens,
    day: screens,
    handover: screens,
    mixing: screens,
    people: screens,
    plan: screens,
    procedures: screens,
    records: screens,
    weather: screens,
    drying: screens,
    shop: screens,
    standards: screens,
    stock: screens,
    work: screens,
  },
}
const above = {
  core: ['#server/**', '#web/**', '#catalogue/**', '#words/**'],
  words: ['#server/**', '#web/**'],
  server: ['#web/**'],
  web: ['#server/**', '!#server/*/views.ts', '!#server/http/wire.ts', '!#server/wire.ts', '#catalogue/**'],
}
const sql = ['drizzle-orm', 'drizzle-orm/**', 'mysql2', 'mysql2/**']
const outside = {
  core: ['node:*', 'react', 'react/**', 'hono', 'hono/**', ...sql, 'ajv', 'antd', 'dayjs', 'uuid'],
  server: ['react', 'antd'],
  web: ['node:*', 'hono', ...sql, 'ajv'],
}
/** Of the server, only these speak to the database: a capability's `store.ts` (or its folder `store/`) and the folders that are stores. */
const stores = ['database', 'jobs', 'shelf']

const rule = (includes, group, message) => ({
  includes: [...includes, '!**/*.test.ts', '!**/*.test.tsx'],
  linter: {
    rules: { style: { noRestrictedImports: { level: 'error', options: { patterns: [{ group, message }] } } } },
  },
})

/** One rule a folder; two in the server, where a store may speak SQL and its neighbours may not. */
function overrides(storey, folder) {
  const allowed = mayImport[storey][folder]
  if (!allowed) throw new Error(`${storey}/${folder}: say in bin/write-lint.mjs what it may import.`)
  const siblings = folders(storey)
    .filter((f) => f !== folder && !allowed.includes(f))
    .map((f) => `#${storey}/${f}/**`)
  const group = [...above[storey], ...siblings, ...outside[storey], '../**']
  const message = `${storey}/${folder} may not reach this: see docs/architecture.md, "Imports go down only".`
  const here = `${storey}/${folder}`
  if (storey !== 'server' || stores.includes(folder)) return [rule([`${here}/**`], group, message)]
  return [
    rule([`${here}/**`, `!${here}/store.ts`, `!${here}/store/**`], [...group, ...sql], message),
    rule([`${here}/store.ts`, `${here}/store/**`], group, message),
  ]
}

const config = JSON.parse(readFileSync('biome.json', 'utf8'))
config.overrides = [
  ...['core', 'server', 'web'].flatMap((storey) => folders(storey).flatMap((folder) => overrides(storey, folder))),
  rule(
    ['words/**'],
    [...above.words, ...outside.core],
    'words may not reach this: they are made of what core answers.',
  ),
]
writeFileSync('biome.json', `${JSON.stringify(config, null, 2)}\n`)
