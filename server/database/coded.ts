import { and, eq } from 'drizzle-orm'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { WorkEvent } from '#core/job/schema.ts'
import { timingsOf } from '#core/job/timings.ts'
import type { Mix } from '#core/mixing/schema.ts'
import type { PlanAnswer } from '#core/plan/schema.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import { type CautionSaid, cautionSaid, type Motion, motion, type Title, title } from '#core/procedures/messages.ts'
import type { Procedure, ProcedureRequest, Step } from '#core/procedures/schema.ts'
import { language } from '#words/en/language.ts'
import { speak } from '#words/en/speak.ts'
import { asWritten, say } from '#words/message.ts'
import type { ProcedureInWords, StepInWords } from '#words/worded/procedure-schema.ts'
import { batches, events, plans, procedures } from './schema.ts'
import type { Transaction } from './transaction.ts'

// Until 0008 procedures, plans and batches were stored in English. Here their rows become codes and facts, once. What is made again from
// its stored request and reads the same word for word is stored as it is made now; of everything else each text stands as it was written.

const written = <M>(text: string): M => ({ code: asWritten, facts: { text } }) as M

/** Ids by what they are called in English. */
const idByName = (texts: Readonly<Record<string, { name: string }>>) =>
  new Map(Object.entries(texts).map(([id, { name }]) => [name, id]))
const { tools, wear, kinds } = language.texts
const [toolIds, wearIds, stainIds, damageIds] = [tools, wear, kinds.stains, kinds.damages].map(idByName) as [
  Map<string, string>,
  Map<string, string>,
  Map<string, string>,
  Map<string, string>,
]

/** What a step, its motion and its cautions can be called: the one that reads the same is what it was. */
function titlesOf({ treatment, zoneGroup: group, stop }: StepInWords, rows: number): Title[] {
  if (stop) return [title('stop', { rule: stop.rule })]
  return [
    title('treatment', { treatment, group, rows }),
    title('treatment', { treatment }),
    ...[false, true].map((still) => title('dry-out', { group, rows, still })),
    ...[false, true].map((refused) => title('whole-car', { row: treatment, refused })),
  ]
}
const motionsOf = (treatment: string): Motion[] => [
  motion('usual', { treatment }),
  ...catalogue.houseRules.flatMap((rule) =>
    rule.choices.map((choice) => motion('house-choice', { rule: rule.id, choice: choice.id, treatment })),
  ),
  ...catalogue.functions.map((dead) => motion('not-working', { function: dead.id, treatment })),
]
const cautionsByText = new Map<string, CautionSaid>(
  [
    ...catalogue.cautions.map(({ id }) => cautionSaid('caution', { caution: id })),
    ...catalogue.functions.flatMap((dead) =>
      (dead.instead?.cautions ?? []).map((caution) => cautionSaid('not-working', { function: dead.id, caution })),
    ),
    ...catalogue.products.flatMap((p) => p.cautions.map((caution) => cautionSaid('product', { caution }))),
    ...catalogue.stops.flatMap((s) =>
      Array.from({ length: s.lines }, (_, line) => cautionSaid('stop', { rule: s.id, line })),
    ),
  ].map((said) => [say(language.procedures.cautions, said, language.names), said]),
)

function codedStep(step: StepInWords, rows: number): Step {
  const { passCue: _cue, tank: _tank, product, stop, playbook, ...rest } = step
  return {
    ...rest,
    title: titlesOf(step, rows).find((t) => speak.title(t) === step.title) ?? written(step.title),
    product: product && { id: product.id, ratio: product.ratio, ml: product.ml },
    motion:
      step.motion === ''
        ? null
        : (motionsOf(step.treatment).find((m) => say(language.procedures.motions, m, language.names) === step.motion) ??
          written(step.motion)),
    tool: toolIds.get(step.tool) ?? step.tool,
    cautions: step.cautions.map((text) => cautionsByText.get(text) ?? written(text)),
    ppe: step.ppe.map((name) => wearIds.get(name) ?? name),
    next: step.next === '' ? [] : [step.next],
    why: step.why.map(({ rule, after, text }) => ({ rule, after, ...(rule === 'by-hand' ? { reason: text } : {}) })),
    ...(stop ? { stop: (({ doing: _doing, ...facts }) => facts)(stop) } : {}),
    ...(playbook
      ? {
          playbook: playbook.map(({ stain, steps: _steps, never: _never, ...entry }) => ({
            ...entry,
            stain: stainIds.get(stain) ?? stain,
          })),
        }
      : {}),
  }
}

