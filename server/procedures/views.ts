import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'

export interface ProcedureView {
  /** null while it is only what the draft would give. */
  version: number | null
  request: ProcedureRequest
  procedure: Procedure
}
