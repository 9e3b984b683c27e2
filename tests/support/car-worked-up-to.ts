import type { APIRequestContext } from 'playwright-core'
import { v7 as uuidv7 } from 'uuid'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { carA } from '../fixtures/cars.ts'
import { intent } from './intent.ts'

interface Wanted {
  plate: string
  condition?: Record<string, SurfaceCondition>
  /** Every step before the first of which this holds is passed over. */
  upTo(step: Step): boolean
}

/** A small car that was taken in, its procedure issued and worked up to a step. @returns its job, that step and the procedure */
export async function carWorkedUpTo(request: APIRequestContext, base: string, { plate, condition, upTo }: Wanted) {
  const post = async (path: string, data?: object) => {
    const answer = await request.post(base + path, { data, headers: { origin: base } })
    if (!answer.ok() && answer.status() !== 409) throw new Error(`${path}: ${answer.status()} ${await answer.text()}`)
    return answer
  }
  const id = uuidv7()
  const { checkIn } = carA()
  checkIn.vehicle.plate = plate
  Object.assign(checkIn.condition, condition)
  await post('/api/jobs', { id, checkIn, arrives: new Date().toISOString(), due: null })
  const { procedure } = (await (await post(`/api/jobs/${id}/procedure`)).json()) as { procedure: Procedure }
  const at = procedure.steps.findIndex(upTo)
  if (at < 0) throw new Error('No such step.')
  for (const { id: step } of procedure.steps.slice(0, at))
    await post(`/api/jobs/${id}/events`, intent('step-skipped', { step, reason: 'not part of what is shown' }))
  return { id, step: procedure.steps[at]!, procedure }
}
