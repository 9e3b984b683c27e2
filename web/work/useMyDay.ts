import { useMemo } from 'react'
import { usePlan } from '#web/client/plan.ts'
import { useSignedIn } from '#web/client/session.ts'
import { type Stay, staysOf } from './my-day.ts'

const whole = <T>(view: T) => view

/** What the plan has for whoever is here that is not over, across cars. */
export function useMyDay(): Stay[] {
  const { person } = useSignedIn()
  const plan = usePlan(whole).data
  return useMemo(() => staysOf(plan ?? null, person), [plan, person])
}
