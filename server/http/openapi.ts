import type { TSchema } from '@sinclair/typebox'
import { permissions } from './roles.ts'
import type { Route } from './route.ts'
import { DoorView, ProblemView, SessionView } from './views.ts'

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
    summary: `${route.allow}: ${permissions[route.allow].join(', ')}`,
    security: [{ session: [] }],
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

/** The ways in, which are not routes of the table because they come before a session. */
const plainAnswer = (description: string) => ({
  get: {
    summary: description,
    responses: { 200: { description, content: { 'application/json': {} } }, default: problem },
  },
})

const doors = {
  '/healthz': plainAnswer('This process answers'),
  '/readyz': plainAnswer('The database answers too'),
  '/api/openapi.json': plainAnswer('This description'),
  '/api/door': {
    get: {
      summary: 'What stands at the door of this device',
      responses: { 200: { description: 'First visit, not enrolled, or names.', ...json(DoorView) }, default: problem },
    },
  },
  '/api/session': {
    get: {
      summary: 'Who is signed in',
      responses: {
        200: {
          description: 'The session, or null.',
          content: { 'application/json': { schema: { anyOf: [plain(SessionView), { type: 'null' }] } } },
        },
        default: problem,
      },
    },
    post: {
      summary: 'Sign in on an enrolled device: person and PIN',
      responses: { 204: { description: 'Signed in.' }, default: problem },
    },
    delete: { summary: 'Sign out', responses: { 204: { description: 'Signed out.' }, default: problem } },
  },
  '/api/devices': {
    post: {
      summary: 'Enrol this device: shop, owner, password',
      responses: { 204: { description: 'Enrolled.' }, default: problem },
    },
  },
  '/api/shop': {
    post: {
      summary: 'Open the shop on the first visit',
      responses: { 204: { description: 'Opened.' }, default: problem },
    },
  },
  '/api/live': {
    get: {
      summary: 'The shop’s changes as server-sent events',
      security: [{ session: [] }],
      responses: { 200: { description: 'A stream.', content: { 'text/event-stream': {} } }, default: problem },
    },
  },
}

/** The HTTP interface as OpenAPI 3.1, made from the very schemas that check it. */
export function openApi(routes: readonly Route[]) {
  const paths: Record<string, Record<string, object>> = structuredClone(doors)
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
