import { chanceBand } from '#core/condition/expectation.ts'
import type { Report } from '#core/handover/schema.ts'
import type { Difference, Finding, FitLimit, IdleWait, Procedure, Residual, Step } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import type { Language } from '#words/language.ts'
import { say } from '#words/message.ts'
import type {
  DifferenceInWords,
  ExpectationInWords,
  FindingInWords,
  LimitInWords,
  ProcedureInWords,
  ResidualInWords,
  StepInWords,
  WaitInWords,
} from './procedure-schema.ts'

const titleOf = (step: Pick<Step, 'title'>, { procedures, names }: Language) =>
  say(procedures.titles, step.title, names)

const productIn = <P extends { id: string }>(product: P, { names }: Language) => ({
  ...product,
  name: names.of('products', product.id).name,
})

/** How one sees that a step is right: as its treatment or its row says, or as drying and stops have it. */
function passCue(step: Step, { procedures, names }: Language): string {
  if (step.stop) return procedures.passCues.stop
  if (step.treatment === 'dry') return procedures.passCues.dry
  if (step.treatment === 'set_up' || step.treatment === 'warm_up') return procedures.passCues.setUp
  if (step.treatment === 'put_away') return procedures.passCues.putAway
  const kind = names.has('wholeCar', step.treatment) ? 'wholeCar' : 'treatments'
  return names.of(kind, step.treatment).passCue ?? ''
}

/** How a stain is taken where its own play, which is cloth's and carpet's, is not: first this, at most that. */
function takenOn({ group, row }: { group: string; row: number }, names: Language['names']): string[] {
  const { first = '', limit = '' } = names.of('stainGroups', group).on[row] ?? {}
  return [first, limit].filter(Boolean)
}

export function stepInWords(step: Step, language: Language): StepInWords {
  const { procedures: words, names } = language
  const { stop, playbook, tank, ...rest } = step
  return {
    ...rest,
    title: titleOf(step, language),
    product: step.product && productIn(step.product, language),
    motion: step.motion ? say(words.motions, step.motion, names) : '',
    tool: step.tool === '' ? '' : names.tool(step.tool),
    cautions: step.cautions.map((c) => say(words.cautions, c, names)),
    ppe: step.ppe.map(names.wear),
    passCue: passCue(step, language),
    next: words.thenNext(step.next.map((id) => names.of('treatments', id).name)),
    // What an older catalogue ordered by and this one does not is left unsaid.
    why: step.why
      .filter(({ rule }) => rule === 'by-hand' || names.has('orderRules', rule))
      .map(({ rule, after, reason }) => ({
        rule,
        after,
        text: rule === 'by-hand' ? (reason ?? words.placedByLead) : names.of('orderRules', rule).reason,
      })),
    ...(tank ? { tank: words.tankTurns(names.of('equipment', tank.machine).name, tank.turns, tank.draws) } : {}),
    ...(stop ? { stop: { ...stop, doing: names.of('stops', stop.rule).doing ?? [] } } : {}),
    ...(playbook
      ? {
          playbook: playbook.map(({ on, ...entry }) => {
            const { name, playbook: onCloth, never } = names.of('stains', entry.stain)
            return { ...entry, stain: name, steps: on ? takenOn(on, names) : onCloth, never }
          }),
        }
      : {}),
  }
}

export const residualInWords = (residual: Residual, { procedures, names }: Language): ResidualInWords => ({
  ...residual,
  name: names.surface(residual.name),
  reason: say(procedures.reasons, residual.reason, names),
})

export const findingInWords = (finding: Finding, { procedures, names }: Language): FindingInWords => ({
  ...finding,
  text: say(procedures.findings, finding.text, names),
  reason: say(procedures.reasons, finding.reason, names),
  fix: finding.fix && { ...finding.fix, text: say(procedures.fixes, finding.fix.text, names) },
})

