import type { CheckIn } from './check-in.ts'

/** Parts of the talk with the customer that have questions. */
export interface Missing {
  car: number
  asked: number
  tried: number
  told: number
}

/** Whether a function is in this car at all. */
export const isThere = (id: string, { vehicle: { body } }: Pick<CheckIn, 'vehicle'>): boolean =>
  id !== 'sunroof' || body.roof === 'sunroof'

/** Whether a permission is asked for of this car: a child seat only where one is. */
export const isAsked = (id: string, { vehicle: { body } }: Pick<CheckIn, 'vehicle'>): boolean =>
  id !== 'child-seat' || body.features?.includes('child-seat') === true

interface Questions {
  permissions: readonly { id: string }[]
  functions: readonly { id: string }[]
}

/** How many answers are missing, by part of the talk. Keys without a hook are one; nothing is tried where a finding ended the walk-round. */
export function missingAnswers(checkIn: CheckIn, { permissions, functions }: Questions, ended = false): Missing {
  const { received = {}, customer, agreement } = checkIn
  const car = [
    customer.trim() === '',
    received.keys === undefined,
    (received.keys ?? 0) > 0 && !received.hook?.trim(),
    received.mileage === undefined,
    received.fuel === undefined,
    !received.stands?.trim(),
  ]
  return {
    car: car.filter(Boolean).length,
    asked: permissions.filter(({ id }) => isAsked(id, checkIn) && checkIn.permissions[id] == null).length,
    tried: ended ? 0 : functions.filter(({ id }) => isThere(id, checkIn) && !checkIn.functions?.[id]).length,
    told: agreement ? 0 : 1,
  }
}
