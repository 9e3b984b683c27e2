import type { PlaceName } from '#core/cabin/places.ts'
import type { SurfaceName } from '#core/cabin/schema.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { VesselFinding } from '#core/chemistry/vessel.ts'
import type { Report } from '#core/handover/schema.ts'
import type { Refusal } from '#core/job/messages.ts'
import type { IncidentKind, Need, WorkState } from '#core/job/schema.ts'
import type { Label } from '#core/mixing/label.ts'
import type { MixWarning, ReadingMeans } from '#core/mixing/messages.ts'
import type { Mix } from '#core/mixing/schema.ts'
import type { FixSaid, Note, PlaceSaid, Reason, Title } from '#core/procedures/messages.ts'
import type { Difference, Finding, FitLimit, Procedure, Residual, Step } from '#core/procedures/schema.ts'
import type { Fault } from '#core/units/fault.ts'
import { inWords, type WordedCatalogue } from './catalogue.ts'
import type { Language } from './language.ts'
import { say } from './message.ts'
import { faultInWords } from './worded/fault.ts'
import { logInWords, needInWords, refusalInWords, titleInWords } from './worded/job.ts'
import { labelInWords, mixInWords, vesselInWords } from './worded/mixing.ts'
import {
  differenceInWords,
  expectationInWords,
  findingInWords,
  headInWords,
  limitInWords,
  machinesInWords,
  procedureInWords,
  residualInWords,
  stepInWords,
  waitInWords,
} from './worded/procedure.ts'
import { handoverInWords, remainsInWords, reportInWords } from './worded/report.ts'

/** Says what core says, in one language. */
export function speaker(language: Language) {
  const { names, procedures, mixing, handover } = language
  const worded = new WeakMap<Catalogue, WordedCatalogue>()
  /** The catalogue with its words; made once. */
  const catalogue = (facts: Catalogue): WordedCatalogue => {
    const known = worded.get(facts) ?? inWords(facts, language.texts, names.learnt)
    worded.set(facts, known)
    return known
  }
  return {
    names,
    catalogue,
    surface: (name: SurfaceName) => names.surface(name),
    placeOf: (name: PlaceName) => names.place(name),
    part: (name: SurfaceName) => names.part(name),
    group: (group: string, rows: number) => names.group(group, rows),
    title: (title: Title) => titleInWords(title, language),
    step: (step: Step) => stepInWords(step, language),
    procedure: (procedure: Procedure) => procedureInWords(procedure, language),
    head: ({ head }: Pick<Procedure, 'head'>) => headInWords(head ?? [], language),
    machines: (procedure: Procedure) => machinesInWords(procedure, language),
    waits: ({ byOne, steps }: Pick<Procedure, 'byOne' | 'steps'>) =>
      (byOne?.waits ?? []).map((wait) => waitInWords(wait, steps, language)),
    residual: (residual: Residual) => residualInWords(residual, language),
    reason: (reason: Reason) => say(procedures.reasons, reason, names),
    note: (note: Note) => say(procedures.notes, note, names),
    finding: (finding: Finding) => findingInWords(finding, language),
    fix: (fix: FixSaid) => say(procedures.fixes, fix, names),
    place: (place: PlaceSaid) => say(procedures.places, place, names),
    expectation: (expectation: Procedure['expectations'][number]) => expectationInWords(expectation, language),
    limit: (limit: FitLimit) => limitInWords(limit, language),
    difference: (difference: Difference) => differenceInWords(difference, language),
    placeToCheck: (place: { id: string; function?: string | undefined }) => handover.placeToCheck(place, names),
    checkCaution: (place: string): string | undefined => names.of('checkList', place).caution,
    refusal: (refusal: Refusal) => refusalInWords(refusal, language),
    need: (need: Need) => needInWords(need, language),
    incident: (kind: IncidentKind) => language.job.incidents[kind],
    firstAid: (kind: IncidentKind) => language.job.firstAid[kind],
    log: (state: WorkState) => logInWords(state, language),
    remains: (left: Report['remains'][number]) => remainsInWords(left, language),
    report: (report: Report) => reportInWords(report, language),
    handover: (view: Parameters<typeof handoverInWords>[0]) => handoverInWords(view, language),
    mix: (mix: Mix) => mixInWords(mix, language),
    mixWarning: (warning: MixWarning) => say(mixing.mixWarnings, warning, names),
    reading: (means: ReadingMeans) => say(mixing.readings, means, names),
    label: (label: Label) => labelInWords(label, language),
    vessel: (finding: VesselFinding) => vesselInWords(finding, language),
    fault: (fault: Fault) => faultInWords(fault, language),
  }
}
export type Speaker = ReturnType<typeof speaker>
