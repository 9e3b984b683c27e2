import type { KeyboardEvent, ReactNode } from 'react'
import { words } from '#words/en/screens/check-in.ts'

export type Tab = keyof typeof words.tabs
const all = Object.keys(words.tabs) as Tab[]

interface Props {
  tab: Tab
  /** How many answers are missing behind a tab. */
  missing: Partial<Record<Tab, number>>
  onPick: (tab: Tab) => void
  children: ReactNode
}

/** The panels beside the sheet, one at a time. Arrows go from tab to tab. */
export function Tabs({ tab, missing, onPick, children }: Props) {
  const key = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    if (step === 0) return
    event.preventDefault()
    const next = all[(all.indexOf(tab) + step + all.length) % all.length]!
    onPick(next)
    document.getElementById(`tab-${next}`)?.focus()
  }
  return (
    <>
      <div className="panel-tabs" role="tablist" aria-label={words.panels} onKeyDown={key}>
        {all.map((id) => (
          <button
            key={id}
            id={`tab-${id}`}
            type="button"
            role="tab"
            aria-selected={tab === id}
            aria-controls="panel"
            tabIndex={tab === id ? 0 : -1}
            onClick={() => onPick(id)}
          >
            {words.tabs[id]}
            {missing[id] ? (
              <>
                <span className="missing" aria-hidden="true">
                  {missing[id]}
                </span>
                <span className="spoken-only">{words.missing(missing[id])}</span>
              </>
            ) : null}
          </button>
        ))}
      </div>
      <div id="panel" role="tabpanel" aria-labelledby={`tab-${tab}`} className="panel stack">
        {children}
      </div>
    </>
  )
}
