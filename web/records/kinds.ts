import { ownChance } from '#core/records/outcomes.ts'
import { sayMinutes, sayVolume } from '#core/units/format.ts'
import { minorDigits, sayMoney } from '#core/units/money.ts'
import { shortDay } from '#core/units/shop-time.ts'
import type { FiguresView } from '#server/records/views.ts'
import { words } from '#words/en/screens/figures.ts'
import { speak } from '#words/en/speak.ts'

const { columns } = words

/** A line of figures, whatever it is about. */
export interface Line {
  key: string
  jobs: string[]
  [figure: string]: number | string | string[] | null
}
/** How figures of a kind are said. */
export interface Said {
  view: FiguresView
}
export interface Column {
  id: string
  title: string
  text(line: Line, said: Said): string
}
/** A bar of each line. */
export interface Series {
  title: string
  value(line: Line, said: Said): number
  /** Its colour's token; every other one is hatched as well, so that colour carries nothing alone. */
  colour: string
}
/** A chart with its table. */
export interface Kind {
  id: string
  lead: string
  /** What the axis counts. */
  axis(said: Said): string
  lines(view: FiguresView): readonly Line[]
  label(line: Line, said: Said): string
  columns: readonly Column[]
  series: readonly Series[]
  /** Bars stand upon each other. */
  stacked?: boolean
  /** Days or weeks, from left to right. */
  upright?: boolean
  /** Cars or surfaces, of which there are no halves. */
  whole?: boolean
  note?: string
}

const figure = (line: Line, id: string) => Number(line[id] ?? 0)
const percent = (value: number) => `${Math.round(value)} %`
const minutes = (id: string, title: string): Column => ({ id, title, text: (l) => sayMinutes(figure(l, id)) })
const count = (id: string, title: string): Column => ({ id, title, text: (l) => String(figure(l, id)) })
const money = (id: string, title: string): Column => ({
  id,
  title,
  text: (l, { view }) => (l[id] === null ? words.unsaid : sayMoney(Math.round(figure(l, id)), view.currency ?? 'EUR')),
})
const cars: Column = { id: 'cars', title: columns.cars, text: (l) => String(l.jobs.length) }
const bar = (id: string, title: string, colour: string): Series => ({ title, colour, value: (l) => figure(l, id) })
/** Whole units of the currency. */
const sum = (id: string, title: string, colour: string): Series => ({
  title,
  colour,
  value: (l, { view }) => figure(l, id) / 10 ** minorDigits(view.currency ?? 'EUR'),
})

/** What was done, as steps are called by it. */
const treatment = ({ key }: Line): string => {
  if (key === '') return words.unsaid
  const { [key]: around } = words.around
  return around ?? speak.names.of(speak.names.has('treatments', key) ? 'treatments' : 'wholeCar', key).name
}
const day = ({ key }: Line) => shortDay(key)
const inMinutes = () => columns.minutes
const inPercent = () => columns.percent
const inMoney = ({ view }: Said) => view.currency ?? ''

const times = (by: 'treatment' | 'person' | 'car', label: Kind['label']): Kind => ({
  id: by,
  lead: words.leads.times,
  axis: inMinutes,
  lines: (view) => view.figures.times[by],
  label,
  columns: [
    minutes('planned', columns.planned),
    minutes('took', columns.took),
    {
      id: 'share',
      title: columns.share,
      text: (l) =>
        figure(l, 'planned') > 0 ? percent((100 * figure(l, 'took')) / figure(l, 'planned')) : words.unsaid,
    },
    count('steps', columns.steps),
    cars,
  ],
  series: [bar('took', columns.took, '--stem'), bar('planned', columns.planned, '--dusk-2')],
})

const stains = (by: 'stain' | 'treatment', label: Kind['label']): Kind => ({
  id: by,
  lead: words.leads.stains,
  note: words.brierNote,
  axis: inPercent,
  lines: (view) => view.figures.stains[by],
  label,
  columns: [
    count('of', columns.seen),
    count('out', columns.out),
    { id: 'said', title: columns.said, text: (l) => percent(figure(l, 'said')) },
    { id: 'brier', title: columns.brier, text: (l) => figure(l, 'brier').toFixed(2) },
    { id: 'own', title: columns.own, text: (l) => percent(ownChance(figure(l, 'said'), figure(l, 'shift'))) },
    cars,
  ],
  series: [
    { title: columns.out, colour: '--stem', value: (l) => (100 * figure(l, 'out')) / figure(l, 'of') },
    bar('said', columns.said, '--dusk-2'),
  ],
})

