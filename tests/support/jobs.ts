import { v7 as uuidv7 } from 'uuid'
import { expect } from 'vitest'
import { carA } from '../fixtures/cars.ts'
import type { Caller } from './test-server.ts'

/** What opens a job: car A, come just now. */
export const opening = (due: string | null = null) => ({
  id: uuidv7(),
  checkIn: carA().checkIn,
  arrives: new Date().toISOString(),
  due,
})

/** A draft of car A. */
export async function openJob(by: Caller) {
  const { status, body } = await by.send('POST', '/api/jobs', opening())
  expect(status).toBe(200)
  return body
}

/** Car A checked in, its procedure issued. */
export async function issuedJob(by: Caller, lead: Caller) {
  const job = await openJob(by)
  const { status, body } = await lead.send('POST', `/api/jobs/${job.id}/procedure`)
  expect(status).toBe(200)
  return { id: job.id as string, callSign: job.callSign as string, procedure: body.procedure }
}
