import { eq } from 'drizzle-orm'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import { generateProcedure } from '#core/procedures/generate.ts'
import type { CheckIn, ProcedureRequest } from '#core/procedures/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { equipment, events, jobs, people, procedures } from '#server/database/schema.ts'
import { inTransaction, type Transaction } from '#server/database/transaction.ts'
import { issuedProcedure, type JobRow, jobOf } from '#server/http/jobs.ts'
import { Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import type { ProcedureView } from './views.ts'

/** The engine's input for a check-in in this shop: its house rules, the equipment it has and the skills somebody holds. */
async function requestFor(db: Database | Transaction, scope: Scope, checkIn: CheckIn): Promise<ProcedureRequest> {
  const kit = await db
    .select({ kind: equipment.kind, count: equipment.count })
    .from(equipment)
    .where(eq(equipment.shop, scope.shop))
  const crew = await db
    .select({ skills: people.skills, shifts: people.shifts })
    .from(people)
    .where(eq(people.shop, scope.shop))
  const skills = new Set(crew.filter((p) => p.shifts.length > 0).flatMap((p) => p.skills))
  return {
    checkIn,
    houseRules: scope.houseRules,
    equipment: kit
      .filter((k) => k.count > 0)
      .map((k) => k.kind)
      .sort(),
    skills: [...skills].sort(),
  }
}

/** The issued procedure, or what the draft would give now. */
export async function procedureOf(
  db: Database,
  scope: Scope,
  id: string,
  catalogue: Catalogue,
): Promise<ProcedureView> {
  const job = await jobOf(db, scope, id)
  const issued = await issuedProcedure(db, scope, job)
  if (issued) return { version: issued.version, request: issued.request, procedure: issued.procedure }
  const request = await requestFor(db, scope, job.checkIn)
  return { version: null, request, procedure: generateProcedure(request, catalogue) }
}

/** Checks a vehicle in and issues its procedure: state, procedure and the two first events of the ledger, all or nothing. */
export async function issue(
  db: Database,
  scope: Scope,
  id: string,
  catalogue: Catalogue,
  now: string,
): Promise<{ job: JobRow; view: ProcedureView }> {
  return inTransaction(db, async (tx) => {
    const job = await jobOf(tx, scope, id, true)
    if (job.state !== 'draft') throw new Problem(409, 'checked-in', `${job.callSign} is already checked in.`)
    const hazard = job.checkIn.belongings.find((b) => b.fate === 'hazard' && !b.cleared)
    if (hazard)
      throw new Problem(
        409,
        'hazard',
        `“${hazard.what}” was found and is not cleared. Hands off; the lead decides, then the vehicle is checked in.`,
      )
    const request = await requestFor(tx, scope, job.checkIn)
    const procedure = generateProcedure(request, catalogue)
    if (
      !procedure.steps.some((s) => s.surfaces.length > 0 && s.zoneGroup !== 'car') &&
      procedure.totals.byTreatment.length <= 4
    ) {
      throw new Problem(
        409,
        'nothing-to-do',
        'No surface is marked yet, so there is nothing to do. Mark the condition first.',
      )
    }
    await tx.insert(procedures).values({ job: id, version: 1, shop: scope.shop, request, procedure, issued: now })
    const base = {
      job: id,
      shop: scope.shop,
      author: scope.person,
      device: 'server',
      deviceSeq: 0,
      deviceTime: now,
      serverTime: now,
    }
    await tx.insert(events).values([
      { ...base, id: uuidv7(), position: 1, type: 'checked-in', data: { plate: job.checkIn.vehicle.plate } },
      { ...base, id: uuidv7(), position: 2, type: 'procedure-issued', data: { version: 1 } },
    ])
    await tx
      .update(jobs)
      .set({ state: 'checked-in', procedureVersion: 1, position: 2, version: job.version + 1 })
      .where(eq(jobs.id, id))
    return { job, view: { version: 1, request, procedure } }
  })
}
