import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type {} from 'vitest'
import type { TestProject } from 'vitest/node'
import { startInstance } from '#server/database/instance.ts'

declare module 'vitest' {
  interface ProvidedContext {
    database: string
  }
}

/** One throw-away MariaDB for a project's tests; each test file makes its own database in it. */
export default async function setup(project: TestProject) {
  const folder = mkdtempSync(join(tmpdir(), 'chamomile-db-'))
  const instance = await startInstance({ folder, throwAway: true })
  project.provide('database', instance.uri)
  return async () => {
    await instance.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
