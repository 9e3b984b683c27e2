import { useQuery } from '@tanstack/react-query'
import { get } from './http.ts'

/** Which products' data sheets are kept here. */
export const useSheets = (enabled = true) =>
  useQuery({ queryKey: ['data-sheets'], queryFn: ({ signal }) => get('/api/mixing/sheets', { signal }), enabled })
