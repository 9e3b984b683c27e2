import type { Caution } from '#core/catalogue/caution.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { type CautionSaid, cautionSaid } from '#core/procedures/messages.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { Setting } from './setting.ts'

function applies({ when }: Caution, step: Step, { permissions, vehicle }: CheckIn): boolean {
  if (when.product && !step.product) return false
  if (when.treatments && !when.treatments.includes(step.treatment)) return false
  if (when.stages && !when.stages.includes(step.stage)) return false
  if (when.equipment && !when.equipment.some((id) => step.equipment.includes(id))) return false
  if (when.features && !when.features.some((id) => vehicle.body.features?.includes(id))) return false
  const { permission, notRefused } = when
  if (notRefused && permissions[notRefused] === false) return false
  return !permission || permissions[permission.id] === permission.granted
}

/** What must be said at this step: the catalogue's cautions that apply and its product's own; the label always comes last. */
export function cautionsFor(step: Step, checkIn: CheckIn, { catalogue, said }: Setting): CautionSaid[] {
  const own = catalogue.products.find((p) => p.id === step.product?.id)?.cautions ?? []
  const matching = catalogue.cautions.filter((caution) => applies(caution, step, checkIn))
  const [general, specific] = [matching.filter((c) => c.when.product), matching.filter((c) => !c.when.product)]
  const spoken = ({ id }: Caution) => {
    const dead = said.cautions[id]
    return dead ? cautionSaid('not-working', { function: dead, caution: id }) : cautionSaid('caution', { caution: id })
  }
  return [...specific.map(spoken), ...own.map((caution) => cautionSaid('product', { caution })), ...general.map(spoken)]
}
