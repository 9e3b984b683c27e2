import type { Body, Surface } from '#core/cabin/schema.ts'
import { title } from '#core/procedures/messages.ts'
import type { Draft } from './steps.ts'

/**
 * Steps called by their group that leave out a place of it say which they are in: the driver's seat alone is not "front seats", and a brush on one
 * of the left doors and a pad on the other would read like two rounds of the same.
 * @param body whose places they are
 * @param surfaces of that body: carpet and the gaps beside it are not two places of one work
 */
export function namedApart(steps: readonly Draft[], { driverSide, rows }: Body, surfaces: readonly Surface[]): Draft[] {
  const groupOf = new Map(surfaces.map((s) => [s.id, s.group]))
  /** Whether what it is done to is in another place of its group too. */
  const isPart = ({ surfaces: worked, zoneGroup, at }: Draft) => {
    const groups = new Set(worked.map((id) => groupOf.get(id)))
    return surfaces.some((s) => s.zoneGroup === zoneGroup && groups.has(s.group) && !at.includes(s.zone))
  }
  return steps.map((step) => {
    const { title: of, at } = step
    if (step.kept || of.code !== 'treatment' || of.facts.group === undefined || !isPart(step)) return step
    return { ...step, title: title('in-places', { of, zones: [...at], driver: driverSide, rows: rows.length }) }
  })
}
