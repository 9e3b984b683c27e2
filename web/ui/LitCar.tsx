import { memo } from 'react'
import type { CarDrawing } from '#core/cabin/car.ts'
import type { Box } from '#core/cabin/parts.ts'
import { Car } from '#web/ui/Car.tsx'

interface Props {
  drawing: CarDrawing
  /** Names of the surfaces by id. */
  names: ReadonlyMap<string, string>
  lit: ReadonlySet<string>
  /** The part of the drawing that is shown; all of it when left out. */
  view?: Box | undefined
  label: string
}

/** The car with some of its surfaces lit. Drawn again when those change and not when the clock does. */
export const LitCar = memo(function LitCar({ drawing, names, lit, view, label }: Props) {
  return (
    <Car
      drawing={drawing}
      view={view}
      label={label}
      look={(s) => ({ name: names.get(s) ?? s, soil: 0, marks: [], lit: lit.has(s), dim: !lit.has(s) })}
    />
  )
})
