import { and, eq, sql } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { HandPin } from '#core/plan/pins.ts'
import type { Database } from '#server/database/connection.ts'
import { plans } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'

/** A day's plan as it stands in its row, and when it has the last of each job's work ending. */
export interface DayPlan {
  version: number
  request: typeof plans.$inferSelect.request
  answer: typeof plans.$inferSelect.answer
  changed: boolean
  pins: readonly HandPin[]
  /** How many of its last changes can be taken back. */
  back: number
  /** What had happened when somebody left it as it is. */
  left: ReadonlySet<string>
  /** Minutes of the shop's day, by job. */
  ends: ReadonlyMap<string, number>
  /** When it has each activity beginning. */
  begins: ReadonlyMap<string, number>
  /** People who had a shift. */
  onShift: ReadonlySet<string>
  jobs: ReadonlySet<string>
}

/**
 * Plans by shop and day. A full one takes longer to read and parse than to show, and every screen of the day asks for it: it is read again
 * only where its version, which every write moves on, is another.
 */
const cache = new LRUCache<string, DayPlan>({ max: 50 })

function endsOf({ request, answer }: Pick<DayPlan, 'request' | 'answer'>): Map<string, number> {
  const jobOf = new Map(request.activities.map((a) => [a.id, a.job]))
  const ends = new Map<string, number>()
  for (const { activity, end } of answer.assignments) {
    const job = jobOf.get(activity)
    if (job !== undefined) ends.set(job, Math.max(end, ends.get(job) ?? end))
  }
  return ends
}

const read = ({
  pins,
  back,
  left,
  ...row
}: Pick<DayPlan, 'version' | 'request' | 'answer' | 'changed' | 'back'> & {
  pins: HandPin[] | null
  left: string[] | null
}): DayPlan => ({
  ...row,
  pins: pins ?? [],
  back: Number(back),
  left: new Set(left),
  ends: endsOf(row),
  begins: new Map(row.answer.assignments.map((a) => [a.activity, a.start])),
  onShift: new Set(row.request.technicians.filter((t) => t.shifts.length > 0).map((t) => t.id)),
  jobs: new Set(row.request.jobs.map((j) => j.id)),
})

/** The shop's plan of a day; undefined when none was made. */
export async function dayPlanOf(db: Database, scope: Scope, day: string): Promise<DayPlan | undefined> {
  const ofDay = and(eq(plans.shop, scope.shop), eq(plans.day, day))
  const [now] = await db.select({ version: plans.version }).from(plans).where(ofDay)
  if (!now) return undefined
  const key = `${scope.shop} ${day}`
  const known = cache.get(key)
  if (known?.version === now.version) return known
  const [row] = await db
    .select({
      version: plans.version,
      request: plans.request,
      answer: plans.answer,
      changed: plans.changed,
      pins: plans.pins,
      left: plans.left,
      back: sql<number>`coalesce(json_length(${plans.history}), 0)`,
    })
    .from(plans)
    .where(ofDay)
  if (!row) return undefined
  const plan = read(row)
  cache.set(key, plan)
  return plan
}
