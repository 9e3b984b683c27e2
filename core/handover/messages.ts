import type { SurfaceName } from '#core/cabin/schema.ts'
import { type MessageOf, saying } from '#core/message/message.ts'
import type { Reason, Title } from '#core/procedures/messages.ts'

/** What was left, and why. */
export interface RemainsMessages {
  skipped: { step: Title; reason: string }
  residual: { surface: SurfaceName; because: Reason }
  /** Damage that came to light; `at` is the shop's clock. */
  appeared: { surface: SurfaceName | null; id: string; damage: string; at: string; photo: boolean; note: string }
  /** Judged dry and left, with the lead's or the hand's own reason. */
  stays: { surface: SurfaceName | null; id: string; note: string }
  /** Of a car that was taken before it was finished: an area with steps that nobody did, what was still wet, what was found and not cleared. */
  'not-done': { area: string; open: number; of: number }
  'still-wet': { step: Title }
  'found-open': { step: Title }
  'failed-check': { place: string; function?: string; note: string }
}
export type Remains = MessageOf<RemainsMessages>
export const remains = saying<RemainsMessages>()
