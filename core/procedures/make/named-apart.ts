import type { Body, Surface } from '#core/cabin/schema.ts'
import { title } from '#core/procedures/messages.ts'
import type { Draft } from './steps.ts'

const overlap = (one: readonly string[], other: readonly string[]) => one.some((zone) => other.includes(zone))

/**
 * Steps called by their group though each is in other places of it say which: a brush on one of the left doors and a pad on the other would read
 * like two rounds of the same.
 * @param body whose places they are
 * @param surfaces of that body: carpet and the gaps beside it are not two places of one work
 */
export function namedApart(steps: readonly Draft[], { driverSide, rows }: Body, surfaces: readonly Surface[]): Draft[] {
  const groupOf = new Map(surfaces.map((s) => [s.id, s.group]))
  const groupsOf = (step: Draft) => step.surfaces.map((id) => groupOf.get(id) ?? id)
  const fresh = steps.filter((s) => !s.kept && s.title.code === 'treatment' && s.title.facts.group !== undefined)
  return steps.map((step) => {
    const isApart =
      fresh.includes(step) &&
      fresh.some((other) => {
        const beside = other !== step && other.zoneGroup === step.zoneGroup && other.stage === step.stage
        return beside && overlap(groupsOf(other), groupsOf(step)) && !overlap(other.at, step.at)
      })
    if (!isApart) return step
    const where = { zones: [...step.at], driver: driverSide, rows: rows.length }
    return { ...step, title: title('in-places', { of: step.title, ...where }) }
  })
}
