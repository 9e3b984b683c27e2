import { eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { choiceFaults } from '#core/catalogue/choice-faults.ts'
import { BadInput } from '#core/units/fault.ts'
import type { Database } from '#server/database/connection.ts'
import { shops } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { note } from '#server/http/audit.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'

/**
 * Keeps the shop's choices. Procedures already issued keep theirs: they were made from a stored request.
 * @throws BadInput for a rule or a choice the catalogue does not have
 */
export async function keepHouseRules(
  db: Database,
  scope: Scope,
  choices: Record<string, string>,
  catalogue: Catalogue,
): Promise<void> {
  const faults = choiceFaults(choices, catalogue, '/choices')
  if (faults.length > 0) throw new BadInput(faults)
  await inTransaction(db, async (tx) => {
    await tx.update(shops).set({ houseRules: choices }).where(eq(shops.id, scope.shop))
    const changed = Object.entries(choices)
      .filter(([id, choice]) => scope.houseRules[id] !== choice)
      .map(([id, choice]) => `${id}: ${choice}`)
    await note(tx, {
      shop: scope.shop,
      what: 'house-rules',
      by: scope.person,
      detail: changed.join(', ').slice(0, 190),
    })
    // A session carries the house rules: every server forgets what it remembers of sessions.
    await announce(tx, { shop: scope.shop, topic: 'people' })
  })
}
