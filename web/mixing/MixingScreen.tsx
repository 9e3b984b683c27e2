import { Link, useSearchParams } from 'react-router'
import { useCatalogue } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useBatches, useContainers, useDemand } from './api.ts'
import { BatchesKept } from './BatchesKept.tsx'
import { BenchPart } from './BenchPart.tsx'
import { Bottles } from './Bottles.tsx'
import { DayMix } from './DayMix.tsx'
import { Drill } from './Drill.tsx'
import './mixing.css'
import { words } from '#words/en/screens/mixing.ts'

export default function MixingScreen() {
  const [params] = useSearchParams()
  const [catalogue, containers, demand, batches] = [useCatalogue(), useContainers(), useDemand(), useBatches()]
  const failed = [catalogue, containers, demand, batches].find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!catalogue.data || !containers.data || !demand.data || !batches.data) return <Fetching lines={4} />
  const part = params.get('part') ?? 'bench'
  const past = containers.data.filter((c) => c.content?.pastLife)
  const name = (id: string) => catalogue.data?.products.find((p) => p.id === id)?.name ?? id
  return (
    <div className="stack">
      <nav className="parts" aria-label={words.partsLabel}>
        {Object.entries(words.parts).map(([id, name]) => (
          <Link
            key={id}
            to={id === 'bench' ? '/mixing' : `?part=${id}`}
            aria-current={id === part ? 'page' : undefined}
          >
            {name}
          </Link>
        ))}
        <Link to="/stock">{words.stock}</Link>
      </nav>
      <BatchesKept containers={containers.data} />
      {past.length > 0 && (
        <div className="caution" role="status">
          {words.pastLife(past.map((c) => `${c.name} (${name(c.content!.product)})`))}
        </div>
      )}
      {part === 'day' ? (
        <DayMix />
      ) : part === 'bottles' ? (
        <Bottles containers={containers.data} catalogue={catalogue.data} />
      ) : part === 'drill' ? (
        <Drill containers={containers.data} />
      ) : (
        <BenchPart
          catalogue={catalogue.data}
          containers={containers.data}
          demand={demand.data}
          batches={batches.data}
        />
      )}
    </div>
  )
}
