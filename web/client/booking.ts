import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { WayOff } from '#core/check-in/called-off.ts'
import { put } from './http.ts'

interface Said {
  id: string
  version: number
  /** Null: it comes after all. */
  how: WayOff | null
  why: string
}

/** Says that a booked car does not come, or that it comes after all. */
export function useCallOff() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, ...body }: Said) => put('/api/jobs/:id/called-off', { params: { id }, body }),
    onSuccess: (_, { id }) =>
      Promise.all([['week'], ['day'], ['jobs', id]].map((queryKey) => client.invalidateQueries({ queryKey }))),
  })
}
export type CallOff = ReturnType<typeof useCallOff>
