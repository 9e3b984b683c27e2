import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { openStops } from '#core/job/allow.ts'
import { isOver, stepState, workersOf } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import { attendedMinutes, handMinutes } from '#core/procedures/attended.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { momentIn } from '#core/units/shop-time.ts'
import { notDone } from './accounted.ts'
import { areasDone } from './areas.ts'
import { checkListFor } from './check-list.ts'
import { type Remains, remains } from './messages.ts'
import { outcomeOf } from './outcome.ts'
import type { Report } from './schema.ts'

/** Months after which leather is looked after again. */
export const leatherAfter = 6

/** Areas that a customer reads of; what is set up and what closes a job is not among them. */
const told = new Set(['clear-out', 'dry-pass', 'overhead', 'seats', 'floor', 'hard', 'finish'])

/** Of a car that was taken before it was finished: what nobody did, what is wet, what was found and stays. */
function cutShort(procedure: Procedure, state: WorkState): Remains[] {
  if (state.handedOver?.unfinished === undefined) return []
  const { steps, links } = procedure
  const isDone = (id: string) => stepState(state, id).status === 'finished'
  const work = steps.filter((s) => s.crew > 0 && !s.stop && s.surfaces.length > 0 && told.has(s.petal))
  const areas = [...new Set(work.map((s) => s.petal))].flatMap((area) => {
    const own = work.filter((s) => s.petal === area)
    const open = own.filter((s) => !isOver(state, s.id)).length
    return open === 0 ? [] : [remains('not-done', { area, open, of: own.length })]
  })
  const wet = steps.filter(
    (s) => s.treatment === 'dry' && !isDone(s.id) && links.some((l) => l.to === s.id && isDone(l.from)),
  )
  return [
    ...openStops(procedure, state).map((s) => remains('found-open', { step: s.title })),
    ...wet.map((s) => remains('still-wet', { step: s.title })),
    ...areas,
  ]
}

/**
 * What the customer is told: done, not done and why, what may return. Built from the ledger and the issued procedure alone.
 * @param zone the shop's time zone (IANA): customers read its clock
 */
export function reportOf(
  checkIn: CheckIn,
  procedure: Procedure,
  state: WorkState,
  catalogue: Catalogue,
  zone: string,
): Report {
  const surfaces = surfacesOf(checkIn.vehicle.body, catalogue.surfaces)
  const nameOf = (id: string) => surfaces.find((s) => s.id === id)?.name ?? null
  const did = areasDone(procedure, state)
  const places = checkListFor(checkIn, surfaces, catalogue)
  const attended = procedure.steps.filter((s) => s.crew > 0)
  const skipped = attended
    .filter((s) => stepState(state, s.id).status === 'skipped')
    .map((s) => remains('skipped', { step: s.title, reason: stepState(state, s.id).reason! }))
  // What a stain may have left behind is told while nobody has judged it, and not of a place that was found right.
  const standing = procedure.residuals.filter(
    (r) => r.code !== 'stain' || outcomeOf(r.surface, procedure, state) !== 'gone',
  )
  const residuals = standing.map((r) => remains('residual', { surface: r.name, because: r.reason }))
  const appeared = state.found.map((f) =>
    remains('appeared', {
      surface: nameOf(f.surface),
      id: f.surface,
      damage: f.kind,
      at: momentIn(zone, f.at),
      photo: f.photo !== null,
      note: f.note,
    }),
  )
  const { rechecks = [] } = state
  const stays = rechecks
    .filter((r) => r.as === 'stays')
    .map(({ surface: id, note }) => remains('stays', { surface: nameOf(id), id, note }))
  const failed = places
    .filter((p) => state.checks[p.id]?.passed === false)
    .map((p) =>
      remains('failed-check', {
        place: p.id,
        note: state.checks[p.id]!.note,
        ...(p.function ? { function: p.function } : {}),
      }),
    )
  return {
    done: attended
      .filter((s) => stepState(state, s.id).status === 'finished')
      .map((s) => ({ title: s.title, by: stepState(state, s.id).by, minutes: Math.max(1, Math.ceil(handMinutes(s))) })),
    areas: did,
    notDone: notDone(
      checkIn,
      surfaces,
      procedure,
      state,
      catalogue,
      did.map((d) => d.area),
    ),
    leather: attended.some((s) => s.stage === 'leather' && stepState(state, s.id).status === 'finished'),
    attended: attendedMinutes(attended.filter((s) => stepState(state, s.id).status === 'finished')),
    remains: [...cutShort(procedure, state), ...skipped, ...residuals, ...stays, ...appeared, ...failed],
    expectations: procedure.expectations.map((e) => {
      if (e.of !== 'stain' || e.unplanned) return e
      const came = rechecks.filter((r) => r.as === 'wicked' && r.surface === e.surface).length
      const outcome = outcomeOf(e.surface, procedure, state)
      return { ...e, ...(came > 0 ? { came } : {}), ...(outcome ? { outcome } : {}) }
    }),
    checks: places.map((p) => {
      const check = state.checks[p.id]
      return {
        place: p,
        passed: check?.passed ?? null,
        by: check?.by ?? '',
        note: check?.note ?? '',
        selfChecked: check?.selfChecked ?? false,
      }
    }),
    extras: state.extras ?? [],
    belongings: checkIn.belongings,
    workers: [...workersOf(state)],
    handedOver: state.handedOver,
  }
}
