import type { Outside } from '#core/drying/schema.ts'
import type { Activity, Fixed, PlanLink, PlanRequest } from '#core/plan/schema.ts'
import { activityId, toActivities } from '#core/procedures/activities.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { isHeld } from './allow.ts'
import { type Bays, withBays } from './bays.ts'
import { dryMinutes, wettingEnded } from './moisture.ts'
import { isOver, stepState } from './reduce.ts'
import type { WorkState } from './schema.ts'
import { learnersOf, signId, toSign } from './sign-off.ts'
import { inTodaysAir } from './todays-air.ts'

export interface DayJob {
  id: string
  release: number
  due: number | null
  procedure: Procedure
  state: WorkState
}
export interface Day {
  people: { id: string; skills: string[]; shifts: [number, number][] }[]
  equipment: { id: string; count: number }[]
  /** Which of the equipment are places for cars. */
  bays?: Bays
  jobs: DayJob[]
  /** At one car at once. */
  mostPeople: number
  /** Minutes in which somebody's work is signed off who learns it. */
  signOff: number
  /** Minutes that going over to another car takes. */
  goingOver: number
  /** Minutes from the day's origin, with fraction. */
  now: number
  /** Turns a server time into minutes from the same origin. */
  minuteOf(iso: string): number
  /** The air outside today, where somebody knows: what dries takes as long as it does in that. */
  outside?: Outside | undefined
}

interface JobPart {
  activities: Activity[]
  links: PlanLink[]
  fixed: Fixed[]
}

/** Takes a skipped activity out and lets its successors wait for its predecessors instead. */
function without(part: JobPart, id: string): JobPart {
  const before = part.links.filter((l) => l.to === id)
  const after = part.links.filter((l) => l.from === id)
  const bridges = before.flatMap((b) => after.map((a) => ({ from: b.from, to: a.to, minLag: 0 })))
  const kept = part.links.filter((l) => l.from !== id && l.to !== id)
  return {
    ...part,
    activities: part.activities.filter((a) => a.id !== id),
    links: [...kept, ...bridges.filter((b) => !kept.some((l) => l.from === b.from && l.to === b.to))],
  }
}

/** Takes out what is held, and all that waits for it: nobody may begin that before it is cleared, whatever the clock says. */
function withoutHeld(part: JobPart, held: readonly string[]): JobPart {
  const stuck = new Set(held)
  const begun = new Set(part.fixed.map((f) => f.activity))
  // A set grows while it is walked, and is walked to its end.
  for (const id of stuck) for (const link of part.links) if (link.from === id && !begun.has(link.to)) stuck.add(link.to)
  return {
    ...part,
    activities: part.activities.filter((a) => !stuck.has(a.id)),
    links: part.links.filter((l) => !stuck.has(l.from) && !stuck.has(l.to)),
  }
}

/** A skill that only these hold. */
const letTo = (learners: readonly string[]) => `let ${[...learners].sort().join(' ')}`

/** A step that a lead lets somebody do who learns it is theirs, and is signed off by whoever holds its skill before the car is judged. */
function withLearners(part: JobPart, job: DayJob, day: Day): JobPart {
  const closing = job.procedure.steps.filter((s) => s.stage === 'final').map((s) => activityId(job.id, s.id))
  const unsigned = new Set(toSign(job.procedure, job.state))
  const there = new Map(part.activities.map((a) => [a.id, a]))
  const begun = new Set(part.fixed.map((f) => f.activity))
  const here = new Set(day.people.filter((p) => p.shifts.length > 0).map((p) => p.id))
  for (const step of job.procedure.steps) {
    const learners = learnersOf(step, job.state).filter((p) => begun.has(activityId(job.id, step.id)) || here.has(p))
    const id = activityId(job.id, step.id)
    const own = there.get(id)
    if (!own || learners.length === 0) continue
    // Over, and by somebody who holds the skill, or signed off.
    if (isOver(job.state, step.id) && !unsigned.has(step)) continue
    const sign = signId(job.id, step.id)
    part = {
      ...part,
      activities: [
        ...part.activities.map((a) => (a === own && !begun.has(id) ? { ...a, skills: [letTo(learners)] } : a)),
        { id: sign, job: job.id, minutes: day.signOff, crew: 1, skills: step.skills, zones: step.zones },
      ],
      links: [
        ...part.links,
        { from: id, to: sign, minLag: 0 },
        ...closing.filter((c) => there.has(c) && !begun.has(c)).map((to) => ({ from: sign, to, minLag: 0 })),
      ],
    }
  }
  return part
}

