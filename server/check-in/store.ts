import { and, eq, isNotNull } from 'drizzle-orm'
import type { CheckIn } from '#core/procedures/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs } from '#server/database/schema.ts'
import { inTransaction, isDuplicate } from '#server/database/transaction.ts'
import { type JobRow, jobOf } from '#server/http/jobs.ts'
import { announce } from '#server/http/live.ts'
import { Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { callSigns } from './call-signs.ts'
import type { JobView } from './views.ts'

export function jobView(job: JobRow): JobView {
  const { id, callSign, colour, state, version, checkIn, arrives, due, procedureVersion } = job
  return { id, callSign, colour, state, version, checkIn, arrives, due, procedureVersion }
}

export interface NewJob {
  id: string
  checkIn: CheckIn
  arrives: string
  due: string | null
}

/** Opens a job with the first call sign that no open job of the shop has. Sent twice, it is still one job. */
export async function openJob(db: Database, scope: Scope, job: NewJob): Promise<JobRow> {
  for (let attempt = 0; attempt <= callSigns.length; attempt++) {
    const taken = await db
      .select({ name: jobs.openCallSign })
      .from(jobs)
      .where(and(eq(jobs.shop, scope.shop), isNotNull(jobs.openCallSign)))
    const names = new Set(taken.map((t) => t.name))
    const open = callSigns.filter((c) => !names.has(c.name))
    // The first free one; after somebody was quicker any, so that many at once do not chase the same name.
    const free = open[attempt === 0 ? 0 : Math.floor(Math.random() * open.length)]
    if (!free)
      throw new Problem(
        409,
        'no-call-sign',
        `All ${callSigns.length} call signs are in use. Hand a vehicle over first.`,
      )
    try {
      await inTransaction(db, async (tx) => {
        await announce(tx, { shop: scope.shop, topic: 'job', job: job.id })
        await tx.insert(jobs).values({
          ...job,
          shop: scope.shop,
          callSign: free.name,
          openCallSign: free.name,
          colour: free.colour,
          state: 'draft',
          version: 1,
          procedureVersion: null,
          position: 0,
        })
      })
      break
    } catch (error) {
      if (!isDuplicate(error)) throw error
      // Either this very job is stored already, or somebody took the name in the meantime.
      const [there] = await db.select().from(jobs).where(eq(jobs.id, job.id))
      if (there && there.shop === scope.shop) return there
      if (there) throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
    }
  }
  return jobOf(db, scope, job.id)
}

/** Saves a draft over the version it was made from. @throws Problem 409 with what is there now when that is not the newest */
export async function saveDraft(
  db: Database,
  scope: Scope,
  id: string,
  version: number,
  change: Pick<NewJob, 'checkIn' | 'due'>,
): Promise<JobRow> {
  return inTransaction(db, async (tx) => {
    const job = await jobOf(tx, scope, id, true)
    if (job.state !== 'draft')
      throw new Problem(
        409,
        'checked-in',
        `${job.callSign} is checked in; its check-in can no longer be edited as a draft.`,
      )
    if (job.version !== version) throw stale(jobView(job))
    await announce(tx, { shop: scope.shop, topic: 'job', job: id })
    await tx
      .update(jobs)
      .set({ ...change, version: version + 1 })
      .where(and(eq(jobs.shop, scope.shop), eq(jobs.id, id)))
    return { ...job, ...change, version: version + 1 }
  })
}
