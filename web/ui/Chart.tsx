import type { Data, Layout } from 'plotly.js-basic-dist-min'
import { useEffect, useRef } from 'react'

export interface Drawing {
  data: Data[]
  layout: Partial<Layout>
}
interface Props {
  /**
   * What is drawn, in the theme's colours by the names of its tokens, with what every axis has in common; the same function as long as it
   * draws the same.
   */
  draw: (colour: (token: string) => string, axis: object) => Drawing
  /** What the picture says, for whoever does not see it. */
  summary: string
  /** A point of it was pressed: its custom data. Whatever it does is also done by something that keys reach. */
  onPick?: (key: string) => void
}

/** A chart in the house's look; what draws it is fetched when the first is opened. */
export function Chart({ draw, summary, onPick }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const pick = useRef(onPick)
  pick.current = onPick
  useEffect(() => {
    const target = box.current
    if (!target) return
    let gone = false
    const style = getComputedStyle(document.documentElement)
    const colour = (token: string) => style.getPropertyValue(token).trim()
    void import('plotly.js-basic-dist-min').then(async ({ default: Plotly }) => {
      if (gone) return
      const axis = { gridcolor: colour('--line-soft'), linecolor: colour('--line'), zeroline: false, fixedrange: true }
      const { data, layout } = draw(colour, axis)
      const look = { paper_bgcolor: 'transparent', plot_bgcolor: 'transparent' }
      const font = { family: 'Figtree Variable, sans-serif', size: 14, color: colour('--ink') }
      const drawn = await Plotly.react(
        target,
        data,
        { ...look, font, ...layout },
        { displayModeBar: false, responsive: true },
      )
      if (gone) return
      drawn.removeAllListeners('plotly_click')
      drawn.on('plotly_click', ({ points }) => {
        const key = points[0]?.customdata
        if (typeof key === 'string') pick.current?.(key)
      })
    })
    return () => {
      gone = true
    }
  }, [draw])
  return <div ref={box} role="img" aria-label={summary} className="curve" />
}
