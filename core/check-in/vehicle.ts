import { Type } from '@sinclair/typebox'
import { Body } from '#core/cabin/schema.ts'
import { Strict } from './shape.ts'

export const Vehicle = Type.Object(
  {
    plate: Type.String({ minLength: 1, maxLength: 16 }),
    vin: Type.Optional(Type.String({ maxLength: 17 })),
    make: Type.String({ maxLength: 40 }),
    model: Type.String({ maxLength: 40 }),
    body: Body,
  },
  Strict,
)
