import type { Surface } from '#core/cabin/schema.ts'
import { mostPairs, pairsOf } from '#core/handover/pairs.ts'
import { usePhotos } from '#web/client/photos.ts'
import { ComparePhotos } from '#web/ui/ComparePhotos.tsx'
import { speak } from '#words/en/speak.ts'

/** Before and after, with a slider; on paper side by side. */
export function Pairs({ job, surfaces }: { job: string; surfaces: readonly Surface[] }) {
  const pairs = pairsOf(usePhotos(job).data ?? []).slice(0, mostPairs)
  if (pairs.length === 0) return null
  const nameOf = (id: string) => {
    const surface = surfaces.find((s) => s.id === id)
    return surface ? speak.names.surface(surface.name) : ''
  }
  return (
    <div className="pairs">
      {pairs.map(({ surface, before, after }) => (
        <div key={before.id}>
          <ComparePhotos
            before={`/api/photos/${before.id}`}
            after={`/api/photos/${after.id}`}
            label={nameOf(surface)}
          />
          <span className="soft">{nameOf(surface)}</span>
        </div>
      ))}
    </div>
  )
}
