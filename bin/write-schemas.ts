import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { schemaFiles, schemaText } from './schemas.ts'

for (const [file, schema] of Object.entries(schemaFiles)) {
  mkdirSync(dirname(file), { recursive: true })
  writeFileSync(file, schemaText(schema))
}
