import { Catalogue } from '#core/catalogue/catalogue.ts'
import { wires } from '#server/http/wire.ts'

export const catalogueWires = wires({
  'GET /api/catalogue': {
    allow: 'catalogue.see',
    answer: Catalogue,
  },
})
