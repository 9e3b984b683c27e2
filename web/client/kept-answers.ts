import type { Query, QueryClient, QueryKey } from '@tanstack/react-query'
import { type DBSchema, type IDBPDatabase, openDB } from 'idb'

/** What the server said of one thing, and when. */
interface Answer {
  key: QueryKey
  data: unknown
  at: number
}
interface Schema extends DBSchema {
  answers: { key: string; value: Answer }
}

/** What a hand needs in a bay without a signal: who is here, the day, the jobs with their procedures and checks, the mixes, the trade. */
const kept: Record<string, (key: QueryKey) => boolean> = {
  session: () => true,
  shipped: () => true,
  shop: () => true,
  day: () => true,
  plan: (key) => key.length === 1,
  issued: () => true,
  people: () => true,
  'house-rules': () => true,
  batches: () => true,
  containers: () => true,
  demand: () => true,
  'day-mix': () => true,
  'data-sheets': () => true,
  'data-sheet': () => true,
  jobs: (key) => ['work', 'row', 'procedure', 'report'].includes(key[2] as string),
}
const isKept = ({ queryKey }: Pick<Query, 'queryKey'>) => kept[queryKey[0] as string]?.(queryKey) === true

/** Milliseconds in which changes are gathered before they are written. */
const gathered = 1_500
/** What was told longer ago belongs to cars that are gone. */
const longest = 3 * 24 * 3_600_000

/** What the server has told this device, for a page that is opened without a line. */
export class KeptAnswers {
  private readonly name: string
  private opened: Promise<IDBPDatabase<Schema>> | undefined
  private readonly waiting = new Map<string, Answer>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private writing: Promise<void> = Promise.resolve()

  constructor(name = 'chamomile-answers') {
    this.name = name
  }

  private database() {
    this.opened ??= openDB<Schema>(this.name, 1, { upgrade: (db) => void db.createObjectStore('answers') }).catch(
      (error: unknown) => {
        this.opened = undefined
        throw error
      },
    )
    return this.opened
  }

  /** Writes down from now on what the server says to this page. */
  follow(client: QueryClient): void {
    const note = (query: Query) => {
      const { data, status, dataUpdatedAt: at } = query.state
      if (status !== 'success' || data === null || data === undefined || !isKept(query)) return
      if (this.waiting.get(query.queryHash)?.at === at) return
      this.waiting.set(query.queryHash, { key: query.queryKey, data, at })
      this.timer ??= setTimeout(() => void this.write(), gathered)
    }
    const cache = client.getQueryCache()
    // What came before anybody followed.
    cache.getAll().forEach(note)
    cache.subscribe(({ type, query }) => type === 'updated' && note(query))
  }

  /** Writes what waits to be written. A browser that is full or forbids it only cannot be opened without a line. */
  write(): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    const batch = [...this.waiting]
    this.waiting.clear()
    this.writing = this.writing.then(async () => {
      try {
        const db = await this.database()
        // Files come last and each by itself: one that finds no room takes nothing else with it.
        const isFile = ([, { data }]: [string, Answer]) => data instanceof Blob
        const files = batch.filter(isFile).map((file) => [file])
        for (const part of [batch.filter((entry) => !isFile(entry)), ...files]) {
          const tx = db.transaction('answers', 'readwrite')
          await Promise.all([...part.map(([hash, answer]) => tx.store.put(answer, hash)), tx.done])
        }
      } catch (error) {
        console.warn('What the server said could not be kept for times without a line.', error)
      }
    })
    return this.writing
  }

  /** Gives a page back what was kept, each as old as it is. What the page knows already stays; what is too old goes. */
  async restore(client: QueryClient, now: number): Promise<void> {
    const db = await this.database()
    const { store } = db.transaction('answers')
    const [hashes, answers] = await Promise.all([store.getAllKeys(), store.getAll()])
    answers.forEach(({ key, data, at }) => {
      if (now - at < longest && client.getQueryData(key) === undefined)
        client.setQueryData(key, data, { updatedAt: at })
    })
    const old = hashes.filter((_, i) => now - answers[i]!.at >= longest)
    await Promise.all(old.map((hash) => db.delete('answers', hash)))
  }

  /** What was kept of one question. */
  async of<T>(hash: string): Promise<T | undefined> {
    return (await (await this.database()).get('answers', hash))?.data as T | undefined
  }

  /** Whoever it was told to has left this device. */
  async forget(): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    this.waiting.clear()
    this.writing = this.writing.then(async () => {
      try {
        await (await this.database()).clear('answers')
      } catch (error) {
        console.warn('What was kept for times without a line could not be taken off.', error)
      }
    })
    return this.writing
  }
}

export const keptAnswers = new KeptAnswers()
