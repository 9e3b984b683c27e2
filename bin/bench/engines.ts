import { catalogue } from '#catalogue/catalogue.ts'
import { plan } from '#core/plan/plan.ts'
import { toActivities } from '#core/procedures/activities.ts'
import { generateProcedure } from '#core/procedures/generate.ts'
import { bodyNamed, carA, carB } from '../../tests/fixtures/cars.ts'
import { rounded } from './place.ts'

function mean(times: number, work: () => void): number {
  for (let i = 0; i < 10; i++) work()
  const start = performance.now()
  for (let i = 0; i < times; i++) work()
  return rounded((performance.now() - start) / times)
}

/** Times of the engines on this machine, milliseconds. */
export async function engines() {
  const severe = carB()
  severe.checkIn.vehicle.body = { ...bodyNamed('carrier'), size: 'three-row' }
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
    procedureHatchbackMs: mean(50, () => generateProcedure(carA(), catalogue)),
    procedureSevereMs: mean(50, () => generateProcedure(carB(), catalogue)),
    planActivities: request.activities.length,
    planFirstMs: mean(5, () =>
      plan({ ...request, jobs: request.jobs.map((j) => ({ ...j, due: undefined })), iterations: 1 } as never),
    ),
  }
}
