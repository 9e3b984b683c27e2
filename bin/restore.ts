import { join } from 'node:path'
import { restore } from '#server/database/backup.ts'
import { FolderInUse, lockFolder } from '#server/database/folder-lock.ts'
import { startInstance } from '#server/database/instance.ts'
import { end, root, settingsOrEnd } from './launch.ts'

const settings = settingsOrEnd({ port: 4180, folder: join(root, '.data', 'shop') })
const source = process.argv[2] ?? end('Which backup? npm run restore -- FOLDER')

async function read(uri: string) {
  const manifest = await restore(uri, source, join(settings.folder, 'files')).catch((error: Error) => error)
  if (manifest instanceof Error) return manifest.message
  console.log(`Restored the backup of ${manifest.made}: ${manifest.bytes} bytes of database, ${manifest.files} files.`)
  return undefined
}

if (settings.databaseUri) {
  const trouble = await read(settings.databaseUri)
  if (trouble) end(trouble)
} else {
  try {
    const unlock = lockFolder(settings.folder)
    const instance = await startInstance({ folder: settings.folder })
    const trouble = await read(instance.uri)
    await instance.stop()
    unlock()
    if (trouble) end(trouble)
  } catch (error) {
    end(error instanceof FolderInUse ? error.message : (error as Error).message)
  }
}
