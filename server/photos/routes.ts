import { Type } from '@sinclair/typebox'
import { Uuid } from '#core/units/uuid.ts'
import { Problem } from '#server/http/problem.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { check } from '#server/http/validate.ts'
import { addPhoto, markPhoto, photoFile, photosOf, removePhoto } from './store.ts'
import { PhotoKind, PhotoMarks, PhotoView } from './views.ts'

const About = Type.Object(
  {
    id: Uuid,
    kind: PhotoKind,
    surface: Type.Optional(Type.String({ pattern: '^[a-z0-9-]+\\.[a-z0-9-]+$', maxLength: 80 })),
  },
  { additionalProperties: false },
)

export const photoRoutes = ({ db, files, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/jobs/:id/photos',
    allow: 'photos.see',
    answer: Type.Array(PhotoView),
    handle: ({ scope, params }) => photosOf(db, scope, params.id!),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/photos',
    allow: 'photos.add',
    query: { id: 'A UUID made by the sender.', kind: 'before, half, after or damage.', surface: 'The patch it shows.' },
    upload: {
      types: ['image/jpeg', 'image/png', 'image/webp'],
      most: 12 * 1024 ** 2,
      words: 'a JPEG, PNG or WebP picture',
    },
    answer: PhotoView,
    handle: ({ scope, params, query, bytes }) => {
      check(About, query)
      const about = query as { id: string; kind: PhotoKind; surface?: string }
      return addPhoto(db, files, scope, params.id!, { ...about, surface: about.surface ?? null, bytes }, now())
    },
  }),
  route({
    method: 'GET',
    path: '/api/photos/:id',
    allow: 'photos.see',
    file: ['image/jpeg'],
    handle: async ({ scope, params }) => {
      const bytes = await photoFile(db, files, scope, params.id!).catch((error: NodeJS.ErrnoException) => {
        throw error.code === 'ENOENT' ? new Problem(404, 'file-gone', 'The file of this photo is missing here.') : error
      })
      return { type: 'image/jpeg', bytes }
    },
  }),
  route({
    method: 'PUT',
    path: '/api/photos/:id/marks',
    allow: 'photos.add',
    body: PhotoMarks,
    answer: PhotoView,
    handle: ({ scope, params, body }) => markPhoto(db, scope, params.id!, body),
  }),
  route({
    method: 'DELETE',
    path: '/api/photos/:id',
    allow: 'check-in.write',
    handle: ({ scope, params }) => removePhoto(db, files, scope, params.id!),
  }),
]
