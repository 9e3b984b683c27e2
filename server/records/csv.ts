import Papa from 'papaparse'
import type { FiguresView } from './views.ts'

type Rows = Record<string, string | number | null>[]
type Line = { key: string; jobs: string[] }

/** A line of figures as a row of a file: what it is about, its figures as they are, and how many cars it is made of. */
const rowsOf = (lines: readonly Line[], names: Readonly<Record<string, string>> = {}, more: object = {}): Rows =>
  lines.map(({ key, jobs, ...figures }) => ({ ...more, key: names[key] ?? key, ...figures, cars: jobs.length }))

/** What may be asked for as a file, each a table. */
export const tables: Record<string, (view: FiguresView) => Rows> = {
  times: ({ figures, names }) => [
    ...rowsOf(figures.times.treatment, {}, { by: 'treatment' }),
    ...rowsOf(figures.times.person, names, { by: 'person' }),
    ...rowsOf(figures.times.car, {}, { by: 'car' }),
  ],
  days: ({ figures }) => rowsOf(figures.days),
  again: ({ figures }) => rowsOf(figures.again),
  money: ({ figures, lines, currency }) => {
    const plates = Object.fromEntries(lines.map((l) => [l.id, l.plate]))
    return figures.money.map(({ jobs: _, key, ...money }) => ({
      job: key,
      plate: plates[key] ?? '',
      currency,
      ...money,
    }))
  },
  promises: ({ figures }) => [
    ...rowsOf(figures.promises.weeks, {}, { by: 'week' }),
    ...rowsOf(figures.promises.sure, {}, { by: 'said' }),
  ],
  stains: ({ figures }) => [
    ...rowsOf(figures.stains.stain, {}, { by: 'stain' }),
    ...rowsOf(figures.stains.treatment, {}, { by: 'treatment' }),
  ],
  stock: ({ stock }) => rowsOf(stock),
  cars: ({ lines }) =>
    lines.map(({ id, plate, vehicle, customer, arrives, due }) => ({ id, plate, vehicle, customer, arrives, due })),
}

/** A table of rows that may have different columns: each column that any row has. */
export function csvOf(rows: Rows): string {
  const fields = [...new Set(rows.flatMap((row) => Object.keys(row)))]
  return Papa.unparse({ fields, data: rows }, { escapeFormulae: true, newline: '\n' })
}
