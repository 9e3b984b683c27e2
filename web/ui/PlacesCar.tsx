import { useMemo } from 'react'
import { carDrawing } from '#core/cabin/car.ts'
import { placesOf } from '#core/cabin/places.ts'
import type { Body, Surface } from '#core/cabin/schema.ts'
import { LitCar } from '#web/ui/LitCar.tsx'
import { speak } from '#words/en/speak.ts'

interface Props {
  body: Body
  surfaces: readonly Surface[]
  isLit: (surface: Surface) => boolean
  label: string
}

/** The car beside a list: lit is what the list is about. */
export function PlacesCar({ body, surfaces, isLit, label }: Props) {
  const drawing = useMemo(() => carDrawing(body, placesOf(body, surfaces), 'left'), [body, surfaces])
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, speak.surface(s.name)])), [surfaces])
  const lit = useMemo(() => new Set(surfaces.filter(isLit).map((s) => s.id)), [surfaces, isLit])
  return (
    <section className="places-car" aria-label={label}>
      <LitCar drawing={drawing} names={names} lit={lit} label={label} />
      <p className="soft tight">{label}</p>
    </section>
  )
}
