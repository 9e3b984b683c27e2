import type { WorkIntent } from '#core/job/schema.ts'

/** Something a person said to a job's ledger, kept in this browser until the server has it. */
export interface Kept {
  /** Place in the order in which things were tapped on this device. */
  order: number
  person: string
  job: string
  event: WorkIntent
  /** It could not be sent at once: what it says has happened, and is a fact. */
  offline: boolean
  /** Why the server will not have it; it stays here until somebody has read that. */
  refused?: string
}

/** Where kept things lie. Everything it has said it keeps is there after the page, the browser or the machine has ended. */
export interface KeptStore {
  all(): Promise<Kept[]>
  /** Gives it its place in the order and, in its event, the device's sequence number. */
  add(entry: Omit<Kept, 'order'>): Promise<Kept>
  put(entry: Kept): Promise<void>
  remove(orders: readonly number[]): Promise<void>
}

/** Something that was kept, and its place in its job's ledger. */
export interface Sent extends Kept {
  position: number
}

export type Answer =
  /** `positions`: each one's place in its ledger. */
  | { is: 'stored'; positions: readonly number[] }
  /** The line or the server failed: whether it arrived is not known. */
  | { is: 'no-line' }
  /** Nobody, or somebody else, is signed in. */
  | { is: 'signed-out' }
  | { is: 'refused'; message: string; code: string }

export interface Wire {
  intent(job: string, event: WorkIntent): Promise<Answer>
  facts(job: string, events: readonly WorkIntent[]): Promise<Answer>
}

export interface OutboxOptions {
  store: KeptStore
  wire: Wire
  /** Runs one sender at a time among all pages of this browser. */
  alone?<T>(work: () => Promise<T>): Promise<T>
  /** Tells the other pages of this browser to look again, and what came of things they may be waiting for. */
  announce?(settled: readonly Settled[]): void
  /** A job's ledger has grown by what waited here. */
  stored?(job: string, types: readonly string[]): void
}

/** What came of something that was said. */
export type Outcome =
  | { is: 'stored'; position: number }
  | { is: 'kept' }
  | { is: 'refused'; message: string; code: string }

export interface Settled {
  event: string
  outcome: Outcome
}

const pauses = [1_000, 2_000, 5_000, 10_000, 20_000]
/** Sent things that are remembered. */
const remembered = 100
/** Facts sent at once. */
const together = 100

/**
 * Keeps what people tap until the server has it, and sends it in the order it was tapped, one job at a time. What is said while the line
 * holds is an intent, which the server may refuse; what could not be sent at once is a fact, which it never refuses.
 */
export class Outbox {
  private entries: Kept[] = []
  private person: string | undefined
  private timer: ReturnType<typeof setTimeout> | undefined
  private running: Promise<void> | undefined
  private failures = 0
  private again = false
  private readonly listeners = new Set<() => void>()
  private readonly awaited = new Map<string, (outcome: Outcome) => void>()
  private lately: readonly Sent[] = []
  private readonly options: OutboxOptions
  private tail: Promise<unknown> = Promise.resolve()
  readonly ready: Promise<void>

