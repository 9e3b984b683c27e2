import type { Caution } from '#core/catalogue/caution.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { type CautionSaid, cautionSaid } from '#core/procedures/messages.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { Setting } from './setting.ts'

/** Lines that a step shows at most; what is a danger to life is never cut (judgement.md §10). */
const mostLines = 3

type Danger = NonNullable<Caution['danger']> | 'damage'
const gravestFirst: Danger[] = ['life', 'harm', 'damage']

interface Line {
  said: CautionSaid
  danger: Danger
  /** Said once under this name. */
  once: string
}

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

/** What a danger to life is said for again with each new treatment; anything else once on the whole sheet. */
const onceBy = ({ id, danger }: Caution, step: Step) => (danger === 'life' ? `${id} ${step.treatment}` : id)

/** What is said at one step, the gravest first: the catalogue's cautions that apply and its product's own. */
function linesOf(step: Step, checkIn: CheckIn, { catalogue, said }: Setting): Line[] {
  const own = catalogue.products.find((p) => p.id === step.product?.id)?.cautions ?? []
  const matching = catalogue.cautions.filter((caution) => !caution.head && applies(caution, step, checkIn))
  const lines: Line[] = [
    ...matching.map((caution) => {
      const dead = said.cautions[caution.id]
      return {
        said: dead
          ? cautionSaid('not-working', { function: dead, caution: caution.id })
          : cautionSaid('caution', { caution: caution.id }),
        danger: caution.danger ?? ('damage' as const),
        once: onceBy(caution, step),
      }
    }),
    ...own
      .filter((caution) => !matching.some((m) => m.says?.includes(caution)))
      .map((caution) => ({
        said: cautionSaid('product', { caution }),
        danger: 'harm' as const,
        once: `product ${caution}`,
      })),
  ]
  if (step.ozone)
    lines.push({
      said: cautionSaid('ozone-reaches', { ...step.ozone, minutes: step.minutes }),
      danger: 'life',
      once: 'ozone-reaches',
    })
  for (const text of catalogue.said?.[step.treatment] ?? [])
    lines.push({ said: cautionSaid('written', { text }), danger: 'harm', once: `written ${text}` })
  return lines.sort((a, b) => gravestFirst.indexOf(a.danger) - gravestFirst.indexOf(b.danger))
}

/**
 * Cautions where they apply, each once down the list, at most three a step and the gravest first.
 * @param steps in their order
 * @returns the steps with theirs, and what holds for the whole car
 */
export function cautioned(
  steps: readonly Step[],
  checkIn: CheckIn,
  setting: Setting,
): { steps: Step[]; head: CautionSaid[] } {
  const told = new Set<string>()
  const head = setting.catalogue.cautions.filter(
    (caution) => caution.head && steps.some((step) => !step.kept && applies(caution, step, checkIn)),
  )
  const withTheirs = steps.map((step): Step => {
    if (step.kept || step.stop) return step
    const fresh = linesOf(step, checkIn, setting).filter((line) => !told.has(line.once))
    const shown = fresh.filter((line, i) => i < mostLines || line.danger === 'life')
    // What finds no room here is said at the next step it applies to.
    for (const { once } of shown) told.add(once)
    return { ...step, cautions: shown.map((line) => line.said) }
  })
  return { steps: withTheirs, head: head.map(({ id }) => cautionSaid('caution', { caution: id })) }
}
