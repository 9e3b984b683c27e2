import { type MessageOf, type None, saying } from '#core/message/message.ts'

/** Why a product may not go into a vessel. */
export interface VesselReasons {
  chlorine: None
  swells: None
  'unknown-remnant': None
  /** The two that never meet, by the catalogue's pair. */
  'never-mix': { pair: string }
  'other-product': { product: string }
}
export type VesselReason = MessageOf<VesselReasons>
export const vesselReason = saying<VesselReasons>()
