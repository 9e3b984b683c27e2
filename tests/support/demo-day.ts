import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import type { TestProject } from 'vitest/node'
import { seedDemo } from '#server/demo/day.ts'
import { start } from '#server/serve.ts'
import setUpDatabase from './database.ts'
import { databaseOf, demoDay } from './test-databases.ts'

declare module 'vitest' {
  interface ProvidedContext {
    /** Folder of the photos of the demonstration's day. */
    demoFiles: string
  }
}

/** The throw-away MariaDB, with the demonstration's day told once: each test file works on a copy. */
export default async function setup(project: TestProject) {
  const stopDatabase = await setUpDatabase(project)
  const files = mkdtempSync(join(tmpdir(), 'chamomile-demo-'))
  const running = await start({
    databaseUri: await databaseOf(project.getProvidedContext().database, demoDay),
    port: 0,
    files,
    log: pino({ level: 'silent' }),
  })
  await seedDemo(running.context)
  await running.stop()
  project.provide('demoFiles', files)
  return async () => {
    await stopDatabase()
    rmSync(files, { recursive: true, force: true })
  }
}
