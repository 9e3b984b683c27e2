import type { CheckIn } from './check-in.ts'

/**
 * The check-in of a car that comes back for what was not right: the same car, customer and permissions. What it looks like now is taken
 * down anew, and nothing is paid within the shop's period.
 * @param said what is not right, in the customer's words @param free within the period
 */
export function reworkCheckIn(before: CheckIn, said: string, free: boolean): CheckIn {
  const { vehicle, customer, customerId, permissions, asked, needs, childSeats, finish, money } = before
  return {
    vehicle,
    customer,
    ...(customerId ? { customerId } : {}),
    permissions,
    ...(asked ? { asked } : {}),
    ...(needs ? { needs } : {}),
    ...(childSeats ? { childSeats } : {}),
    ...(finish ? { finish } : {}),
    ...(money ? { money: { ...money, price: free ? 0 : null, deposit: null } } : {}),
    condition: {},
    belongings: [],
    cameFor: { words: said, surfaces: [] },
  }
}