  constructor(options: OutboxOptions) {
    this.options = options
    this.ready = this.reload()
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** What is kept, in the order it was tapped. A new list at every change. */
  snapshot = (): readonly Kept[] => this.entries

  /** What was sent from here lately and stored: screens show it until they have read it back. */
  sent = (): readonly Sent[] => this.lately

  /** Looks again at what lies in the store: another page of this browser may have changed it. */
  reload(): Promise<void> {
    return this.inTurn(async () => this.show((await this.options.store.all()).sort((a, b) => a.order - b.order)))
  }

  /** Another page of this browser sent something. */
  async heard(settled: readonly Settled[]): Promise<void> {
    for (const { event, outcome } of settled) this.settle(event, outcome)
    await this.reload()
  }

  /** Who is signed in here: only their own things are sent, in their name. */
  serve(person: string | undefined): void {
    if (person === this.person) return
    this.person = person
    this.failures = 0
    if (person !== undefined) void this.send()
  }

  /**
   * Keeps what a person says, then sends it. Durable when `kept` resolves.
   * @returns `outcome`: what the server said, or that it is kept because the line does not hold; never later than the wire's own patience
   * @throws what the store throws when this browser cannot keep it: then nothing was said
   */
  async append(person: string, job: string, event: WorkIntent): Promise<{ outcome: Promise<Outcome> }> {
    await this.ready
    const outcome = new Promise<Outcome>((resolve) => this.awaited.set(event.id, resolve))
    await this.inTurn(async () => {
      // Behind something that waits, it waits too: the order of taps is the order of the ledger.
      const behind = this.entries.some((e) => e.job === job && e.offline && e.refused === undefined)
      const kept = await this.options.store.add({ person, job, event, offline: behind })
      this.show([...this.entries, kept])
      if (behind) this.settle(event.id, { is: 'kept' })
    })
    this.options.announce?.([])
    void this.send()
    return { outcome }
  }

  /** Takes something off that the server would not have, after somebody has read why. */
  async dismiss(order: number): Promise<void> {
    await this.take([order])
    this.options.announce?.([])
  }

  /** Sends what waits, now. Resolves when there is nothing left to send or the line does not hold. */
  send = (): Promise<void> => {
    if (this.running) {
      // Asked for while a round is ending: what it did not see any more gets one of its own.
      this.again = true
      return this.running
    }
    clearTimeout(this.timer)
    this.timer = undefined
    this.again = false
    this.running = (this.options.alone ?? ((work) => work()))(() => this.work()).finally(() => {
      this.running = undefined
      if (this.again && this.next()) void this.send()
    })
    return this.running
  }

  /** Sends what waits of a person. @returns whether the server has all of it */
  async flush(person: string): Promise<boolean> {
    await this.ready
    await this.send()
    await this.running
    return !this.entries.some((e) => e.person === person && e.refused === undefined)
  }

  /** The oldest thing of the person who is here that can be sent. */
  private next(): Kept | undefined {
    return this.entries.find((e) => e.person === this.person && e.refused === undefined)
  }

  private async work(): Promise<void> {
    try {
      await this.round()
    } catch (error) {
      // The browser's own store failed: what it holds is still there, and it is tried again.
      console.error('What is kept in this browser could not be read or sent.', error)
      this.later()
    }
  }

  private later() {
    this.timer = setTimeout(() => void this.send(), pauses[Math.min(this.failures, pauses.length - 1)])
    this.failures++
  }

  private async round(): Promise<void> {
    await this.reload()
    for (let first = this.next(); first; first = this.next()) {
      const { job } = first
      const waiting = this.entries.filter((e) => e.job === job && e.person === first.person && e.refused === undefined)
      const answered = first.offline
        ? await this.sendFacts(waiting.filter((e) => e.offline).slice(0, together))
        : await this.sendIntent(first)
      if (!answered) {
        return this.later()
      }
      this.failures = 0
    }
  }

  private async sendIntent(entry: Kept): Promise<boolean> {
    const answer = await this.options.wire.intent(entry.job, entry.event)
    if (answer.is === 'stored') {
      await this.done([entry], answer.positions)
      return true
    }
    if (answer.is === 'refused') {
      // Said while the line holds and refused at once: whoever said it is told, and it was never true.
      await this.take([entry.order])
      this.settleAll([{ event: entry.event.id, outcome: answer }])
      return true
    }
    await this.wait(entry.job)
    return false
  }

  private async sendFacts(batch: readonly Kept[]): Promise<boolean> {
    const answer = await this.options.wire.facts(
      batch[0]!.job,
      batch.map((e) => e.event),
    )
    if (answer.is === 'stored') {
      await this.done(batch, answer.positions)
      return true
    }
    if (answer.is !== 'refused') return false
    if (batch.length > 1) {
      // One of them is in the way of all: each is sent for itself, in order.
      for (const one of batch) if (!(await this.sendFacts([one]))) return false
      return true
    }
    await this.change({ ...batch[0]!, refused: answer.message })
    this.options.announce?.([])
    return true
  }

  /** The server has them. */
  private async done(batch: readonly Kept[], positions: readonly number[]): Promise<void> {
    const sent = batch.map((e, i) => ({ ...e, position: positions[i]! }))
    this.lately = [...this.lately, ...sent].slice(-remembered)
    await this.take(batch.map((e) => e.order))
    this.options.stored?.(
      batch[0]!.job,
      batch.map((e) => e.event.type),
    )
    this.settleAll(batch.map((e, i) => ({ event: e.event.id, outcome: { is: 'stored', position: positions[i]! } })))
  }

  /** The line does not hold: everything of this job that waits has become a fact. */
  private async wait(job: string): Promise<void> {
    const waiting = this.entries.filter((e) => e.job === job && !e.offline && e.refused === undefined)
    for (const e of waiting) await this.change({ ...e, offline: true })
    this.settleAll(waiting.map((e) => ({ event: e.event.id, outcome: { is: 'kept' } })))
  }

  private change(entry: Kept): Promise<void> {
    return this.inTurn(async () => {
      await this.options.store.put(entry)
      this.show(this.entries.map((e) => (e.order === entry.order ? entry : e)))
    })
  }

  private take(orders: readonly number[]): Promise<void> {
    return this.inTurn(async () => {
      await this.options.store.remove(orders)
      this.show(this.entries.filter((e) => !orders.includes(e.order)))
    })
  }

  private settleAll(settled: readonly Settled[]) {
    for (const { event, outcome } of settled) this.settle(event, outcome)
    this.options.announce?.(settled)
  }

  private settle(event: string, outcome: Outcome) {
    this.awaited.get(event)?.(outcome)
    this.awaited.delete(event)
  }

  private show(entries: Kept[]) {
    this.entries = entries
    for (const listener of this.listeners) listener()
  }

  /** The store and what is shown of it change one after another, so that a look at the store never undoes what was just said. */
  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.tail.then(work, work)
    this.tail = mine.catch(() => {})
    return mine
  }
}
