import type { QueryClient } from '@tanstack/react-query'
import { get } from './http.ts'
import { sessionQuery } from './session.ts'

/**
 * Asks for what the first screen needs before anything is drawn, so that on a slow line the questions travel while scripts are read.
 * The queries are those of the screens; they find their answers there.
 */
export async function headStart(client: QueryClient, path: string): Promise<void> {
  if (path === '/') void import('#web/day/DayScreen.tsx')
  const session = await client.fetchQuery(sessionQuery).catch(() => null)
  if (!session || path !== '/') return
  for (const name of ['day', 'plan'])
    void client.prefetchQuery({ queryKey: [name], queryFn: () => get(`/api/${name}`) })
}
