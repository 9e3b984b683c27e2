import type { Surface } from '#core/cabin/schema.ts'
import type { PhotoView } from '#server/photos/views.ts'
import { usePhotos } from '#web/client/photos.ts'
import { ComparePhotos } from '#web/ui/ComparePhotos.tsx'
import { speak } from '#words/en/speak.ts'

/** Pairs that are shown. */
const shown = 3

/** The last picture before and the last after of each place that has both. */
export function pairsOf(photos: readonly PhotoView[]): { before: PhotoView; after: PhotoView }[] {
  const places = [...new Set(photos.map((p) => p.surface))]
  return places.flatMap((surface) => {
    const last = (kind: PhotoView['kind']) => photos.findLast((p) => p.surface === surface && p.kind === kind)
    const [before, after] = [last('before'), last('after')]
    return surface !== null && before && after ? [{ before, after }] : []
  })
}

/** Before and after, with a slider; on paper side by side. */
export function Pairs({ job, surfaces }: { job: string; surfaces: readonly Surface[] }) {
  const pairs = pairsOf(usePhotos(job).data ?? []).slice(0, shown)
  if (pairs.length === 0) return null
  const nameOf = (id: string | null) => {
    const surface = surfaces.find((s) => s.id === id)
    return surface ? speak.names.surface(surface.name) : ''
  }
  return (
    <div className="pairs">
      {pairs.map(({ before, after }) => (
        <div key={before.id}>
          <ComparePhotos
            before={`/api/photos/${before.id}`}
            after={`/api/photos/${after.id}`}
            label={nameOf(before.surface)}
          />
          <span className="soft">{nameOf(before.surface)}</span>
        </div>
      ))}
    </div>
  )
}
