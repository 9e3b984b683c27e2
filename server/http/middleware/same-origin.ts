import { Problem } from '#server/http/problem.ts'
import type { Caller } from './caller.ts'
import type { Guard } from './guards.ts'

const refused = () => new Problem(403, 'foreign-origin', 'This request came from another site and was refused.')

/** A state change must come from our own pages: browsers send Origin and Sec-Fetch-Site, and neither can be forged by a page. */
export function sameOrigin(caller: Caller): Guard {
  return (c) => {
    if (c.req.method === 'GET' || c.req.method === 'HEAD') return
    const site = c.req.header('sec-fetch-site')
    if (site && site !== 'same-origin' && site !== 'none') throw refused()
    const origin = c.req.header('origin')
    if (origin && !(URL.canParse(origin) && caller.isOurs(new URL(origin).host, c))) throw refused()
  }
}
