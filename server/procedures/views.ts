import { type Static, Type } from '@sinclair/typebox'
import { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'

/** `version` is null while it is only what the draft would give. */
export const ProcedureView = Type.Object(
  { version: Type.Union([Type.Integer(), Type.Null()]), request: ProcedureRequest, procedure: Procedure },
  { additionalProperties: false },
)
export type ProcedureView = Static<typeof ProcedureView>
