import type { VesselFinding } from '#core/chemistry/vessel.ts'
import type { Label } from '#core/mixing/label.ts'
import type { Mix } from '#core/mixing/schema.ts'
import type { Language } from '#words/language.ts'
import { say } from '#words/message.ts'

export const mixInWords = (mix: Mix, { mixing, names }: Language) => ({
  ...mix,
  steps: mix.steps.map((step) => say(mixing.benchSteps, step, names)),
  warnings: mix.warnings.map((warning) => ({ code: warning.code, message: say(mixing.mixWarnings, warning, names) })),
})
export type MixInWords = ReturnType<typeof mixInWords>

export const labelInWords = (label: Label, { mixing, names }: Language) => ({
  ...label,
  readings: label.readings.map((r) => ({ ...r, meaning: say(mixing.readings, r.meaning, names) })),
})
export type LabelInWords = ReturnType<typeof labelInWords>

export const vesselInWords = ({ reason, ...finding }: VesselFinding, { mixing, names }: Language) => ({
  ...finding,
  reason: say(mixing.vesselReasons, reason, names),
  remedy: say(mixing.vesselRemedies, reason, names),
})
export type VesselInWords = ReturnType<typeof vesselInWords>
