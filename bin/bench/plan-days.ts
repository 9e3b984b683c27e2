import { readFileSync } from 'node:fs'
import { catalogue } from '#catalogue/catalogue.ts'
import type { PlanRequest } from '#core/plan/schema.ts'
import { toActivities } from '#core/procedures/activities.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { seededRandom } from '#core/units/random.ts'

const made = new Map<string, ReturnType<typeof generateProcedure>>()
function procedureOf(sample: string) {
  const known = made.get(sample)
  if (known) return known
  const given = JSON.parse(readFileSync(`samples/${sample}.json`, 'utf8'))
  const procedure = generateProcedure((given.request ?? given) as ProcedureRequest, catalogue)
  made.set(sample, procedure)
  return procedure
}

const light = '01-light-hatchback'
const standard = '02-standard-hatchback'
/** Cars of every kind, as a mixed week brings them. */
const mixed = [light, standard, '04-leather-saloon', '06-dog-estate', '03-severe-hatchback', '11-fleet-trade']

/** Share of people that hold each skill. */
const skilled = 0.7
/** Minutes of the break that everybody takes. */
const pause = 30

/**
 * A day of cars from our own procedures: who arrives when and is wanted when follows from the seed.
 * @param load share of people's hours that the cars' work fills, with promises anywhere in them; without one, hours for more than the work, and
 *   promises within 4 to 8½ hours of each arrival
 */
export function dayOf(cars: readonly string[], people: number, seed: number, load?: number): PlanRequest {
  const random = seededRandom(seed)
  const parts = cars.map((sample, i) => ({ id: `j${i}`, ...toActivities(`j${i}`, procedureOf(sample)) }))
  const work = parts.flatMap((p) => p.activities).reduce((sum, a) => sum + a.minutes * (a.crew ?? 1), 0)
  const end = load ? pause + Math.ceil(work / (people * load)) : 780
  const skills = [...new Set(parts.flatMap((p) => p.activities.flatMap((a) => a.skills ?? [])))]
  return {
    technicians: Array.from({ length: people }, (_, i) => ({
      id: `t${i}`,
      // The first holds everything, so that everything can be done.
      skills: skills.filter(() => i === 0 || random() < skilled),
      shifts: [
        [0, 240],
        [240 + pause, end],
      ] as [number, number][],
    })),
    equipment: catalogue.equipment.map((e) => ({ id: e.id, count: Math.max(1, Math.round(people / 2)) })),
    jobs: parts.map(({ id }, i) => {
      const release = i < people ? 0 : 30 * Math.floor(random() * 8)
      return {
        id,
        release,
        due: release + 240 + 30 * Math.floor(random() * (load ? (end - release - 240) / 30 + 1 : 10)),
        crewLimit: 2,
        weight: 1 + Math.floor(random() * 3),
      }
    }),
    activities: parts.flatMap((p) => p.activities),
    links: parts.flatMap((p) => p.links),
    seed: 1,
  }
}

const times = <T>(n: number, of: (i: number) => T) => Array.from({ length: n }, (_, i) => of(i))

const twelve = [...times(8, () => standard), ...times(4, () => light)]
/** The day that engines.md §4 names: eight standard cars, four light ones, five people, four fifths of their hours filled. */
export const busyDay = (seed: number) => dayOf(twelve, 5, seed, 0.8)
/** The same cars, promised so early that until the last promise there is about as much work as people's hours. */
export const pressedDay = (seed: number) => dayOf(twelve, 5, seed)
/** Two or three cars, 40 to 100 activities. */
export const smallDay = (seed: number) => {
  const random = seededRandom(seed * 7 + 1)
  return dayOf(
    times(1 + Math.floor(random() * 2), () => mixed[Math.floor(random() * 2)]!),
    2 + Math.floor(random() * 2),
    seed,
  )
}
/** As many cars as make 2,000 activities. */
export const hugeDay = (seed: number) => {
  const list: string[] = []
  let count = 0
  for (let i = 0; ; i++) {
    const next = mixed[i % 4]!
    count += procedureOf(next).steps.length
    if (count > 2000) return dayOf(list, 24, seed)
    list.push(next)
  }
}
