import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { writeShop } from './store/write.ts'
import { exportWires } from './wire.ts'

export const exportRoutes = ({ db, files, log, now }: AppContext): Route[] =>
  routes(exportWires, {
    'GET /api/shop/export': async ({ scope }) => {
      const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>()
      const writer = writable.getWriter()
      const encoder = new TextEncoder()
      writeShop(db, files, scope.shop, now(), (line) => writer.write(encoder.encode(`${JSON.stringify(line)}\n`)))
        .then(() => writer.close())
        .catch((error: unknown) => {
          // What was sent so far has no end: whoever takes it in is told so.
          log.warn({ err: error }, 'a shop’s file was cut short')
          return writer.abort(error).catch(() => undefined)
        })
      return { type: 'application/x-ndjson', bytes: readable, name: `shop-${now().slice(0, 10)}.jsonl` }
    },
  })
