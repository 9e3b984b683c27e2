import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { type Connection, connect } from '#server/database/connection.ts'
import { type Instance, startInstance } from '#server/database/instance.ts'
import { migrate } from '#server/database/migrate.ts'
import { demoShop } from '#server/demo/shop.ts'
import { morningZone, seedShop } from '#server/demo/store.ts'

export { signIn } from '../../tests/support/sign-in.ts'

import { carA } from '../../tests/fixtures/cars.ts'

/** A database with the disk's guarantees on, a shop in it, and how to talk to a server over it. */
export interface Place {
  folder: string
  instance: Instance
  connection: Connection
  /** @param instance the database that runs now, where it was started again */
  close(instance?: Instance): Promise<void>
}

export async function openPlace(): Promise<Place> {
  const folder = mkdtempSync(join(tmpdir(), 'chamomile-bench-'))
  const instance = await startInstance({ folder, onUnexpectedEnd: () => {} })
  const connection = connect(instance.uri)
  await migrate(connection)
  // Cars by the dozen find no room in the four bays of the demonstration.
  const equipment = demoShop.equipment.filter(({ kind }) => !['bay', 'wash-bay'].includes(kind))
  await seedShop(connection.db, { ...demoShop, equipment }, morningZone(new Date().toISOString()))
  return {
    folder,
    instance,
    connection,
    async close(now = instance) {
      await connection.close()
      await now.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** A checked-in job. @returns its id */
export async function openJob(base: string, cookie: string): Promise<string> {
  const id = uuidv7()
  const send = (path: string, body?: object) =>
    fetch(base + path, {
      method: 'POST',
      headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })
  await send('/api/jobs', { id, checkIn: carA().checkIn, arrives: new Date().toISOString(), due: null })
  const issued = await send(`/api/jobs/${id}/procedure`)
  if (!issued.ok) throw new Error(await issued.text())
  return id
}

export const noteEvent = (text: string) => ({
  id: uuidv7(),
  type: 'note',
  data: { text },
  device: 'bench',
  deviceSeq: 0,
  deviceTime: '',
})

export const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? Number.NaN
export const rounded = (value: number, digits = 1): number => Number(value.toFixed(digits))
