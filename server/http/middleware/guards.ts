import type { Context, MiddlewareHandler } from 'hono'
import type { Env } from '#server/http/env.ts'

/** Lets a request of the interface through, or throws the Problem it is refused with. */
export type Guard = (c: Context<Env>) => void | Promise<void>

/** Guards one after another, in one layer: a layer for each costs a busy server more than what most of them do. */
export function guarded(...guards: readonly Guard[]): MiddlewareHandler<Env> {
  return async (c, next) => {
    for (const guard of guards) {
      const judging = guard(c)
      if (judging) await judging
    }
    return next()
  }
}
