import type { ObstacleMessages, ViolationMessages } from '#core/plan/messages.ts'
import type { WordsOf } from '#words/message.ts'

const and = (list: readonly string[]) => list.join(' and ')
/** Whoever shows a plan may put names in for its ids: `id` is what is quoted. */
export type Called = (id: string) => string

export const obstacles = (id: Called): WordsOf<ObstacleMessages> => ({
  'machines-short': ({ activity, equipment, count }) =>
    `${id(activity)} needs ${id(equipment)}, of which there are ${count}.`,
  'machine-elsewhere': ({ activity, equipment, site }) =>
    `${id(equipment)} stays at ${id(site)}, and ${id(activity)} is elsewhere.`,
  'nobody-holds': ({ skills }) => `Nobody holds ${and(skills)}.`,
  nobody: () => 'There is nobody to do it.',
  'people-short': ({ activity, crew, skills, able }) =>
    `${id(activity)} needs ${crew} people${skills.length > 0 ? ` with ${and(skills)}` : ''}; there are ${able}.`,
  'crew-limited': ({ activity, crew, job, limit }) =>
    `${id(activity)} needs ${crew} people; job ${id(job)} allows ${limit} at a time.`,
  'no-shift-long-enough': ({ activity, minutes, longest }) =>
    `${id(activity)} takes ${minutes} minutes; the longest stretch of a shift left for it is ${longest}.`,
  'follower-unplaced': ({ follower }) =>
    `${id(follower)} must follow within its longest lag and cannot be placed, so this is not begun.`,
  'waits-for': ({ activity }) => `It waits for ${id(activity)}, which cannot be placed.`,
  'no-start': () => 'No start keeps every longest lag of this chain among what else is planned.',
  'no-room': () => 'No room for it among what else is planned, in any order tried.',
})

export const violations = (id: Called, at: (minute: number) => string): WordsOf<ViolationMessages> => ({
  'too-early': ({ activity, start, earliest }) => `${id(activity)} starts at ${at(start)}, before ${at(earliest)}.`,
  crew: ({ activity, needs, has }) => `${id(activity)} needs ${needs} people and has ${has}.`,
  skill: ({ person, lacks, activity }) => `${id(person)} does not hold ${and(lacks)}, which ${id(activity)} needs.`,
  shift: ({ activity, start, end, person }) =>
    `${id(activity)} from ${at(start)} to ${at(end)} is not inside one shift of ${id(person)}.`,
  travel: ({ person, activity, start }) => `${id(person)} cannot reach ${id(activity)} by ${at(start)}.`,
  site: ({ equipment, activity }) => `${id(equipment)} is not where ${id(activity)} is.`,
  order: ({ activity, start, after, earliest }) =>
    `${id(activity)} starts at ${at(start)}; after ${id(after)} it may not before ${at(earliest)}.`,
  'max-lag': ({ activity, start, after, latest }) =>
    `${id(activity)} starts at ${at(start)}; after ${id(after)} it must by ${at(latest)}.`,
  zone: ({ one, other, zone }) => `${id(one)} and ${id(other)} are in ${id(zone)} at the same time.`,
  person: ({ person, one, other, way }) =>
    `${id(person)} would be on ${id(one)} and ${id(other)} at once${way ? ', with the way between them' : ''}.`,
  equipment: ({ at: moment, used, equipment, count }) =>
    `At ${at(moment)} ${used} of ${id(equipment)} would be in use; there are ${count}.`,
  'equipment-out': ({ equipment, activity }) => `${id(equipment)} is out of use during ${id(activity)}.`,
  'crew-limit': ({ at: moment, people, job, limit }) =>
    `At ${at(moment)} ${people} people would be on ${id(job)}; it allows ${limit}.`,
})
