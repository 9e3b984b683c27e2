import type { TSchema } from '@sinclair/typebox'
import type { EventStream } from './event-stream.ts'
import { permissions } from './roles.ts'
import type { Route } from './route.ts'
import { ProblemView } from './views.ts'

/** A schema as plain JSON Schema: names of their own would clash where one schema is used in several places. */
function plain(schema: TSchema): object {
  return JSON.parse(JSON.stringify(schema, (key, value) => (key === '$id' ? undefined : value)))
}

const json = (schema: TSchema) => ({ content: { 'application/json': { schema: plain(schema) } } })
const problem = {
  description: 'Refused; nothing was changed.',
  content: { 'application/problem+json': { schema: plain(ProblemView) } },
}

/** "/api/jobs/:id" as OpenAPI writes it: "/api/jobs/{id}". */
export const templated = (path: string): string => path.replaceAll(/:([a-z]+)/g, '{$1}')

function operation(route: Route) {
  const names = [...route.path.matchAll(/:([a-z]+)/g)].map((m) => m[1]!)
  return {
    ...(route.allow === 'anybody'
      ? { summary: 'Comes before a session: anybody', security: [] }
      : { summary: `${route.allow}: ${permissions[route.allow].join(', ')}`, security: [{ session: [] }] }),
    parameters: [
      ...names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
      ...Object.entries(route.query ?? {}).map(([name, description]) => ({
        name,
        in: 'query',
        required: false,
        description,
        schema: { type: 'string' },
      })),
    ],
    ...(route.upload
      ? { requestBody: { required: true, content: Object.fromEntries(route.upload.types.map((type) => [type, {}])) } }
      : {}),
    ...(route.body ? { requestBody: { required: true, ...json(route.body) } } : {}),
    responses: {
      ...(route.file
        ? { 200: { description: 'The file.', content: Object.fromEntries(route.file.map((type) => [type, {}])) } }
        : route.answer
          ? { 200: { description: 'Done.', ...json(route.answer) } }
          : { 204: { description: 'Done.' } }),
      default: problem,
    },
  }
}

/** What is no route of the table. */
const plainAnswer = (description: string) => ({
  get: {
    summary: description,
    responses: { 200: { description, content: { 'application/json': {} } }, default: problem },
  },
})

const ofStream = (summary: string) => ({
  get: {
    summary,
    security: [{ session: [] }],
    responses: { 200: { description: 'A stream.', content: { 'text/event-stream': {} } }, default: problem },
  },
})

const besides = {
  '/healthz': plainAnswer('This process answers'),
  '/readyz': plainAnswer('The database answers too'),
  '/api/openapi.json': plainAnswer('This description'),
  '/api/live': ofStream('The shop’s changes as server-sent events'),
}

/** The HTTP interface as OpenAPI 3.1, made from the very schemas that check it. */
export function openApi(routes: readonly Route[], streams: readonly EventStream[] = []) {
  const paths: Record<string, Record<string, object>> = structuredClone(besides)
  for (const stream of streams) paths[templated(stream.path)] = ofStream(stream.summary)
  for (const route of routes) {
    const path = templated(route.path)
    paths[path] = { ...paths[path], [route.method.toLowerCase()]: operation(route) }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Chamomile',
      version: '1',
      description: 'Interior detailing: condition, procedure, dilutions, crew plan, work and handover.',
    },
    paths,
    components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'chamomile_session' } } },
  }
}