/** All figures, by what they are of; the ways in which each can be sorted stand in their order. */
export const kinds = {
  times: [
    times('treatment', treatment),
    times('person', ({ key }, { view }) => view.names[key] ?? words.unsaid),
    times('car', ({ key }) => key || words.unsaid),
  ],
  days: [
    {
      id: 'day',
      lead: words.leads.days,
      axis: inMinutes,
      lines: (view) => view.figures.days,
      label: day,
      columns: [
        minutes('hands', columns.hands),
        minutes('drying', columns.drying),
        minutes('waiting', columns.waiting),
        minutes('moving', columns.moving),
        cars,
      ],
      series: [
        bar('hands', columns.hands, '--stem'),
        bar('drying', columns.drying, '--liquid'),
        bar('waiting', columns.waiting, '--dusk-3'),
        bar('moving', columns.moving, '--dusk-2'),
      ],
      stacked: true,
      upright: true,
    },
  ],
  again: [
    {
      id: 'treatment',
      lead: words.leads.again,
      axis: () => columns.again,
      whole: true,
      lines: (view) => view.figures.again,
      label: treatment,
      columns: [
        count('steps', columns.steps),
        count('again', columns.again),
        count('came', columns.came),
        count('back', columns.back),
        {
          id: 'hundred',
          title: columns.hundred,
          text: (l) =>
            figure(l, 'steps') > 0 ? ((100 * figure(l, 'again')) / figure(l, 'steps')).toFixed(1) : words.unsaid,
        },
        cars,
      ],
      series: [
        bar('again', columns.again, '--stem'),
        bar('came', columns.came, '--dusk-2'),
        bar('back', columns.back, '--dusk-3'),
      ],
    },
  ],
  money: [
    {
      id: 'car',
      lead: words.leads.money,
      axis: inMoney,
      lines: (view) => view.figures.money,
      label: ({ key }, { view }) => view.lines.find((l) => l.id === key)?.plate ?? words.unsaid,
      columns: [
        money('price', columns.price),
        money('extras', columns.extras),
        money('labour', columns.labour),
        money('product', columns.product),
        money('used', columns.used),
        money('margin', columns.margin),
      ],
      series: [
        sum('labour', columns.labour, '--dusk-3'),
        sum('product', columns.product, '--liquid'),
        sum('used', columns.used, '--dusk-2'),
        sum('margin', columns.margin, '--stem'),
      ],
      stacked: true,
    },
  ],
  promises: [
    {
      id: 'week',
      lead: words.leads.promises,
      axis: () => columns.cars,
      whole: true,
      lines: (view) => view.figures.promises.weeks,
      label: (line) => words.week(day(line)),
      columns: [count('of', columns.of), count('kept', columns.kept), minutes('late', columns.late)],
      series: [
        bar('kept', columns.kept, '--stem'),
        { title: columns.notKept, colour: '--dusk-3', value: (l) => figure(l, 'of') - figure(l, 'kept') },
      ],
      stacked: true,
      upright: true,
    },
    {
      id: 'sure',
      lead: words.leads.sure,
      axis: inPercent,
      lines: (view) => view.figures.promises.sure,
      label: ({ key }) => `${key} %`,
      columns: [
        { id: 'said', title: columns.said, text: (l) => percent(figure(l, 'said')) },
        { id: 'kept', title: columns.kept, text: (l) => percent(figure(l, 'kept')) },
        cars,
      ],
      series: [bar('kept', columns.kept, '--stem'), bar('said', columns.said, '--dusk-2')],
      upright: true,
    },
  ],
  stains: [stains('stain', ({ key }) => speak.names.of('stains', key).name), stains('treatment', treatment)],
  stock: [
    {
      id: 'item',
      lead: words.leads.stock,
      axis: inMoney,
      lines: (view) => view.stock,
      label: ({ key }) => itemName(key),
      columns: [
        { id: 'mixed', title: columns.mixed, text: (l) => sayVolume(figure(l, 'mixed')) },
        count('used', columns.used),
        { id: 'counted', title: columns.counted, text: (l) => figure(l, 'counted').toFixed(0) },
        money('cost', columns.cost),
      ],
      series: [sum('cost', columns.cost, '--stem')],
    },
  ],
} satisfies Record<string, readonly Kind[]> as Record<string, readonly Kind[]>

/** An item is a product or something used up. */
function itemName(key: string): string {
  const of = (kind: 'products' | 'consumables') => speak.names.of(kind, key).name
  const product = of('products')
  return product === key ? of('consumables') : product
}
