import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { plan } from '#core/plan/plan.ts'
import { toActivities } from '#core/procedures/activities.ts'
import { decisions, fitWithin, limitOf, timeMenu } from '#core/procedures/limit/time-limit.ts'
import { generateProcedure, reviewProcedure } from '#core/procedures/make/generate.ts'
import type { Edit } from '#core/procedures/schema.ts'
import { bodyNamed, carA, carB, requestFor } from '../../tests/fixtures/cars.ts'
import { mean, took } from './mean.ts'

/** Times of the engines on this machine, milliseconds. */
export async function engines() {
  const severe = requestFor(bodyNamed('carrier'), {})
  for (const s of surfacesOf(bodyNamed('carrier'), catalogue.surfaces)) severe.checkIn.condition[s.id] = { soil: 4 }
  const edits: Edit[] = [
    { do: 'move', step: 'glass_in:glass', after: 'jamb:jambs', reason: 'asked for' },
    { do: 'minutes', step: 'vac_seat:seats-1', minutes: 12 },
    { do: 'rung', step: 'hotx:seats-1', level: 2 },
  ]
  const { items, setUp, related, frontier } = decisions(severe, catalogue)
  const menu = timeMenu(severe, 1, catalogue)
  let minutes = 60
  const jobs = Array.from({ length: 12 }, (_, i) => ({
    id: `j${i}`,
    parts: toActivities(`j${i}`, generateProcedure(carA(), catalogue)),
  }))
  const request = {
    technicians: Array.from({ length: 5 }, (_, i) => ({
      id: `t${i}`,
      skills: ['extract', 'leather', 'spotting'],
      shifts: [
        [0, 240],
        [270, 780],
      ] as [number, number][],
    })),
    equipment: catalogue.equipment.map((e) => ({ id: e.id, count: 2 })),
    jobs: jobs.map((j) => ({ id: j.id, due: 600, crewLimit: 3 })),
    activities: jobs.flatMap((j) => j.parts.activities),
    links: jobs.flatMap((j) => j.parts.links),
  }
  return {
    procedureHatchbackMs: took(100, () => generateProcedure(carA(), catalogue)),
    procedureSevereMs: took(100, () => generateProcedure(carB(), catalogue)),
    procedureSevereCarrierMs: took(100, () => generateProcedure(severe, catalogue)),
    severeCarrierSurfaces: Object.keys(severe.checkIn.condition).length,
    checkWhileDraggingMs: mean(30, () => reviewProcedure({ ...severe, edits }, catalogue)),
    knapsackMs: mean(10, () => frontier(items, setUp, related)),
    timeMenuOnceMs: mean(2, () => timeMenu(severe, 1, catalogue)),
    fitTwoHoursForTwoMs: mean(2, () => fitWithin(severe, { minutes: 120, crew: 2 }, catalogue)),
    sliderMoveMs: mean(50, () => {
      minutes = minutes >= 600 ? 60 : minutes + 10
      limitOf(menu, { minutes, crew: 1 }, severe, catalogue)
    }),
    planActivities: request.activities.length,
    planFirstMs: mean(5, () =>
      plan({ ...request, jobs: request.jobs.map((j) => ({ ...j, due: undefined })), iterations: 1 } as never),
    ),
  }
}
