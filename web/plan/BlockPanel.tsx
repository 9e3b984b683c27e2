import { Button } from 'antd'
import { jobOf } from '#core/procedures/activities.ts'
import { useSignedIn } from '#web/client/session.ts'
import { clockIn } from '#web/shell/clock.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { Spell } from '#web/ui/lanes-of-plan.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { AssignPanel } from './AssignPanel.tsx'
import { useChangePlan, useLetGo, useMakePlan } from './api.ts'
import { BlockCar } from './BlockCar.tsx'
import { CarOdds } from './CarOdds.tsx'
import { movesToKeep } from './moving.ts'

/** The block one has picked: whose, where, how sure its car is, its steps, and what of it somebody moved. */
export function BlockPanel({ plan, spell, mayWrite }: { plan: Plan; spell: Spell; mayWrite: boolean }) {
  const letGo = useLetGo()
  const change = useChangePlan()
  const make = useMakePlan()
  const zone = useSignedIn().timeZone
  const job = plan.jobs.find((j) => j.id === jobOf(spell.activities[0]!))
  const kept = spell.activities.flatMap((id) => (plan.steps[id]?.kept ? [{ id, ...plan.steps[id].kept }] : []))
  const [first] = kept
  const person = plan.people.find((p) => p.id === spell.row)
  const toKeep = job && person ? movesToKeep(plan, job.id, person) : []
  /** Theirs from now on; then the day is planned round it. */
  const keepOn = async () => {
    const done = await change.mutateAsync({ version: plan.version, moves: toKeep }).catch(() => undefined)
    if (done) make.mutate(undefined)
  }
  return (
    <>
      <h2 className="apart">
        {spell.callSign} · {person?.name}
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
      {mayWrite && person && toKeep.length > 0 && (
        <Button loading={change.isPending || make.isPending} onClick={() => void keepOn()}>
          {words.keepOn(person.name, spell.callSign)}
        </Button>
      )}
      {change.isError && <ErrorNotice error={change.error} />}
      {make.isError && <ErrorNotice error={make.error} />}
      {letGo.isError && <ErrorNotice error={letGo.error} />}
      <BlockCar activities={spell.activities} />
      <AssignPanel key={spell.id} plan={plan} activities={spell.activities} mayWrite={mayWrite} />
    </>
  )
}
