import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type {} from 'vitest'
import type { TestProject } from 'vitest/node'
import { connect } from '#server/database/connection.ts'
import { startInstance } from '#server/database/instance.ts'
import { migrate } from '#server/database/migrate.ts'
import { databaseOf, emptyShop } from './test-databases.ts'

declare module 'vitest' {
  interface ProvidedContext {
    database: string
  }
}

/** One throw-away MariaDB for a project's tests, with one database up to date; each test file makes its own databases in it. */
export default async function setup(project: TestProject) {
  const folder = mkdtempSync(join(tmpdir(), 'chamomile-db-'))
  const instance = await startInstance({ folder, throwAway: true })
  const connection = connect(await databaseOf(instance.uri, emptyShop))
  await migrate(connection)
  await connection.close()
  project.provide('database', instance.uri)
  return async () => {
    await instance.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
