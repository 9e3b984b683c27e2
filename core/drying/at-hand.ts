import type { AirSetting } from '#core/catalogue/air.ts'

/** What a car and its shop have that a way of drying may ask for. */
export interface Means {
  has(machine: string): boolean
  permissions: Readonly<Record<string, boolean | null>>
}

/** What a way of drying asks for that is not to be had; undefined where it is. */
export function airMissing(
  { equipment, permission }: AirSetting,
  { has, permissions }: Means,
): 'equipment' | 'permission' | undefined {
  if (equipment !== undefined && !has(equipment)) return 'equipment'
  return permission !== undefined && permissions[permission] !== true ? 'permission' : undefined
}

/** The air where nobody chose one: doors and a blower where there is one, else doors. */
export function airAtHand<A extends AirSetting>(airs: readonly A[], means: Means): A {
  const of = (id: string) => airs.find((a) => a.id === id)!
  const blower = of('blower')
  return airMissing(blower, means) ? of('doors') : blower
}

/** How a car stands from its wetting on: an air that somebody has to stay with gives way to what is at hand. */
export const airsInTurn = <A extends AirSetting>(air: A, after: A): { from: number; air: A }[] => [
  { from: 0, air },
  ...(air.attended === undefined ? [] : [{ from: air.attended, air: after }]),
]
