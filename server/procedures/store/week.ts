import { and, eq, gte } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { minutesLeft } from '#core/job/progress.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import { hoursOn } from '#core/shop/week.ts'
import { dayAfter, dayIn, minuteOf, momentOf } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs, people } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import { openJobs } from '#server/jobs/open-jobs.ts'
import type { WeekDay, WeekView } from '#server/procedures/views.ts'
import { requestFor, settingsOf } from './request.ts'

/** Days that are shown. */
const shown = 7
/** Hands-on minutes of drafts by their row's version: what a draft would give is made again only when something of it is another. */
const drafted = new LRUCache<string, number>({ max: 2000 })

const nameOf = ({ make, model }: { make: string; model: string }): string => `${make} ${model}`.trim()

async function minutesOf(
  db: Database,
  scope: Scope,
  row: typeof jobs.$inferSelect,
  catalogue: Catalogue,
): Promise<number> {
  const kept = await settingsOf(db, scope, row.id)
  const key = `${row.id} ${row.version} ${kept.version} ${scope.ownVersion}`
  const known = drafted.get(key)
  if (known !== undefined) return known
  const request = await requestFor(db, scope, row.checkIn, catalogue, kept.settings)
  const minutes = Math.round(reviewProcedure(request, catalogue).totals.attended)
  drafted.set(key, minutes)
  return minutes
}

/** What is booked on the next days against the hours that people are there; a car that is here counts today with what is left of it. */
export async function weekOf(db: Database, scope: Scope, catalogue: Catalogue, now: string): Promise<WeekView> {
  const today = dayIn(scope.timeZone, now)
  const days = Array.from({ length: shown }, (_, i) => dayAfter(today, i))
  const open = await openJobs(db, scope, catalogue)
  const drafts = await db
    .select()
    .from(jobs)
    .where(and(eq(jobs.shop, scope.shop), eq(jobs.state, 'draft')))
  const off = await db
    .select()
    .from(jobs)
    .where(
      and(
        eq(jobs.shop, scope.shop),
        eq(jobs.state, 'called-off'),
        gte(jobs.arrives, momentOf(scope.timeZone, dayAfter(today, -1), 0)),
      ),
    )
    .orderBy(jobs.arrives)
  const rows = new Map(drafts.map((d) => [d.id, d]))
  const crew = (await db.select().from(people).where(eq(people.shop, scope.shop))).filter((p) => p.left === null)
  const minute = minuteOf(scope.timeZone, today, now)
  const booked = new Map<string, WeekDay['jobs']>()
  let later = 0
  for (const { job, procedure, state } of open) {
    const row = rows.get(job.id)
    const comes = dayIn(scope.timeZone, job.arrives)
    const day = comes < today || !row ? today : comes
    if (day > days.at(-1)!) {
      later++
      continue
    }
    const unseen = row !== undefined && Object.keys(row.checkIn.condition).length === 0
    const { vehicle } = job
    booked.set(day, [
      ...(booked.get(day) ?? []),
      {
        id: job.id,
        version: row?.version ?? 0,
        callSign: job.callSign,
        colour: job.colour,
        vehicle: nameOf(vehicle),
        plate: vehicle.plate,
        arrives: job.arrives,
        due: job.due,
        expected: row !== undefined,
        minutes: row
          ? await minutesOf(db, scope, row, catalogue)
          : procedure
            ? Math.round(minutesLeft(procedure, state))
            : 0,
        ...(unseen ? { unseen: true as const } : {}),
      },
    ])
  }
  return {
    days: days.map((day) => {
      const hours = crew.map((p) =>
        hoursOn(p, day).reduce(
          (sum, [from, to]) => sum + Math.max(0, to - (day === today ? Math.max(from, minute) : from)),
          0,
        ),
      )
      return {
        day,
        people: hours.filter((h) => h > 0).length,
        minutes: Math.round(hours.reduce((sum, h) => sum + h, 0)),
        jobs: (booked.get(day) ?? []).sort((a, b) => (a.arrives < b.arrives ? -1 : 1)),
      }
    }),
    calledOff: off.map(({ id, version, callSign, arrives, calledOff, checkIn: { vehicle } }) => ({
      id,
      version,
      callSign,
      vehicle: nameOf(vehicle),
      arrives,
      off: calledOff!,
    })),
    now,
    later,
  }
}
