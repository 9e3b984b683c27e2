import { memo, useMemo } from 'react'
import type { Body, Surface } from '#core/cabin/schema.ts'
import type { Step } from '#core/procedures/schema.ts'
import { LitCar } from '#web/ui/LitCar.tsx'

interface Props {
  body: Body
  surfaces: readonly Surface[]
  /** What is worked now, or what stops. */
  step: Step | undefined
  label: string
  /** Also where nothing is lit. */
  always?: true
}

/** A step of the whole car lights none of it: everything lit says nothing. */
const mostLit = 100

const placesOf = (step: Step | undefined): readonly string[] => {
  if (!step) return []
  if (step.stop) return step.stop.at
  return step.zoneGroup === 'car' && step.surfaces.length > mostLit ? [] : step.surfaces
}

/** Where in the car the step is. Drawn again when the step changes and not when the clock does. */
export const Where = memo(function Where({ body, surfaces, step, label, always }: Props) {
  const lit = useMemo(() => new Set(placesOf(step)), [step])
  // All of the car, small and unlit, would only stand before what is to be done.
  if (lit.size === 0 && !always) return null
  return (
    <div className="card mini-card">
      <div className="mini">
        <LitCar body={body} surfaces={surfaces} lit={lit} cropped label={label} />
      </div>
    </div>
  )
})
