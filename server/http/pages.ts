import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import type { Hono } from 'hono'
import { getCookie } from 'hono/cookie'
import type { Env } from './env.ts'
import { sessionCookie } from './scope.ts'

/** What the first screen asks; told with the page to a browser that is signed in, so that answers travel beside the scripts. */
const firstQuestions = ['/api/session', '/api/day', '/api/plan']
  .map((path) => `<link rel="preload" as="fetch" crossorigin href="${path}">`)
  .join('')

/** Serves the built pages: hashed assets for ever and as they were compressed at build, the first page for every other address. */
export function servePages(app: Hono<Env>, pages: string): void {
  const index = readFileSync(join(pages, 'index.html'), 'utf8')
  app.use('/assets/*', async (c, next) => {
    await next()
    if (c.res.ok) c.header('cache-control', 'public, max-age=31536000, immutable')
  })
  app.use('/assets/*', serveStatic({ root: pages, precompressed: true }))
  app.get('/assets/*', (c) => c.text('Not found', 404))
  // What puts the application on a device: looked at anew each time, or a device would stay on an old version.
  app.use('/:file{sw\\.js|manifest\\.webmanifest}', async (c, next) => {
    await next()
    c.header('cache-control', 'no-cache')
  })
  for (const path of ['/sw.js', '/manifest.webmanifest', '/icons/*']) app.use(path, serveStatic({ root: pages }))
  // What a customer's link opens. Its address is all the right there is to see it: it goes to nobody else, and nobody finds it.
  const given = readFileSync(join(pages, 'given.html'), 'utf8')
  app.get('/given/:token', (c) =>
    c.html(given, 200, { 'cache-control': 'no-cache', 'referrer-policy': 'no-referrer', 'x-robots-tag': 'noindex' }),
  )
  const first = index.replace('<title>', `${firstQuestions}<title>`)
  app.get('/', (c) =>
    c.html(getCookie(c, sessionCookie) ? first : index, 200, { 'cache-control': 'no-cache', vary: 'cookie' }),
  )
  app.get('*', (c) => c.html(index, 200, { 'cache-control': 'no-cache' }))
}
