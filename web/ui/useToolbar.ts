import { type KeyboardEvent, type RefObject, useEffect, useRef } from 'react'

const controls = 'button:not(:disabled), input:not(:disabled)'
const steps: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1 }

/**
 * A toolbar is one stop of the tab key, as the pattern of its role says; arrows go from control to control in it. What was used last is
 * where the tab key comes back to.
 */
export function useToolbar(): { ref: RefObject<HTMLDivElement | null>; onKeyDown: (event: KeyboardEvent) => void } {
  const ref = useRef<HTMLDivElement>(null)
  const last = useRef<Element>(null)
  useEffect(() => {
    const all = [...(ref.current?.querySelectorAll<HTMLElement>(controls) ?? [])]
    const at = Math.max(0, all.indexOf(last.current as HTMLElement))
    all.forEach((control, i) => {
      control.tabIndex = i === at ? 0 : -1
    })
  })
  const onKeyDown = (event: KeyboardEvent) => {
    const step = steps[event.key]
    // A list's own field keeps its arrows while it is open.
    if (step === undefined || !(event.target instanceof HTMLElement)) return
    if (event.target.getAttribute('aria-expanded') === 'true') return
    const all = [...(ref.current?.querySelectorAll<HTMLElement>(controls) ?? [])]
    const at = all.indexOf(event.target)
    if (at < 0) return
    event.preventDefault()
    const to = all[(at + step + all.length) % all.length]!
    event.target.tabIndex = -1
    to.tabIndex = 0
    last.current = to
    to.focus()
  }
  return { ref, onKeyDown }
}
