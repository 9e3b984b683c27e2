import { surfacesOf } from '#core/cabin/surfaces.ts'
import { readVin } from '#core/cabin/vin.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { Fault } from '#core/units/fault.ts'
import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import type { Scope } from '#server/http/scope.ts'
import { type JobRow, jobOf } from '#server/jobs/jobs.ts'
import { thumbnail } from '#server/photos/picture.ts'
import { photoFile, photosOf } from '#server/photos/store.ts'
import { speak } from '#words/en/speak.ts'
import { takeFleet } from './fleet.ts'
import { checkInPdf, mostPhotos } from './sheet-pdf.ts'
import { callOff, jobView, openJob, saveDraft } from './store.ts'
import type { JobView } from './views.ts'
import { checkInWires } from './wire.ts'

const month = 31 * 24 * 3_600_000

/** Times that exist, in an order that makes sense; the pattern alone lets the 45th of a month through. */
function judgeTimes({ arrives, due }: { arrives: string; due: string | null }) {
  const errors: Fault[] = []
  const [from, to] = [Date.parse(arrives), due === null ? null : Date.parse(due)]
  if (Number.isNaN(from)) errors.push({ pointer: '/arrives', message: `"${arrives}" is no moment.` })
  if (to !== null && Number.isNaN(to)) errors.push({ pointer: '/due', message: `"${due}" is no moment.` })
  else if (to !== null && (to < from || to > from + month))
    errors.push({ pointer: '/due', message: 'It must be after the arrival, and within a month of it.' })
  if (Math.abs(from - Date.now()) > 12 * month)
    errors.push({ pointer: '/arrives', message: 'It is more than a year from now.' })
  if (errors.length > 0) throw new Problem(400, 'invalid', errors[0]!.message, errors)
}

/** Photos that go onto the check-in paper: what was there when the car came. */
const onPaper = new Set(['before', 'damage'])

export const checkInRoutes = ({ db, files, now }: AppContext): Route[] => {
  /** The first photos of a job, small, with what they show. */
  const photosFor = async (scope: Scope, { id, checkIn }: JobRow, { surfaces }: Catalogue) => {
    const names = new Map(surfacesOf(checkIn.vehicle.body, surfaces).map((s) => [s.id, speak.surface(s.name)]))
    const list = (await photosOf(db, scope, id)).filter((p) => onPaper.has(p.kind)).slice(0, mostPhotos)
    return Promise.all(
      list.map(async (p) => ({
        bytes: await thumbnail(await photoFile(db, files, scope, p.id)),
        what: (p.surface && names.get(p.surface)) ?? '',
      })),
    )
  }
  /** The engine itself is the judge of what a body and a condition may hold; what it refuses is not stored. */
  const judge = (checkIn: CheckIn, catalogue: Catalogue) => {
    surfacesOf(checkIn.vehicle.body, catalogue.surfaces)
    generateProcedure({ checkIn }, catalogue)
    if (checkIn.vehicle.vin) {
      const { verdict, message } = readVin(checkIn.vehicle.vin)
      if (verdict === 'malformed')
        throw new Problem(400, 'invalid', message, [{ pointer: '/checkIn/vehicle/vin', message }])
    }
  }
  return routes(checkInWires, {
    'POST /api/jobs': async ({ catalogue, scope, body }): Promise<JobView> => {
      judge(body.checkIn, catalogue)
      judgeTimes(body)
      const job = await openJob(db, scope, body)
      return jobView(job)
    },
    'GET /api/jobs/:id': async ({ scope, params }): Promise<JobView> => jobView(await jobOf(db, scope, params.id)),
    'PUT /api/jobs/:id/check-in': async ({ catalogue, scope, params, body }): Promise<JobView> => {
      const before = await jobOf(db, scope, params.id)
      judge(body.checkIn, catalogue)
      judgeTimes({ arrives: before.arrives, due: body.due })
      const job = await saveDraft(db, scope, params.id, body.version, { checkIn: body.checkIn, due: body.due })
      return jobView(job)
    },
    'PUT /api/jobs/:id/booking': async ({ scope, params, body: { version, arrives, due } }): Promise<JobView> => {
      judgeTimes({ arrives, due })
      return jobView(await saveDraft(db, scope, params.id, version, { arrives, due }))
    },
    'PUT /api/jobs/:id/called-off': async ({ scope, params, body: { version, how, why } }): Promise<JobView> =>
      jobView(await callOff(db, scope, params.id, version, how && { how, why: why.trim(), by: scope.name, at: now() })),
    'GET /api/jobs/:id/check-in/sheet': async ({ catalogue, scope, params }) => {
      const job = await jobOf(db, scope, params.id)
      const name = `check-in-${job.callSign.toLowerCase().replace(' ', '-')}.pdf`
      return {
        type: 'application/pdf',
        bytes: await checkInPdf(job, scope, catalogue, await photosFor(scope, job, catalogue)),
        name,
      }
    },
    'POST /api/fleet': ({ catalogue, scope, body }) => takeFleet(db, scope, body, catalogue, now()),
  })
}
