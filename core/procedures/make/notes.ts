import { none } from '#core/message/message.ts'
import { type Note, note } from '#core/procedures/messages.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { DryingIn } from './drying.ts'
import type { Setting } from './setting.ts'

/** What holds for the whole car and is said once. */
export function notesOf(
  { checkIn, timeLimit, standard }: ProcedureRequest,
  setting: Setting,
  { air, outside }: DryingIn,
): Note[] {
  const { sold, features, refused, finish, catalogue, choices } = setting
  // In a car that is held whole nothing is chosen, and nothing dries.
  const isWorked = !setting.held.car
  const taken = (sold?.offers && checkIn.extras) || []
  const noted = catalogue.houseRules.flatMap((rule) =>
    rule.choices.filter((c) => c.noted && c.id === choices[rule.id]).map((c) => ({ rule: rule.id, choice: c.id })),
  )
  return [
    ...(standard ? [note('standard', { name: standard.name, version: standard.version })] : []),
    ...(finish.id === 'standard' ? [] : [note('finish', { finish: finish.id })]),
    ...(timeLimit && isWorked ? [note('fits-limit', timeLimit)] : []),
    ...(sold ? [note('sold', { package: sold.id, ...(taken.length > 0 ? { extras: taken } : {}) })] : []),
    ...(checkIn.needs ?? []).map((need) => note('need', { need })),
    ...features.map((f) => note('feature', { feature: f.id })),
    ...noted.map((choice) => note('house-choice', choice)),
    ...refused.map((p) => {
      const dead = setting.said.refused[p.id]
      return note('refused', { permission: p.id, ...(dead ? { function: dead } : {}) })
    }),
    ...(refused.some((p) => p.id === 'child-seat') &&
    setting.car.features.has('child-seat') &&
    setting.covered.size === 0
      ? [note('child-seat-where', none)]
      : []),
    ...(checkIn.odours ?? []).map((o) =>
      note('smell', { odour: o.kind, level: o.level, source: o.source, known: (o.at ?? []).length > 0 }),
    ),
    ...(checkIn.belongings.some((b) => b.fate === 'hazard' && !b.cleared) ? [note('hazard-not-cleared', none)] : []),
    ...(isWorked ? [note('drying-in', { air: air.id, ...outside })] : []),
  ]
}
