import { Button } from 'antd'
import type { Way } from '#core/procedures/limit/promise.ts'
import { useSignedIn } from '#web/client/session.ts'
import { clockIn } from '#web/shell/clock.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import type { Late } from './useLevels.ts'

interface Props {
  late: Late
  due: string
  /** When the work can begin, ms. */
  begins: number
  catalogue: WordedCatalogue
  onWay: (way: Way) => void
}

/** A promise that the car as planned does not keep, said before it is issued, with what would keep it. */
export function PromiseCheck({ late, due, begins, catalogue, onWay }: Props) {
  const zone = useSignedIn().timeZone
  const readyAt = (clock: number) => clockIn(zone, begins + clock * 60_000)
  const nameOf = (finish: string) => catalogue.finishes.find((f) => f.id === finish)?.name ?? finish
  return (
    <section className="told stack close no-print" role="alert" aria-label={words.promise}>
      <span>
        <strong>{words.tooLate(clockIn(zone, due), readyAt(late.clock))}</strong> {words.begun(clockIn(zone, begins))}
      </span>
      {late.ways.length > 0 ? (
        <span className="row">
          {words.wouldMeet}
          {late.ways.map((way) => (
            <Button key={way.finish} onClick={() => onWay(way)}>
              {words.way(nameOf(way.finish), way.crew, readyAt(way.clock))}
            </Button>
          ))}
        </span>
      ) : (
        <span>{words.nothingMeets}</span>
      )}
    </section>
  )
}
