import { type Static, Type } from '@sinclair/typebox'
import { ProcedureRequest } from '#core/procedures/schema.ts'
import { ProcedureInWords } from './procedure-schema.ts'

/** A procedure as a file: what it was made from, and its steps in words for whoever reads it without the engine. */
export const ProcedureFile = Type.Object(
  {
    format: Type.Literal('chamomile-procedure'),
    formatVersion: Type.Literal(1),
    request: ProcedureRequest,
    procedure: ProcedureInWords,
  },
  { additionalProperties: false, $id: 'procedure-file' },
)
export type ProcedureFile = Static<typeof ProcedureFile>

export const procedureFile = (request: ProcedureRequest, procedure: ProcedureInWords): ProcedureFile => ({
  format: 'chamomile-procedure',
  formatVersion: 1,
  request,
  procedure,
})
