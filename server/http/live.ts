/** Something of a shop changed; screens that show it ask again. */
export interface Change {
  shop: string
  topic: 'job' | 'plan' | 'mixing'
  job?: string
  position?: number
}

/** Tells connected screens of changes, within this process. */
export class Live {
  private readonly listeners = new Set<(change: Change) => void>()
  publish(change: Change) {
    for (const listener of this.listeners) listener(change)
  }
  subscribe(listener: (change: Change) => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
}
