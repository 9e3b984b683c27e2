import { type Static, Type } from '@sinclair/typebox'
import { type JobSettings, type ProcedureRequest, StandardSettings } from '#core/procedures/schema.ts'

const Strict = { additionalProperties: false }

/** A named standard as a file, to be shared between shops. */
export const StandardFile = Type.Object(
  {
    format: Type.Literal('chamomile-standard'),
    formatVersion: Type.Literal(1),
    name: Type.String({ minLength: 1, maxLength: 80 }),
    note: Type.String({ maxLength: 300 }),
    settings: StandardSettings,
  },
  { ...Strict, $id: 'standard-file' },
)
export type StandardFile = Static<typeof StandardFile>

export const standardFile = (name: string, note: string, settings: StandardSettings): StandardFile => ({
  format: 'chamomile-standard',
  formatVersion: 1,
  name,
  note,
  settings,
})

/**
 * What a lead has set in a procedure that comes from elsewhere. Its steps are not taken: they are made anew here, from this shop's own
 * catalogue, and checked, so that a file can bring in nothing that is forbidden.
 */
export function settingsIn({ request }: { request: ProcedureRequest }): JobSettings {
  const { houseRules, finish, edits, standard, rungs, timeLimit, air, crew } = request
  return Object.fromEntries(
    Object.entries({ houseRules, finish, edits, standard, rungs, timeLimit, air, crew }).filter(
      ([, value]) => value !== undefined,
    ),
  ) as JobSettings
}
