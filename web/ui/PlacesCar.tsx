import { useMemo } from 'react'
import type { Body, Surface } from '#core/cabin/schema.ts'
import { LitCar } from '#web/ui/LitCar.tsx'

interface Props {
  body: Body
  surfaces: readonly Surface[]
  isLit: (surface: Surface) => boolean
  label: string
}

/** The car beside a list: lit is what the list is about. */
export function PlacesCar({ body, surfaces, isLit, label }: Props) {
  const lit = useMemo(() => new Set(surfaces.filter(isLit).map((s) => s.id)), [surfaces, isLit])
  return (
    <section className="places-car" aria-label={label}>
      <LitCar body={body} surfaces={surfaces} lit={lit} label={label} />
      <p className="soft tight">{label}</p>
    </section>
  )
}
