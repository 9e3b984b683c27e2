/** A bucket that refills evenly: `burst` requests at once, `perSecond` for ever. */
interface Bucket {
  left: number
  at: number
}

/**
 * Limits how fast one caller may ask. Held in memory: it protects this process, and a restart forgiving everybody does no harm
 * (tries at PINs are counted in the database).
 */
export class RateLimit {
  private readonly buckets = new Map<string, Bucket>()
  private readonly perSecond: number
  private readonly burst: number
  constructor(perSecond: number, burst: number) {
    this.perSecond = perSecond
    this.burst = burst
  }

  /** @returns 0 when allowed, otherwise the seconds to wait */
  take(key: string, now = Date.now()): number {
    const bucket = this.buckets.get(key) ?? { left: this.burst, at: now }
    bucket.left = Math.min(this.burst, bucket.left + ((now - bucket.at) / 1000) * this.perSecond)
    bucket.at = now
    this.buckets.set(key, bucket)
    if (this.buckets.size > 10_000)
      for (const [old, b] of this.buckets) if (now - b.at > 60_000) this.buckets.delete(old)
    if (bucket.left < 1) return Math.ceil((1 - bucket.left) / this.perSecond)
    bucket.left--
    return 0
  }
}
