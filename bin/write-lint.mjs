// Writes the import rules of docs/architecture.md into biome.json's overrides, one per folder.
// They are generated because there are some thirty of them and all follow from the three lines of `mayImport`.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'

const folders = (storey) =>
  existsSync(storey)
    ? readdirSync(storey, { withFileTypes: true })
        .filter((d) => d.isDirectory())
        .map((d) => d.name)
    : []

/** Which folders of the same storey each folder may reach; everything of the storeys above is closed to it. */
const mayImport = {
  core: {
    units: [],
    draft: [],
    cabin: ['units'],
    chemistry: ['units', 'mixing'],
    condition: ['cabin'],
    mixing: ['units'],
    drying: ['units'],
    plan: ['units'],
    procedures: ['cabin', 'condition', 'chemistry', 'mixing', 'drying', 'plan', 'units'],
    formats: ['procedures', 'condition', 'cabin', 'mixing', 'units'],
    work: ['procedures', 'plan', 'condition', 'cabin', 'units'],
    stock: ['units'],
    handover: ['work', 'procedures', 'condition', 'cabin', 'units'],
  },
  server: { '*': ['http', 'database'], http: ['database'], database: [], demo: '*', 'app.ts': '*' },
  web: { '*': ['ui', 'app', 'workers'], ui: [], workers: [], app: '*' },
}
const above = {
  core: ['#server/**', '#web/**', '#catalogue/**'],
  server: ['#web/**'],
  web: ['#server/**', '!#server/*/views.ts', '#catalogue/**'],
}
const outside = {
  core: ['node:*', 'react', 'react/**', 'hono', 'hono/**', 'drizzle-orm', 'ajv', 'antd', 'dayjs', 'uuid'],
  server: ['react', 'antd'],
  web: ['node:*', 'hono', 'drizzle-orm', 'mysql2', 'ajv'],
}

function override(storey, folder) {
  const table = mayImport[storey]
  const allowed = table[folder] ?? table['*'] ?? []
  const siblings =
    allowed === '*'
      ? []
      : folders(storey)
          .filter((f) => f !== folder && !allowed.includes(f))
          .map((f) => `#${storey}/${f}/**`)
  const group = [...above[storey], ...siblings, ...outside[storey], '../**']
  return {
    includes: [`${storey}/${folder}/**`, '!**/*.test.ts', '!**/*.test.tsx'],
    linter: {
      rules: {
        style: {
          noRestrictedImports: {
            level: 'error',
            options: {
              patterns: [
                {
                  group,
                  message: `${storey}/${folder} may not reach this: see docs/architecture.md, "Imports go down only".`,
                },
              ],
            },
          },
        },
      },
    },
  }
}

const config = JSON.parse(readFileSync('biome.json', 'utf8'))
config.overrides = ['core', 'server', 'web'].flatMap((storey) =>
  folders(storey).map((folder) => override(storey, folder)),
)
writeFileSync('biome.json', `${JSON.stringify(config, null, 2)}\n`)
