import { and, desc, eq, ne, notInArray, or } from 'drizzle-orm'
import { plateKey } from '#core/cabin/plate.ts'
import { readVin } from '#core/cabin/vin.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { reportOf } from '#core/handover/report.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import { type JobRow, jobAtWork } from '#server/jobs/jobs.ts'
import type { MemoryView } from '#server/vehicles/views.ts'

/** Visits looked back on. */
const most = 12

/** Mean soil by surface over visits; a surface not marked at a visit counts as clean then. */
function normalOf(visits: readonly JobRow[]): Record<string, number> {
  const sums = new Map<string, number>()
  for (const { checkIn } of visits)
    for (const [surface, { soil }] of Object.entries(checkIn.condition))
      sums.set(surface, (sums.get(surface) ?? 0) + soil)
  return Object.fromEntries([...sums].map(([surface, sum]) => [surface, Math.round((10 * sum) / visits.length) / 10]))
}

/**
 * What a car's earlier visits tell, found by its plate or its VIN.
 * @param except the job it is here for now
 * @returns null when it has not been here
 */
export async function memoryOf(
  db: Database,
  scope: Scope,
  { plate, vin, except }: { plate: string; vin: string; except: string },
  catalogue: Catalogue,
): Promise<MemoryView> {
  const known = [
    ...(plateKey(plate) ? [eq(jobs.plateKey, plateKey(plate))] : []),
    ...(vin ? [eq(jobs.vin, readVin(vin).vin)] : []),
  ]
  if (known.length === 0) return null
  const visits = await db
    .select()
    .from(jobs)
    .where(
      and(
        eq(jobs.shop, scope.shop),
        or(...known),
        notInArray(jobs.state, ['draft', 'called-off']),
        except === '' ? undefined : ne(jobs.id, except),
      ),
    )
    .orderBy(desc(jobs.arrives))
    .limit(most)
  const last = visits[0]
  if (!last) return null
  const { procedure, state } = await jobAtWork(db, scope, last.id)
  const report = procedure && reportOf(last.checkIn, procedure, state, catalogue, scope.timeZone)
  const special = new Set(catalogue.treatments.filter((t) => t.attempts > 1 && t.product).map((t) => t.id))
  return {
    visits: visits.length,
    last: {
      job: last.id,
      callSign: last.callSign,
      arrived: last.arrives,
      customer: last.checkIn.customer,
      ...(last.checkIn.customerId ? { customerId: last.checkIn.customerId } : {}),
      ...(last.checkIn.notes ? { notes: last.checkIn.notes } : {}),
    },
    vehicle: last.checkIn.vehicle,
    condition: last.checkIn.condition,
    odours: last.checkIn.odours ?? [],
    residuals: report?.remains ?? [],
    worked:
      procedure?.steps
        .filter((s) => special.has(s.treatment) && state.steps[s.id]?.status === 'finished')
        .map((s) => s.title) ?? [],
    told: procedure?.expectations ?? [],
    normal: normalOf(visits),
  }
}
