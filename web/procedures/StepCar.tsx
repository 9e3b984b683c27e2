import { useEffect, useMemo, useState } from 'react'
import { carDrawing } from '#core/cabin/car.ts'
import { placesOf } from '#core/cabin/places.ts'
import type { Body } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { Where } from '#web/ui/Where.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  procedure: Procedure
  body: Body
  catalogue: WordedCatalogue
}

/** The step whose row the pointer or the focus is on. The list itself is not drawn again for it. */
function useLookedAt(): string | undefined {
  const [id, setId] = useState<string>()
  useEffect(() => {
    const look = ({ target }: Event) => {
      const row = target instanceof Element ? target.closest('[data-step]') : null
      if (row) setId(row.getAttribute('data-step')!)
    }
    document.addEventListener('pointerover', look)
    document.addEventListener('focusin', look)
    return () => {
      document.removeEventListener('pointerover', look)
      document.removeEventListener('focusin', look)
    }
  }, [])
  return id
}

/** Where in the car the step is that one points at. */
export function StepCar({ procedure, body, catalogue }: Props) {
  const looked = useLookedAt()
  const surfaces = useMemo(() => surfacesOf(body, catalogue.surfaces), [body, catalogue])
  const drawing = useMemo(() => carDrawing(body, placesOf(body, surfaces), 'left'), [body, surfaces])
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, speak.surface(s.name)])), [surfaces])
  const step = procedure.steps.find((s) => s.id === looked)
  const title = step ? speak.title(step.title) : words.pointAt
  return (
    <section className="step-car no-print" aria-label={words.whereItIs}>
      <Where drawing={drawing} names={names} step={step} label={title} />
      <p className="soft tight">{title}</p>
    </section>
  )
}
