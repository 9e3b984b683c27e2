import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const fields = {
  name: Type.String({ minLength: 1, maxLength: 80 }),
  contact: Type.String({ maxLength: 200 }),
  notes: Type.String({ maxLength: 4000 }),
  sensitivities: Type.String({ maxLength: 500 }),
  finish: Type.Union([Type.Literal('trade'), Type.Literal('standard'), Type.Literal('show')]),
}

export const CustomerFields = Type.Object(fields, Strict)
export type CustomerFields = Static<typeof CustomerFields>
export const CustomerView = Type.Object({ id: Type.String(), version: Type.Integer(), ...fields }, Strict)
export type CustomerView = Static<typeof CustomerView>
