import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { check } from '#server/http/validate.ts'
import { thumbnail } from './picture.ts'
import { addPhoto, markPhoto, photoFile, photosOf, removePhoto } from './store.ts'
import type { PhotoKind } from './views.ts'
import { About, photosWires } from './wire.ts'

export const photoRoutes = ({ db, files, now }: AppContext): Route[] =>
  routes(photosWires, {
    'GET /api/jobs/:id/photos': ({ scope, params }) => photosOf(db, scope, params.id),
    'POST /api/jobs/:id/photos': ({ scope, params, query, bytes }) => {
      check(About, query)
      const about = query as { id: string; kind: PhotoKind; surface?: string }
      return addPhoto(db, files, scope, params.id, { ...about, surface: about.surface ?? null, bytes }, now())
    },
    'GET /api/photos/:id': async ({ scope, params, query }) => {
      const bytes = await photoFile(db, files, scope, params.id).catch((error: NodeJS.ErrnoException) => {
        throw error.code === 'ENOENT' ? new Problem(404, 'file-gone', 'The file of this photo is missing here.') : error
      })
      return { type: 'image/jpeg', bytes: query.size === 'thumbnail' ? await thumbnail(bytes) : bytes }
    },
    'PUT /api/photos/:id/marks': ({ scope, params, body }) => markPhoto(db, scope, params.id, body),
    'DELETE /api/photos/:id': ({ scope, params }) => removePhoto(db, files, scope, params.id),
  })
