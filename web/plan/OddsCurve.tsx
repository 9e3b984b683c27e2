import { useCallback } from 'react'
import { sayClock } from '#core/units/format.ts'
import { Chart, type Drawing } from '#web/ui/Chart.tsx'
import { words } from '#words/en/screens/plan.ts'

interface Props {
  /** Ends from the earliest to the latest, evenly by chance. */
  odds: readonly number[]
  due: number | undefined
  summary: string
}

/** The chance that a car is ready, by time, with what was promised. */
export function OddsCurve({ odds, due, summary }: Props) {
  const draw = useCallback(
    (colour: (token: string) => string, axis: object): Drawing => {
      const [from, to] = [Math.min(odds[0]!, due ?? odds[0]!) - 20, Math.max(odds.at(-1)!, due ?? 0) + 20]
      const every = to - from > 240 ? 60 : 30
      const ticks = Array.from(
        { length: Math.ceil((to - from) / every) },
        (_, i) => Math.ceil(from / every) * every + i * every,
      )
      const line = {
        type: 'scatter' as const,
        mode: 'lines' as const,
        x: [...odds],
        y: odds.map((_, i) => (10 * i) / (odds.length - 1)),
        line: { color: colour('--stem'), width: 3 },
        fill: 'tozeroy' as const,
      }
      const promise = {
        type: 'scatter' as const,
        mode: 'text+lines' as const,
        x: due === undefined ? [] : [due, due],
        y: [0, 10],
        text: ['', words.promised],
        textposition: 'top center' as const,
        line: { color: colour('--ink'), dash: 'dash' as const, width: 2 },
      }
      return {
        data: due === undefined ? [line] : [line, promise],
        layout: {
          height: 240,
          margin: { l: 42, r: 12, t: 22, b: 34 },
          xaxis: { ...axis, range: [from, to], tickvals: ticks, ticktext: ticks.map((t) => sayClock(t)) },
          yaxis: { ...axis, range: [0, 11], tickvals: [0, 2, 5, 8, 10], title: { text: words.chanceAxis } },
          showlegend: false,
        },
      }
    },
    [odds, due],
  )
  return <Chart draw={draw} summary={summary} />
}
