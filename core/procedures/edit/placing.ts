import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { none } from '#core/message/message.ts'
import { inOrder, withoutImplied } from '#core/procedures/make/order.ts'
import type { Draft } from '#core/procedures/make/steps.ts'
import { findingSaid, fixSaid, reason } from '#core/procedures/messages.ts'
import type { Edit, Finding, StepLink } from '#core/procedures/schema.ts'
import { asListed, type Round, type Sequence, sequenced } from '#core/procedures/sequence/sequence.ts'
import { fileUnder } from '#core/units/file-under.ts'
import { aboutEdit } from './findings.ts'

export const byHandRule = 'by-hand'

interface Placed {
  order: string[]
  links: StepLink[]
}

function moved(order: readonly string[], step: string, after: string | null): string[] {
  const rest = order.filter((id) => id !== step)
  const at = after === null ? 0 : rest.indexOf(after) + 1
  return [...rest.slice(0, at), step, ...rest.slice(at)]
}

/** One link says what a move means: it comes before what it was put in front of, or after what it was put behind. */
function handLink(was: readonly string[], now: readonly string[], step: string): StepLink | undefined {
  const at = now.indexOf(step)
  const [from, to] = at < was.indexOf(step) ? [step, now[at + 1]] : [now[at - 1], step]
  return from && to ? { from, to, minLag: 0, rules: [byHandRule] } : undefined
}

/** Links a move breaks, by the rule that asked for them. */
function brokenRules(broken: readonly StepLink[]): [string, StepLink[]][] {
  const byRule = new Map<string, StepLink[]>()
  for (const link of broken) for (const id of link.rules) if (id !== byHandRule) fileUnder(byRule, id, link)
  return [...byRule]
}

/** What is over or under way first, in the order of the sheet it was worked by; as it is sorted where a rule has come in between. */
function asItStood(sorted: readonly Draft[], steps: readonly Draft[], links: readonly StepLink[]): readonly Draft[] {
  const stood = steps.filter((s) => s.kept)
  const at = new Map(stood.map((s, i) => [s.id, i]))
  if (links.some(({ from, to }) => at.get(from)! > at.get(to)!)) return sorted
  return [...stood, ...sorted.filter((s) => !s.kept)]
}

/**
 * Places steps by hand. Order rules a move breaks are set aside and told as findings that need a reason; a move that breaks a forbidden-grade
 * rule, or leaves something to dry on, is not made.
 */
export function placeByHand(
  steps: readonly Draft[],
  links: readonly StepLink[],
  edits: readonly Edit[],
  catalogue: Catalogue,
  round: Round,
): { steps: Draft[]; links: StepLink[]; lean: StepLink[]; findings: Finding[]; list: Sequence } {
  const findings: Finding[] = []
  const byId = new Map(steps.map((s) => [s.id, s]))
  const title = (id: string) => byId.get(id)!.title
  const rule = (id: string) => catalogue.orderRules.find((r) => r.id === id)
  /** One finding a rule, however many steps it is about. */
  const saidOf = (id: string, list: readonly StepLink[]) => {
    const [first] = list
    return {
      grade: 'order' as const,
      code: id,
      text: findingSaid('usually-before', {
        from: title(first!.from),
        to: title(first!.to),
        more: list.length - 1,
      }),
      reason: reason('order-rules', { rules: [id] }),
      steps: [...new Set(list.flatMap((l) => [l.from, l.to]))],
    }
  }
  const touched = new Set<string>()
  const sorted = asItStood(inOrder(steps, links), steps, links).map((s) =>
    s.stage === 'kit' ? { ...s, ready: true } : s,
  )
  const lean = withoutImplied(sorted, links)
  let list = sequenced(sorted, lean, round)
  let placed: Placed = { order: list.order, links: [...links] }
  edits.forEach((edit, index) => {
    if (edit.do !== 'move') return
    const { step, after } = edit
    if (!byId.has(step) || (after !== null && !byId.has(after)) || step === after) {
      findings.push(
        aboutEdit(edits, index, {
          grade: 'advice',
          code: 'no-such-step',
          text: findingSaid('move-no-step', none),
          reason: reason('changes-nothing', none),
        }),
      )
      return
    }
    const order = moved(placed.order, step, after)
    const at = new Map(order.map((id, i) => [id, i]))
    const broken = placed.links.filter((l) => at.get(l.from)! > at.get(l.to)!)
    const hard = broken.find((l) => l.rules.some((id) => rule(id)?.grade === 'forbidden'))
    const behind = (list: readonly StepLink[]) => {
      // Where it may stand at the earliest: right behind the last of what it has to wait for.
      const before = list.filter((l) => l.to === step).map((l) => l.from)
      const last = before.sort((a, b) => at.get(a)! - at.get(b)!).at(-1)
      return last
        ? {
            text: fixSaid('put-after', { step: title(last) }),
            edit: { ...edit, after: last },
          }
        : undefined
    }
    if (hard) {
      const [first] = hard.rules.filter((id) => rule(id)?.grade === 'forbidden')
      findings.push(
        aboutEdit(
          edits,
          index,
          {
            grade: 'forbidden',
            code: first!,
            text: findingSaid('comes-before', { from: title(hard.from), to: title(hard.to) }),
            reason: reason('order-rules', { rules: [first!] }),
            steps: [hard.from, hard.to],
          },
          behind(broken),
        ),
      )
      return
    }
    const kept = placed.links.filter((l) => !broken.includes(l))
    const hand = handLink(placed.order, order, step)
    const next: Placed = {
      order,
      links: hand && !kept.some((l) => l.from === hand.from && l.to === hand.to) ? [...kept, hand] : kept,
    }
    const listed = asListed(sorted, next.links, next.order, round)
    const late = listed.broken.find((l) => !list.broken.some((b) => b.from === l.from && b.to === l.to))
    if (late) {
      findings.push(
        aboutEdit(edits, index, {
          grade: 'forbidden',
          code: 'dries-on',
          text: findingSaid('starts-within', {
            from: title(late.from),
            to: title(late.to),
            minutes: late.maxLag!,
          }),
          reason: reason('order-rules', { rules: late.rules }),
          steps: [late.from, late.to],
        }),
      )
      return
    }
    findings.push(...brokenRules(broken).map(([id, list]) => aboutEdit(edits, index, saidOf(id, list), behind(broken))))
    touched.add(step)
    placed = next
    list = listed
  })
  return {
    steps: placed.order.map((id) => (touched.has(id) ? { ...byId.get(id)!, byHand: true as const } : byId.get(id)!)),
    links: placed.links,
    lean: touched.size === 0 ? lean : withoutImplied(sorted, placed.links),
    findings,
    list,
  }
}
