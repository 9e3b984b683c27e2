import { useMutation, useQuery } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { get, post } from '#web/client/http.ts'

export const useDrafts = () =>
  useQuery({
    queryKey: ['day'],
    queryFn: ({ signal }) => get('/api/day', { signal }),
    select: (day) => day.jobs.filter((j) => j.state === 'draft'),
  })

export const useOpenJob = () =>
  useMutation({
    mutationFn: (job: { checkIn: CheckIn; arrives: string; due: string | null }) =>
      post('/api/jobs', { body: { id: uuidv7(), ...job } }),
  })
