import { none } from '#core/message/message.ts'
import { stepP80 } from '#core/procedures/make/minutes.ts'
import { wholeOf } from '#core/procedures/make/parts.ts'
import type { Setting } from '#core/procedures/make/setting.ts'
import { type Draft, sum } from '#core/procedures/make/steps.ts'
import { type FindingSaid, findingSaid, type Reason, reason } from '#core/procedures/messages.ts'
import type { Edit, Finding } from '#core/procedures/schema.ts'
import { aboutEdit } from './findings.ts'

const share = (r: { concentrate: number; water: number }) => r.concentrate / (r.concentrate + r.water)

/** Minutes by hand: attended ones freely, passive ones only longer. */
function withMinutes(step: Draft, minutes: number, severe: boolean): Draft {
  return {
    ...step,
    p50: step.crew === 0 ? 0 : minutes,
    p80: step.crew === 0 ? 0 : stepP80(minutes, severe),
    minutes: Math.ceil(minutes),
    byHand: true,
  }
}

/** Applies edits of minutes and ratios to the steps. A forbidden one changes nothing and is told. */
export function editSteps(
  steps: readonly Draft[],
  edits: readonly Edit[],
  setting: Setting,
  severe: boolean,
): { steps: Draft[]; findings: Finding[] } {
  const findings: Finding[] = []
  let list = [...steps]
  edits.forEach((edit, index) => {
    if (edit.do !== 'minutes' && edit.do !== 'ratio') return
    // The step itself; where several share it, all its parts.
    const named = list.filter((s) => s.id === edit.step)
    const parts = named.length > 0 ? named : list.filter((s) => !s.kept && wholeOf(s.id) === edit.step)
    const [step] = parts
    const say = (grade: Finding['grade'], code: string, text: FindingSaid, why: Reason) =>
      findings.push(aboutEdit(edits, index, { grade, code, text, reason: why }))
    const changesNothing = reason('changes-nothing', none)
    if (!step) {
      say('advice', 'no-such-step', findingSaid('no-such-step', { step: edit.step }), changesNothing)
      return
    }
    const put = (changed: (part: Draft) => Draft) => {
      list = list.map((s) => (parts.includes(s) ? changed(s) : s))
    }
    if (edit.do === 'minutes') {
      if (step.crew === 0 && edit.minutes < step.minutes) {
        say(
          'forbidden',
          'contact-time',
          findingSaid('not-shortened', { step: step.title, minutes: step.minutes }),
          reason('contact-time', none),
        )
        return
      }
      const usual = sum(parts.map((p) => p.p50))
      if (step.crew > 0 && edit.minutes < usual / 2)
        say('advice', 'hurried', findingSaid('half-the-usual', { minutes: usual }), reason('hurried', none))
      const share = (part: Draft) => (usual > 0 ? part.p50 / usual : 1)
      put((part) => withMinutes(part, edit.minutes * share(part), severe))
      return
    }
    const product = setting.catalogue.products.find((p) => p.id === step.product?.id)
    if (!product) {
      say('advice', 'no-product', findingSaid('uses-no-product', { step: step.title }), changesNothing)
      return
    }
    if (edit.ratio.concentrate <= 0 || share(edit.ratio) > share(product.maximum) + 1e-12) {
      const { concentrate, water } = product.maximum
      say(
        'forbidden',
        'label-maximum',
        findingSaid('never-stronger', { product: product.id, concentrate, water }),
        reason('label-holds', none),
      )
      return
    }
    put((part) => ({ ...part, product: { ...part.product!, ratio: edit.ratio }, byHand: true }))
  })
  return { steps: list, findings }
}
