import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'

/** Seconds over which a caller may save up: bursts of so many times the rate. */
const window = 4

/**
 * Limits how fast one caller may ask. Held in memory: it protects this process, and a restart forgiving everybody does no harm (tries at
 * PINs are counted in the database). A caller's entry lives for the window only, so memory is bounded by what was let through in it.
 */
export class RateLimit {
  private readonly limiter: RateLimiterMemory

  constructor(perSecond: number) {
    this.limiter = new RateLimiterMemory({ points: perSecond * window, duration: window })
  }

  /** @returns 0 when allowed, otherwise the seconds to wait */
  async take(key: string): Promise<number> {
    try {
      await this.limiter.consume(key)
      return 0
    } catch (refused) {
      if (refused instanceof RateLimiterRes) return Math.max(1, Math.ceil(refused.msBeforeNext / 1000))
      throw refused
    }
  }
}
