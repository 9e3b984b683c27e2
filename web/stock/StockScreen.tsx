import { Link } from 'react-router'
import type { StockView } from '#server/stock/views.ts'
import { useMay } from '#web/client/session.ts'
import { useCurrency } from '#web/client/shop.ts'
import { CsvFile } from '#web/ui/CsvFile.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { ListTools } from '#web/ui/ListTools.tsx'
import { useListing, type Ways } from '#web/ui/useListing.ts'
import { words } from '#words/en/screens/stock.ts'
import { money, nameOf, say } from './amounts.ts'
import { useStock, useTakeCsv } from './api.ts'
import { LotRow } from './LotRow.tsx'
import { Receive } from './Receive.tsx'
import './stock.css'

/** One thing on the shelf with its lots. */
function ShelfRow({ item, may }: { item: StockView['items'][number]; may: boolean }) {
  const currency = useCurrency()
  return (
    <li>
      <details>
        <summary>
          <span>
            <strong>{nameOf(item)}</strong>
            {item.order && <span className="tag"> {words.orderNow}</span>}
          </span>
          <span>{item.lots.length === 0 ? words.nothing : say(item, item.left)}</span>
          <span>{item.booked > 0 ? say(item, item.booked) : words.nothing}</span>
          <span>{item.reorderAt > 0 ? say(item, item.reorderAt) : words.nothing}</span>
          <span>{money(item.perLitre, currency)}</span>
          <span>{money(item.perVehicle, currency)}</span>
        </summary>
        <ul className="plain lots">
          {item.lots.map((lot) => (
            <LotRow key={`${lot.id} ${lot.left}`} item={item} lot={lot} may={may} />
          ))}
        </ul>
      </details>
    </li>
  )
}

type Item = StockView['items'][number]
const byName = (a: Item, b: Item) => nameOf(a).localeCompare(nameOf(b))
/** How much of what is needed before the next delivery lies here: the least first. */
const cover = ({ left, reorderAt }: Item) => (reorderAt > 0 ? left / reorderAt : Number.POSITIVE_INFINITY)
const ways: Ways<Item> = {
  textOf: (item) => [nameOf(item), ...item.lots.map((lot) => lot.code)].join(' '),
  orders: [
    { id: 'name', label: words.orders.name, compare: byName },
    { id: 'cover', label: words.orders.cover, compare: (a, b) => cover(a) - cover(b) || byName(a, b) },
    { id: 'booked', label: words.orders.booked, compare: (a, b) => b.booked - a.booked || byName(a, b) },
  ],
  filters: [
    { id: 'order', label: words.orderNow, keeps: (item) => item.order },
    { id: 'booked', label: words.wantedOnly, keeps: (item) => item.booked > 0 },
  ],
}

/** The shelf: what is left, what is booked, what to order, what it costs. */
export default function StockScreen() {
  const stock = useStock()
  const may = useMay('stock.write')
  const take = useTakeCsv()
  const listing = useListing(stock.data?.items ?? [], ways)
  if (stock.isPending) return <Fetching lines={5} />
  if (stock.isLoadingError) return <ErrorNotice error={stock.error} onRetry={() => void stock.refetch()} />
  const { items, leadDays } = stock.data
  // What neither lies here nor is wanted would be rows of dashes.
  const kept = listing.shown.filter((i) => i.lots.length > 0 || i.booked > 0)
  const others = listing.shown.filter((i) => !kept.includes(i))
  return (
    <div className="stack">
      <section className="card" aria-labelledby="stock">
        <div className="row spread">
          <h2 id="stock">{words.title}</h2>
          <Link to="/mixing">{words.bench}</Link>
        </div>
        <p className="soft">
          {words.lead} {words.leadTime(leadDays)}
        </p>
        <ListTools listing={listing} label={words.find} />
        <ul className="plain shelf many">
          <li className="shelf-head soft" aria-hidden>
            <span>{words.item}</span>
            <span>{words.left}</span>
            <span>{words.booked}</span>
            <span>{words.reorder}</span>
            <span>{words.perLitre}</span>
            <span>{words.perVehicle}</span>
          </li>
          {kept.map((item) => (
            <ShelfRow key={item.item} item={item} may={may} />
          ))}
        </ul>
        {others.length > 0 && (
          <details className="below">
            <summary>{words.notKept(others.length)}</summary>
            <ul className="plain shelf many">
              {others.map((item) => (
                <ShelfRow key={item.item} item={item} may={may} />
              ))}
            </ul>
          </details>
        )}
      </section>
      {may && <Receive items={items} />}
      {may && <CsvFile href="/api/stock/csv" take={take} />}
    </div>
  )
}
