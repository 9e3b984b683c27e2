import { isOpen } from '#core/shop/week.ts'
import { dayIn, minuteOf } from '#core/units/shop-time.ts'
import { useSignedIn } from '#web/client/session.ts'
import { useShop } from '#web/client/shop.ts'
import { saidAt, useNow } from '#web/shell/clock.ts'
import { words } from '#words/en/screens/check-in.ts'

/** When that would be, on the shop's clock, and whether anybody is there then. */
export function Promised({ hours }: { hours: number | undefined }) {
  const zone = useSignedIn().timeZone
  const opens = useShop().data?.about?.opens
  const now = useNow(30_000)
  if (!hours) return null
  const at = new Date(now + hours * 3_600_000).toISOString()
  const day = dayIn(zone, at)
  const shut = opens && !isOpen(opens, day, minuteOf(zone, day, at))
  return (
    <p className={shut ? 'caution' : 'soft'} role="status">
      {words.readyAt(saidAt(zone, at))} {shut && words.shutThen}
    </p>
  )
}
