import { type Difference, type Json, sameJson, threeWay } from '#core/draft/three-way.ts'

/** Documents are plain data; their types say more than JSON's does. */
const same = <T>(a: T, b: T): boolean => sameJson(a as Json, b as Json)
const merged = <T>(base: T, mine: T, theirs: T, whole?: (pointer: string) => boolean) => {
  const { value, differences } = threeWay(base as Json, mine as Json, theirs as Json, whole)
  return { value: value as T, differences }
}

/** A document as the server has it. */
export interface Saved<T> {
  version: number
  value: T
}

/** Somebody else's save came first; this is what is there now. */
export class Overtaken<T> extends Error {
  readonly current: Saved<T>
  constructor(current: Saved<T>) {
    super('Somebody else saved first.')
    this.current = current
  }
}

/** The line failed: whether the save arrived is not known, and it is tried again. */
export class NoLine extends Error {}

/** What this browser keeps of a draft until the server has it. */
export interface Stored<T> extends Saved<T> {
  /** What `value` was made from, at `version`. */
  base: T
  /** What was sent and never answered: any of it may have arrived. */
  sent?: T[]
}

export interface Keeper<T> {
  read(): Stored<T> | undefined
  /** @returns false when this browser could not keep it */
  write(stored: Stored<T>): boolean
  clear(): void
}

export type Status =
  | 'saved'
  /** Changed, and about to be sent. */
  | 'unsaved'
  | 'saving'
  /** It could not be sent; it is kept in this browser and tried again. */
  | 'kept'
  /** The server will not have it as it is; it is kept in this browser. */
  | 'refused'
  /** Somebody else saved first, and a person has to say what stands. */
  | 'conflict'

export interface Snapshot<T> {
  value: T
  status: Status
  error: Error | null
  conflict: { theirs: T; differences: Difference[] } | null
  canUndo: boolean
  canRedo: boolean
  /** False when this browser keeps nothing: then leaving the page loses what is not saved. */
  durable: boolean
}

export interface Options<T> {
  start: Saved<T>
  /**
   * Saves over the version it was made from. `parting`: the page is going away.
   * @throws Overtaken, NoLine, or any other error when the server will not have it
   */
  save(saved: Saved<T>, parting: boolean): Promise<Saved<T>>
  keeper: Keeper<T>
  /** Places that two people's changes are not mixed in (JSON Pointers). */
  whole?(pointer: string): boolean
  onChange?(): void
}

/** Strokes and typing come to rest for so long before they are sent, in ms. */
const rest = 600
/** Pauses before another try when the line is down, in ms. */
const pauses = [1_000, 2_000, 5_000, 10_000, 20_000]
const steps = 100
/** Saves without an answer that are remembered. */
const mostUnanswered = 4

/**
 * A document that a person edits and that is saved by itself: with undo, kept in the browser from the first stroke until the server has it,
 * sent one save at a time, and honest when somebody else saved first. It outlives the screen that shows it.
 */
export class VersionedDraft<T> {
  private value: T
  private base: T
  private version: number
  private past: T[] = []
  private future: T[] = []
  private theirs: Saved<T> | null = null
  private error: Error | null = null
  private unanswered: T[] = []
  private running: Promise<void> | undefined
  private timer: ReturnType<typeof setTimeout> | undefined
  private failures = 0
  private ready = true
  private durable = true
  private closed = false
  private stuck: 'kept' | 'refused' | null = null
  private readonly listeners = new Set<() => void>()
  private shown: Snapshot<T> | undefined
  private readonly options: Options<T>

