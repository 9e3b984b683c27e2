import { type MessageOf, type None, saying } from '#core/message/message.ts'

/** Why an activity is not planned. Ids are the request's own. */
export interface ObstacleMessages {
  'machines-short': { activity: string; equipment: string; count: number }
  'machine-elsewhere': { activity: string; equipment: string; site: string }
  'nobody-holds': { skills: string[] }
  nobody: None
  'people-short': { activity: string; crew: number; skills: string[]; able: number }
  'crew-limited': { activity: string; crew: number; job: string; limit: number }
  'no-shift-long-enough': { activity: string; minutes: number; longest: number }
  'follower-unplaced': { follower: string }
  'waits-for': { activity: string }
  'no-start': None
  'no-room': None
}
export type ObstacleSaid = MessageOf<ObstacleMessages>
export const obstacleSaid = saying<ObstacleMessages>()

/** A rule of the contract that placements break. Times are minutes from the request's origin. */
export interface ViolationMessages {
  'too-early': { activity: string; start: number; earliest: number }
  crew: { activity: string; needs: number; has: number }
  skill: { person: string; lacks: string[]; activity: string }
  shift: { activity: string; start: number; end: number; person: string }
  travel: { person: string; activity: string; start: number }
  site: { equipment: string; activity: string }
  order: { activity: string; start: number; after: string; earliest: number }
  'max-lag': { activity: string; start: number; after: string; latest: number }
  zone: { one: string; other: string; zone: string }
  person: { person: string; one: string; other: string; way: boolean }
  equipment: { at: number; used: number; equipment: string; count: number }
  'equipment-out': { equipment: string; activity: string }
  'crew-limit': { at: number; people: number; job: string; limit: number }
}
export type ViolationSaid = MessageOf<ViolationMessages>
export const violationSaid = saying<ViolationMessages>()
