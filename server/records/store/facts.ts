import { and, asc, eq, gte, inArray, isNull, lt, ne, or, sql } from 'drizzle-orm'
import type { WorkEvent } from '#core/job/schema.ts'
import { factsMade, factsOf } from '#core/records/facts.ts'
import type { Kept } from '#core/records/figures.ts'
import { fileUnder } from '#core/units/file-under.ts'
import type { Database } from '#server/database/connection.ts'
import { events, jobFacts, jobs, procedures } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import { workEvent } from '#server/jobs/jobs.ts'

/** Cars whose ledgers are read at once. */
const together = 20

/** Cars handed over of which nothing is kept yet, or whose ledger has gone on since, or that were summed up otherwise. */
const behind = (db: Database, scope: Scope) =>
  db
    .select({
      id: jobs.id,
      position: jobs.position,
      version: jobs.procedureVersion,
      due: jobs.due,
      reworkOf: jobs.reworkOf,
    })
    .from(jobs)
    .leftJoin(jobFacts, eq(jobFacts.job, jobs.id))
    .where(
      and(
        eq(jobs.shop, scope.shop),
        eq(jobs.state, 'handed-over'),
        or(isNull(jobFacts.job), ne(jobFacts.position, jobs.position), ne(jobFacts.made, factsMade)),
      ),
    )

type Behind = Awaited<ReturnType<typeof behind>>[number]

/** The visits that some cars make good, by the procedure they went with. */
const madeGood = (db: Database, scope: Scope, part: readonly Behind[]) => {
  const ids = part.flatMap((j) => j.reworkOf ?? [])
  if (ids.length === 0) return []
  return db
    .select({ id: jobs.id, version: jobs.procedureVersion })
    .from(jobs)
    .where(and(eq(jobs.shop, scope.shop), inArray(jobs.id, ids)))
}

async function keep(db: Database, scope: Scope, part: readonly Behind[]): Promise<void> {
  const read = [...part, ...(await madeGood(db, scope, part))]
  const ids = read.map((j) => j.id)
  const rows = await db
    .select({
      job: procedures.job,
      version: procedures.version,
      procedure: procedures.procedure,
      request: procedures.request,
    })
    .from(procedures)
    .where(
      and(
        eq(procedures.shop, scope.shop),
        or(...read.map((j) => and(eq(procedures.job, j.id), eq(procedures.version, j.version ?? 0)))),
      ),
    )
  const ledgers = new Map<string, WorkEvent[]>()
  const lines = await db
    .select()
    .from(events)
    .where(and(eq(events.shop, scope.shop), inArray(events.job, ids)))
    .orderBy(asc(events.job), asc(events.position))
  for (const event of lines.map(workEvent)) fileUnder(ledgers, event.job, event)
  const kept = part.flatMap(({ id, position, due, reworkOf }) => {
    const issued = rows.find((r) => r.job === id)
    const before = rows.find((r) => r.job === reworkOf)
    const facts =
      issued &&
      factsOf({
        checkIn: issued.request.checkIn,
        procedure: issued.procedure,
        events: ledgers.get(id) ?? [],
        due,
        chances: issued.request.own?.chances,
        before: before && { procedure: before.procedure, events: ledgers.get(before.job) ?? [] },
      })
    return facts ? [{ job: id, shop: scope.shop, position, made: factsMade, handed: facts.handed, facts }] : []
  })
  if (kept.length === 0) return
  const anew = <T>(column: T) => sql`values(${column})`
  await db
    .insert(jobFacts)
    .values(kept)
    .onDuplicateKeyUpdate({
      set: {
        position: anew(jobFacts.position),
        made: anew(jobFacts.made),
        handed: anew(jobFacts.handed),
        facts: anew(jobFacts.facts),
      },
    })
}

/** Cars handed over in a period, the first first. What is kept of each is brought up to its ledger before. @param start and end: moments, the end not within */
export async function factsIn(db: Database, scope: Scope, start: string, end: string): Promise<Kept[]> {
  const open = await behind(db, scope)
  for (let i = 0; i < open.length; i += together) await keep(db, scope, open.slice(i, i + together))
  const rows = await db
    .select({ id: jobFacts.job, facts: jobFacts.facts })
    .from(jobFacts)
    .where(and(eq(jobFacts.shop, scope.shop), gte(jobFacts.handed, start), lt(jobFacts.handed, end)))
    .orderBy(asc(jobFacts.handed), asc(jobFacts.job))
  return rows.map(({ id, facts }) => ({ ...facts, id }))
}
