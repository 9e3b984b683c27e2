import { memo, useMemo } from 'react'
import type { Sheet } from '#core/cabin/sheet.ts'
import type { Step } from '#core/procedures/schema.ts'
import { CabinSheet } from '#web/ui/CabinSheet.tsx'

interface Props {
  sheet: Sheet
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
export const Where = memo(function Where({ sheet, names, step, label }: Props) {
  const lit = useMemo(() => new Set(placesOf(step)), [step])
  return (
    <div className="card mini-card">
      <div className="mini">
        <CabinSheet
          sheet={sheet}
          label={label}
          look={(s) => ({ name: names.get(s) ?? s, soil: 0, marks: '', lit: lit.has(s), dim: !lit.has(s) })}
        />
      </div>
    </div>
  )
})
