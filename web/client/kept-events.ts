import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Kept, KeptStore } from './outbox.ts'

interface Schema extends DBSchema {
  kept: { key: number; value: Omit<Kept, 'order'> & { order?: number } }
}

/** Opens this browser's own database for what people tapped and the server does not have yet. */
export function keptEvents(name = 'chamomile'): KeptStore {
  let opened: Promise<IDBPDatabase<Schema>> | undefined
  const database = () => {
    opened ??= openDB<Schema>(name, 1, {
      // Keys are given out in order and never again: they are the device's sequence.
      upgrade: (db) => void db.createObjectStore('kept', { keyPath: 'order', autoIncrement: true }),
    }).catch((error) => {
      opened = undefined
      throw error
    })
    return opened
  }
  return {
    all: async () => (await (await database()).getAll('kept')) as Kept[],
    async add(entry) {
      const tx = (await database()).transaction('kept', 'readwrite', { durability: 'strict' })
      const order = await tx.store.add(entry)
      const kept: Kept = { ...entry, order, event: { ...entry.event, deviceSeq: order } }
      await tx.store.put(kept)
      await tx.done
      return kept
    },
    put: async (entry) => void (await (await database()).put('kept', entry)),
    async remove(orders) {
      const tx = (await database()).transaction('kept', 'readwrite')
      await Promise.all([...orders.map((order) => tx.store.delete(order)), tx.done])
    },
  }
}
