import { jobStates } from '#core/job/job-state.ts'
import { dayAfter, dayIn } from '#core/units/shop-time.ts'
import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { csvOf, tables } from './csv.ts'
import { figuresIn, type Which } from './store/figures.ts'
import { jobRecordOf } from './store/job.ts'
import { recordsOf } from './store/list.ts'
import { recordsWires } from './wire.ts'

const day = /^\d{4}-\d{2}-\d{2}$/

const refuse = (pointer: string, message: string): never => {
  throw new Problem(400, 'invalid', message, [{ pointer, message }])
}

/** Days of a period where nothing is said of it, up to today; and the most that are asked for at once. */
const [usual, longest] = [28, 400]

type Asked = Partial<Record<'from' | 'to' | 'find' | 'person', string>>
/** A period and what else narrows it down. */
function whichOf({ from, to, find = '', person }: Asked, today: string): Which {
  const last = to ?? today
  for (const [name, value] of Object.entries({ from: from ?? last, to: last }))
    if (!day.test(value) || Number.isNaN(Date.parse(value))) refuse(`/${name}`, 'A day like 2026-11-28.')
  const first = from ?? dayAfter(last, 1 - usual)
  const days = (Date.parse(last) - Date.parse(first)) / 86_400_000
  if (days < 0) refuse('/to', 'The last day lies before the first.')
  if (days > longest) refuse('/to', `At most ${longest} days at once.`)
  return { from: first, to: last, find, person }
}

export const recordsRoutes = ({ db, now }: AppContext): Route[] =>
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
    'GET /api/records/figures': ({ scope, query }) =>
      figuresIn(db, scope, whichOf(query, dayIn(scope.timeZone, now()))),
    'GET /api/jobs/:id/record': ({ catalogue, scope, params }) => jobRecordOf(db, scope, params.id, catalogue),
    'GET /api/records/file': async ({ scope, query: { of = 'times', ...which } }) => {
      const table = tables[of]
      if (!table)
        throw new Problem(400, 'invalid', 'There is no such table.', [
          { pointer: '/of', message: `One of ${Object.keys(tables).join(', ')}.` },
        ])
      const view = await figuresIn(db, scope, whichOf(which, dayIn(scope.timeZone, now())))
      return {
        type: 'text/csv',
        bytes: new TextEncoder().encode(csvOf(table(view))),
        name: `${of}-${view.from}-${view.to}.csv`,
      }
    },
  })
