import { createHash, randomBytes } from 'node:crypto'
import { and, desc, eq, gt, isNull } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { people, shares, shops } from '#server/database/schema.ts'
import { isDuplicate } from '#server/database/transaction.ts'
import type { MadeShare, ShareView } from '#server/handover/views.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { ownAt } from '#server/http/store/own.ts'
import { scopeColumns } from '#server/http/store/sessions.ts'
import { jobOf } from '#server/jobs/jobs.ts'

/** 256 bits: nobody guesses it, so nobody has to be kept from trying. */
const tokenBytes = 32
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex')
const dayLong = 24 * 3_600_000

const columns = {
  id: shares.id,
  by: people.name,
  made: shares.made,
  expires: shares.expires,
  revoked: shares.revoked,
}

/** Links to a job's paper, the newest first. */
export async function sharesOf(db: Database, scope: Scope, jobId: string): Promise<ShareView[]> {
  await jobOf(db, scope, jobId)
  return db
    .select(columns)
    .from(shares)
    .innerJoin(people, eq(people.id, shares.by))
    .where(and(eq(shares.shop, scope.shop), eq(shares.job, jobId)))
    .orderBy(desc(shares.made))
}

/** Makes a link that shows a job's paper for so many days. What it ends in is told here and never again. */
export async function share(
  db: Database,
  scope: Scope,
  jobId: string,
  { id, days }: { id: string; days: number },
  now: string,
): Promise<MadeShare> {
  await jobOf(db, scope, jobId)
  const token = randomBytes(tokenBytes).toString('base64url')
  const row = {
    id,
    made: now,
    expires: new Date(Date.parse(now) + days * dayLong).toISOString(),
    revoked: null,
  }
  try {
    await db.insert(shares).values({ ...row, shop: scope.shop, job: jobId, token: hashOf(token), by: scope.person })
  } catch (error) {
    if (!isDuplicate(error)) throw error
    throw new Problem(409, 'id-taken', 'This link was made before. Make another one.')
  }
  return { ...row, by: scope.name, path: `/given/${token}` }
}

/** Takes a link back: whoever holds it sees nothing any more. */
export async function revoke(db: Database, scope: Scope, id: string, now: string): Promise<void> {
  const [done] = await db
    .update(shares)
    .set({ revoked: now })
    .where(and(eq(shares.shop, scope.shop), eq(shares.id, id), isNull(shares.revoked)))
  if (done.affectedRows > 0) return
  const [there] = await db
    .select({ id: shares.id })
    .from(shares)
    .where(and(eq(shares.shop, scope.shop), eq(shares.id, id)))
  if (!there) throw notFound('link')
}

/**
 * The job a link leads to, and the shop it is of. Unknown, expired and taken back are told apart by nobody outside.
 * It is read as whoever made the link would read it.
 */
export async function heldBy(db: Database, token: string, now: string): Promise<{ job: string; scope: Scope }> {
  const [row] = await db
    .select({ ...scopeColumns, job: shares.job })
    .from(shares)
    .innerJoin(people, eq(people.id, shares.by))
    .innerJoin(shops, eq(shops.id, shares.shop))
    .where(and(eq(shares.token, hashOf(token)), isNull(shares.revoked), gt(shares.expires, now)))
  if (!row)
    throw new Problem(404, 'not-found', 'This link shows nothing, or nothing any more. Ask the shop for a new one.')
  const { job, ...scope } = row
  const own = await ownAt(db, row.shop, row.ownVersion)
  return { job, scope: { ...scope, ...(own ? { own } : {}) } as unknown as Scope }
}
