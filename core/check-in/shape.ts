import { Type } from '@sinclair/typebox'

export const Strict = { additionalProperties: false }

export const Id = Type.String({ pattern: '^[a-z0-9][a-z0-9-]*$', maxLength: 40 })

export const Moment = Type.String({ maxLength: 40, description: 'ISO 8601' })

export const Person = Type.String({ minLength: 1, maxLength: 80 })

export const Answer = Type.Union([Type.Boolean(), Type.Null()], {
  description: 'true granted, false refused, null not asked',
})
