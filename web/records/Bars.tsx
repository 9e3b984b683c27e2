import type { Data } from 'plotly.js-basic-dist-min'
import { useCallback } from 'react'
import { Chart, type Drawing } from '#web/ui/Chart.tsx'
import { words } from '#words/en/screens/figures.ts'
import type { Kind, Line, Said } from './kinds.ts'

/** Bars in one picture; the others stand in the table. */
const most = 14
/** Each bar of a line has its own besides its colour. */
const shapes = ['', '/', '.', '\\'] as const
/** Pixels of a line of bars that lie on their side. */
const thick = 34

interface Props {
  name: string
  kind: Kind
  lines: readonly Line[]
  said: Said
  onPick(key: string): void
}

/** Lines of figures as bars; a bar opens the cars it is made of. */
export function Bars({ name, kind, lines, said, onPick }: Props) {
  const shown = kind.upright ? lines.slice(-most * 3) : lines.slice(0, most)
  const draw = useCallback(
    (colour: (token: string) => string, axis: object): Drawing => {
      const labels = shown.map((line) => kind.label(line, said))
      // Two lines may be called the same: they lie by their number and are named beside it.
      const places = shown.map((_, i) => i)
      const data = kind.series.map((series, i): Data => {
        const values = shown.map((line) => series.value(line, said))
        return {
          type: 'bar',
          name: series.title,
          orientation: kind.upright ? 'v' : 'h',
          x: kind.upright ? places : values,
          y: kind.upright ? values : places,
          customdata: shown.map((line) => line.key),
          text: labels,
          textposition: 'none',
          hovertemplate: `%{text}<br>${series.title}: %{${kind.upright ? 'y' : 'x'}:.3~f}<extra></extra>`,
          marker: {
            color: colour(series.colour),
            line: { color: colour('--ink'), width: 1 },
            pattern: {
              shape: shapes[i % shapes.length]!,
              bgcolor: colour(series.colour),
              fgcolor: colour('--ink'),
              size: 7,
              solidity: 0.14,
            },
          },
        } as Data
      })
      const highest = Math.max(...shown.map((line) => kind.series.reduce((sum, s) => sum + s.value(line, said), 0)))
      const named = { ...axis, tickvals: places, ticktext: labels, automargin: true }
      const counted = {
        ...axis,
        title: { text: kind.axis(said) },
        rangemode: 'tozero',
        automargin: true,
        ...(kind.whole ? { dtick: Math.max(1, Math.ceil(highest / 8)) } : {}),
      }
      return {
        data,
        layout: {
          height: kind.upright ? 380 : 96 + thick * Math.max(3, shown.length) * (kind.stacked ? 1 : 1.2),
          margin: { l: 12, r: 12, t: 8, b: 12 },
          barmode: kind.stacked ? 'relative' : 'group',
          bargap: 0.28,
          xaxis: kind.upright ? named : counted,
          yaxis: kind.upright ? counted : { ...named, autorange: 'reversed' },
          legend: { orientation: 'h', y: 1.02, yanchor: 'bottom', x: 0, traceorder: 'normal' },
          showlegend: kind.series.length > 1,
        } as Drawing['layout'],
      }
    },
    [kind, shown, said],
  )
  const first = shown[0]
  const told = first
    ? `${kind.label(first, said)}: ${kind.columns.map((c) => `${c.title} ${c.text(first, said)}`).join(', ')}`
    : ''
  return (
    <>
      <Chart draw={draw} summary={words.summary(name, shown.length, told)} onPick={onPick} />
      {lines.length > shown.length && <p className="soft">{words.more(lines.length - shown.length)}</p>}
    </>
  )
}
