import type { MixRequest } from '#core/mixing/schema.ts'
import type { Product } from './schema.ts'

/** How a product is mixed, as the mixing engine asks for it. */
export const wayOf = ({ waterFirst, foams, hazard }: Product): Pick<MixRequest, 'water_first' | 'foams' | 'role'> => ({
  water_first: waterFirst,
  foams,
  ...(hazard ? { role: hazard } : {}),
})
