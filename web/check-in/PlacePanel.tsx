import type { CarPlace } from '#core/cabin/places.ts'
import type { Look } from '#web/ui/cabin-look.ts'
import { described } from '#web/ui/cabin-look.ts'
import { OpenedPlace } from '#web/ui/OpenedPlace.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import type { Painting } from './usePainting.ts'

interface Props {
  place: CarPlace | undefined
  look: (surface: string) => Look
  catalogue: WordedCatalogue
  painting: Painting
  focused: string | undefined
  narrow: boolean
  onFocus: (surface: string) => void
  onClose: () => void
}

/** One place of the car opened: its parts to be painted one by one, and what is on the one in focus. */
export function PlacePanel({ place, look, catalogue, painting, focused, narrow, onFocus, onClose }: Props) {
  if (!place) return <p className="soft">{words.openHint}</p>
  const materials = [...new Set(place.surfaces.map((s) => s.material))].map(
    (id) => catalogue.materials.find((m) => m.id === id)?.name ?? id,
  )
  const part = place.surfaces.find((s) => s.id === focused)
  return (
    <div className={narrow ? 'stack close lens-sheet' : 'stack close'}>
      <div className="row spread one-line">
        <h2>{speak.placeOf(place.name).name}</h2>
        {narrow && (
          <button type="button" className="plain-button" onClick={onClose}>
            {words.closePlace}
          </button>
        )}
      </div>
      <p className="soft tight">{materials.slice(0, 3).join(' · ')}</p>
      <div className="lens">
        <OpenedPlace
          key={place.id}
          place={place}
          look={look}
          {...(narrow ? { width: 342 } : {})}
          painting={painting.painting}
          onFocusPart={onFocus}
          {...painting.part}
        />
      </div>
      <p className="tight" role="status">
        {part ? described(look(part.id)) : painting.brush ? words.partHintBrush : words.partHint}
      </p>
    </div>
  )
}
