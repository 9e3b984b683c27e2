import type { Database } from '#server/database/connection.ts'
import { audit } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'

export type Audited =
  | 'shop-opened'
  | 'device-enrolled'
  | 'device-refused'
  | 'device-revoked'
  | 'signed-in'
  | 'sign-in-failed'
  | 'locked'
  | 'unlocked'
  | 'session-ended'
  | 'person-added'
  | 'role-changed'
  | 'away'
  | 'pin-changed'
  | 'customer-erased'
  | 'house-rules'
  | 'pace'
  | 'person-changed'
  | 'person-left'
  | 'person-returned'
  | 'shop-changed'
  | 'own-changed'
  | 'kit-changed'
  | 'set-up-taken'

/** Writes down who was let in or kept out, and whose rights changed. Secrets never come here. */
export async function note(
  db: Database | Transaction,
  entry: {
    shop: string
    what: Audited
    person?: string | null
    by?: string | null
    device?: string | null
    detail?: string
  },
): Promise<void> {
  await db.insert(audit).values({ detail: '', ...entry, at: new Date().toISOString() })
}
