import { and, eq, sql } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { type Actor, refusal } from '#core/job/allow.ts'
import { needsOf } from '#core/job/needs.ts'
import { minutesLeft, petalsOf } from '#core/job/progress.ts'
import { foretoldOf, isRecheck } from '#core/job/recheck.ts'
import { reduce } from '#core/job/reduce.ts'
import type { Facts, WorkEvent, WorkIntent } from '#core/job/schema.ts'
import { timingOf } from '#core/job/timings.ts'
import { inTodaysAir } from '#core/job/todays-air.ts'
import { activityId } from '#core/procedures/activities.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { dayIn } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { prepared } from '#server/database/prepared.ts'
import { events, jobs, people } from '#server/database/schema.ts'
import { isConflict, isDuplicate } from '#server/database/transaction.ts'
import { notAllowed, notFound, Problem } from '#server/http/problem.ts'
import { may } from '#server/http/roles.ts'
import { happenedAt, oldestBelieved } from '#server/http/said-when.ts'
import type { Scope } from '#server/http/scope.ts'
import { type Current, currentOf, recall, remember } from '#server/jobs/current.ts'
import { dayPlanOf } from '#server/jobs/day-plan.ts'
import { inTurn } from '#server/jobs/in-turn.ts'
import { jobOf, placesOf, workEvent } from '#server/jobs/jobs.ts'
import { store } from '#server/jobs/ledger.ts'
import { airOn } from '#server/jobs/weather.ts'
import { bottlesOf } from '#server/shelf/bottles.ts'
import { speak } from '#words/en/speak.ts'
import type { WorkView } from './views.ts'

const jobRow = prepared((db) =>
  db
    .select({
      id: jobs.id,
      callSign: jobs.callSign,
      position: jobs.position,
      procedureVersion: jobs.procedureVersion,
    })
    .from(jobs)
    .where(and(eq(jobs.shop, sql.placeholder('shop')), eq(jobs.id, sql.placeholder('id'))))
    .prepare(),
)

/** The event that already has this id, if it is this job's; nobody may take an id that something else has. */
async function alreadySaid(db: Database, scope: Scope, jobId: string, id: string): Promise<WorkEvent | undefined> {
  const [known] = await db.select().from(events).where(eq(events.id, id))
  if (!known) return undefined
  if (known.job !== jobId || known.shop !== scope.shop)
    throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
  return workEvent(known)
}

/** Tries to get a place in a ledger that others write to at the same moment. */
const mostAttempts = 40

/**
 * Appends what a person says to a job's ledger, if it is possible now. There is one event a position: when somebody else took the next
 * one meanwhile, the state is folded anew and the intent judged again, so that two people are never both allowed what only one of them may.
 * The same id twice is one event. Durable when it returns.
 */
export function appendEvent(
  db: Database,
  scope: Scope,
  jobId: string,
  intent: WorkIntent,
  catalogue: Catalogue,
  now: string,
): Promise<WorkEvent> {
  return inTurn(jobId, () => append(db, scope, jobId, intent, catalogue, now))
}

/**
 * Stores what a device recorded while it had no line, in its order. A fact is never refused for what others did meanwhile: it is kept with
 * the reason, and the reducer marks both. Sent twice, each counts once. Durable when it returns.
 */
export function appendFacts(
  db: Database,
  scope: Scope,
  jobId: string,
  { events: facts, sentAt }: Facts,
  catalogue: Catalogue,
  now: string,
): Promise<WorkEvent[]> {
  const stored: WorkEvent[] = []
  return inTurn(jobId, async () => {
    let earliest = oldestBelieved(now)
    for (const fact of facts) {
      const at = happenedAt({ deviceTime: fact.deviceTime, sentAt }, now, earliest)
      earliest = Date.parse(at)
      stored.push(await append(db, scope, jobId, fact, catalogue, now, at))
    }
    return stored
  })
}

const skillRow = prepared((db) =>
  db
    .select({ skills: people.skills, trainee: people.trainee })
    .from(people)
    .where(eq(people.id, sql.placeholder('person')))
    .prepare(),
)
/** What somebody may do by themselves: a trainee learns, and holds nothing yet. */
const held = (row: { skills: string[]; trainee: boolean } | undefined): string[] =>
  row === undefined || row.trainee ? [] : row.skills
const skillsOf = async (db: Database, scope: Scope): Promise<string[]> =>
  held((await skillRow(db).execute({ person: scope.person }))[0])

/** Nobody hands on to somebody who does not work here. */
async function knownHere(db: Database, scope: Scope, person: string): Promise<void> {
  const [row] = await db
    .select({ id: people.id })
    .from(people)
    .where(and(eq(people.shop, scope.shop), eq(people.id, person)))
  if (!row) throw notFound('person')
}

const asksForSkill = ({ steps }: Procedure, id: string): boolean =>
  steps.some((step) => step.id === id && step.skills.length > 0)

const trained = new WeakMap<Catalogue, ReadonlySet<string>>()
/** Skills that nobody may be let off. */
function trainedSkills(catalogue: Catalogue): ReadonlySet<string> {
  const known = trained.get(catalogue) ?? new Set(catalogue.skills.flatMap((s) => (s.trained ? [s.id] : [])))
  trained.set(catalogue, known)
  return known
}

/** The job's state as the database has it now. */
async function readNow(db: Database, scope: Scope, jobId: string, catalogue: Catalogue): Promise<Current> {
  const [job] = await jobRow(db).execute({ shop: scope.shop, id: jobId })
  if (!job) throw notFound('job')
  const current = await currentOf(db, scope, job, catalogue)
  if (!current) throw new Problem(409, 'not-issued', `${job.callSign} has no procedure yet: check it in first.`)
  return current
}

