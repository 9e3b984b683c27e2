import { join } from 'node:path'
import { noShopYet } from '#server/people/store/ways-in.ts'
import { openOrEnd, root, settingsOrEnd } from './launch.ts'

const settings = settingsOrEnd({ port: 4180, folder: join(root, '.data', 'shop') })
const { running } = await openOrEnd(settings)
const first = await noShopYet(running.context.db)
console.log(
  `Chamomile is ready: http://${settings.host}:${running.port}${first ? '\nIt is empty: the first visit opens the shop and makes its owner.' : ''}`,
)
