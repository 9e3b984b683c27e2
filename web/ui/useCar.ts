import { useMemo } from 'react'
import { carDrawing } from '#core/cabin/car.ts'
import { placesOf } from '#core/cabin/places.ts'
import type { Body, Surface } from '#core/cabin/schema.ts'
import { useNarrow } from '#web/ui/narrow.ts'

/** A car's places and its drawing: nose to the left on a desk, nose up on a phone. */
export function useCar(body: Body, surfaces: readonly Surface[]) {
  const narrow = useNarrow()
  const places = useMemo(() => placesOf(body, surfaces), [body, surfaces])
  const drawing = useMemo(() => carDrawing(body, places, narrow ? 'up' : 'left'), [body, places, narrow])
  return { places, drawing, narrow }
}
