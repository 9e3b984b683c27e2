import { cpSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import type { Browser } from 'playwright-core'
import { inject } from 'vitest'
import { seedDemo } from '#server/demo/day.ts'
import { start } from '#server/serve.ts'
import { launch } from './browser.ts'
import { databaseLike, demoDay, freshDatabase } from './test-databases.ts'

export interface DemoServer {
  base: string
  browser: Browser
  close(): Promise<void>
}

/** The built pages over a copy of the demonstration's day, and a browser. @param past with the four weeks before it, told anew */
export async function demoServer(pages = 'dist/web', past = false): Promise<DemoServer> {
  const database = inject('database')
  const files = mkdtempSync(join(tmpdir(), 'chamomile-files-'))
  if (!past) cpSync(inject('demoFiles'), files, { recursive: true })
  const running = await start({
    databaseUri: past ? await freshDatabase(database) : await databaseLike(database, demoDay),
    port: 0,
    pages,
    files,
    log: pino({ level: 'silent' }),
  })
  if (past) await seedDemo(running.context, undefined, past)
  const browser = await launch()
  return {
    base: `http://127.0.0.1:${running.port}`,
    browser,
    async close() {
      await browser.close()
      await running.stop()
    },
  }
}
