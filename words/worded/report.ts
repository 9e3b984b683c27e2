import type { Report } from '#core/handover/schema.ts'
import type { Language } from '#words/language.ts'
import { say } from '#words/message.ts'
import { expectationInWords } from './procedure.ts'

/** One thing that was left, and why. */
export const remainsInWords = (left: Report['remains'][number], { handover, names }: Language) => ({
  what: say(handover.remainsWhat, left, names),
  why: say(handover.remainsWhy, left, names),
})

/** What the customer is told, in a language. */
export function reportInWords(report: Report, language: Language) {
  const { handover, procedures, names } = language
  return {
    ...report,
    done: report.done.map((step) => ({ ...step, title: say(procedures.titles, step.title, names) })),
    summary: handover.summary(report),
    areas: report.areas.map(handover.areaDone),
    care: (month: string) => handover.care(report, month),
    remains: report.remains.map((left) => remainsInWords(left, language)),
    expectations: report.expectations.map((expectation) => ({
      ...expectationInWords(expectation, language),
      ...(expectation.of === 'stain' && !expectation.unplanned
        ? { outcome: handover.outcome(expectation.outcome, expectation.came) }
        : {}),
    })),
    checks: report.checks.map(({ place, ...check }) => ({ ...check, text: handover.placeToCheck(place, names) })),
  }
}
export type ReportInWords = ReturnType<typeof reportInWords>
