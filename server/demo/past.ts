import type { CheckIn } from '#core/check-in/check-in.ts'
import { isRecheck } from '#core/job/recheck.ts'
import type { WorkEvent } from '#core/job/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { normals, seededRandom } from '#core/units/random.ts'
import { dayAfter, dayIn, momentOf } from '#core/units/shop-time.ts'
import { openJob } from '#server/check-in/store.ts'
import type { AppContext } from '#server/http/route.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import { placesOf } from '#server/jobs/jobs.ts'
import { issue } from '#server/procedures/store/procedures.ts'
import { appendEvent } from '#server/work/store.ts'
import { seedScope, writePast } from './store.ts'
import { demoVehicles } from './vehicles.ts'

/** Weekdays before today, how the car came, who worked on it and how quick they are, what was paid, what was said of its promise and how it went. */
interface Visit {
  ago: number
  vehicle: number
  plate: string
  soil: number
  by: string
  pace: number
  price: number
  /** Minutes of the shop's day. */
  begins: number
  /** Percent said, and minutes that it was promised after what it took. */
  said: number
  spare: number
}

const visits: readonly Visit[] = [
  {
    ago: 27,
    vehicle: 0,
    plate: 'RM 117 K',
    soil: 1,
    by: 'ines',
    pace: 1.05,
    price: 9000,
    begins: 485,
    said: 90,
    spare: 50,
  },
  {
    ago: 26,
    vehicle: 3,
    plate: 'RM 330 B',
    soil: 2,
    by: 'jory',
    pace: 1.3,
    price: 12_900,
    begins: 490,
    said: 70,
    spare: -25,
  },
  {
    ago: 23,
    vehicle: 0,
    plate: 'RM 204 K',
    soil: 2,
    by: 'wren',
    pace: 0.95,
    price: 16_900,
    begins: 480,
    said: 90,
    spare: 35,
  },
  {
    ago: 21,
    vehicle: 2,
    plate: 'RM 615 P',
    soil: 1,
    by: 'ines',
    pace: 1,
    price: 14_900,
    begins: 500,
    said: 80,
    spare: 20,
  },
  {
    ago: 20,
    vehicle: 0,
    plate: 'RM 118 K',
    soil: 2,
    by: 'jory',
    pace: 1.2,
    price: 15_900,
    begins: 482,
    said: 80,
    spare: 15,
  },
  {
    ago: 16,
    vehicle: 1,
    plate: 'RM 752 L',
    soil: 2,
    by: 'wren',
    pace: 1.1,
    price: 21_900,
    begins: 480,
    said: 60,
    spare: -40,
  },
  {
    ago: 14,
    vehicle: 0,
    plate: 'RM 119 K',
    soil: 1,
    by: 'ines',
    pace: 0.9,
    price: 9000,
    begins: 495,
    said: 95,
    spare: 60,
  },
  {
    ago: 13,
    vehicle: 3,
    plate: 'RM 330 B',
    soil: 1,
    by: 'jory',
    pace: 1.15,
    price: 12_900,
    begins: 484,
    said: 80,
    spare: 30,
  },
  {
    ago: 9,
    vehicle: 0,
    plate: 'RM 204 K',
    soil: 2,
    by: 'wren',
    pace: 1,
    price: 9500,
    begins: 488,
    said: 90,
    spare: 25,
  },
  {
    ago: 7,
    vehicle: 2,
    plate: 'RM 408 T',
    soil: 2,
    by: 'ines',
    pace: 1.05,
    price: 14_900,
    begins: 480,
    said: 70,
    spare: 10,
  },
  {
    ago: 6,
    vehicle: 0,
    plate: 'RM 120 K',
    soil: 1,
    by: 'jory',
    pace: 1.1,
    price: 9000,
    begins: 490,
    said: 90,
    spare: -10,
  },
  {
    ago: 2,
    vehicle: 1,
    plate: 'RM 752 L',
    soil: 1,
    by: 'wren',
    pace: 0.95,
    price: 21_900,
    begins: 481,
    said: 80,
    spare: 20,
  },
]

const minute = 60_000

/** The steps that judge a surface when it is dry. */
const judges = ({ steps }: Procedure, surface: string): string[] =>
  steps.filter((s) => isRecheck(s) && s.surfaces.includes(surface)).map((s) => s.id)

