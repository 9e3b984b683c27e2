import type { QueryClient } from '@tanstack/react-query'
import { planQuery } from './plan.ts'
import { sessionQuery } from './session.ts'
import { dayQuery } from './useAtWork.ts'

/**
 * Asks for what the first screen needs before anything is drawn, so that on a slow line the questions travel while scripts are read.
 * The queries are those of the screens; they find their answers there.
 */
export async function prefetchFirst(client: QueryClient, path: string): Promise<void> {
  if (path !== '/') {
    await client.prefetchQuery(sessionQuery)
    return
  }
  const session = client.fetchQuery(sessionQuery).catch(() => null)
  // A device without a session would only be told so twice more.
  if (!document.querySelector('link[rel="preload"][as="fetch"]') && !(await session)) return
  void client.prefetchQuery(dayQuery)
  void client.prefetchQuery(planQuery)
}
