import { useMutation, useQuery } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { get, post } from '#web/client/http.ts'

export const useJobRecord = (id: string) =>
  useQuery({
    queryKey: ['jobs', id, 'record'],
    queryFn: ({ signal }) => get('/api/jobs/:id/record', { params: { id }, signal }),
  })

/** Opens the job that makes another good; the car is here now. @returns its id */
export const useBringBack = (reworkOf: string) =>
  useMutation({
    mutationFn: async (checkIn: CheckIn) => {
      const id = uuidv7()
      await post('/api/jobs', { body: { id, checkIn, arrives: new Date().toISOString(), due: null, reworkOf } })
      return id
    },
  })
