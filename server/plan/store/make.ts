import { and, eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { type HandPin, type PlanBefore, standingPins, withPins } from '#core/plan/pins.ts'
import type { PlanAnswer, PlanRequest } from '#core/plan/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { plans } from '#server/database/schema.ts'
import { inTransaction, type Transaction } from '#server/database/transaction.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { openJobs } from '#server/jobs/open-jobs.ts'
import { inWorker } from '#server/plan/planner.ts'
import { type Live, liveOf } from './live.ts'
import { requestOf, today } from './request.ts'

/** Changes that can be taken back. */
const mostBack = 5

const ofDay = (scope: Scope, day: string) => and(eq(plans.shop, scope.shop), eq(plans.day, day))

type Row = typeof plans.$inferSelect

/** A plan's history with what it is now at its end. */
const remembered = ({ history, answer, pins, changed }: Row): PlanBefore[] =>
  [...(history ?? []), { assignments: answer.assignments, pins: pins ?? [], changed }].slice(-mostBack)

/** Kept times may stand in each other's way, or in that of what has happened since: then only the people are kept. */
async function planWith(request: PlanRequest, pins: readonly HandPin[]): Promise<PlanAnswer> {
  const timed = pins.some((p) => p.start !== null)
  const answer = await inWorker('plan', withPins(request, pins)).catch((error: unknown) => {
    if (!timed) throw error
    return inWorker('plan', withPins(request, pins, false))
  })
  if (!timed || answer.unscheduled.length === 0) return answer
  const loose = await inWorker('plan', withPins(request, pins, false))
  return loose.unscheduled.length < answer.unscheduled.length ? loose : answer
}

/** The rest of a day planned anew, and what it was made from. */
export interface Made {
  request: PlanRequest
  answer: PlanAnswer
  /** The day as it stood; undefined where there was no plan. */
  live: Live | undefined
}

/**
 * Plans the rest of the day anew and keeps nothing yet. What people go by stays wherever that still can be; what they
 * moved by hand stays with whom they gave it.
 */
export async function planAgain(db: Database, scope: Scope, catalogue: Catalogue, now: string): Promise<Made> {
  const live = await liveOf(db, scope, catalogue, now)
  const fresh = live?.request ?? (await requestOf(db, scope, await openJobs(db, scope, catalogue), catalogue, now))
  const request = live ? { ...fresh, previous: [...live.plan.answer.assignments] } : fresh
  return { request, answer: await planWith(request, live?.pins ?? []), live }
}

/**
 * Keeps a plan that was made.
 * @param over the version it was made from, where it may stand over no other
 * @throws Problem where there is a newer one
 */
export async function keepPlan(db: Database, scope: Scope, now: string, made: Made, over?: number): Promise<void> {
  const day = today(scope, now)
  await inTransaction(db, async (tx) => {
    const row = await lockedRow(tx, scope, day)
    if (over !== undefined && row?.version !== over) throw stale({ version: row?.version ?? 0 })
    await announce(tx, { shop: scope.shop, topic: 'plan' })
    const { request, answer } = made
    const values = { request, answer, changed: false, left: null, version: (row?.version ?? 0) + 1 }
    const pins = standingPins(request, row?.pins ?? [])
    if (row)
      await tx
        .update(plans)
        .set({ ...values, pins, history: remembered(row) })
        .where(ofDay(scope, day))
    else await tx.insert(plans).values({ shop: scope.shop, day, ...values, pins })
  })
}

/** Plans the rest of the day anew and keeps it. */
export const makePlan = async (db: Database, scope: Scope, catalogue: Catalogue, now: string): Promise<void> =>
  keepPlan(db, scope, now, await planAgain(db, scope, catalogue, now))

async function lockedRow(tx: Transaction, scope: Scope, day: string): Promise<Row | undefined> {
  const [row] = await tx.select().from(plans).where(ofDay(scope, day)).for('update')
  return row
}

/**
 * Writes a change over the version it was made from; what the plan was before can be taken back to, unless the change says what is kept of that.
 * @throws Problem where there is no plan, or something newer
 */
export async function replace(
  db: Database,
  scope: Scope,
  now: string,
  version: number,
  change: (row: Row) => Partial<Pick<Row, 'answer' | 'pins' | 'changed' | 'history' | 'left'>>,
): Promise<void> {
  const day = today(scope, now)
  await inTransaction(db, async (tx) => {
    const row = await lockedRow(tx, scope, day)
    if (!row) throw notFound('plan for today')
    if (row.version !== version) throw stale({ version: row.version })
    const values = change(row)
    await announce(tx, { shop: scope.shop, topic: 'plan' })
    await tx
      .update(plans)
      .set({ history: remembered(row), ...values, version: version + 1 })
      .where(ofDay(scope, day))
  })
}

/** Leaves the plan as it is: what has happened since is known to whoever leads. */
export const leaveAsIs = (
  db: Database,
  scope: Scope,
  now: string,
  { version, left }: { version: number; left: string[] },
): Promise<void> => replace(db, scope, now, version, (row) => ({ left, history: row.history ?? [] }))

/** Puts the plan back to what it was before its last change. @throws Problem where nothing was changed, or something newer was */
export const takeBack = (db: Database, scope: Scope, now: string, version: number): Promise<void> =>
  replace(db, scope, now, version, (row) => {
    const history = row.history ?? []
    const before = history.at(-1)
    if (!before) throw new Problem(409, 'nothing-to-undo', 'Nothing of this plan was changed yet.')
    const { moved: _moved, ...answer } = row.answer
    return {
      answer: { ...answer, assignments: before.assignments },
      pins: before.pins,
      changed: before.changed,
      history: history.slice(0, -1),
    }
  })