/** People with what they are let do. */
function withLet(people: Day['people'], activities: readonly Activity[]): Day['people'] {
  const lets = [...new Set(activities.flatMap((a) => a.skills ?? []))].filter((s) => s.startsWith('let '))
  if (lets.length === 0) return people
  return people.map((p) => ({ ...p, skills: [...p.skills, ...lets.filter((l) => l.split(' ').includes(p.id))] }))
}

function jobPart(issued: DayJob, day: Day, now: number): JobPart {
  const job = { ...issued, procedure: inTodaysAir(issued.procedure, day.outside) }
  let part: JobPart = { ...toActivities(job.id, job.procedure), fixed: [] }
  const held: string[] = []
  const minute = (iso: string | null) => Math.max(0, Math.floor(day.minuteOf(iso!)))
  for (const step of job.procedure.steps) {
    const at = stepState(job.state, step.id)
    const id = activityId(job.id, step.id)
    // Laid down where a finding holds it: planned again when that is cleared.
    const laidDown = at.status === 'waiting' || at.status === 'paused'
    if (at.status === 'skipped') {
      part = without(part, id)
      continue
    }
    if (laidDown && isHeld(step.id, job.procedure, job.state)) {
      held.push(id)
      continue
    }
    if (at.status === 'finished' && step.crew > 0) {
      const start = minute(at.startedAt)
      part.fixed.push({ activity: id, start, end: Math.max(start + 1, minute(at.finishedAt)), technicians: at.by })
    }
    if (at.status === 'running') {
      const start = minute(at.startedAt)
      part.fixed.push({ activity: id, start, end: Math.max(start + step.minutes, now), technicians: [at.runningBy!] })
    }
    if (step.crew === 0) {
      const wetting = job.procedure.links.filter((l) => l.to === step.id).map((l) => stepState(job.state, l.from))
      if (wetting.length === 0 || !wetting.every((w) => w.status === 'finished')) continue
      const since = wettingEnded(step, job.procedure, job.state)!
      const start = minute(since)
      const minutes = Math.max(1, dryMinutes(step, job.procedure, job.state, since))
      part.activities = part.activities.map((a) => (a.id === id ? { ...a, minutes } : a))
      const end = at.status === 'finished' ? Math.max(start + 1, minute(at.finishedAt)) : Math.max(start + minutes, now)
      part.fixed.push({ activity: id, start, end, technicians: [] })
    }
  }
  part = withLearners(part, job, day)
  const ended = new Map(part.fixed.map((f) => [f.activity, f.end!]))
  // A dwell that was overrun is a fact to be told, not a reason to plan nothing: its longest lag no longer binds.
  const links = part.links.map((link) => {
    const end = ended.get(link.from)
    const late = end !== undefined && link.maxLag !== undefined && !ended.has(link.to) && end + link.maxLag < now
    return late ? { from: link.from, to: link.to, minLag: link.minLag ?? 0 } : link
  })
  return withoutHeld({ ...part, links }, held)
}

/** Rounds of search that a day of so many activities gets; a round costs about as much as there are, some seconds in all. */
const fullRounds = { rounds: 240, activities: 420, most: 400 }
const roundsFor = (activities: number): number =>
  Math.max(1, Math.min(fullRounds.most, Math.floor((fullRounds.rounds * fullRounds.activities) / activities)))

/** The crew plan of a day: what is over or under way as facts, the rest to be planned from now on. */
export function dayRequest(day: Day, seed = 1): PlanRequest {
  const now = Math.floor(day.now) + 1
  const parts = day.jobs.map((job) => jobPart(job, day, now))
  const activities = parts.flatMap((p) => p.activities)
  const request: PlanRequest = {
    technicians: withLet(day.people, activities),
    equipment: day.equipment,
    jobs: day.jobs.map((job) => ({
      id: job.id,
      release: job.release,
      ...(job.due === null ? {} : { due: job.due }),
      crewLimit: day.mostPeople,
    })),
    activities,
    links: parts.flatMap((p) => p.links),
    fixed: parts.flatMap((p) => p.fixed),
    goingOver: day.goingOver,
    now: Math.max(0, now),
    seed,
    iterations: roundsFor(activities.length),
  }
  return day.bays ? withBays(request, day.bays, outsideOf(day)) : request
}

const outsideOf = ({ jobs }: Day): Set<string> =>
  new Set(
    jobs.flatMap(({ id, procedure }) =>
      procedure.steps.filter((s) => s.stage === 'outside').map((s) => activityId(id, s.id)),
    ),
  )
