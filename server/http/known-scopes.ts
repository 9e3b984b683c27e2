import { LRUCache } from 'lru-cache'
import type { Database } from '#server/database/connection.ts'
import type { Scope } from './scope.ts'
import { scopeOf } from './store/sessions.ts'
import type { Live } from './stream.ts'

/** Longest that a scope is believed without asking the database; a change of people, sessions or devices drops it sooner. */
const believed = 5_000
const most = 2_000

/**
 * Scopes of sessions that asked lately, so that a technician's every tap does not join four tables. A cache that news can drop: writers
 * announce *people*, and every server on the database hears that within its next poll.
 */
export class KnownScopes {
  private readonly known = new LRUCache<string, Scope>({ max: most })
  private generation = 0
  private readonly db: Database

  constructor(db: Database, live: Live) {
    this.db = db
    live.subscribe((telling) => {
      if (telling.concernsPeople) this.forget()
    })
  }

  /** The scope of a token that was found to be real lately; undefined says nothing. */
  recall(token: string | undefined): Scope | undefined {
    return token === undefined ? undefined : this.known.get(token)
  }

  /** The scope of a session token; undefined when it is unknown, over, or its device was sent away. */
  async of(token: string): Promise<Scope | undefined> {
    const there = this.known.get(token)
    if (there) return there
    const { generation } = this
    const found = await scopeOf(this.db, token)
    if (!found) {
      this.known.delete(token)
      return undefined
    }
    // Read while something changed: it may be what was before, and is not kept.
    const left = Date.parse(found.expires) - Date.now()
    if (generation === this.generation && left > 0)
      this.known.set(token, found.scope, { ttl: Math.min(believed, left) })
    return found.scope
  }

  /** Drops everything: a write of our own may have changed somebody's rights. */
  forget(): void {
    this.generation++
    this.known.clear()
  }
}
