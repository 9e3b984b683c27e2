import { useQuery } from '@tanstack/react-query'
import { get } from '#web/client/http.ts'

/** Which cars figures are taken over. */
export interface Which {
  from: string
  to: string
  find?: string
  person?: string
}

export const useFigures = (which: Which) =>
  useQuery({
    queryKey: ['records', 'figures', which],
    queryFn: ({ signal }) => get('/api/records/figures', { query: { ...which }, signal }),
    placeholderData: (before) => before,
  })
