import { and, asc, desc, eq, gt, lt } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { changes } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'

/** Something of a shop changed; screens that show it ask again. */
export interface Change {
  seq: number
  shop: string
  topic: 'job' | 'plan' | 'mixing' | 'people'
  job: string | null
  position: number | null
}

/** Writes a change beside what changed, in the same transaction: whoever reads the one can read the other. */
export async function announce(
  tx: Transaction,
  change: { shop: string; topic: Change['topic']; job?: string; position?: number },
): Promise<void> {
  await tx.insert(changes).values({ ...change, at: new Date().toISOString() })
}

const columns = {
  seq: changes.seq,
  shop: changes.shop,
  topic: changes.topic,
  job: changes.job,
  position: changes.position,
}
/** Numbers are given before commit, so a smaller one may appear after a larger; for this long we look back for it. */
const settle = 10_000
const keep = 24 * 3_600_000

/**
 * Tells connected screens of changes made by any server on this database. It polls, a few times a second and at once after a write of
 * our own, and holds nothing that another server would miss if this one died.
 */
export class Live {
  private readonly db: Database
  private readonly listeners = new Set<(change: Change) => void>()
  /** Changes up to here are all told. */
  private base = 0
  private readonly seen = new Map<number, number>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private polling: Promise<void> | undefined
  private again = false
  private stopped = false
  private readonly every: number

  constructor(db: Database, every = 250) {
    this.db = db
    this.every = every
  }

  /** Begins at what is newest now. */
  async start(): Promise<void> {
    // What is there already is not news; but smaller numbers than the newest may still be uncommitted, so it is remembered, not skipped.
    this.base = Math.max(0, (await this.newest()) - 500)
    const there = await this.db
      .select({ seq: changes.seq, at: changes.at })
      .from(changes)
      .where(gt(changes.seq, this.base))
      .orderBy(asc(changes.seq))
    for (const { seq, at } of there) this.seen.set(seq, Date.parse(at))
    this.schedule()
  }

  async stop(): Promise<void> {
    this.stopped = true
    clearTimeout(this.timer)
    await this.polling
  }

  subscribe(listener: (change: Change) => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Looks for changes now: called after a write of our own. */
  wake(): void {
    if (this.polling) this.again = true
    else this.poll()
  }

  /** A shop's changes after a number, for a screen that lost its line; undefined when they are no longer all there. */
  async since(shop: string, seq: number): Promise<Change[] | undefined> {
    const [oldest] = await this.db.select({ seq: changes.seq }).from(changes).orderBy(asc(changes.seq)).limit(1)
    if (oldest && seq < oldest.seq - 1) return undefined
    const list = await this.db
      .select(columns)
      .from(changes)
      .where(and(eq(changes.shop, shop), gt(changes.seq, seq)))
      .orderBy(asc(changes.seq))
      .limit(501)
    return list.length > 500 ? undefined : list
  }

  private async newest(): Promise<number> {
    const [row] = await this.db.select({ seq: changes.seq }).from(changes).orderBy(desc(changes.seq)).limit(1)
    return row?.seq ?? 0
  }

  private schedule() {
    if (!this.stopped) this.timer = setTimeout(() => this.poll(), this.every)
  }

  private poll() {
    clearTimeout(this.timer)
    this.again = false
    this.polling = this.read()
      .catch(() => {
        // The database is away; the next poll asks again, and nothing was skipped.
      })
      .finally(() => {
        this.polling = undefined
        if (this.again && !this.stopped) this.poll()
        else this.schedule()
      })
  }

  private async read() {
    const rows = await this.db
      .select({ ...columns, at: changes.at })
      .from(changes)
      .where(gt(changes.seq, this.base))
      .orderBy(asc(changes.seq))
      .limit(1000)
    const now = Date.now()
    for (const { at, ...change } of rows) {
      if (this.seen.has(change.seq)) continue
      this.seen.set(change.seq, Date.parse(at))
      for (const listener of this.listeners) listener(change)
    }
    // What is older than any transaction still under way can be: nothing smaller will appear any more.
    for (const [seq, at] of [...this.seen].sort((a, b) => a[0] - b[0])) {
      if (at > now - settle) break
      this.base = seq
      this.seen.delete(seq)
    }
  }
}

/** Forgets changes that no screen can still be waiting for. */
export const forgetOldChanges = (db: Database) =>
  db.delete(changes).where(lt(changes.at, new Date(Date.now() - keep).toISOString()))
