import { useCallback } from 'react'
import type { DryAnswer } from '#core/drying/schema.ts'
import { sayClock } from '#core/units/format.ts'
import { Chart, type Drawing } from '#web/ui/Chart.tsx'
import { words } from '#words/en/screens/drying.ts'

interface Props {
  answer: DryAnswer
  /** Minutes of the shop's day when the wetting ends. */
  start: number
  nameOf(patch: string): string
  /** What the picture says, for whoever does not see it. */
  summary: string
}

const dashes = ['solid', 'dash', 'dot', 'dashdot', 'longdash', 'longdashdot'] as const
const tones = ['--stem', '--ink', '--leaf', '--ink-soft'] as const
const hourly = (start: number, minutes: number) => {
  const step = minutes > 16 * 60 ? 240 : minutes > 6 * 60 ? 120 : 60
  const first = Math.ceil(start / step) * step
  return Array.from({ length: Math.floor((start + minutes - first) / step) + 1 }, (_, i) => first + i * step)
}

/** Water left in each patch over the clock, with where it is touch-dry, and the cabin's humidity below. */
export function Curve({ answer, start, nameOf, summary }: Props) {
  const draw = useCallback(
    (colour: (token: string) => string, axis: object): Drawing => {
      const x = answer.moments.map((m) => start + m.at)
      const last = Math.max(...answer.patches.map((p) => p.dry ?? 1440), 60)
      const shown = Math.min(1440, last * 1.25)
      const ticks = hourly(start, shown)
      const lines = answer.patches.map((p, i) => ({
        type: 'scatter' as const,
        mode: 'lines' as const,
        name: nameOf(p.id),
        x,
        y: answer.moments.map((m) => m.grams[p.id]!),
        line: { color: colour(tones[i % tones.length]!), dash: dashes[i % dashes.length]!, width: 2.5 },
      }))
      const dry = answer.patches.filter((p) => p.dry !== null)
      const gramsAt = (id: string, at: number) =>
        (answer.moments.findLast((m) => m.at <= at) ?? answer.moments[0]!).grams[id]!
      const marks = {
        type: 'scatter' as const,
        mode: 'markers' as const,
        name: words.touchDry,
        x: dry.map((p) => start + p.dry!),
        y: dry.map((p) => gramsAt(p.id, p.dry!)),
        marker: {
          symbol: 'diamond',
          size: 13,
          color: colour('--sheet'),
          line: { color: colour('--ink'), width: 2.5 },
        },
      }
      const humidity = {
        type: 'scatter' as const,
        mode: 'lines' as const,
        name: words.humidity,
        x,
        y: answer.moments.map((m) => m.humidity * 100),
        yaxis: 'y2',
        line: { color: colour('--ink-soft'), width: 2 },
      }
      return {
        data: [...lines, marks, humidity],
        layout: {
          height: 420,
          margin: { l: 58, r: 14, t: 10, b: 76 },
          xaxis: {
            ...axis,
            range: [start, start + shown],
            tickvals: ticks,
            ticktext: ticks.map((t) => sayClock(t)),
            anchor: 'y2',
          },
          yaxis: { ...axis, domain: [0.36, 1], rangemode: 'tozero', title: { text: words.gramsAxis } },
          yaxis2: { ...axis, domain: [0, 0.24], range: [0, 104], title: { text: words.humidityAxis } },
          legend: { orientation: 'h', y: -0.16 },
          showlegend: true,
        },
      }
    },
    [answer, start, nameOf],
  )
  return <Chart draw={draw} summary={summary} />
}
