import { leatherAfter } from '#core/handover/report.ts'
import { longMomentIn, monthAfter } from '#core/units/shop-time.ts'
import { paper as words } from '#words/en/handover.ts'
import { speak } from '#words/en/speak.ts'
import type { Leaf, ReportView } from './views.ts'

/**
 * What a customer is told of their car, in their words and nothing besides: the paper is printed from it, and a link shows it.
 * @param pairs names of the places that are shown before and after
 */
export function leafOf(view: ReportView, pairs: readonly string[], zone: string, now: string): Leaf {
  const { checkIn, shopName, shopAddress } = view
  const { make, model, plate } = checkIn.vehicle
  const report = speak.handover(view)
  const { handedOver } = report
  const at = handedOver?.at ?? now
  const isReady = report.checks.every((c) => c.passed !== null) && handedOver?.unfinished === undefined
  return {
    title: isReady ? words.ready(make, model) : words.notReady(make, model),
    plate,
    under: [plate, words.forWhom(checkIn.customer), longMomentIn(zone, at)].join(' · '),
    shop: { name: shopName, address: shopAddress },
    summary: report.summary,
    ...(handedOver?.unfinished === undefined ? {} : { unfinished: words.unfinished(handedOver.unfinished) }),
    pairs: [...pairs],
    did: report.areas.map(({ area, did }) => ({ what: area, said: did })),
    notDone: report.notDone.map(({ area, as }) => ({ what: area, said: as })),
    extras: report.extras,
    stains: report.stains.map((e) => ({ what: e.what, said: words.fared(e.words, e.outcome) })),
    remains: report.remains.map(({ what, why }) => ({ what, said: why })),
    mechanic: report.mechanic,
    belongings: report.belongings,
    care: report.care(monthAfter(zone, at, leatherAfter)),
    lookedOver: report.lookedOver,
    ...(handedOver?.back ? { wentBack: words.wentBack(handedOver.back) } : {}),
  }
}
