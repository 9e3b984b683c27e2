import { Button, Select } from 'antd'
import { useState } from 'react'
import { sayClock } from '#core/units/format.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { speak } from '#words/en/speak.ts'
import { type Move, useAsked, useChangePlan } from './api.ts'
import { readable, stepName } from './readable.ts'

/** Broken rules that are shown. */
const shown = 6

/** The steps of the block in hand, and who does each; a change is asked about before it is made. */
export function AssignPanel({
  plan,
  activities,
  mayWrite,
}: {
  plan: Plan
  activities: readonly string[]
  mayWrite: boolean
}) {
  const change = useChangePlan()
  const [pending, setPending] = useState<Move>()
  const asked = useAsked({ version: plan.version, moves: pending ? [pending] : [] })
  const broken = pending && asked.data && !asked.isPlaceholderData ? asked.data.warnings : undefined
  const ask = (activity: string, person: string, place: number) => {
    const now = plan.assignments.find((a) => a.activity === activity)!.technicians
    setPending({ activity, technicians: now.map((t, i) => (i === place ? person : t)), start: null })
  }
  const save = async () => {
    if (!pending) return
    const done = await change.mutateAsync({ version: plan.version, moves: [pending] }).catch(() => undefined)
    if (done) setPending(undefined)
  }
  return (
    <ul className="plain stack close">
      {activities.map((id) => {
        const a = plan.assignments.find((x) => x.activity === id)
        if (!a) return null
        const mine = pending?.activity === id ? pending : undefined
        const title = stepName(plan, id)
        const skills = plan.steps[id]?.skills ?? []
        return (
          <li className="ruled line-room" key={id} data-activity={id}>
            <div className="row spread">
              <span>
                <strong>{title}</strong>{' '}
                <span className="soft">
                  {skills.length > 0
                    ? words.needs(skills.map((id) => speak.names.of('skills', id).name).join(', '))
                    : ''}
                </span>
              </span>
              <span data-times>
                {sayClock(a.start)}–{sayClock(a.end)}
              </span>
            </div>
            {(mine?.technicians ?? a.technicians).map((person, place) => (
              <Select
                className="whole below-close"
                key={`${id} ${place}`}
                aria-label={`${words.who}: ${title}`}
                value={person}
                disabled={!mayWrite || plan.steps[id]?.fixed || change.isPending}
                onChange={(next) => ask(id, next, place)}
                options={plan.people.map((p) => ({
                  value: p.id,
                  label: skills.every((s) => p.skills.includes(s))
                    ? p.name
                    : `${p.name} (lacks ${skills
                        .filter((s) => !p.skills.includes(s))
                        .map((s) => speak.names.of('skills', s).name)
                        .join(', ')})`,
                }))}
              />
            ))}
            {mine && broken && (
              <div className={broken.length > 0 ? 'told below-close' : 'caution below-close'} role="status">
                {broken.length === 0 ? words.fine : <strong>{words.breaks}</strong>}
                <ul className="tight listed">
                  {readable({ unscheduled: [], warnings: broken }, plan)
                    .warnings.slice(0, shown)
                    .map((b) => (
                      <li key={b.message}>{b.message}</li>
                    ))}
                </ul>
                <AndMore all={broken.length} shown={shown} />
                <span className="row">
                  <Button type="primary" onClick={() => void save()} loading={change.isPending}>
                    {broken.length > 0 ? words.saveAnyway : words.save}
                  </Button>
                  <Button onClick={() => setPending(undefined)}>{words.cancel}</Button>
                </span>
              </div>
            )}
          </li>
        )
      })}
      {(change.isError || asked.isError) && (
        <li>
          <ErrorNotice error={(change.error ?? asked.error)!} />
        </li>
      )}
    </ul>
  )
}
