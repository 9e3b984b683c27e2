import type { Database } from '#server/database/connection.ts'
import { type Change, changesAfter, changesOf, newestChange, pruneChanges } from './store/changes.ts'
import { pruneSessions } from './store/sessions.ts'
import { type Telling, tellingsOf } from './telling.ts'

/** Numbers are given before commit, so a smaller one may appear after a larger; for this long we look back for it. */
const settle = 10_000

/** Changes older than this are dropped: a screen that was away longer asks for everything once. */
const kept = 24 * 3_600_000
const pruneEvery = 3_600_000

/**
 * Woken more often than this (ms), it waits: under load one look finds the news of many writes. Telling costs a write for each who listens:
 * the more there are the more is told at once, and still well within a second.
 */
const pauseFor = (listeners: number) => Math.min(400, 50 + listeners)

/** So many are told in one go: a tap that comes meanwhile is answered between two of them, not behind three hundred writes. */
const toldAtOnce = 20

/**
 * Tells connected screens of changes made by any server on this database. It polls, a few times a second and at once after a write of
 * our own, and holds nothing that another server would miss if this one died.
 */
export class Live {
  private readonly db: Database
  private readonly listeners = new Set<(telling: Telling) => void>()
  /** The largest number told so far. */
  private top = 0
  /** Smaller numbers not seen yet, and since when they are missed: given to a transaction that is still open, or never to come. */
  private readonly gaps = new Map<number, number>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private polling: Promise<void> | undefined
  private again = false
  private polled = 0
  private pruning: ReturnType<typeof setInterval> | undefined
  private stopped = false
  private readonly every: number

  private readonly report: (error: unknown) => void

  /** @param report is told of looks that failed: they are repeated, but whoever runs the server should know */
  constructor(db: Database, every = 250, report: (error: unknown) => void = () => {}) {
    this.db = db
    this.every = every
    this.report = report
  }

  /** Begins at what is newest now. */
  async start(): Promise<void> {
    this.top = await newestChange(this.db)
    // What is there already is not news; but a number just below the newest may still be uncommitted, and will be.
    const recent = new Set((await changesAfter(this.db, this.top - 100)).map((change) => change.seq))
    for (let seq = Math.max(1, this.top - 100); seq < this.top; seq++)
      if (!recent.has(seq)) this.gaps.set(seq, Date.now())
    await this.prune()
    this.pruning = setInterval(() => void this.prune().catch(this.report), pruneEvery)
    this.schedule()
  }

  /** Drops what nobody will ask for any more; several servers doing so at once do no harm. */
  async prune(now = Date.now()): Promise<void> {
    await pruneChanges(this.db, now - kept)
    await pruneSessions(this.db, now)
  }

  async stop(): Promise<void> {
    this.stopped = true
    clearTimeout(this.timer)
    clearInterval(this.pruning)
    await this.polling
  }

  /** @param listener hears what is told of every shop */
  subscribe(listener: (telling: Telling) => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Looks for changes now: called after a write of our own. */
  wake(): void {
    if (this.polling) this.again = true
    else this.soon()
  }

  private soon() {
    if (this.stopped) return
    clearTimeout(this.timer)
    this.timer = setTimeout(
      () => this.poll(),
      Math.max(0, this.polled + pauseFor(this.listeners.size) - performance.now()),
    )
  }

  /** A shop's changes after a number, for a screen that lost its line; undefined when they are no longer all there. */
  since(shop: string, seq: number): Promise<Change[] | undefined> {
    return changesOf(this.db, shop, seq)
  }

  private schedule() {
    if (!this.stopped) this.timer = setTimeout(() => this.poll(), this.every)
  }

  private poll() {
    clearTimeout(this.timer)
    this.again = false
    this.polling = this.read()
      // The database is away, most likely; the next poll asks again, and nothing was skipped.
      .catch(this.report)
      .finally(() => {
        this.polling = undefined
        this.polled = performance.now()
        if (this.again) this.soon()
        else this.schedule()
      })
  }

  private async tell(tellings: readonly Telling[]) {
    let told = 0
    // Whoever begins to listen meanwhile asks for what is there already.
    for (const listener of [...this.listeners]) {
      if (!this.listeners.has(listener)) continue
      for (const telling of tellings) listener(telling)
      if (++told % toldAtOnce === 0) await new Promise((resolve) => setImmediate(resolve))
    }
  }

  private async read() {
    const rows = await changesAfter(this.db, this.top, [...this.gaps.keys()])
    const now = Date.now()
    for (const change of rows) {
      for (let seq = this.top + 1; seq < change.seq; seq++) this.gaps.set(seq, now)
      this.top = Math.max(this.top, change.seq)
      this.gaps.delete(change.seq)
    }
    if (rows.length > 0) await this.tell(tellingsOf(rows))
    // Longer than any transaction of ours lasts: that number was rolled back.
    for (const [seq, since] of this.gaps) if (now - since > settle) this.gaps.delete(seq)
  }
}
