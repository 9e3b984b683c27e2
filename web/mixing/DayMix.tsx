import { Button } from 'antd'
import { Link } from 'react-router'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/mixing.ts'
import { speak } from '#words/en/speak.ts'
import { useDayMix } from './api.ts'

const nameOf = (product: string) => speak.names.of('products', product).name

/** Which bottles to fill for what is booked, what is ready, what to buy: the list for the bench and the van. */
export function DayMix() {
  const day = useDayMix()
  if (day.isPending) return <Fetching lines={4} />
  if (day.isLoadingError) return <ErrorNotice error={day.error} onRetry={() => void day.refetch()} />
  const { fills, ready, without, concentrate, margin } = day.data
  return (
    <section className="card day-mix" aria-labelledby="day-mix">
      <div className="row spread">
        <h2 id="day-mix">{words.dayTitle}</h2>
        <Button className="no-print" onClick={() => window.print()}>
          {words.printDay}
        </Button>
      </div>
      <p className="soft">{words.margin(margin)}</p>
      <ul className="plain rows">
        {fills.map((f) => (
          <li key={f.container}>
            <span>
              <strong>{f.containerName}</strong>: {nameOf(f.product)} {sayRatio(f.ratio)}
              {words.fillIt(f.fills)}
              {f.rinse && <span className="tag"> {words.rinseFirst}</span>}
            </span>
            <span>
              {sayVolume(f.ml)} <span className="soft">with {sayVolume(f.concentrate)} of concentrate</span>{' '}
              <Link
                className="no-print"
                to={`/mixing?product=${f.product}&ratio=${f.ratio.concentrate}:${f.ratio.water}`}
              >
                {words.parts.bench}
              </Link>
            </span>
          </li>
        ))}
      </ul>
      {ready.length > 0 && (
        <>
          <h3>{words.inDate}</h3>
          <ul className="plain rows">
            {ready.map((r) => (
              <li key={r.container}>
                <span>
                  <strong>{r.containerName}</strong>: {nameOf(r.product)} {sayRatio(r.ratio)}
                </span>
                <span>{sayVolume(r.ml)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {without.length > 0 && (
        <div className="caution">
          {words.without}:{' '}
          {without.map((w) => `${nameOf(w.product)} ${sayRatio(w.ratio)}, ${sayVolume(w.ml)}`).join('; ')}.
        </div>
      )}
      <h3>{words.buy}</h3>
      <table className="amounts">
        <thead>
          <tr>
            <th scope="col">{words.product}</th>
            <th scope="col">{words.needed}</th>
            <th scope="col">{words.onShelf}</th>
            <th scope="col">{words.toBuy}</th>
          </tr>
        </thead>
        <tbody>
          {concentrate.map((c) => (
            <tr key={c.product}>
              <th scope="row">{nameOf(c.product)}</th>
              <td>{sayVolume(c.needed)}</td>
              <td>{sayVolume(c.onShelf)}</td>
              <td>{c.buy > 0 ? <strong>{sayVolume(c.buy)}</strong> : '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
