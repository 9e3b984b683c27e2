import { and, desc, eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { sameJson } from '#core/draft/three-way.ts'
import { frameStages } from '#core/procedures/closing.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import type { JobSettings } from '#core/procedures/schema.ts'
import { dayIn } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs, procedureSettings, procedures } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { issuedProcedure, type JobRow, jobOf, stillExpected } from '#server/jobs/jobs.ts'
import { appendByServer } from '#server/jobs/ledger.ts'
import type { ProcedureView, VersionsView } from '#server/procedures/views.ts'
import { keepable, requestFor, settingsOf } from './request.ts'

/** The issued procedure, or what the draft would give now with what has been set for it. */
export async function procedureOf(
  db: Database,
  scope: Scope,
  id: string,
  catalogue: Catalogue,
): Promise<ProcedureView> {
  const job = await jobOf(db, scope, id)
  const kept = await settingsOf(db, scope, id)
  const issued = await issuedProcedure(db, scope, job)
  if (issued)
    return {
      version: issued.version,
      request: issued.request,
      procedure: issued.procedure,
      settings: kept.settings,
      settingsVersion: kept.version,
    }
  const request = await requestFor(db, scope, job.checkIn, catalogue, kept.settings, dayOf(scope, job))
  return {
    version: null,
    request,
    // What was set may have become forbidden by what was marked since: then the checker says so, and it is not issued.
    procedure: reviewProcedure(request, catalogue),
    settings: kept.settings,
    settingsVersion: kept.version,
  }
}

/** The day a car is worked on: when it comes. */
const dayOf = ({ timeZone }: Scope, { arrives }: JobRow) => dayIn(timeZone, arrives)

/** Keeps what a lead has set for a job that is not issued yet. Nothing forbidden and nothing without its reason is kept. */
export async function keepSettings(
  db: Database,
  scope: Scope,
  id: string,
  version: number,
  settings: JobSettings,
  catalogue: Catalogue,
): Promise<ProcedureView> {
  return inTransaction(db, async (tx) => {
    const job = await jobOf(tx, scope, id, true)
    stillExpected(job, `${job.callSign} is at work; its procedure is revised, not set anew.`)
    const before = await settingsOf(tx, scope, id)
    // Said again after a lost answer, it is the same save and not another's.
    const again = before.version > version && sameJson(before.settings, settings)
    if (before.version !== version && !again)
      throw stale({ settingsVersion: before.version, settings: before.settings })
    const request = await requestFor(tx, scope, job.checkIn, catalogue, settings, dayOf(scope, job))
    const procedure = keepable(request, catalogue)
    if (again) return { version: null, request, procedure, settings, settingsVersion: before.version }
    const values = { settings, version: version + 1 }
    await tx
      .insert(procedureSettings)
      .values({ job: id, shop: scope.shop, ...values })
      .onDuplicateKeyUpdate({ set: values })
    await announce(tx, { shop: scope.shop, topic: 'job', job: id, position: job.position })
    return { version: null, request, procedure, settings, settingsVersion: version + 1 }
  })
}

/** Every version that was issued for a job, the newest first. */
export async function versionsOf(db: Database, scope: Scope, id: string): Promise<VersionsView> {
  await jobOf(db, scope, id)
  return db
    .select({ version: procedures.version, issued: procedures.issued, procedure: procedures.procedure })
    .from(procedures)
    .where(and(eq(procedures.shop, scope.shop), eq(procedures.job, id)))
    .orderBy(desc(procedures.version))
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
    stillExpected(job, `${job.callSign} is already checked in.`)
    const hazard = job.checkIn.belongings.find((b) => b.fate === 'hazard' && !b.cleared)
    if (hazard)
      throw new Problem(
        409,
        'hazard',
        `“${hazard.what}” was found and is not cleared. Hands off; the lead decides, then the vehicle is checked in.`,
      )
    const { settings, version } = await settingsOf(tx, scope, id)
    // The finish level in force decides the final check as well.
    const finish = settings.finish ?? job.checkIn.finish
    const checkIn = finish ? { ...job.checkIn, finish } : job.checkIn
    const request = await requestFor(tx, scope, checkIn, catalogue, settings, dayIn(scope.timeZone, now))
    const procedure = keepable(request, catalogue)
    if (procedure.steps.every((s) => frameStages.has(s.stage))) {
      throw new Problem(
        409,
        'nothing-to-do',
        'No surface is marked yet, so there is nothing to do. Mark the condition first.',
      )
    }
    await tx.insert(procedures).values({ job: id, version: 1, shop: scope.shop, request, procedure, issued: now })
    const position = await appendByServer(
      tx,
      scope,
      id,
      0,
      [
        { type: 'checked-in', data: { plate: job.checkIn.vehicle.plate } },
        { type: 'procedure-issued', data: { version: 1 } },
      ],
      now,
    )
    await tx
      .update(jobs)
      .set({ state: 'checked-in', procedureVersion: 1, position, version: job.version + 1, checkIn })
      .where(eq(jobs.id, id))
    return { job, view: { version: 1, request, procedure, settings, settingsVersion: version } }
  })
}
