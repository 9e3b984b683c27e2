import { type DBSchema, type IDBPDatabase, openDB } from 'idb'

/** A photo that was taken on this device and that the server does not have yet. */
export interface WaitingPhoto {
  id: string
  person: string
  job: string
  kind: string
  surface: string | undefined
  file: Blob
  /** Why the server will not have it; it stays until somebody has read that. */
  refused?: string
}
interface Schema extends DBSchema {
  photos: { key: string; value: WaitingPhoto }
}

/** `refused`: why, for good. */
export type PhotoAnswer = 'stored' | 'no-line' | { refused: string }

interface Options {
  name?: string
  send: (photo: WaitingPhoto) => Promise<PhotoAnswer>
  stored?: (job: string) => void
}

const pauses = [2_000, 5_000, 15_000, 30_000]

/** Keeps photos until the server has them and sends them one by one, in the order they were taken; each has its id from the start. */
export class PhotoBox {
  private readonly options: Options
  private opened: Promise<IDBPDatabase<Schema>> | undefined
  private list: readonly WaitingPhoto[] = []
  private person: string | undefined
  private running: Promise<void> | undefined
  private timer: ReturnType<typeof setTimeout> | undefined
  private failures = 0
  private readonly listeners = new Set<() => void>()

  constructor(options: Options) {
    this.options = options
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
  snapshot = (): readonly WaitingPhoto[] => this.list

  private database() {
    this.opened ??= openDB<Schema>(this.options.name ?? 'chamomile-photos', 1, {
      upgrade: (db) => void db.createObjectStore('photos', { keyPath: 'id' }),
    }).catch((error: unknown) => {
      this.opened = undefined
      throw error
    })
    return this.opened
  }

  /** Who is here: theirs are taken up and sent. */
  async serve(person: string | undefined): Promise<void> {
    this.person = person
    // Ids are of their time: in their order.
    const all = await (await this.database()).getAll('photos').catch(() => [])
    this.show(all)
    if (person !== undefined) await this.send()
  }

  /** Keeps a photo. Durable when it resolves. @throws when this browser has no room or no database: then it is not kept */
  async keep(photo: WaitingPhoto): Promise<void> {
    await (await this.database()).put('photos', photo)
    this.show([...this.list, photo])
    this.later()
  }

  /** Takes off what the server would not have, once that is read. */
  async dismiss(id: string): Promise<void> {
    await (await this.database()).delete('photos', id)
    this.show(this.list.filter((p) => p.id !== id))
  }

  /** Sends what waits, now; resolves when nothing is left to send or the line does not hold. */
  send = (): Promise<void> => {
    this.running ??= this.round().finally(() => {
      this.running = undefined
    })
    return this.running
  }

  private async round(): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    for (;;) {
      const next = this.list.find((p) => p.person === this.person && p.refused === undefined)
      if (!next) return
      const answer = await this.options.send(next)
      if (answer === 'no-line') return this.later()
      this.failures = 0
      if (answer === 'stored') {
        await this.dismiss(next.id)
        this.options.stored?.(next.job)
      } else {
        const refused = { ...next, refused: answer.refused }
        await (await this.database()).put('photos', refused)
        this.show(this.list.map((p) => (p.id === next.id ? refused : p)))
      }
    }
  }

  private later() {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.send(), pauses[Math.min(this.failures, pauses.length - 1)])
    this.failures++
  }

  private show(list: readonly WaitingPhoto[]) {
    this.list = list
    for (const listener of this.listeners) listener()
  }
}
