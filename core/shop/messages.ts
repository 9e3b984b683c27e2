import { type MessageOf, saying } from '#core/message/message.ts'

/** What can be wrong in what a shop writes over the catalogue. */
export interface OwnFaults {
  unknown: { what: string; id: string }
  'said-twice': { what: string }
  'family-not-for-role': { family: string; role: string }
  'role-needs-family': { family: string; role: string }
  'ph-not-for-role': { ph: string; role: string }
  'above-label': { label: string; maximum: string }
  'barcode-taken': { barcode: string; name: string }
  'other-role': { name: string; role: string }
  'too-far': { minutes: number; usual: number; times: number }
  'too-wet': { grams: number; usual: number; times: number }
  'not-to-be-changed': { treatment: string }
  'too-often': { attempts: number; usual: number }
}
export type OwnFault = MessageOf<OwnFaults>
export const ownFault = saying<OwnFaults>()
