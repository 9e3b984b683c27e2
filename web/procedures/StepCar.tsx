import type { Body } from '#core/cabin/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { useSurfaces } from '#web/client/useSurfaces.ts'
import { useLookedAt } from '#web/ui/useLookedAt.ts'
import { Where } from '#web/ui/Where.tsx'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  procedure: Procedure
  body: Body
}

/** Where in the car the step is that one points at. */
export function StepCar({ procedure, body }: Props) {
  const looked = useLookedAt('data-step')
  const surfaces = useSurfaces(body)
  const step = procedure.steps.find((s) => s.id === looked)
  const title = step ? speak.title(step.title) : words.pointAt
  return (
    <section className="step-car no-print" aria-label={words.whereItIs}>
      <Where body={body} surfaces={surfaces} step={step} label={title} always />
      <p className="soft tight">{title}</p>
    </section>
  )
}
