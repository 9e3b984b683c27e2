import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { commandLineOf } from './process.ts'

/** Somebody else works on this data folder now. */
export class FolderInUse extends Error {}

/** True when the process is one of our entry points. */
const isEntryPoint = (pid: number) => /bin\/(demo|start|dev|restore|backup)\.ts/.test(commandLineOf(pid))

/**
 * Takes a data folder for this process, so that of two starts at once only one touches the database. A lock left by a process that
 * was killed is taken over.
 * @returns a function that gives it back
 * @throws FolderInUse naming the process that has it
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true })
  const file = join(folder, 'in-use')
  for (let attempt = 0; ; attempt++) {
    try {
      const handle = openSync(file, 'wx')
      writeSync(handle, String(process.pid))
      closeSync(handle)
      return () => rmSync(file, { force: true })
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || attempt > 3) throw error
      const holder = Number(readFileSync(file, 'utf8'))
      if (holder && holder !== process.pid && isEntryPoint(holder)) {
        throw new FolderInUse(
          `Chamomile is already running on this data folder (process ${holder}). Stop it first, or use another folder.`,
        )
      }
      rmSync(file, { force: true })
    }
  }
}
