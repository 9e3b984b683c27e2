import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { Condition } from '#core/condition/schema.ts'
import { mended } from '#core/procedures/edit/findings.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import { closingStages } from './closing.ts'
import type { Finding, Procedure, ProcedureRequest } from './schema.ts'

/** What has changed since a procedure was issued. */
export interface Change {
  /** Surfaces as they are found to be now; the others stay as they were. */
  condition?: Condition
  /** The check-in with what was found since; `condition` goes over it. */
  checkIn?: CheckIn
  /** The rule of a finding that stops: it stands, also where an earlier one of its kind was cleared. */
  found?: string
  /** A stop step that somebody who may has cleared. */
  cleared?: string
  /** Surfaces that failed when judged dry. */
  failed?: readonly string[]
  /** They were clean and came back as they dried, instead of not having come clean. */
  wicked?: boolean
}

const isOf = (stop: string, rule: string) => stop === `stop:${rule}` || stop.startsWith(`stop:${rule}:`)

/**
 * The request of the next version: what is over or under way stays as it was, the rest is made anew from the changed condition.
 * A passive step whose wetting is over has begun by itself and stays as well.
 * What closes the job (judging, refit, final check) is kept only when it is over: under way, it waits for what comes new before it.
 * @param over ids of steps that are finished or skipped
 * @param underWay ids of steps that are paused or being worked on
 */
export function revisedRequest(
  request: ProcedureRequest,
  procedure: Procedure,
  over: ReadonlySet<string>,
  { checkIn = request.checkIn, condition = {}, failed = [], wicked = false, cleared, found }: Change,
  underWay: ReadonlySet<string> = new Set(),
): ProcedureRequest {
  const touched = (id: string) => over.has(id) || underWay.has(id)
  const begun = (step: Procedure['steps'][number]) => {
    const before = procedure.links.filter((l) => l.to === step.id)
    return step.crew === 0 && before.length > 0 && before.every((l) => touched(l.from))
  }
  const stands = (step: Procedure['steps'][number]) =>
    closingStages.has(step.stage) ? over.has(step.id) : touched(step.id)
  const kept = procedure.steps
    .filter((s) => stands(s) || s.kept || s.id === cleared || begun(s))
    .map((s) => ({ ...s, kept: true as const }))
  const field = wicked ? 'wicked' : 'retries'
  const counted = { ...request[field] }
  for (const id of failed) counted[id] = (counted[id] ?? 0) + 1
  return {
    ...request,
    checkIn: { ...checkIn, condition: { ...checkIn.condition, ...condition } },
    kept,
    [field]: counted,
    cleared: [
      ...(request.cleared ?? []).filter((id) => found === undefined || !isOf(id, found)),
      // A second finding of a kind stands beside the first one's step under a number.
      ...(cleared === undefined ? [] : [cleared.replace(/\+\d+$/, '')]),
    ],
  }
}

/**
 * The procedure of a revised request. What a lead had set by hand and what is now found may contradict each other: edits that have become
 * forbidden are taken back, because what was seen has to be written down in any case.
 * @returns the request without them, its procedure, and what was said of each
 */
export function revisedProcedure(
  request: ProcedureRequest,
  catalogue: Catalogue,
): { request: ProcedureRequest; procedure: Procedure; takenBack: Finding[] } {
  const takenBack: Finding[] = []
  let now = request
  for (;;) {
    const procedure = reviewProcedure(now, catalogue)
    const finding = procedure.findings.find((f) => f.grade === 'forbidden' && f.edit !== null)
    if (!finding) return { request: now, procedure, takenBack }
    takenBack.push(finding)
    // Taken back whole, not mended: nobody is there to look at another place for it.
    now = { ...now, edits: mended(now.edits!, { ...finding, fix: { ...finding.fix!, edit: null } }) }
  }
}
