import { and, eq, inArray } from 'drizzle-orm'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { Condition } from '#core/condition/schema.ts'
import { foretoldOf } from '#core/job/recheck.ts'
import { touchedSteps } from '#core/job/reduce.ts'
import { differenceOf } from '#core/procedures/edit/difference.ts'
import { needsPlace, withFinding } from '#core/procedures/make/findings-that-stop.ts'
import { type Change, revisedProcedure, revisedRequest } from '#core/procedures/revise.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { events, jobs, people, procedures } from '#server/database/schema.ts'
import { inTransaction, isDuplicate, type Transaction } from '#server/database/transaction.ts'
import { Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { issuedProcedure, jobAtWork } from '#server/jobs/jobs.ts'
import { appendByServer } from '#server/jobs/ledger.ts'
import { keepWicking } from '#server/jobs/wicking.ts'
import type { RevisionView } from '#server/procedures/views.ts'
import { requestFor } from './request.ts'

/** What was seen that makes the procedure change. */
export interface Seen {
  condition?: Condition
  failed?: string[]
  /** They came back as they dried. */
  wicked?: boolean
  cleared?: { step: string; references: Record<string, string> }
  /** A finding that stops, by its rule. */
  found?: { rule: string; surface: string | undefined; told: string }
  note: string
  /** By which a device that had to keep it knows it; the same id twice is one revision. */
  id?: string
  /** When it was seen, where that is not now. */
  at?: string
}

/** Tries to get the next places in a ledger that others write to at the same moment. */
const mostAttempts = 20

/**
 * Issues the next version of a job's procedure from what was seen: finished work stays, the rest is made anew. The event of what was seen and
 * the new version are stored together or not at all.
 */
export async function revise(
  db: Database,
  scope: Scope,
  id: string,
  seen: Seen,
  catalogue: Catalogue,
  now: string,
): Promise<RevisionView> {
  for (let attempt = 0; ; attempt++)
    try {
      return await once(db, scope, id, seen, catalogue, now)
    } catch (error) {
      // Somebody said something at the same moment: then it is made from what is true now.
      if (!isDuplicate(error) || attempt >= mostAttempts) throw error
    }
}

async function skillsOf(tx: Transaction, scope: Scope): Promise<string[]> {
  const [person] = await tx.select({ skills: people.skills }).from(people).where(eq(people.id, scope.person))
  return person?.skills ?? []
}

/** Only who may clears a stop, and with the references its log asks for. */
function judgeClearing(
  { step: id, references }: NonNullable<Seen['cleared']>,
  procedure: Procedure,
  skills: readonly string[],
  scope: Scope,
) {
  const step = procedure.steps.find((s) => s.id === id && s.stop && !s.kept)
  if (!step?.stop) throw new Problem(409, 'no-stop', 'There is no such stop to be cleared here.')
  const { skill, specialist, references: asked } = step.stop
  const leads = scope.role === 'owner' || scope.role === 'lead'
  if (skill !== null && !specialist && !skills.includes(skill))
    throw new Problem(409, 'no-skill', `Only somebody who holds “${skill}” clears this.`)
  if ((skill === null || specialist) && !leads)
    throw new Problem(409, 'lead-only', 'The lead clears this, with whoever is competent.')
  const missing = asked.filter((name) => !references[name]?.trim())
  if (missing.length > 0)
    throw new Problem(
      400,
      'invalid',
      `The log asks for: ${missing.join(', ')}.`,
      missing.map((name) => ({ pointer: `/references/${name}`, message: 'A reference.' })),
    )
}

/** The check-in with a finding that stops written into it. */
async function withFound(
  tx: Transaction,
  scope: Scope,
  checkIn: CheckIn,
  { rule: id, surface, told }: NonNullable<Seen['found']>,
  catalogue: Catalogue,
  at: string,
): Promise<CheckIn> {
  const fault = (pointer: string, message: string) => new Problem(400, 'invalid', message, [{ pointer, message }])
  const rule = catalogue.stops.find((s) => s.id === id)
  if (!rule) throw fault('/rule', `There is no finding “${id}” that stops.`)
  if (surface === undefined && needsPlace(rule)) throw fault('/surface', 'Say where it is.')
  if (surface !== undefined && !surfacesOf(checkIn.vehicle.body, catalogue.surfaces).some((s) => s.id === surface))
    throw fault('/surface', `This car has no surface “${surface}”.`)
  const [person] = await tx.select({ name: people.name }).from(people).where(eq(people.id, scope.person))
  return withFinding(checkIn, rule, surface, { told, by: person?.name ?? scope.person, at })
}

/** What a device may have had to keep until there was a line. */
const keptByDevices = new Set(['recheck-failed', 'hazard-found'])

/** What came of something that was said before under the same id; undefined where it was not. */
async function alreadyRevised(
  tx: Transaction,
  scope: Scope,
  job: string,
  id: string,
): Promise<RevisionView | undefined> {
  const [known] = await tx.select().from(events).where(eq(events.id, id))
  if (!known) return undefined
  if (known.job !== job || known.shop !== scope.shop || !keptByDevices.has(known.type))
    throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
  // What was seen and the version made of it were stored together, one after the other.
  const [issuing] = await tx
    .select({ data: events.data })
    .from(events)
    .where(and(eq(events.job, job), eq(events.position, known.position + 1)))
  const { version } = issuing!.data as { version: number }
  const rows = await tx
    .select({ version: procedures.version, procedure: procedures.procedure })
    .from(procedures)
    .where(and(eq(procedures.job, job), inArray(procedures.version, [version - 1, version])))
  const of = (v: number) => rows.find((r) => r.version === v)!.procedure
  return {
    version,
    difference: differenceOf(of(version - 1), of(version)),
    residuals: of(version).residuals,
    takenBack: [],
  }
}

function once(
  db: Database,
  scope: Scope,
  id: string,
  { note, condition, failed, wicked = false, cleared, found, id: said, at }: Seen,
  catalogue: Catalogue,
  now: string,
): Promise<RevisionView> {
  return inTransaction(db, async (tx) => {
    const { job, procedure, state } = await jobAtWork(tx, scope, id, true)
    const known = said === undefined ? undefined : await alreadyRevised(tx, scope, id, said)
    if (known) return known
    if (!procedure) throw new Problem(409, 'not-issued', `${job.callSign} has no procedure yet: check it in first.`)
    if (state.handedOver) throw new Problem(409, 'handed-over', 'The vehicle has been handed over; its job is closed.')
    const issued = (await issuedProcedure(tx, scope, job))!
    const { over, underWay } = touchedSteps(state)
    const change: Change = {
      ...(condition ? { condition } : {}),
      ...(failed ? { failed, wicked } : {}),
      ...(cleared ? { cleared: cleared.step } : {}),
      ...(found
        ? {
            found: found.rule,
            checkIn: await withFound(tx, scope, issued.request.checkIn, found, catalogue, at ?? now),
          }
        : {}),
    }
    if (cleared) judgeClearing(cleared, procedure, await skillsOf(tx, scope), scope)
    // Equipment, people and pace are today's; what the lead had set stays.
    const { equipment, skills } = await requestFor(tx, scope, job.checkIn, catalogue)
    const base = { ...issued.request, ...(equipment ? { equipment } : {}), ...(skills ? { skills } : {}) }
    const {
      request,
      procedure: next,
      takenBack,
    } = revisedProcedure(revisedRequest(base, procedure, over, change, underWay), catalogue)
    const version = issued.version + 1
    await tx.insert(procedures).values({ job: id, version, shop: scope.shop, request, procedure: next, issued: now })
    const seen = cleared
      ? { type: 'stop-cleared', data: { ...cleared, note } }
      : found
        ? { type: 'hazard-found', data: { ...found, surface: found.surface ?? null, note } }
        : failed
          ? { type: 'recheck-failed', data: { surfaces: failed, note, ...(wicked ? { wicked } : {}) } }
          : { type: 'condition-changed', data: { condition: condition!, note } }
    const issuing = { type: 'procedure-issued', data: { version } }
    const first = {
      ...seen,
      ...(said === undefined ? {} : { id: said }),
      ...(at === undefined ? {} : { offline: { at, conflict: null } }),
    }
    const position = await appendByServer(tx, scope, id, state.position, [first, issuing], now)
    if (failed && wicked) await keepWicking(tx, scope, id, foretoldOf(procedure, failed), true, now)
    await tx
      .update(jobs)
      .set({ procedureVersion: version, position, checkIn: request.checkIn, version: job.version + 1 })
      .where(eq(jobs.id, id))
    return { version, difference: differenceOf(procedure, next), residuals: next.residuals, takenBack }
  })
}