/** What the ledger of a car says that one person worked through: each step when it may be and as long as it took them, the last look by another. */
function ledgerOf(
  job: string,
  procedure: Procedure,
  places: readonly string[],
  begins: string,
  { by, looks, pace }: { by: string; looks: string; pace: number },
  seed: number,
): WorkEvent[] {
  const random = seededRandom(seed)
  const noise = normals(seededRandom(seed + 100))
  const ends = new Map<string, number>()
  const said: { at: number; author: string; type: WorkEvent['type']; data: object }[] = []
  let clock = Date.parse(begins)
  for (const step of procedure.steps) {
    const ready = procedure.links
      .filter((l) => l.to === step.id)
      .map((l) => (ends.get(l.from) ?? 0) + l.minLag * minute)
    const start = Math.max(...ready, step.crew > 0 ? clock : 0)
    const took = step.crew > 0 ? Math.max(0.4, step.p50 * pace * Math.exp(0.18 * noise())) : step.minutes
    const end = Math.round(start + took * minute)
    ends.set(step.id, end)
    if (step.crew > 0) {
      said.push({ at: start, author: by, type: 'step-started', data: { step: step.id } })
      // From one step to the next: half a minute to a minute and a half.
      clock = end + Math.round((0.5 + Math.min(1, Math.abs(noise()))) * minute)
    }
    said.push({ at: end, author: by, type: 'step-finished', data: { step: step.id } })
  }
  const behind = (n: number) => clock + n * 20_000
  for (const [n, place] of places.entries())
    said.push({ at: behind(n + 1), author: looks, type: 'check-passed', data: { place } })
  // Of the stains as many come out, and as many come back as they dry, as was said of them.
  for (const { of, surface, chance, comesBack = 0 } of procedure.expectations) {
    if (of !== 'stain') continue
    const judged = judges(procedure, surface).map((id) => ends.get(id)!)
    if (judged.length > 0 && random() * 100 < comesBack)
      said.push({
        at: Math.min(...judged) - minute,
        author: by,
        type: 'recheck-failed',
        data: { surfaces: [surface], note: 'A brown edge as it dried; misted and pulled again.', wicked: true },
      })
    if (random() * 100 >= chance)
      said.push({
        at: behind(places.length + 3),
        author: by,
        type: 'recheck-left',
        data: { surface, note: 'Set in the fibre; lighter, but it stays.' },
      })
  }
  return said
    .sort((a, b) => a.at - b.at)
    .map(({ at, ...event }, i) => ({
      ...event,
      id: uuidv7(),
      job,
      // Behind what was written when it was checked in.
      position: i + 3,
      device: 'bay-tablet',
      deviceSeq: i,
      deviceTime: new Date(at).toISOString(),
      serverTime: new Date(at).toISOString(),
    })) as WorkEvent[]
}

/** How a car looked that came as it often does. */
const asItCame = (checkIn: CheckIn, { plate, soil, price }: Visit): CheckIn => ({
  ...checkIn,
  vehicle: { ...checkIn.vehicle, plate },
  odours: [],
  findings: [],
  functions: {},
  belongings: [],
  money: { price, deposit: null, currency: 'EUR' },
  condition: Object.fromEntries(
    Object.entries(checkIn.condition).map(([id, c]) => [
      id,
      { soil: Math.min(soil, c.soil), ...(c.stains ? { stains: c.stains } : {}) },
    ]),
  ),
})

/** Four weeks of cars that were worked, looked at and handed over: what records are made of. @param most the first so many of them */
export async function seedPast(
  context: AppContext,
  byLogin: ReadonlyMap<string, string>,
  zone: string,
  most = visits.length,
): Promise<void> {
  const { db, catalogue } = context
  const lead = await seedScope(db, byLogin.get('tam')!)
  const vehicles = demoVehicles(catalogue)
  const today = dayIn(zone, context.now())
  for (const [seed, visit] of visits.slice(0, most).entries()) {
    const checkIn = asItCame(vehicles[visit.vehicle]!, visit)
    const begins = momentOf(zone, dayAfter(today, -visit.ago), visit.begins)
    const { id } = await openJob(db, lead, { id: uuidv7(), checkIn, arrives: begins, due: begins })
    const { procedure } = (await issue(db, lead, id, catalogue, begins)).view
    const places = placesOf(checkIn, catalogue).map((p) => p.id)
    const hands = {
      by: byLogin.get(visit.by)!,
      looks: byLogin.get(visit.by === 'wren' ? 'ines' : 'wren')!,
      pace: visit.pace,
    }
    const ledger = ledgerOf(id, procedure, places, begins, hands, seed + 1)
    const last = Date.parse(ledger.at(-1)!.serverTime)
    const due = new Date(last + visit.spare * minute).toISOString()
    await writePast(db, lead.shop, ledger, procedure, { due, chance: visit.said })
    await appendEvent(
      db,
      lead,
      id,
      {
        id: uuidv7(),
        type: 'handed-over',
        data: { to: checkIn.customer },
        device: 'bay-tablet',
        deviceSeq: ledger.length,
        deviceTime: '',
      },
      catalogue,
      new Date(last + 5 * minute).toISOString(),
    )
  }
}
