import type { SurfaceName } from '#core/cabin/schema.ts'
import type { Ban } from '#core/catalogue/treatment.ts'
import type { Need } from '#core/check-in/needs.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import { type MessageOf, type None, saying } from '#core/message/message.ts'

/** Why something is held by a finding that stops. */
export type HeldBecause =
  | { is: 'specialist' | 'uncleared' }
  | { is: 'untrained'; skill: string }
  | { is: 'waits'; rule: string }
/** What rules a technique out on a surface. */
export type RuledOutBy = { feature: string } | { permission: string } | { damage: string }

/** What a step is called. */
export interface TitleMessages {
  /** A treatment, in its zone group where it does not say so itself. */
  treatment: { treatment: string; group?: string; rows?: number }
  /** `air`: how the car stands meanwhile; not in what was issued before it was chosen. */
  'dry-out': { group: string; rows: number; still: boolean; air?: string }
  'whole-car': { row: string; refused: boolean }
  'set-up': { machine: string }
  'warm-up': { machine: string }
  'put-away': { machines: string[] }
  /** A part of a step that several people share. */
  part: { of: MessageOf<TitleMessages>; zones: string[]; driver: 'left' | 'right'; rows: number }
  /** Only in these places of its group: another step is in the rest of them. */
  'in-places': { of: MessageOf<TitleMessages>; zones: string[]; driver: 'left' | 'right'; rows: number }
  stop: { rule: string; at?: SurfaceName }
  /** Whoever holds the skill looks at what somebody did who learns it. */
  'sign-off': { step: Title }
  /** A step the procedure does not have any more. */
  unnamed: { step: string }
}
export type Title = MessageOf<TitleMessages>
export const title = saying<TitleMessages>()

/** How a step is done: as its treatment says, or as a house rule or something that does not work has it. */
export interface MotionMessages {
  usual: { treatment: string }
  'house-choice': { rule: string; choice: string; treatment: string }
  'not-working': { function: string; treatment: string }
}
export type Motion = MessageOf<MotionMessages>
export const motion = saying<MotionMessages>()

export interface CautionMessages {
  caution: { caution: string }
  'not-working': { function: string; caution: string }
  product: { caution: string }
  /** In the shop's own words. */
  written: { text: string }
  /** An ozone run: mg/h, m³, ppm when it ends, minutes. */
  'ozone-reaches': { generator: number; volume: number; peak: number; minutes: number }
  /** One line of what is done at a stop. */
  stop: { rule: string; line: number }
}
export type CautionSaid = MessageOf<CautionMessages>
export const cautionSaid = saying<CautionMessages>()

/** Why something is not done, or not done so. */
export interface ReasonMessages {
  'forbidden-rule': { treatment: string; rule: string }
  'not-tolerated': { treatment: string; material: string; technique: string }
  'stain-bans': { treatment: string; stain: string }
  'family-never': { treatment: string; family: string; material: string }
  /** On this material, or heat anywhere where none is named. */
  'not-tested': { treatment: string; material?: string }
  'ruled-out': { treatment: string; by: RuledOutBy }
  'over-ceiling': { treatment: string; left: number; ceiling: number; material: string; lowered: boolean }
  'no-machine': { treatment?: string; equipment: string }
  'nobody-holds': { treatment?: string; skill: string }
  /** `on`: the row of the stain's group, −1 where the material has none; left out on cloth and carpet. */
  'stain-left': { stain: string; on?: { group: string; row: number } }
  'nothing-takes-it-out': { treatment: string }
  damage: { damage: string; appeared: boolean; advice: number[]; note: string }
  'wet-when-received': { moisture: NonNullable<SurfaceCondition['moisture']> }
  'gentler-rung': { because: Reason }
  'failed-when-dry': { times: number }
  'no-further-rung': None
  'came-back': { times: number }
  'too-much-water': { treatment: string; ceiling: number }
  'fluid-by-trained': { rule: string }
  held: { rule: string; because: HeldBecause }
  'held-there': { rule: string; because: HeldBecause }
  'car-held': { rule: string; because: HeldBecause }
  'child-seat': None
  'child-seat-there': None
  soaked: None
  'left-out': None
  'loose-alone': None
  'rung-untested': None
  'no-way': { material: string }
  'no-way-there': { material: string }
  'no-vacuum': None
  'heavy-for-specialist': { material: string }
  'heavy-once': { material: string }
  'stain-rules': { stain: string; ban: Ban }
  unreachable: None
  'taken-out': { treatment: string; reason?: string }
  // Of edits
  'edit-of-standard': None
  'changes-nothing': None
  protected: { row: string }
  'drying-stays': None
  'sold-is-done': None
  'came-for': None
  rule: { rule: string }
  'one-rung-at-a-time': None
  'no-place': None
  'rinse-stays': None
  'contact-time': None
  hurried: None
  'label-holds': None
  'order-rules': { rules: string[] }
  sequence: { rule: string }
}
export type Reason = MessageOf<ReasonMessages>
export const reason = saying<ReasonMessages>()

