import { type Static, Type } from '@sinclair/typebox'
import { Assignment, type PlanRequest } from './schema.ts'

const Strict = { additionalProperties: false }

/** What somebody moved by hand: it stays with those people, and at that time where one is said, until it is let go. */
export const HandPin = Type.Object(
  {
    activity: Type.String(),
    technicians: Type.Array(Type.String()),
    /** Minutes of the day; null keeps only the people. */
    start: Type.Union([Type.Integer({ minimum: 0 }), Type.Null()]),
    by: Type.String(),
    at: Type.String(),
  },
  Strict,
)
export type HandPin = Static<typeof HandPin>

/** A plan as it was before something changed it. */
export const PlanBefore = Type.Object(
  { assignments: Type.Array(Assignment), pins: Type.Array(HandPin), changed: Type.Boolean() },
  Strict,
)
export type PlanBefore = Static<typeof PlanBefore>

/** Pins of what is still ahead. */
export function standingPins({ activities, fixed = [] }: PlanRequest, pins: readonly HandPin[]): HandPin[] {
  const there = new Set(activities.map((a) => a.id))
  const begun = new Set(fixed.map((f) => f.activity))
  return pins.filter((p) => there.has(p.activity) && !begun.has(p.activity))
}

/**
 * The request with what people have moved by hand: kept people are asked for by a skill that nobody else holds, kept times are pins.
 * A time that is over without a start holds no more; what nobody of those kept may do, or somebody who is not there, is not asked for.
 * @param times whether kept times hold
 */
export function withPins(request: PlanRequest, pins: readonly HandPin[], times = true): PlanRequest {
  const standing = standingPins(request, pins)
  if (standing.length === 0) return request
  const now = request.now ?? 0
  const person = new Map(request.technicians.map((t) => [t.id, t]))
  const activity = new Map(request.activities.map((a) => [a.id, a]))
  const kept = new Map<string, string>()
  for (const pin of standing) {
    const { skill, skills = [], crew = 1 } = activity.get(pin.activity)!
    const asked = skill === undefined ? skills : [...skills, skill]
    const able = pin.technicians.filter((id) => {
      const t = person.get(id)
      return t && asked.every((s) => t.skills?.includes(s)) && t.shifts.some(([, to]) => to > now)
    })
    if (able.length === pin.technicians.length && able.length === crew)
      kept.set(pin.activity, `kept ${[...able].sort().join(' ')}`)
  }
  const holders = new Set(kept.values())
  const at = standing.filter((p) => times && p.start !== null && p.start >= now && kept.has(p.activity))
  return {
    ...request,
    technicians: request.technicians.map((t) => {
      const own = [...holders].filter((h) => h.split(' ').includes(t.id))
      return own.length === 0 ? t : { ...t, skills: [...(t.skills ?? []), ...own] }
    }),
    activities: request.activities.map((a) => {
      const skill = kept.get(a.id)
      return skill === undefined ? a : { ...a, skills: [...(a.skills ?? []), skill] }
    }),
    fixed: [
      ...(request.fixed ?? []),
      ...at.map((p) => ({ activity: p.activity, start: p.start!, technicians: p.technicians })),
    ],
  }
}
