import { useMemo } from 'react'
import { carDrawing } from '#core/cabin/car.ts'
import { placesOf } from '#core/cabin/places.ts'
import type { Body } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { useCatalogue } from '#web/client/session.ts'
import { LitCar } from '#web/ui/LitCar.tsx'
import { speak } from '#words/en/speak.ts'

interface Props {
  body: Body
  /** Surfaces that are lit, by what they are. */
  isLit: (surface: { id: string; kind: string }) => boolean
  label: string
}

/** The car beside a list: lit is what the list is about. */
export function PlacesCar({ body, isLit, label }: Props) {
  const kinds = useCatalogue().data?.surfaces
  const surfaces = useMemo(() => (kinds ? surfacesOf(body, kinds) : []), [body, kinds])
  const drawing = useMemo(() => carDrawing(body, placesOf(body, surfaces), 'left'), [body, surfaces])
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, speak.surface(s.name)])), [surfaces])
  const lit = useMemo(() => new Set(surfaces.filter(isLit).map((s) => s.id)), [surfaces, isLit])
  if (surfaces.length === 0) return null
  return (
    <section className="card places-car" aria-label={label}>
      <LitCar drawing={drawing} names={names} lit={lit} label={label} />
      <p className="soft tight">{label}</p>
    </section>
  )
}
