import type { Own } from '#core/shop/schema.ts'
import type { Role } from './roles.ts'

declare const made: unique symbol
/** Who asks, and for which shop. Every store function takes one, and only a session makes one. */
export interface Scope {
  readonly [made]: true
  readonly shop: string
  readonly shopName: string
  readonly timeZone: string
  readonly houseRules: Record<string, string>
  /** What the shop writes over the shipped catalogue, and its version; 0 while it has written nothing. */
  readonly own?: Own
  readonly ownVersion: number
  readonly person: string
  readonly name: string
  readonly role: Role
  readonly session: string
  readonly device: string
}

const hours = 12
export const sessionSeconds = hours * 3600
export const deviceSeconds = 400 * 24 * 3600
export const sessionCookie = 'chamomile_session'
export const deviceCookie = 'chamomile_device'

/** A device that was let in and not sent away again. */
export interface Device {
  id: string
  shop: string
  shopName: string
}
