import type { MixRequest } from '#core/mixing/schema.ts'
import type { Product } from './schema.ts'

/** The end of a purpose's name where a label has a strength of its own for what a machine draws. */
export const drawnPurpose = ':machine'

/** How a product is mixed, as the mixing engine asks for it. @param order the house's choice of the rule "mixing order" */
export const wayOf = (
  { waterFirst, foams, hazard }: Product,
  order?: string,
): Pick<MixRequest, 'water_first' | 'foams' | 'role'> => ({
  // A label that says water first has no choice; else the house may want it for every product.
  water_first: waterFirst || order === 'water-first',
  foams,
  ...(hazard ? { role: hazard } : {}),
})
