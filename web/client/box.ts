import { type IDBPDatabase, openDB } from 'idb'

/** Something of a person's that waits on this device until the server has it. */
export interface Waiting {
  id: string
  person: string
  /** Why the server will not have it; it stays until somebody has read that. */
  refused?: string
}
/** `refused`: why, for good. */
export type BoxAnswer = 'stored' | 'no-line' | { refused: string }

interface Options<T> {
  /** This browser's database for it, and what lies in there. */
  name: string
  of: string
  send: (one: T) => Promise<BoxAnswer>
  stored?: (one: T) => void
}

const pauses = [2_000, 5_000, 15_000, 30_000]

/** Keeps things until the server has them and sends them one by one, in the order they were made; each has its id from the start, so that twice is once. */
export class Box<T extends Waiting> {
  private readonly options: Options<T>
  private opened: Promise<IDBPDatabase> | undefined
  private list: readonly T[] = []
  private person: string | undefined
  private running: Promise<void> | undefined
  private timer: ReturnType<typeof setTimeout> | undefined
  private failures = 0
  private readonly listeners = new Set<() => void>()

  constructor(options: Options<T>) {
    this.options = options
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
  snapshot = (): readonly T[] => this.list

  private database() {
    this.opened ??= openDB(this.options.name, 1, {
      upgrade: (db) => void db.createObjectStore(this.options.of, { keyPath: 'id' }),
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
    const all: T[] = await (await this.database()).getAll(this.options.of).catch(() => [])
    this.show(all)
    if (person !== undefined) await this.send()
  }

  /** Keeps one. Durable when it resolves. @throws when this browser has no room or no database: then it is not kept */
  async keep(one: T): Promise<void> {
    await (await this.database()).put(this.options.of, one)
    this.show([...this.list, one])
    this.later()
  }

  /** Takes off what the server would not have, once that is read. */
  async dismiss(id: string): Promise<void> {
    await (await this.database()).delete(this.options.of, id)
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
        this.options.stored?.(next)
      } else {
        const refused = { ...next, refused: answer.refused }
        await (await this.database()).put(this.options.of, refused)
        this.show(this.list.map((p) => (p.id === next.id ? refused : p)))
      }
    }
  }

  private later() {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.send(), pauses[Math.min(this.failures, pauses.length - 1)])
    this.failures++
  }

  private show(list: readonly T[]) {
    this.list = list
    for (const listener of this.listeners) listener()
  }
}