/** Each text as it was written; what is called by an id keeps its id. */
function asItWasWritten(worded: ProcedureInWords, { checkIn }: ProcedureRequest): Procedure {
  const { body } = checkIn.vehicle
  const names = new Map(surfacesOf(body, catalogue.surfaces).map((s) => [s.id, s.name]))
  const nameOf = (id: string, name: string) =>
    names.get(id) ?? { kind: name, place: name, zone: id, rows: body.rows.length }
  const { limit, ...rest } = worded
  return {
    ...rest,
    steps: worded.steps.map((step) => codedStep(step, body.rows.length)),
    findings: worded.findings.map((f) => ({
      ...f,
      text: written(f.text),
      reason: written(f.reason),
      fix: f.fix && { ...f.fix, text: written(f.fix.text) },
    })),
    ...(worded.head ? { head: worded.head.map((text) => cautionsByText.get(text) ?? written(text)) } : {}),
    kit: {
      ...worded.kit,
      tools: worded.kit.tools.map((name) => toolIds.get(name) ?? name),
      wear: worded.kit.wear.map((name) => wearIds.get(name) ?? name),
    },
    totals: { ...worded.totals, products: worded.totals.products.map(({ name: _name, ...product }) => product) },
    residuals: worded.residuals.map((r) => ({ ...r, name: nameOf(r.surface, r.name), reason: written(r.reason) })),
    expectations: worded.expectations.map(({ surface, name, stain, chance, words }) => {
      const kind = stainIds.get(stain)
      return {
        surface,
        name: nameOf(surface, name),
        of: kind ? 'stain' : 'damage',
        kind: kind ?? damageIds.get(stain) ?? stain,
        chance,
        ...(words.includes('appeared') ? { appeared: true as const } : {}),
      }
    }),
    notes: worded.notes.map((text) => written(text)),
    ...(limit
      ? {
          limit: {
            ...limit,
            leftOut: limit.leftOut.map((text) => written(text)),
            more: { ...limit.more, gains: limit.more.gains.map((text) => written(text)) },
          },
        }
      : {}),
  } as Procedure
}

const same = (a: object, b: object) => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b))
/** Keys in one order, so that two documents compare by what they say. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sorted(inner)]),
  )
}

/** A procedure that was stored in English, with the request it was made from. */
export function codedProcedure(
  worded: ProcedureInWords,
  stored: ProcedureRequest,
): { request: ProcedureRequest; procedure: Procedure } {
  const kept = (stored.kept as unknown as StepInWords[] | undefined)?.map((step) =>
    codedStep(step, stored.checkIn.vehicle.body.rows.length),
  )
  const request = kept ? { ...stored, kept } : stored
  try {
    const made = reviewProcedure(request, catalogue)
    const again = worded.limit ? { ...made, limit: asItWasWritten(worded, request).limit! } : made
    if (same(speak.procedure(again), worded)) return { request, procedure: again }
  } catch {
    // The catalogue does not know what it was made from any more.
  }
  return { request, procedure: asItWasWritten(worded, request) }
}

type WordedPlan = Omit<PlanAnswer, 'unscheduled' | 'warnings'> & {
  unscheduled: { activity: string; code: PlanAnswer['unscheduled'][number]['code']; reason: string }[]
  warnings: { code: string; message: string; activities: string[] }[]
}
export const codedPlan = (answer: WordedPlan): PlanAnswer => ({
  ...answer,
  unscheduled: answer.unscheduled.map((u) => ({ ...u, reason: written(u.reason) })),
  warnings: answer.warnings.map(({ message, ...w }) => ({ ...w, said: written(message) })),
})

type WordedMix = Omit<Mix, 'steps' | 'warnings'> & { steps: string[]; warnings: { code: string; message: string }[] }
export const codedMix = (mix: WordedMix): Mix => ({
  ...mix,
  steps: mix.steps.map((text) => written(text)),
  warnings: mix.warnings.map(({ message }) => written(message)),
})

/** Rewrites every row that was stored in words, and writes down what finished steps took. */
export async function codeStoredWords(db: Transaction): Promise<void> {
  for (const { job, version } of await db
    .select({ job: procedures.job, version: procedures.version })
    .from(procedures)) {
    const here = and(eq(procedures.job, job), eq(procedures.version, version))
    const [row] = await db.select().from(procedures).where(here)
    await db
      .update(procedures)
      .set(codedProcedure(row!.procedure as unknown as ProcedureInWords, row!.request))
      .where(here)
  }
  for (const row of await db.select({ shop: plans.shop, day: plans.day, answer: plans.answer }).from(plans))
    await db
      .update(plans)
      .set({ answer: codedPlan(row.answer as unknown as WordedPlan) })
      .where(and(eq(plans.shop, row.shop), eq(plans.day, row.day)))
  for (const row of await db.select({ id: batches.id, mix: batches.mix }).from(batches))
    await db
      .update(batches)
      .set({ mix: codedMix(row.mix as unknown as WordedMix) })
      .where(eq(batches.id, row.id))
  await writeTimings(db)
}

async function writeTimings(db: Transaction): Promise<void> {
  const newest = new Map<string, number>()
  for (const { job, version } of await db.select({ job: procedures.job, version: procedures.version }).from(procedures))
    newest.set(job, Math.max(newest.get(job) ?? 0, version))
  for (const [job, version] of newest) {
    const [issued] = await db
      .select()
      .from(procedures)
      .where(and(eq(procedures.job, job), eq(procedures.version, version)))
    const ledger = await db.select().from(events).where(eq(events.job, job)).orderBy(events.position)
    const said = ledger.map(({ offline, ...e }) => ({
      ...e,
      ...(offline ? { offline } : {}),
    })) as unknown as WorkEvent[]
    for (const t of timingsOf(said, issued!.procedure, issued!.request.rates))
      await db
        .update(events)
        .set({ timedTreatment: t.treatment, timedBook: t.book, timedTook: t.took, timedPeople: t.people })
        .where(and(eq(events.job, job), eq(events.position, t.position)))
  }
}
