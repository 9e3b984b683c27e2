import { createReadStream } from 'node:fs'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { connect } from '#server/database/connection.ts'
import { FolderInUse, lockFolder } from '#server/database/folder-lock.ts'
import { startInstance } from '#server/database/instance.ts'
import { migrate } from '#server/database/migrate.ts'
import { readShop } from '#server/export/store/read.ts'
import { FileStore } from '#server/files/by-content.ts'
import { end, root, settingsOrEnd } from './launch.ts'

// Takes in a whole shop that another installation wrote: `npm run import -- FILE`.
const settings = settingsOrEnd({ port: 4180, folder: join(root, '.data', 'shop') })
const source = process.argv[2] ?? end('Which file? npm run import -- FILE')

/** @returns what went wrong, in words */
async function takeIn(uri: string): Promise<string | undefined> {
  const connection = connect(uri)
  try {
    await migrate(connection)
    const lines = createInterface({ input: createReadStream(source), crlfDelay: Number.POSITIVE_INFINITY })
    const taken = await readShop(connection.db, new FileStore(join(settings.folder, 'files')), lines)
    console.log(
      `Taken in: ${taken.name}, ${taken.rows} rows and ${taken.files} files. Let its devices in anew with the owner’s password.`,
    )
    return undefined
  } catch (error) {
    return (error as Error).message
  } finally {
    await connection.pool.end()
  }
}

if (settings.databaseUri) {
  const trouble = await takeIn(settings.databaseUri)
  if (trouble) end(trouble)
} else {
  try {
    const unlock = lockFolder(settings.folder)
    const instance = await startInstance({ folder: settings.folder })
    const trouble = await takeIn(instance.uri)
    await instance.stop()
    unlock()
    if (trouble) end(trouble)
  } catch (error) {
    end(error instanceof FolderInUse ? error.message : (error as Error).message)
  }
}
