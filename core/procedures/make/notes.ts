import { byId } from '#core/catalogue/by-id.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { Setting } from './setting.ts'

const levels = ['', 'faint', 'clear', 'strong']

/** What holds for the whole car and is said once. */
export function notesOf({ checkIn, timeLimit, standard }: ProcedureRequest, setting: Setting): string[] {
  const { sold, features, house, refused, finish, catalogue } = setting
  return [
    ...(standard ? [`Standard: ${standard.name}, version ${standard.version}.`] : []),
    ...(finish.id === 'standard' ? [] : [`Finish: ${finish.name.toLowerCase()} — ${finish.promise}.`]),
    ...(timeLimit ? [`Chosen to fit ${timeLimit.minutes} min with ${timeLimit.crew} on the car.`] : []),
    ...(sold ? [`Sold: ${sold.name}. Marked surfaces outside it are not worked.`] : []),
    ...features.map((f) => `${f.name}: ${f.note}`),
    ...house.flatMap((c) => c.note ?? []),
    ...refused.map((p) => `Refused, may we ${p.question} ${setting.said.refused[p.id] ?? p.refused}`),
    ...(refused.some((p) => p.id === 'child-seat') &&
    setting.car.features.has('child-seat') &&
    setting.covered.size === 0
      ? ['Where the child seat stands was not written down: mark it at check-in, nothing is done under it.']
      : []),
    ...(checkIn.odours ?? []).map((o) => {
      const name = byId(catalogue.odours, o.kind, 'smell').name
      const source = o.source ? `, suspected from ${o.source}` : ''
      const first = o.at?.length ? 'Its source is worked' : 'Its source is looked for'
      return `Smell: ${name.toLowerCase()}, ${levels[o.level]}${source}. ${first} first, then clean, dry and air.`
    }),
    ...(checkIn.belongings.some((b) => b.fate === 'hazard' && !b.cleared)
      ? ['A hazardous find is not cleared: hands off, the lead decides.']
      : []),
    'Drying times are for doors open and a blower at 20 °C and 50 % humidity.',
    'Moisture is held to each material’s ceiling alone; drying against the promise is not judged yet.',
  ]
}
