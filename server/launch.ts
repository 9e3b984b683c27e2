import { join } from 'node:path'
import type { Logger } from 'pino'
import { lockFolder } from './database/folder-lock.ts'
import { type Instance, startInstance } from './database/instance.ts'
import { standInMeter } from './meter/source.ts'
import { type Running, start } from './serve.ts'
import { explainStart, type Settings } from './settings.ts'
import { standInSource } from './weather/source.ts'

export interface Launched {
  running: Running
  /** Ends the server and, if it is ours, the database. */
  close(): Promise<void>
}

/** Restarts in a row after which a database that keeps ending is given up. */
const mostRestarts = 5

/**
 * Launches all of it: data folder, private database (unless one elsewhere is used) and server. A database that ends by itself, killed
 * or crashed, is started again on the same port; it recovers what was committed, and the server's pool finds it there.
 */
export async function launch(
  settings: Settings,
  pages: string,
  log: Logger,
  giveUp: (reason: string) => void,
): Promise<Launched> {
  const files = join(settings.folder, 'files')
  const backups = { folder: join(settings.folder, 'backups'), files }
  const serve = (databaseUri: string): Promise<Running> =>
    start({
      databaseUri,
      port: settings.port,
      host: settings.host,
      outside: settings.outside,
      ...(settings.meter ? { meter: standInMeter } : {}),
      ...(settings.weather ? { weather: standInSource(settings.weather) } : {}),
      pages,
      log,
      files,
      backups,
    })
  if (settings.databaseUri) {
    const running = await serve(settings.databaseUri)
    return { running, close: () => running.stop() }
  }
  const unlock = lockFolder(settings.folder)
  let instance: Instance
  let closing = false
  let restarts = 0
  const open = (port?: number): Promise<Instance> =>
    startInstance({
      folder: settings.folder,
      port,
      onUnexpectedEnd: (code) => {
        if (closing) return
        log.error({ code }, 'the database ended; starting it again')
        if (++restarts > mostRestarts)
          return giveUp(`The database keeps ending. Its log is ${join(settings.folder, 'mariadb.log')}.`)
        open(instance.port).then(
          (next) => {
            instance = next
            setTimeout(() => {
              restarts = 0
            }, 60_000).unref()
          },
          (error: Error) => giveUp(explainStart(error, settings) ?? error.message),
        )
      },
    })
  try {
    instance = await open()
  } catch (error) {
    unlock()
    throw error
  }
  try {
    const running = await serve(instance.uri)
    return {
      running,
      async close() {
        closing = true
        await running.stop()
        await instance.stop()
        unlock()
      },
    }
  } catch (error) {
    closing = true
    await instance.stop()
    unlock()
    throw error
  }
}
