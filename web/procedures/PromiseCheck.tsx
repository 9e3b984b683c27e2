import { Button } from 'antd'
import type { Way } from '#core/procedures/limit/promise.ts'
import { useSignedIn } from '#web/client/session.ts'
import { clockIn, saidAt } from '#web/shell/clock.ts'
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

const wets = ({ rung = 0 }: Way) => rung > 1
const keyOf = (way: Way) => [way.finish, way.crew, way.air, way.rungs && (wets(way) ? 'damp' : 'dry')].join(' ')

/** A promise that the car as planned does not keep, said before it is issued, with what would keep it. */
export function PromiseCheck({ late, due, begins, catalogue, onWay }: Props) {
  const zone = useSignedIn().timeZone
  const readyAt = (clock: number) => saidAt(zone, begins + clock * 60_000)
  const nameOf = (finish: string) => catalogue.finishes.find((f) => f.id === finish)?.name ?? finish
  const said = (way: Way) => {
    const ready = readyAt(way.clock)
    const costs = words.costs(way.costs ?? 0)
    const air = way.air && catalogue.airs.find((a) => a.id === way.air)?.name
    if (way.rungs) return words.drierWay(way.surfaces ?? 0, wets(way), air, ready, costs)
    if (air) return words.dryWay(air, ready, costs)
    return words.way(nameOf(way.finish), way.crew, ready)
  }
  return (
    <section className="told stack close no-print" role="alert" aria-label={words.promise}>
      <span>
        <strong>{words.tooLate(clockIn(zone, due), readyAt(late.clock))}</strong> {words.begun(clockIn(zone, begins))}
      </span>
      {late.ways.length > 0 ? (
        <span className="row ways">
          {words.wouldMeet}
          {late.ways.map((way) => (
            <Button key={keyOf(way)} onClick={() => onWay(way)}>
              {said(way)}
            </Button>
          ))}
        </span>
      ) : (
        <span>{words.nothingMeets}</span>
      )}
    </section>
  )
}