export function expectationInWords(
  { surface, name, of, kind, chance, comesBack = 0, came = 0, appeared, unplanned }: Report['expectations'][number],
  { procedures, names }: Language,
): ExpectationInWords {
  const isStain = of === 'stain'
  return {
    surface,
    name: names.surface(name),
    stain: (isStain ? names.of('stains', kind) : names.of('damages', kind)).name,
    chance,
    words: unplanned
      ? procedures.unplanned
      : isStain
        ? procedures.chances[chanceBand(chance)] +
          (came > 0
            ? procedures.cameBack(came)
            : comesBack >= 10
              ? procedures.comesBack(Math.round(comesBack / 10))
              : '')
        : procedures.damageStays(appeared === true),
  }
}

export const limitInWords = (limit: FitLimit, { procedures, names }: Language): LimitInWords => {
  const places = (list: FitLimit['leftOut']) => list.map((p) => say(procedures.places, p, names))
  return { ...limit, leftOut: places(limit.leftOut), more: { ...limit.more, gains: places(limit.more.gains) } }
}

export const headInWords = (head: NonNullable<Procedure['head']>, { procedures, names }: Language): string[] =>
  head.map((line) => say(procedures.cautions, line, names))

/** A wait so long, in minutes, ends the first part of a sheet (judgement.md §5). */
const partTwoAfter = 180

/** A wait of one person who works the list: what dries meanwhile, what else passes by itself, or what works in. */
export function waitInWords(wait: IdleWait, steps: readonly Step[], language: Language): WaitInWords {
  const { procedures: words, names } = language
  const said = { drying: [] as string[], passing: [] as string[], standing: [] as string[] }
  for (const step of steps.filter((s) => wait.for.includes(s.id))) {
    const { title } = step
    if (title.code === 'dry-out') said.drying.push(names.group(title.facts.group, title.facts.rows))
    else said[step.crew === 0 ? 'passing' : 'standing'].push(titleOf(step, language))
  }
  const text = words.waits({ minutes: sayMinutes(wait.minutes), ...said })
  return { ...wait, text: wait.minutes > partTwoAfter ? words.partTwo(text) : text }
}

/** A procedure as people read it in a language. */
export function procedureInWords(procedure: Procedure, language: Language): ProcedureInWords {
  const { procedures: words, names } = language
  const { kit, totals, limit, byOne, head, offers, ...rest } = procedure
  const sorted = (list: readonly string[]) => [...new Set(list)].sort()
  return {
    ...rest,
    steps: procedure.steps.map((step) => stepInWords(step, language)),
    findings: procedure.findings.map((finding) => findingInWords(finding, language)),
    kit: { ...kit, tools: sorted(kit.tools.map(names.tool)), wear: sorted(kit.wear.map(names.wear)) },
    totals: { ...totals, products: totals.products.map((product) => productIn(product, language)) },
    residuals: procedure.residuals.map((residual) => residualInWords(residual, language)),
    expectations: procedure.expectations.map((expectation) => expectationInWords(expectation, language)),
    notes: procedure.notes.map((note) => say(words.notes, note, names)),
    ...(head ? { head: headInWords(head, language) } : {}),
    ...(offers ? { offers: offers.map((o) => ({ ...o, name: names.of('stages', o.stage).name })) } : {}),
    ...(limit ? { limit: limitInWords(limit, language) } : {}),
    ...(byOne
      ? { byOne: { ...byOne, waits: byOne.waits.map((wait) => waitInWords(wait, procedure.steps, language)) } }
      : {}),
  }
}

/** The machines to lay out, with the water that goes through them. */
export const machinesInWords = ({ kit, totals }: Procedure, { procedures, names }: Language): string[] =>
  kit.machines.map((id) =>
    procedures.machineReady(
      names.of('equipment', id).name,
      totals.tanks?.find((t) => t.machine === id),
    ),
  )

export function differenceInWords(difference: Difference, { procedures: words, names }: Language): DifferenceInWords {
  const titles = (list: Difference['added']) => list.map((title) => say(words.titles, title, names))
  return {
    ...difference,
    added: titles(difference.added),
    dropped: titles(difference.dropped),
    changed: difference.changed.map(({ title, what }) => ({
      title: say(words.titles, title, names),
      what: words.severalChanges(what.map((change) => say(words.changes, change, names))),
    })),
    notes: difference.notes.map((note) => say(words.notes, note, names)),
  }
}
