import { jobOf } from '#core/procedures/activities.ts'
import type { Speaker } from '#words/speaker.ts'
import type { LaneBlock } from './LaneBox.tsx'
import type { Flag, Thread } from './Lanes.tsx'
import type { Plan } from './plan.ts'

const stageWords: Record<string, string> = {
  receive: 'walk round',
  clear: 'clear out',
  kit: 'kit',
  mats: 'mats',
  dust: 'dust',
  loosen: 'hair',
  vacuum: 'vacuum',
  overhead: 'overhead',
  seats: 'seats wet',
  floor: 'floor wet',
  jambs: 'jambs',
  hard: 'hard',
  leather: 'leather',
  dress: 'dress',
  screens: 'screens',
  glass: 'glass',
  recheck: 'recheck',
  purge: 'ducts',
  cover: 'cover',
  'final-vacuum': 'last vacuum',
  'seats-out': 'seats out',
  'seats-in': 'seats in',
  refit: 'refit',
  shut: 'doors shut',
  'put-away': 'put away',
  final: 'final check',
  'hand-over': 'hand over',
}

/** A stretch of one person's work on one car: neighbouring steps that would be too narrow to read one by one. */
export interface Spell extends LaneBlock {
  activities: string[]
}

/** What a spell is about: setting a machine up only where that is all of it. */
const wordsFor = (stages: readonly string[]) => [
  stages.join(', '),
  stages.find((s) => s !== stageWords.kit) ?? stages[0]!,
]

/** Joins a person's consecutive steps on the same car into spells, named by their stages. */
export function spellsOf(plan: Plan, now: number): Spell[] {
  const spells: Spell[] = []
  // A fresh plan warns only of what already happened; what a hand broke is worth a mark.
  const warned = new Set(plan.changed ? plan.answer.warnings.flatMap((w) => w.activities) : [])
  const jobs = new Map(plan.jobs.map((j) => [j.id, j]))
  for (const person of plan.people) {
    let open: (Spell & { stages: string[] }) | undefined
    for (const a of plan.assignments) {
      const step = plan.steps[a.activity]
      if (!a.technicians.includes(person.id) || !step) continue
      const job = jobs.get(jobOf(a.activity))!
      const state = a.end <= now ? 'done' : a.start <= now ? 'running' : 'ahead'
      const word = stageWords[step.stage] ?? step.stage
      const flagged = warned.has(a.activity)
      if (
        open &&
        open.callSign === job.callSign &&
        a.start - open.end <= 3 &&
        open.end - open.start < 60 &&
        open.state === state &&
        !open.warned &&
        !flagged
      ) {
        open.end = a.end
        open.activities.push(a.activity)
        if (!open.stages.includes(word)) open.stages.push(word)
        open.words = wordsFor(open.stages)
      } else {
        open = {
          id: `${person.id} ${a.activity}`,
          row: person.id,
          start: a.start,
          end: a.end,
          words: wordsFor([word]),
          callSign: job.callSign,
          colour: job.colour,
          state,
          activities: [a.activity],
          stages: [word],
          warned: flagged,
        }
        spells.push(open)
      }
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

export const flagsOf = (plan: Plan): Flag[] =>
  plan.jobs
    .filter((j) => j.due !== null && plan.assignments.some((a) => a.activity.startsWith(`${j.id}/`)))
    .map((j) => ({ id: j.id, at: j.due!, text: j.callSign, colour: j.colour }))
