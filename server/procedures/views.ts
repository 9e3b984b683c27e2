import { type Static, Type } from '@sinclair/typebox'
import { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'

/** `version` is null while it is only what the draft would give. */
export const ProcedureView = Type.Object(
  { version: Type.Union([Type.Integer(), Type.Null()]), request: ProcedureRequest, procedure: Procedure },
  { additionalProperties: false },
)
export type ProcedureView = Static<typeof ProcedureView>

/** The shop's choices by house rule; what is not named is the rule's default. */
export const HouseRulesView = Type.Object(
  { choices: Type.Record(Type.String({ maxLength: 60 }), Type.String({ maxLength: 60 })) },
  { additionalProperties: false },
)
export type HouseRulesView = Static<typeof HouseRulesView>
