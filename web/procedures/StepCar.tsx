import { useMemo } from 'react'
import { carDrawing } from '#core/cabin/car.ts'
import { placesOf } from '#core/cabin/places.ts'
import type { Body } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { useLookedAt } from '#web/ui/useLookedAt.ts'
import { Where } from '#web/ui/Where.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  procedure: Procedure
  body: Body
  catalogue: WordedCatalogue
}

/** Where in the car the step is that one points at. */
export function StepCar({ procedure, body, catalogue }: Props) {
  const looked = useLookedAt('data-step')
  const surfaces = useMemo(() => surfacesOf(body, catalogue.surfaces), [body, catalogue])
  const drawing = useMemo(() => carDrawing(body, placesOf(body, surfaces), 'left'), [body, surfaces])
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, speak.surface(s.name)])), [surfaces])
  const step = procedure.steps.find((s) => s.id === looked)
  const title = step ? speak.title(step.title) : words.pointAt
  return (
    <section className="step-car no-print" aria-label={words.whereItIs}>
      <Where drawing={drawing} names={names} step={step} label={title} always />
      <p className="soft tight">{title}</p>
    </section>
  )
}
