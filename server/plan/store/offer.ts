import { randomUUID } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { forecast } from '#core/plan/forecast/forecast.ts'
import { withPins } from '#core/plan/pins.ts'
import type { Database } from '#server/database/connection.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { disturbances, isLeft, subjectOf } from '#server/plan/disturbances.ts'
import type { Disturbance, OfferView } from '#server/plan/views.ts'
import { otherwise } from './change.ts'
import { type Live, liveOf } from './live.ts'
import { keepPlan, leaveAsIs, type Made, planAgain } from './make.ts'
import { today } from './request.ts'

interface Offer {
  view: OfferView
  made: Made
  /** The plan it was made from. */
  version: number
}

/** Milliseconds an offer is good for: by then the day has gone on. */
const good = 240_000
/** Offers by shop, plan and what has happened: everybody who leads sees the same one, and it is worked out once. */
const offers = new LRUCache<string, Promise<Offer | null>>({ max: 20, ttl: good })
/** The same by their ids. */
const known = new LRUCache<string, Offer>({ max: 40, ttl: good })
/** Minutes a car's end moves by before anybody cares. */
const cared = 3

const subjects = (list: readonly Disturbance[]): string[] => list.map(subjectOf).sort()

/** Whether there is anything in it: what only makes a car late is not planned round for nothing. */
function gains(live: Live, cars: OfferView['cars'], lost: number): boolean {
  if (disturbances(live).some((d) => d.kind !== 'late')) return true
  const late = (at: number | null, due: number | null) => (at === null || due === null ? 0 : Math.max(0, at - due))
  const gained = cars.reduce((sum, { was, ready, due }) => sum + late(was, due) - late(ready, due), 0)
  return lost === 0 && gained >= cared
}

async function offerOf(db: Database, scope: Scope, catalogue: Catalogue, now: string): Promise<Offer | null> {
  const { request, answer: planned, live } = await planAgain(db, scope, catalogue, now)
  if (!live) return null
  const coming = new Map(live.forecast.jobs.map((j) => [j.job, j.ready]))
  const then = forecast(withPins(request, live.pins), planned.assignments, { days: 0 })
  const ready = new Map(then.jobs.map((j) => [j.job, j.ready]))
  const lost = new Set(planned.unscheduled.map((u) => u.activity))
  const stuck = new Set(request.activities.filter((a) => lost.has(a.id)).map((a) => a.job))
  const moved = otherwise(live.forecast.assignments, planned.assignments).filter((a) => a.start > (request.now ?? 0))
  const isMoved = new Set(moved.map((a) => a.activity))
  const signs = new Map(live.jobs.map(({ job }) => [job.id, job.callSign]))
  const cars = request.jobs
    .map(({ id, due }) => ({
      sign: signs.get(id) ?? '',
      due: due ?? null,
      was: live.plan.jobs.has(id) ? (coming.get(id) ?? null) : null,
      ready: stuck.has(id) ? null : (ready.get(id) ?? null),
    }))
    .filter(({ was, ready }) => was === null || ready === null || Math.abs(was - ready) >= cared)
  const answer = { ...planned, moved }
  const to = planned.assignments.filter((a) => isMoved.has(a.activity))
  if (!gains(live, cars, lost.size)) return null
  const view = { id: randomUUID(), moved, to, cars, unplanned: lost.size }
  return { view, made: { request, answer, live }, version: live.plan.version }
}

/** What planning again would bring; null where nothing has happened, or nothing would be otherwise. */
export async function offerFor(
  db: Database,
  scope: Scope,
  catalogue: Catalogue,
  now: string,
): Promise<OfferView | null> {
  const live = await liveOf(db, scope, catalogue, now)
  if (!live) return null
  const happened = disturbances(live)
  if (happened.length === 0 || isLeft(happened, live.plan.left)) return null
  const key = `${scope.shop} ${today(scope, now)} ${live.plan.version} ${subjects(happened).join(';')}`
  const asked = offers.get(key) ?? offerOf(db, scope, catalogue, now)
  offers.set(key, asked, { noUpdateTTL: true })
  asked.catch(() => offers.delete(key))
  const offer = await asked
  if (!offer || offer.view.moved.length + offer.view.cars.length === 0) return null
  known.set(`${scope.shop} ${offer.view.id}`, offer, { noUpdateTTL: true })
  return offer.view
}

/** Goes by an offer from now on, exactly as it was shown. @throws Problem where it is too old, or the plan is another since */
export async function keepOffer(db: Database, scope: Scope, now: string, id: string): Promise<void> {
  const offer = known.get(`${scope.shop} ${id}`)
  if (!offer) throw new Problem(409, 'offer-over', 'The day has gone on since this was worked out. Look at it anew.')
  await keepPlan(db, scope, now, offer.made, offer.version)
}

/** Leaves the plan as it is until something else happens. @throws Problem where there is no plan, or something newer */
export async function leaveOffer(
  db: Database,
  scope: Scope,
  catalogue: Catalogue,
  now: string,
  version: number,
): Promise<void> {
  const live = await liveOf(db, scope, catalogue, now)
  if (!live) throw notFound('plan for today')
  if (live.plan.version !== version) throw stale({ version: live.plan.version })
  await leaveAsIs(db, scope, now, { version, left: subjects(disturbances(live)) })
}
