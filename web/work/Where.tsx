import { memo, useMemo } from 'react'
import type { CarDrawing } from '#core/cabin/car.ts'
import type { Step } from '#core/procedures/schema.ts'
import { Car } from '#web/ui/Car.tsx'

interface Props {
  drawing: CarDrawing
  /** Names of the surfaces by id. */
  names: ReadonlyMap<string, string>
  /** What is worked now, or what stops. */
  step: Step | undefined
  label: string
}

/** A step of the whole car lights none of it: everything lit says nothing. */
const mostLit = 100

const placesOf = (step: Step | undefined): readonly string[] => {
  if (!step) return []
  if (step.stop) return step.stop.at
  return step.zoneGroup === 'car' && step.surfaces.length > mostLit ? [] : step.surfaces
}

/** Where in the car the step is. Drawn again when the step changes and not when the clock does. */
export const Where = memo(function Where({ drawing, names, step, label }: Props) {
  const lit = useMemo(() => new Set(placesOf(step)), [step])
  return (
    <div className="card mini-card">
      <div className="mini">
        <Car
          drawing={drawing}
          label={label}
          look={(s) => ({ name: names.get(s) ?? s, soil: 0, marks: [], lit: lit.has(s), dim: !lit.has(s) })}
        />
      </div>
    </div>
  )
})
