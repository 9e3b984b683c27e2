import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { FolderInUse } from '#server/database/folder-lock.ts'
import { type Launched, launch } from '#server/launch.ts'
import { openLog } from '#server/log.ts'
import { explainStart, readSettings, type Settings } from '#server/settings.ts'

export const root = fileURLToPath(new URL('..', import.meta.url))

/** Says sentences on standard error and ends. */
export function end(...sentences: string[]): never {
  for (const sentence of sentences) console.error(sentence)
  process.exit(1)
}

/** Settings from the environment, or the end with a sentence for each fault. */
export function settingsOrEnd(defaults: { port: number; folder: string }): Settings {
  const settings = readSettings(process.env, defaults)
  return 'faults' in settings ? end(...settings.faults) : settings
}

/** Launches for an entry point, or ends with one sentence that says what to do. Ctrl-C and SIGTERM close it again. */
export async function openOrEnd(settings: Settings): Promise<Launched> {
  const log = openLog(settings.logLevel)
  const launched = await launch(settings, join(root, 'dist', 'web'), log, (reason) => end(reason)).catch(
    (error: Error) => {
      end(error instanceof FolderInUse ? error.message : (explainStart(error, settings) ?? error.message))
    },
  )
  let closing = false
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      if (closing) return
      closing = true
      void launched.close().then(() => process.exit(0))
    })
  }
  return launched
}
