import { jobOf } from '#core/procedures/activities.ts'
import type { Speaker } from '#words/speaker.ts'
import { type LaneBlock, type LaneState, noWait } from './LaneBox.tsx'
import type { Flag, Thread } from './Lanes.tsx'
import type { Plan } from './plan.ts'

/** What a stage is called in a block, where it is not called as it is named. */
const stageWords: Record<string, string> = {
  receive: 'walk round',
  clear: 'clear out',
  seats: 'seats wet',
  floor: 'floor wet',
  lift: 'lift solids',
  fluids: 'body fluids',
  'stop-first': 'stop',
  'dry-out': 'drying',
  odour: 'smell',
  purge: 'ducts',
  'final-vacuum': 'last vacuum',
  'seats-out': 'seats out',
  'seats-in': 'seats in',
  shut: 'doors shut',
  'put-away': 'put away',
  final: 'final check',
  'hand-over': 'hand over',
}

/** One person's stay on one car: everything they do there without going away. */
export interface Spell extends LaneBlock {
  activities: string[]
}

/** Minutes that somebody may wait at a car, for a machine or for what dwells, and still be there: past a quarter of an hour they are free. */
const mostWait = 15

/** Whether somebody is still at a car between two steps there: not when they went for their break. */
const stayedBetween = (person: Plan['people'][number], end: number, start: number) =>
  start - end <= mostWait && !(person.hours ?? []).some(([, until]) => until >= end && until < start)

const stateAt = (start: number, end: number, now: number): LaneState =>
  end <= now ? 'done' : start <= now ? 'running' : 'ahead'

/** What several parts come to: under way while some are over and some are not. */
const together = (states: readonly LaneState[]): LaneState =>
  states.every((s) => s === 'done') ? 'done' : states.every((s) => s === 'ahead') ? 'ahead' : 'running'

/** Joins a person's consecutive steps on the same car into stays, with what they do there as segments, named by their stages. */
export function spellsOf(plan: Plan, now: number): Spell[] {
  const spells: Spell[] = []
  // A fresh plan warns only of what already happened; what a hand broke is worth a mark.
  const warned = new Set(plan.changed ? plan.answer.warnings.flatMap((w) => w.activities) : [])
  const jobs = new Map(plan.jobs.map((j) => [j.id, j]))
  for (const person of plan.people) {
    let open: Spell | undefined
    for (const a of plan.assignments) {
      const step = plan.steps[a.activity]
      if (!a.technicians.includes(person.id) || !step) continue
      const job = jobs.get(jobOf(a.activity))!
      const segment = {
        start: a.start,
        end: a.end,
        word: stageWords[step.stage] ?? step.stage,
        state: stateAt(a.start, a.end, now),
      }
      const last = open?.segments.at(-1)
      if (!open || open.callSign !== job.callSign || !stayedBetween(person, open.end, a.start)) {
        open = {
          id: `${person.id} ${a.activity}`,
          row: person.id,
          start: a.start,
          end: a.end,
          segments: [segment],
          callSign: job.callSign,
          colour: job.colour,
          state: segment.state,
          activities: [a.activity],
          warned: warned.has(a.activity),
          ...(step.kept ? { kept: true } : {}),
        }
        spells.push(open)
        continue
      }
      open.end = a.end
      open.activities.push(a.activity)
      open.warned ||= warned.has(a.activity)
      if (step.kept) open.kept = true
      const goesOn = last && last.word === segment.word && last.state === segment.state && a.start - last.end <= noWait
      if (goesOn) last.end = a.end
      else open.segments.push(segment)
      open.state = together(open.segments.map((s) => s.state))
    }
  }
  return spells
}

/** Where it dries; what else passes by itself is called as it is. */
const dryingPlace = (title: Plan['steps'][string]['title'], speak: Speaker) =>
  title.code === 'dry-out'
    ? `${speak.group(title.facts.group, title.facts.rows)} drying`
    : speak.title(title).toLowerCase()

/** Drying and soaking under way or about to begin, up to `until`. */
export function threadsOf(plan: Plan, speak: Speaker | undefined, until = Number.POSITIVE_INFINITY): Thread[] {
  const jobs = new Map(plan.jobs.map((j) => [j.id, j]))
  return plan.assignments.flatMap((a) => {
    const step = plan.steps[a.activity]
    if (!step || step.by || a.end <= plan.now || a.start > until) return []
    const job = jobs.get(jobOf(a.activity))!
    return [
      {
        id: a.activity,
        start: a.start,
        end: a.end,
        text: speak ? `${job.callSign} ${dryingPlace(step.title, speak)}` : job.callSign,
        colour: job.colour,
      },
    ]
  })
}

/** What was promised, with the odds where they are known. */
export const flagsOf = (plan: Plan, say: (job: Plan['jobs'][number]) => string = (j) => j.callSign): Flag[] =>
  plan.jobs
    .filter((j) => j.due !== null && plan.assignments.some((a) => a.activity.startsWith(`${j.id}/`)))
    .map((j) => ({ id: j.id, at: j.due!, text: say(j), colour: j.colour }))
