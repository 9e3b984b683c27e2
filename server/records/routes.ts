import { jobStates } from '#core/job/job-state.ts'
import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { recordsOf } from './store.ts'
import { recordsWires } from './wire.ts'

const day = /^\d{4}-\d{2}-\d{2}$/

const refuse = (pointer: string, message: string): never => {
  throw new Problem(400, 'invalid', message, [{ pointer, message }])
}

export const recordsRoutes = ({ db }: AppContext): Route[] =>
  routes(recordsWires, {
    'GET /api/records': ({ scope, query }) => {
      const { find = '', state, from, to, before } = query
      const known = jobStates.find((s) => s === state)
      if (state !== undefined && !known) refuse('/state', `There is no state “${state}”.`)
      for (const [name, value] of Object.entries({ from, to }))
        if (value !== undefined && !day.test(value)) refuse(`/${name}`, 'A day like 2026-11-28.')
      if (before !== undefined && Number.isNaN(Date.parse(before))) refuse('/before', 'A moment.')
      return recordsOf(db, scope, { find, state: known, from, to, before })
    },
  })
