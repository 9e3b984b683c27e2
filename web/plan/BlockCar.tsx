import { activityId, jobOf } from '#core/procedures/activities.ts'
import { useWork } from '#web/client/ledger.ts'
import { useSurfaces } from '#web/client/useSurfaces.ts'
import { PlacesCar } from '#web/ui/PlacesCar.tsx'
import { words } from '#words/en/screens/plan.ts'

/** Where in its car the picked work is. */
export function BlockCar({ activities }: { activities: readonly string[] }) {
  const [first] = activities
  return first === undefined ? null : <OfJob job={jobOf(first)} activities={activities} />
}

function OfJob({ job, activities }: { job: string; activities: readonly string[] }) {
  const work = useWork(job).data
  const surfaces = useSurfaces(work?.job.body)
  if (!work || surfaces.length === 0) return null
  const steps = work.procedure.steps.filter((s) => activities.includes(activityId(job, s.id)) && s.zoneGroup !== 'car')
  const lit = new Set(steps.flatMap((s) => s.surfaces))
  if (lit.size === 0) return null
  return <PlacesCar body={work.job.body} surfaces={surfaces} isLit={(s) => lit.has(s.id)} label={words.whereItIs} />
}
