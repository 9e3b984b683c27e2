import { mkdtempSync } from 'node:fs'
import type { Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { serve } from '@hono/node-server'
import pino, { type Logger } from 'pino'
import { catalogue } from '#catalogue/catalogue.ts'
import { assertCatalogue } from '#catalogue/check.ts'
import type { MeterSource } from '#core/drying/meter.ts'
import { FileStore } from '#server/files/by-content.ts'
import type { Outside } from '#server/http/middleware/caller.ts'
import { Live } from '#server/http/stream.ts'
import { buildApp } from './app.ts'
import { connect } from './database/connection.ts'
import { migrate } from './database/migrate.ts'
import { refuseNewer } from './database/schema-version.ts'
import type { AppContext } from './http/route.ts'
import { listenTo, type WeatherSource } from './weather/source.ts'

export interface Running {
  port: number
  context: AppContext
  /** Finishes what is under way, closes streams, then the port and the database pool. */
  stop(): Promise<void>
}

/** Migrates, then serves, on 127.0.0.1 unless told otherwise. @param pages folder of the built pages; none: only the interface */
export async function start(options: {
  databaseUri: string
  port: number
  host?: string
  pages?: string
  /** See AppContext. */
  requestsPerSecond?: number
  outside?: Outside
  /** Where the weather is known from; none: somebody types it. */
  weather?: WeatherSource
  /** See AppContext. */
  meter?: MeterSource
  /** Where what was there is kept before the schema changes; none: nothing is kept (tests). */
  backups?: { folder: string; files: string }
  log?: Logger
  /** Folder of stored files; a new one under the system's temporary folder when left out (tests). */
  files?: string
}): Promise<Running> {
  const log = options.log ?? pino()
  assertCatalogue(catalogue)
  const connection = connect(options.databaseUri)
  try {
    await refuseNewer(connection)
    const kept = await migrate(
      connection,
      options.backups && { uri: options.databaseUri, now: new Date().toISOString(), ...options.backups },
    )
    if (kept) log.info({ kept }, 'the database was brought up to this version; what was there before is kept')
  } catch (error) {
    await connection.close()
    throw error
  }
  const context: AppContext = {
    db: connection.db,
    live: new Live(connection.db, undefined, (error) =>
      log.warn({ error: (error as Error).message }, 'looking for changes failed; it is tried again'),
    ),
    catalogue,
    log,
    files: new FileStore(options.files ?? mkdtempSync(join(tmpdir(), 'chamomile-files-'))),
    now: () => new Date().toISOString(),
    ...(options.meter ? { meter: options.meter } : {}),
    ...(options.outside ? { outside: options.outside } : {}),
    ...(options.requestsPerSecond === undefined ? {} : { requestsPerSecond: options.requestsPerSecond }),
  }
  await context.live.start()
  const deaf = options.weather
    ? await listenTo(options.weather, connection.db, context.now, (error) =>
        log.warn({ error: (error as Error).message }, 'the weather could not be had; what is known stays'),
      )
    : undefined
  const ending = new AbortController()
  const app = buildApp(context, ending.signal, options.pages)
  const server = await new Promise<Server>((resolve, reject) => {
    const listening = serve({ fetch: app.fetch, port: options.port, hostname: options.host ?? '127.0.0.1' }, () =>
      resolve(listening as Server),
    ) as Server
    listening.once('error', reject)
  })
  // Longer than callers keep a line for reuse: a question sent as the line is dropped would be lost.
  server.keepAliveTimeout = 75_000
  const address = server.address()
  return {
    port: address && typeof address === 'object' ? address.port : options.port,
    context,
    async stop() {
      ending.abort()
      deaf?.()
      const idle = setInterval(() => server.closeIdleConnections(), 100)
      const hard = setTimeout(() => server.closeAllConnections(), 5000)
      await new Promise((resolve) => server.close(resolve))
      clearInterval(idle)
      clearTimeout(hard)
      await context.live.stop()
      await connection.close()
    },
  }
}
