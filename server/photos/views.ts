import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }

export const PhotoKind = Type.Union([
  Type.Literal('before'),
  Type.Literal('half'),
  Type.Literal('after'),
  Type.Literal('damage'),
])
export type PhotoKind = Static<typeof PhotoKind>

const Share = Type.Number({ minimum: 0, maximum: 1 })
/** Something pointed at, as shares of the picture's width and height. */
export const PhotoMarks = Type.Array(
  Type.Object({ x: Share, y: Share, text: Type.String({ maxLength: 120 }) }, Strict),
  { maxItems: 40 },
)

export const PhotoView = Type.Object(
  {
    id: Type.String(),
    surface: Type.Union([Type.String(), Type.Null()]),
    kind: PhotoKind,
    width: Type.Integer(),
    height: Type.Integer(),
    bytes: Type.Integer(),
    marks: PhotoMarks,
    author: Type.String(),
    taken: Type.String(),
  },
  Strict,
)
export type PhotoView = Static<typeof PhotoView>
