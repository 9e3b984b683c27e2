import { Type } from '@sinclair/typebox'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { generateProcedure } from '#core/procedures/generate.ts'
import { CheckIn } from '#core/procedures/schema.ts'
import { jobOf } from '#server/http/jobs.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { jobView, openJob, saveDraft } from './store.ts'
import type { JobView } from './views.ts'

const Moment = Type.String({
  pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}(:\\d{2}(\\.\\d{1,3})?)?Z$',
  description: 'ISO 8601, UTC',
})
const Due = Type.Union([Moment, Type.Null()])
const Strict = { additionalProperties: false }
const Uuid = Type.String({ pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$' })

const Opening = Type.Object({ id: Uuid, checkIn: CheckIn, arrives: Moment, due: Due }, Strict)
const Draft = Type.Object({ version: Type.Integer({ minimum: 1 }), checkIn: CheckIn, due: Due }, Strict)

export const checkInRoutes = ({ db, catalogue, live }: World): Route[] => {
  /** The engine itself is the judge of what a body and a condition may hold; what it refuses is not stored. */
  const judge = (checkIn: CheckIn) => {
    surfacesOf(checkIn.vehicle.body, catalogue.surfaces)
    generateProcedure({ checkIn }, catalogue)
  }
  return [
    route({
      method: 'POST',
      path: '/api/jobs',
      allow: 'check-in.write',
      body: Opening,
      handle: async ({ scope, body }): Promise<JobView> => {
        judge(body.checkIn)
        const job = await openJob(db, scope, body)
        live.publish({ shop: scope.shop, topic: 'job', job: job.id })
        return jobView(job)
      },
    }),
    route({
      method: 'GET',
      path: '/api/jobs/:id',
      allow: 'check-in.see',
      handle: async ({ scope, params }): Promise<JobView> => jobView(await jobOf(db, scope, params.id!)),
    }),
    route({
      method: 'PUT',
      path: '/api/jobs/:id/check-in',
      allow: 'check-in.write',
      body: Draft,
      handle: async ({ scope, params, body }): Promise<JobView> => {
        await jobOf(db, scope, params.id!)
        judge(body.checkIn)
        const job = await saveDraft(db, scope, params.id!, body.version, { checkIn: body.checkIn, due: body.due })
        live.publish({ shop: scope.shop, topic: 'job', job: job.id })
        return jobView(job)
      },
    }),
  ]
}
