import { Button } from 'antd'
import { jobOf } from '#core/procedures/activities.ts'
import { useSignedIn } from '#web/client/session.ts'
import { clockIn } from '#web/shell/clock.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { Spell } from '#web/ui/lanes-of-plan.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { AssignPanel } from './AssignPanel.tsx'
import { useLetGo } from './api.ts'
import { BlockCar } from './BlockCar.tsx'
import { CarOdds } from './CarOdds.tsx'

/** The block one has picked: whose, where, how sure its car is, its steps, and what of it somebody moved. */
export function BlockPanel({ plan, spell, mayWrite }: { plan: Plan; spell: Spell; mayWrite: boolean }) {
  const letGo = useLetGo()
  const zone = useSignedIn().timeZone
  const job = plan.jobs.find((j) => j.id === jobOf(spell.activities[0]!))
  const kept = spell.activities.flatMap((id) => (plan.steps[id]?.kept ? [{ id, ...plan.steps[id].kept }] : []))
  const [first] = kept
  return (
    <>
      <h2 className="apart">
        {spell.callSign} · {plan.people.find((p) => p.id === spell.row)?.name}
      </h2>
      {job && <CarOdds plan={plan} job={job} key={job.id} />}
      {first && (
        <p className="caution row spread">
          <span>{words.keptBy(first.by, clockIn(zone, first.at))}</span>
          {mayWrite && (
            <Button
              loading={letGo.isPending}
              onClick={() => letGo.mutate({ version: plan.version, activities: kept.map((k) => k.id) })}
            >
              {words.letGo}
            </Button>
          )}
        </p>
      )}
      {letGo.isError && <ErrorNotice error={letGo.error} />}
      <BlockCar activities={spell.activities} />
      <AssignPanel key={spell.id} plan={plan} activities={spell.activities} mayWrite={mayWrite} />
    </>
  )
}
