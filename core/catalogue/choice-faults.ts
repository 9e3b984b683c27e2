import type { Fault } from '#core/units/fault.ts'
import type { Catalogue } from './catalogue.ts'

/** House rules and choices that the catalogue does not have. @param pointer where the choices stand */
export const choiceFaults = (
  choices: Readonly<Record<string, string>>,
  { houseRules }: Pick<Catalogue, 'houseRules'>,
  pointer: string,
): Fault[] =>
  Object.entries(choices)
    .filter(([id, choice]) => !houseRules.find((r) => r.id === id)?.choices.some((c) => c.id === choice))
    .map(([id, choice]) => ({
      pointer: `${pointer}/${id}`,
      message: `No house rule "${id}" with the choice "${choice}".`,
    }))
