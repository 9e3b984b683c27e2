import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'

/** Litres that a step puts through its machine: what it draws, or what of the water put on it takes up. */
const litresOf = ({ area, applied, left }: Step, draws: boolean) =>
  (area * (draws ? applied : Math.max(0, applied - left))) / 1000

/**
 * Where down the list a machine's tank is emptied and filled again: water through it in litres from area and g/m² applied (1 g is 1 ml).
 * The first filling is its setting up; what an earlier version used is not known and not counted.
 * @param steps in their order
 * @returns the steps with their tank's turns, and by machine the litres and how often it is filled, or emptied where it only takes up
 */
export function tanked(
  steps: readonly Step[],
  { equipment }: Pick<Catalogue, 'equipment'>,
): { steps: Step[]; tanks: NonNullable<Procedure['totals']['tanks']> } {
  const through = new Map<string, number>()
  const listed = steps.map((step): Step => {
    if (step.kept || step.applied === 0) return step
    const machine = step.equipment.find((id) => byId(equipment, id, 'machine').tank)
    if (!machine) return step
    const { litres, draws } = byId(equipment, machine, 'machine').tank!
    const before = through.get(machine) ?? 0
    const after = before + litresOf(step, draws)
    through.set(machine, after)
    // A tank that is just used up is seen to when it is needed again.
    const turns = Math.ceil(after / litres - 1e-9) - Math.max(1, Math.ceil(before / litres - 1e-9))
    return turns > 0 ? { ...step, tank: { machine, turns, draws } } : step
  })
  const tanks = [...through].map(([machine, used]) => {
    const { litres, draws } = byId(equipment, machine, 'machine').tank!
    return { machine, litres: used, tank: litres, draws, fills: Math.max(1, Math.ceil(used / litres - 1e-9)) }
  })
  return { steps: listed, tanks }
}
