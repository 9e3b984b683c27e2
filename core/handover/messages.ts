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
  'failed-check': { place: string; function?: string; note: string }
}
export type Remains = MessageOf<RemainsMessages>
export const remains = saying<RemainsMessages>()
