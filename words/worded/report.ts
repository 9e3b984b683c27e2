import type { CheckIn } from '#core/check-in/check-in.ts'
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
    notDone: report.notDone.map(handover.areaNotDone),
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
/** A handover as its reader finds it, on a screen or on paper. @param names of people, by id */
export function handoverInWords(
  { report, checkIn, names: people }: { report: Report; checkIn: CheckIn; names: Readonly<Record<string, string>> },
  language: Language,
) {
  const { handover, names } = language
  const told = reportInWords(report, language)
  const seen = told.checks.filter((c) => c.passed !== null)
  const lookers = [...new Set(seen.map((c) => people[c.by] ?? ''))].filter(Boolean)
  const called = told.expectations.map((e) => ({ ...e, what: `${e.stain}, ${e.name.toLowerCase()}` }))
  return {
    ...told,
    /** Stains of which it is told how they fared; of the others, why they stay. */
    stains: called.flatMap((e) => (e.outcome === undefined ? [] : [{ ...e, outcome: e.outcome }])),
    remains: [
      ...told.remains,
      ...called.filter((e) => e.outcome === undefined).map(({ what, words }) => ({ what, why: words })),
    ],
    mechanic: [
      ...Object.entries(checkIn.functions ?? {}).flatMap(([id, { works, note = '' }]) =>
        works ? [] : [handover.doesNotWork(names.of('functions', id).name, note)],
      ),
      ...(checkIn.findings ?? []).map(({ what, where }) => [what, where].filter(Boolean).join(', ')),
    ],
    extras: told.extras.map(handover.extra),
    belongings: told.belongings.map(({ what, where }) => [what, where.toLowerCase()].filter(Boolean).join(', ')),
    lookedOver: handover.lookedOver(
      seen.length,
      told.checks.length,
      lookers,
      told.checks.some((c) => c.selfChecked),
    ),
  }
}
export type ReportInWords = ReturnType<typeof reportInWords>
