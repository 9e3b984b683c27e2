import { Button } from 'antd'
import type { FiguresView } from '#server/records/views.ts'
import { useShop, useWriteOwn } from '#web/client/shop.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/figures.ts'

/** Takes over, for what is told from now on, the chances that these records have; or goes back to the catalogue's. */
export function OwnChances({ stains }: { stains: FiguresView['figures']['stains']['stain'] }) {
  const shop = useShop()
  const write = useWriteOwn()
  const seen = Object.values(shop.data?.own.chances ?? {}).reduce((sum, c) => sum + c.of, 0)
  const take = () =>
    write.mutate((own) => ({
      ...own,
      chances: Object.fromEntries(
        stains.map(({ key, shift, of }) => [key, { shift: Math.min(6, Math.max(-6, shift)), of }]),
      ),
    }))
  const drop = () => write.mutate(({ chances: _before, ...own }) => own)
  return (
    <div className="stack close">
      <p className="lead-line">{seen > 0 ? words.own.holds(seen) : words.own.none}</p>
      <div className="row">
        <Button loading={write.isPending} onClick={take}>
          {words.own.take(stains.reduce((sum, s) => sum + s.of, 0))}
        </Button>
        {seen > 0 && <Button onClick={drop}>{words.own.drop}</Button>}
      </div>
      {write.error && <ErrorNotice error={write.error} />}
    </div>
  )
}