  constructor(options: Options<T>) {
    this.options = options
    const { start, keeper } = options
    const stored = keeper.read()
    this.value = stored?.value ?? start.value
    this.base = stored?.base ?? start.value
    this.version = stored?.version ?? start.version
    this.unanswered = stored?.sent ?? []
    if (!stored) return
    this.past = [stored.base]
    if (start.version > this.version) this.meet(start)
    this.store()
    this.plan(rest)
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  snapshot = (): Snapshot<T> => {
    this.shown ??= {
      value: this.value,
      status: this.status,
      error: this.error,
      conflict: this.theirs && {
        theirs: this.theirs.value,
        differences: merged(this.base, this.value, this.theirs.value, this.options.whole).differences,
      },
      canUndo: this.past.length > 0,
      canRedo: this.future.length > 0,
      durable: this.durable,
    }
    return this.shown
  }

  /** Whether the server may have anything else than this: what was sent without an answer may have arrived, though it was undone since. */
  get dirty(): boolean {
    return !same(this.value, this.base) || this.unanswered.length > 0
  }

  /** Whether nothing shows it: then it may be dropped once the server has all of it. */
  get watched(): boolean {
    return this.listeners.size > 0
  }

  private get status(): Status {
    if (this.theirs) return 'conflict'
    if (this.running) return 'saving'
    if (!this.dirty) return 'saved'
    return this.stuck ?? 'unsaved'
  }

  /**
   * Changes the document. The change is made to what is there now, not to what some screen last drew.
   * @param step false joins the change to the one before it, for undo
   */
  change = (update: (now: T) => T, step = true): void => {
    const next = update(this.value)
    if (next === this.value) return
    if (step) this.past = [...this.past.slice(1 - steps), this.value]
    this.future = []
    this.set(next)
  }

  undo = (): void => {
    const before = this.past.at(-1)
    if (before === undefined) return
    this.past = this.past.slice(0, -1)
    this.future = [...this.future, this.value]
    this.set(before)
  }

  redo = (): void => {
    const after = this.future.at(-1)
    if (after === undefined) return
    this.future = this.future.slice(0, -1)
    this.past = [...this.past, this.value]
    this.set(after)
  }

  /** What the server is seen to have: taken over where nothing of one's own stands against it. */
  seen = (saved: Saved<T>): void => {
    if (saved.version <= this.version || this.running || this.theirs) return
    this.meet(saved)
    this.keep()
  }

  /** Says what stands of two versions: mine, theirs, or each side's where the other changed nothing. Each can be undone. */
  resolve = (choice: 'mine' | 'theirs' | 'both'): void => {
    const { theirs } = this
    if (!theirs) return
    const stands = {
      mine: () => this.value,
      theirs: () => theirs.value,
      both: () => merged(this.base, this.value, theirs.value, this.options.whole).value,
    }[choice]()
    this.past = [...this.past.slice(1 - steps), choice === 'mine' ? theirs.value : this.value]
    this.future = []
    this.theirs = null
    this.base = theirs.value
    this.version = theirs.version
    this.unanswered = []
    this.set(stands)
  }

  /** Whether what is there may be sent as it is: what is not ready is kept here and waits. */
  setReady = (ready: boolean): void => {
    if (ready === this.ready) return
    this.ready = ready
    if (ready) this.plan(rest)
  }

  /** Takes back everything the server does not have. It can be brought back by undo. */
  discard = (): void => {
    this.past = [...this.past.slice(1 - steps), this.value]
    this.future = []
    if (this.theirs) {
      this.version = this.theirs.version
      this.base = this.theirs.value
      this.theirs = null
    }
    this.set(this.base)
  }

  /** Sends what is there now, and what is added meanwhile. @returns whether the server has all of it */
  flush = async (): Promise<boolean> => {
    // Bounded: whoever keeps drawing while it is sent is not waited for.
    for (let i = 0; i < 5 && this.maySend; i++) {
      await this.send()
      if (this.stuck) break
    }
    await this.running
    return !this.dirty
  }

  /** The line is back: does not wait for the next try. */
  retry = (): void => {
    if (this.stuck === 'kept') void this.send()
  }

  /** The page goes away: what is not sent is sent now; whether it arrives is not known here, and it stays kept. */
  part = (): void => {
    if (this.maySend && !this.running) void this.send(true)
  }

  /** Stops: what is kept stays kept, and is another draft's from now on. */
  close(): void {
    this.closed = true
    clearTimeout(this.timer)
    this.timer = undefined
    this.ready = false
  }

  private get maySend(): boolean {
    return this.dirty && this.ready && !this.theirs
  }

  private set(next: T): void {
    this.value = next
    if (this.stuck === 'refused') this.stuck = null
    this.error = null
    this.keep()
    this.plan(this.stuck === 'kept' ? this.pause : rest)
  }

  /** Keeps what the server does not have; forgets it when there is nothing. */
  private keep(): void {
    if (this.closed) return
    this.store()
    this.tell()
  }

  private store(): void {
    if (this.dirty || this.theirs) {
      const { version, value, base } = this
      const stored = { version, value, base, ...(this.unanswered.length === 0 ? {} : { sent: this.unanswered }) }
      this.durable = this.options.keeper.write(stored)
    } else {
      this.options.keeper.clear()
      this.durable = true
    }
  }

  private tell(): void {
    this.shown = undefined
    for (const listener of this.listeners) listener()
    this.options.onChange?.()
  }

  private get pause(): number {
    return pauses[Math.min(this.failures, pauses.length) - 1] ?? rest
  }

  private plan(ms: number): void {
    clearTimeout(this.timer)
    this.timer = undefined
    if (this.maySend && this.stuck !== 'refused') this.timer = setTimeout(() => void this.send(), ms)
  }

  /** One save at a time: each carries the version that the one before it made. */
  private send(parting = false): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    if (!this.running && this.maySend) {
      this.running = this.attempt(parting).finally(() => {
        this.running = undefined
        this.keep()
        this.plan(this.stuck === 'kept' ? this.pause : rest)
      })
      this.tell()
    }
    return this.running ?? Promise.resolve()
  }

  private async attempt(parting: boolean): Promise<void> {
    const sent = this.value
    // Kept before it travels: should the page end now, an answer that nobody heard is recognised later.
    if (!this.unanswered.some((v) => same(v, sent)))
      this.unanswered = [...this.unanswered.slice(1 - mostUnanswered), sent]
    this.keep()
    try {
      const saved = await this.options.save({ version: this.version, value: sent }, parting)
      this.accept({ version: saved.version, value: sent })
    } catch (failure) {
      if (failure instanceof Overtaken) this.meet(failure.current as Saved<T>)
      else if (failure instanceof NoLine) {
        this.stuck = 'kept'
        this.failures++
        this.error = failure
      } else {
        this.stuck = 'refused'
        this.error = failure as Error
        // That answer is heard: it is not there.
        this.unanswered = this.unanswered.filter((v) => v !== sent)
      }
    }
  }

  private accept(saved: Saved<T>): void {
    this.version = saved.version
    this.base = saved.value
    this.unanswered = []
    this.stuck = null
    this.failures = 0
    this.error = null
  }

  /** A newer version than the one this was made from. */
  private meet(saved: Saved<T>): void {
    const { dirty } = this
    const ours = [...this.unanswered, this.value].some((v) => same(v, saved.value))
    if (ours) this.accept(saved)
    else if (dirty) this.theirs = saved
    else {
      this.past = [...this.past.slice(1 - steps), this.value]
      this.future = []
      this.value = saved.value
      this.accept(saved)
    }
  }
}
