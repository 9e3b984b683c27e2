import { slowestPatch, wettingEnded } from '#core/job/moisture.ts'
import { isOver } from '#core/job/reduce.ts'
import type { EventStream } from '#server/http/event-stream.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { AppContext } from '#server/http/route.ts'
import { currentOf } from '#server/jobs/current.ts'
import { jobOf } from '#server/jobs/jobs.ts'

/** What the meter reads on one place that dries, every other second, until the place is found dry. */
export const meterStream = (context: AppContext): EventStream => ({
  path: '/api/jobs/:id/meter',
  summary: 'What a moisture meter reads where ?step= dries, as server-sent events',
  allow: 'work.do',
  every: 2000,
  async open({ scope, catalogue, params, query }) {
    const { db, now, meter } = context
    if (!meter) throw notFound('meter')
    const id = params.id!
    /** Where it dries, as it stands now: somebody may have found it dry meanwhile. */
    const wet = async () => {
      const job = await jobOf(db, scope, id)
      const current = await currentOf(db, scope, job, catalogue)
      const step = current?.procedure.steps.find((s) => s.id === query.step && s.treatment === 'dry')
      if (!current || !step || isOver(current.state, step.id)) return undefined
      const since = wettingEnded(step, current.procedure, current.state)
      const patch = slowestPatch(step, current.procedure)
      if (since === undefined || !patch) return undefined
      const minute = (Date.parse(now()) - Date.parse(since)) / 60_000
      const { left, critical, touchDry } = patch
      return { job: id, step: step.id, left, critical, touchDry, dry: step.minutes, minute }
    }
    if (!(await wet())) throw new Problem(409, 'not-drying', 'Nothing dries there now, so there is nothing to measure.')
    return async () => {
      const there = await wet()
      const grams = there && (await meter.read(there))
      return grams === undefined ? undefined : { event: 'reading', data: { grams, at: now() } }
    }
  },
})
