import type { Fault } from '#core/units/fault.ts'
import type { Language } from '#words/language.ts'
import { say } from '#words/message.ts'

type Message = NonNullable<Fault['said']>[number]

/** A fault with its words; what has none keeps what it says to those who write programs. */
export function faultInWords({ said, ...fault }: Fault, language: Language): Omit<Fault, 'said'> {
  if (!said) return fault
  const { procedures, mixing, plan, shop, names } = language
  const tables = {
    ...procedures.findings,
    ...procedures.reasons,
    ...mixing.labelFaults,
    ...shop.ownFaults,
    ...plan.violations((id) => `"${id}"`, String),
  }
  return { ...fault, message: said.map((message: Message) => say(tables, message, names)).join(' ') }
}