/** What the checker says of an edit. */
export interface FindingMessages {
  'no-such-step': { step: string }
  'edit-no-step': { step: string }
  'move-no-step': None
  'never-dropped': { row: string }
  'wet-dries': None
  'came-for-left': { surfaces: SurfaceName[]; more: number }
  'sold-not-worked': { package: string; surfaces: SurfaceName[]; more: number }
  'waits-for-clearing': { row: string }
  'may-not-be-added': { row: string }
  'cannot-be-done': { row: string }
  'may-not-be-used': { treatment: string }
  'rung-not-here': { surface: SurfaceName }
  'firmer-than-soil': { surface: SurfaceName }
  'no-order': None
  'stays-in': { treatment: string; surface: SurfaceName }
  'not-shortened': { step: Title; minutes: number }
  'half-the-usual': { minutes: number }
  'uses-no-product': { step: Title }
  'never-stronger': { product: string; concentrate: number; water: number }
  /** `more` other pairs are broken by the same rule. */
  'usually-before': { from: Title; to: Title; more: number }
  'comes-before': { from: Title; to: Title }
  'starts-within': { from: Title; to: Title; minutes: number }
  'still-there': { first: Title; next: Title }
}
export type FindingSaid = MessageOf<FindingMessages>
export const findingSaid = saying<FindingMessages>()

/** What mends a finding. */
export interface FixMessages {
  'take-back': { instead?: { rule: string } | { clear: true } }
  'put-after': { step: Title }
}
export type FixSaid = MessageOf<FixMessages>
export const fixSaid = saying<FixMessages>()

/** What holds for the whole car and is said once. */
export interface NoteMessages {
  standard: { name: string; version: number }
  finish: { finish: string }
  'fits-limit': { minutes: number; crew: number }
  /** `extras`: stages that were taken besides. */
  sold: { package: string; extras?: string[] }
  feature: { feature: string }
  'house-choice': { rule: string; choice: string }
  /** `function`: what does not work says it otherwise. */
  refused: { permission: string; function?: string }
  'child-seat-where': None
  smell: { odour: string; level: number; source: string; known: boolean }
  'hazard-not-cleared': None
  need: { need: Need }
  'drying-in': { air: string; temperature: number; humidity: number }
  /** Of what was issued while drying was reckoned patch by patch. */
  'drying-air': None
  'ceiling-alone': None
}
export type Note = MessageOf<NoteMessages>
export const note = saying<NoteMessages>()

/** What a time limit leaves out, and what more time buys, by place. */
export interface PlaceMessages {
  'all-of-it': { group: string; rows: number }
  surfaces: { group: string; rows: number; names: SurfaceName[]; more: number }
  /** Vacuumed, and what stains them stays. */
  'loose-alone': { group: string; rows: number; names: SurfaceName[]; more: number }
  gains: { group: string; rows: number; fresh: number; further: number }
}
export type PlaceSaid = MessageOf<PlaceMessages>
export const placeSaid = saying<PlaceMessages>()

/** What is different about a step that two procedures have. */
export interface ChangeMessages {
  minutes: { from: number; to: number }
  product: { from: { product: string; ml: number } | null; to: { product: string; ml: number } | null }
  on: { from: string; to: string }
  motion: { to: Motion | null }
}
export type ChangeSaid = MessageOf<ChangeMessages>
export const changeSaid = saying<ChangeMessages>()
