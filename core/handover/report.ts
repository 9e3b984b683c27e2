import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { stepState, workersOf } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import { attendedMinutes, handMinutes } from '#core/procedures/attended.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { momentIn } from '#core/units/shop-time.ts'
import { checkListFor } from './check-list.ts'
import type { Report } from './schema.ts'

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
  const places = checkListFor(checkIn, surfaces, catalogue)
  const attended = procedure.steps.filter((s) => s.crew > 0)
  const skipped = attended
    .filter((s) => stepState(state, s.id).status === 'skipped')
    .map((s) => ({ what: s.title, why: stepState(state, s.id).reason! }))
  const residuals = procedure.residuals.map((r) => ({ what: r.name, why: r.reason }))
  const named = (id: string) => surfaces.find((s) => s.id === id)?.name ?? id
  const appeared = state.found.map((f) => {
    const damage = catalogue.damages.find((d) => d.id === f.kind)?.name ?? f.kind
    return {
      what: named(f.surface),
      why: `${damage}: appeared during cleaning, ${momentIn(zone, f.at)}${f.photo ? ', with a photo' : ''}${f.note ? `. ${f.note}` : ''}`,
    }
  })
  const failed = places
    .filter((p) => state.checks[p.id]?.passed === false)
    .map((p) => ({ what: p.text, why: state.checks[p.id]!.note || 'failed the final check' }))
  return {
    done: attended
      .filter((s) => stepState(state, s.id).status === 'finished')
      .map((s) => ({ title: s.title, by: stepState(state, s.id).by, minutes: Math.max(1, Math.ceil(handMinutes(s))) })),
    attended: attendedMinutes(attended.filter((s) => stepState(state, s.id).status === 'finished')),
    remains: [...skipped, ...residuals, ...appeared, ...failed],
    expectations: procedure.expectations,
    checks: places.map((p) => {
      const check = state.checks[p.id]
      return {
        text: p.text,
        passed: check?.passed ?? null,
        by: check?.by ?? '',
        note: check?.note ?? '',
        selfChecked: check?.selfChecked ?? false,
      }
    }),
    belongings: checkIn.belongings,
    workers: [...workersOf(state)],
    handedOver: state.handedOver,
  }
}