async function append(
  db: Database,
  scope: Scope,
  jobId: string,
  intent: WorkIntent,
  catalogue: Catalogue,
  now: string,
  /** When it happened, for a fact. */
  happened?: string,
): Promise<WorkEvent> {
  const permission = intent.type === 'handed-over' ? 'handover.give' : 'work.do'
  if (!may(scope.role, permission)) throw notAllowed(scope.role)
  const actor: Actor = {
    person: scope.person,
    leads: scope.role === 'owner' || scope.role === 'lead',
    trained: trainedSkills(catalogue),
  }
  const whom = intent.type === 'step-handed' ? intent.data.to : intent.type === 'skill-waived' ? intent.data.person : ''
  if (whom) await knownHere(db, scope, whom)
  // First by what this process remembers. If that is behind, its next position is taken and the database says so.
  let remembered = recall(scope, jobId)
  for (let attempt = 0; ; attempt++) {
    const current = remembered ?? (await readNow(db, scope, jobId, catalogue))
    // Most steps ask for no skill: their start costs no question about the person.
    const asksWho = intent.type === 'step-started' || intent.type === 'signed-off'
    if (asksWho && !actor.skills && asksForSkill(current.procedure, intent.data.step))
      actor.skills = await skillsOf(db, scope)
    const no = refusal(intent, current.procedure, current.state, actor, current.places, happened ?? now)
    if (no && remembered) {
      // Nobody is refused by memory alone.
      remembered = undefined
      continue
    }
    if (no && happened === undefined) {
      // A repeated start is refused because of itself: then it is no refusal.
      const said = await alreadySaid(db, scope, jobId, intent.id)
      if (said) return said
      throw new Problem(409, no.code, speak.refusal(no))
    }
    const event = {
      ...intent,
      job: jobId,
      position: current.state.position + 1,
      author: scope.person,
      serverTime: now,
      ...(happened === undefined ? {} : { offline: { at: happened, conflict: no?.code ?? null } }),
    } as WorkEvent
    // Folded before it is stored: what the reducer cannot take is not kept.
    const state = reduce(current.state, event, current.procedure)
    try {
      const timing = timingOf(event, state, current.procedure, current.rates)
      await store(db, scope, event, catalogue, timing, judgedGood(event, current.procedure))
    } catch (error) {
      if (!isDuplicate(error) && !isConflict(error)) throw error
      remembered = undefined
      const said = await alreadySaid(db, scope, jobId, intent.id)
      if (said) return said
      if (attempt >= mostAttempts)
        throw new Problem(503, 'busy', 'This car is being written to by many at once. Try again.')
      continue
    }
    // Only what is committed is remembered.
    remember(jobId, { ...current, state })
    return event
  }
}

/** What was foretold of the surfaces that the end of a recheck finds dry and good. */
function judgedGood(event: WorkEvent, procedure: Procedure) {
  if (event.type !== 'step-finished' || event.offline?.conflict) return []
  const step = procedure.steps.find((s) => s.id === event.data.step)
  return step && isRecheck(step) ? foretoldOf(procedure, step.surfaces) : []
}

/** Everything the Work, final check and handover screens show of a job. */
export async function workView(
  db: Database,
  scope: Scope,
  jobId: string,
  catalogue: Catalogue,
  now: string,
  /** A device measures moisture here. */
  metered: boolean,
): Promise<WorkView> {
  const job = await jobOf(db, scope, jobId)
  const current = await currentOf(db, scope, job, catalogue)
  if (!current) throw new Problem(409, 'not-issued', `${job.callSign} has no procedure yet: check it in first.`)
  const { procedure, state } = current
  const crew = await db
    .select({
      id: people.id,
      name: people.name,
      skills: people.skills,
      trainee: people.trainee,
      role: people.role,
      left: people.left,
    })
    .from(people)
    .where(eq(people.shop, scope.shop))
  const plan = await dayPlanOf(db, scope, dayIn(scope.timeZone, now))
  const byActivity = new Map(procedure.steps.map((s) => [activityId(jobId, s.id), s.id]))
  const mine = (plan?.answer.assignments ?? [])
    .filter((a) => a.technicians.includes(scope.person) && byActivity.has(a.activity))
    .map((a) => ({ step: byActivity.get(a.activity)!, start: a.start }))
  const places = placesOf(job.checkIn, catalogue)
  const outside = await airOn(db, scope, dayIn(scope.timeZone, now))
  return {
    job: {
      id: job.id,
      callSign: job.callSign,
      colour: job.colour,
      plate: job.checkIn.vehicle.plate,
      body: job.checkIn.vehicle.body,
      state: job.state,
      due: job.due,
    },
    version: current.version,
    state,
    petals: petalsOf(procedure, state, catalogue.stages),
    minutesLeft: minutesLeft(procedure, state),
    needs: needsOf(
      inTodaysAir(procedure, outside),
      state,
      places.map((p) => p.id),
      now,
    ),
    places,
    belongings: job.checkIn.belongings.map(({ what, where, bag, fate }) => ({
      what,
      where,
      ...(bag ? { bag } : {}),
      ...(fate ? { fate } : {}),
    })),
    bottles: (await bottlesOf(db, scope, now)).flatMap(({ name, place, content }) =>
      content && !content.pastLife ? [{ name, place, product: content.product, ratio: content.ratio }] : [],
    ),
    names: Object.fromEntries(crew.map((p) => [p.id, p.name])),
    skills: Object.fromEntries(
      crew.filter((p) => p.left === null && may(p.role, 'work.do')).map((p) => [p.id, held(p)]),
    ),
    mine,
    ...(metered ? { metered: true as const } : {}),
    ...(outside ? { outside } : {}),
    serverTime: now,
  }
}
