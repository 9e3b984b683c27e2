import Papa from 'papaparse'
import type { CsvView } from '#server/files/csv.ts'
import type { CustomerFields } from './views.ts'

const columns = ['name', 'contact', 'sensitivities', 'notes', 'finish'] as const
const longest = { name: 80, contact: 200, sensitivities: 500, notes: 4000 } as const
const finishes = ['trade', 'standard', 'show'] as const

/** One line as a customer, or what is wrong with it. */
function readLine(cells: Record<string, string>, known: ReadonlySet<string>): CustomerFields | string {
  const cell = (column: (typeof columns)[number]) => (cells[column] ?? '').trim()
  if (cell('name') === '') return 'A customer needs a name.'
  const long = (Object.keys(longest) as (keyof typeof longest)[]).find((c) => cell(c).length > longest[c])
  if (long) return `“${long}” has more than ${longest[long]} letters.`
  const finish = cell('finish') === '' ? 'standard' : finishes.find((f) => f === cell('finish').toLowerCase())
  if (!finish) return `There is no finish “${cell('finish')}”; there are ${finishes.join(', ')}.`
  if (known.has(keyOf({ name: cell('name'), contact: cell('contact') }))) return `${cell('name')} is there already.`
  return {
    name: cell('name'),
    contact: cell('contact'),
    sensitivities: cell('sensitivities'),
    notes: cell('notes'),
    finish,
  }
}

/** How somebody is known not to come twice. */
export const keyOf = ({ name, contact }: Pick<CustomerFields, 'name' | 'contact'>) => `${name} ${contact}`.toLowerCase()

/** Customers as CSV. A cell that a spreadsheet would take for a formula is written as text. */
export const writeCustomers = (list: readonly CustomerFields[]): string =>
  Papa.unparse(
    { fields: [...columns], data: list.map((c) => columns.map((column) => c[column])) },
    { escapeFormulae: true, newline: '\n' },
  )

/** The good lines of a list, and what is wrong with the others. @param there keys of those who are customers already */
export function readCustomers(
  csv: string,
  there: readonly string[],
): { good: CustomerFields[]; faults: CsvView['faults'] } {
  const { data } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  })
  const known = new Set(there)
  const good: CustomerFields[] = []
  const faults: CsvView['faults'] = []
  data.forEach((cells, i) => {
    const read = readLine(cells, known)
    if (typeof read === 'string') faults.push({ line: i + 2, message: read })
    else {
      good.push(read)
      known.add(keyOf(read))
    }
  })
  return { good, faults }
}
