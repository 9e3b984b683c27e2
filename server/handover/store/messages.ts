import { desc, eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { jobs, messages, people } from '#server/database/schema.ts'
import { isDuplicate } from '#server/database/transaction.ts'
import type { MessageView } from '#server/handover/views.ts'
import type { Scope } from '#server/http/scope.ts'
import { jobOf } from '#server/jobs/jobs.ts'

/** Messages that are shown. */
const most = 200

/** What was sent, the latest first. */
export const messagesOf = (db: Database, scope: Scope): Promise<MessageView[]> =>
  db
    .select({
      id: messages.id,
      job: messages.job,
      callSign: jobs.callSign,
      to: messages.to,
      text: messages.text,
      by: people.name,
      at: messages.at,
    })
    .from(messages)
    .innerJoin(jobs, eq(jobs.id, messages.job))
    .innerJoin(people, eq(people.id, messages.by))
    .where(eq(messages.shop, scope.shop))
    .orderBy(desc(messages.at), desc(messages.id))
    .limit(most)

/**
 * Sends a message to a customer: the stand-in only writes it down where the outbox shows it. Whatever sends for real takes this function's
 * place. The same id twice is one message.
 */
export async function sendMessage(
  db: Database,
  scope: Scope,
  jobId: string,
  { id, to, text }: { id: string; to: string; text: string },
  now: string,
): Promise<MessageView> {
  const { callSign } = await jobOf(db, scope, jobId)
  try {
    await db.insert(messages).values({ id, shop: scope.shop, job: jobId, to, text, by: scope.person, at: now })
  } catch (error) {
    if (!isDuplicate(error)) throw error
  }
  return { id, job: jobId, callSign, to, text, by: scope.name, at: now }
}
