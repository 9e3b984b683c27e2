import { wires } from '#server/http/wire.ts'

export const exportWires = wires({
  // The whole shop as JSON lines (docs/schemas/shop-line.json), its people's PINs as hashes among them.
  'GET /api/shop/export': {
    allow: 'shop.write',
    file: ['application/x-ndjson'],
  },
})
