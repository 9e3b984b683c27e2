import pino from 'pino'
import type { Browser } from 'playwright-core'
import { seedDemo } from '#server/demo/day.ts'
import { start } from '#server/serve.ts'
import { launch } from './browser.ts'
import { freshDatabase } from './test-server.ts'

export interface DemoServer {
  base: string
  browser: Browser
  close(): Promise<void>
}

/** The built pages over a fresh database with the demonstration's day, and a browser. @param past with the four weeks before it */
export async function demoServer(database: string, pages = 'dist/web', past = false): Promise<DemoServer> {
  const running = await start({
    databaseUri: await freshDatabase(database),
    port: 0,
    pages,
    log: pino({ level: 'silent' }),
  })
  await seedDemo(running.context, undefined, past)
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
