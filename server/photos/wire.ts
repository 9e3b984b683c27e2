import { Type } from '@sinclair/typebox'
import { Uuid } from '#core/units/uuid.ts'
import { wires } from '#server/http/wire.ts'
import { PhotoKind, PhotoMarks, PhotoView } from './views.ts'

export const About = Type.Object(
  {
    id: Uuid,
    kind: PhotoKind,
    surface: Type.Optional(Type.String({ pattern: '^[a-z0-9-]+\\.[a-z0-9-]+$', maxLength: 80 })),
  },
  { additionalProperties: false },
)

export const photosWires = wires({
  'GET /api/jobs/:id/photos': {
    allow: 'photos.see',
    answer: Type.Array(PhotoView),
  },
  'POST /api/jobs/:id/photos': {
    allow: 'photos.add',
    query: { id: 'A UUID made by the sender.', kind: 'before, half, after or damage.', surface: 'The patch it shows.' },
    upload: {
      types: ['image/jpeg', 'image/png', 'image/webp'],
      most: 12 * 1024 ** 2,
      words: 'a JPEG, PNG or WebP picture',
    },
    answer: PhotoView,
  },
  'GET /api/photos/:id': {
    allow: 'photos.see',
    query: { size: '“thumbnail” for a small one.' },
    file: ['image/jpeg'],
  },
  'PUT /api/photos/:id/marks': {
    allow: 'photos.add',
    body: PhotoMarks,
    answer: PhotoView,
  },
  'DELETE /api/photos/:id': {
    allow: 'check-in.write',
  },
})
