import { and, asc, eq, inArray } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { emptyState, stepState } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import { shortestTime } from '#core/job/timings.ts'
import { productsUsed } from '#core/procedures/products-used.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { reworkDaysOf } from '#core/shop/about.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs, shops } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import { currentOf } from '#server/jobs/current.ts'
import { jobOf } from '#server/jobs/jobs.ts'
import { namesOf } from '#server/jobs/names.ts'
import type { JobRecordView, RecordView } from '#server/records/views.ts'
import { lineOf } from './list.ts'

/** A job's own line, and those of the jobs that it makes good and that make it good. */
async function linesAround(db: Database, scope: Scope, id: string, reworkOf: string | null) {
  const ids = reworkOf === null ? [id] : [id, reworkOf]
  const read = () => db.select(lineOf.columns).from(jobs)
  const own: RecordView[] = (await read().where(and(eq(jobs.shop, scope.shop), inArray(jobs.id, ids)))).map(lineOf.view)
  const after: RecordView[] = (
    await read()
      .where(and(eq(jobs.shop, scope.shop), eq(jobs.reworkOf, id)))
      .orderBy(asc(jobs.arrives))
  ).map(lineOf.view)
  return {
    job: own.find((l) => l.id === id)!,
    makesGood: own.find((l) => l.id === reworkOf) ?? null,
    madeGoodBy: after,
  }
}

function stepsOf({ steps }: Procedure, state: WorkState): JobRecordView['steps'] {
  return steps
    .filter((s) => s.crew > 0 && !s.stop)
    .map((s) => {
      const { status, worked, untimed, by, reason, corrected } = stepState(state, s.id)
      return {
        id: s.id,
        title: s.title,
        status: status === 'finished' || status === 'skipped' ? status : 'open',
        planned: s.p50,
        took: worked,
        timed: !untimed && worked >= shortestTime,
        ...(corrected ? { corrected } : {}),
        by,
        reason: status === 'skipped' ? reason : null,
      }
    })
}

/** What the finished steps asked for, by product and ratio: the most first. */
const productsOf = ({ steps }: Procedure, state: WorkState): JobRecordView['products'] =>
  productsUsed(steps.filter((s) => stepState(state, s.id).status === 'finished')).sort((a, b) => b.ml - a.ml)

const dayLength = 86_400_000

/** One job with everything that is known of it. */
export async function jobRecordOf(
  db: Database,
  scope: Scope,
  id: string,
  catalogue: Catalogue,
): Promise<JobRecordView> {
  const row = await jobOf(db, scope, id)
  const current = await currentOf(db, scope, row, catalogue)
  const state = current?.state ?? emptyState()
  const [shop] = await db.select({ about: shops.about }).from(shops).where(eq(shops.id, scope.shop))
  const { handedOver } = state
  return {
    ...(await linesAround(db, scope, id, row.reworkOf)),
    checkIn: row.checkIn,
    steps: current ? stepsOf(current.procedure, state) : [],
    products: current ? productsOf(current.procedure, state) : [],
    found: state.found.map(({ surface, kind, note, at }) => ({ surface, kind, note, at })),
    dried: state.rechecks ?? [],
    extras: state.extras ?? [],
    handedOver,
    reworkUntil: handedOver
      ? new Date(Date.parse(handedOver.at) + reworkDaysOf(shop?.about) * dayLength).toISOString()
      : null,
    names: await namesOf(db, scope),
  }
}
