import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { readLabel } from '#core/mixing/label.ts'
import type { Ratio } from '#core/mixing/schema.ts'
import { BadInput } from '#core/units/fault.ts'
import { readMoney, sayMoney } from '#core/units/money.ts'
import { purposesOf } from './products.ts'
import { emptyCan, type OwnProduct, type Strength } from './schema.ts'

/** The columns of a product list, in any order; only the name is needed. Strengths as the label writes them. */
export const productColumns = [
  'name',
  'used as',
  'families',
  'ph',
  'by hand',
  'by machine',
  'at most',
  'h',
  'p',
  'signal',
  'flammable',
  'keeps days',
  'pack ml',
  'price',
  'barcode',
] as const
type Column = (typeof productColumns)[number]

export interface ProductRow {
  /** The heading is line 1. */
  line: number
  faults: { column: Column; message: string }[]
  can: OwnProduct | null
}

const list = (text: string) =>
  text
    .split(/[;,]/)
    .map((t) => t.trim())
    .filter(Boolean)

/** The first reading of a label; a second one that means something else is a fault, never a guess. */
function ratioOf(text: string): Ratio {
  const { readings, ambiguous } = readLabel({ text })
  if (ambiguous) throw new BadInput([{ pointer: '/text', message: 'can be read in two ways; enter it on the screen' }])
  const { concentrate, water } = readings[0]!
  return { concentrate, water }
}

/** One line as a can; what is left out stays unsaid. @param roleOf the shipped product a role's name means */
function readLine(
  cells: Readonly<Record<string, string>>,
  id: string,
  currency: string,
  catalogue: Catalogue,
  roleOf: (name: string) => string | undefined,
): Omit<ProductRow, 'line'> {
  const faults: ProductRow['faults'] = []
  const fault = (column: Column, message: string) => void faults.push({ column, message })
  const cell = (column: Column) => (cells[column] ?? '').trim()
  const label = (column: Column) => {
    if (cell(column) === '') return undefined
    try {
      return { label: cell(column), ratio: ratioOf(cell(column)) }
    } catch (error) {
      if (!(error instanceof BadInput)) throw error
      fault(column, `“${cell(column)}” is no dilution: ${error.faults[0]!.message}`)
      return undefined
    }
  }
  if (cell('name') === '') fault('name', 'A name is needed.')
  const role = cell('used as') === '' ? null : roleOf(cell('used as'))
  if (role === undefined) fault('used as', `Nothing is used as “${cell('used as')}”.`)
  const ph = cell('ph').toLowerCase()
  if (ph !== '' && !['acid', 'neutral', 'alkaline', 'none'].includes(ph))
    fault('ph', '“acid”, “neutral”, “alkaline” or “none”.')
  const signal = cell('signal').toLowerCase() || 'none'
  if (!['none', 'warning', 'danger'].includes(signal)) fault('signal', '“none”, “warning” or “danger”.')
  const days = cell('keeps days') === '' ? 90 : Number(cell('keeps days'))
  if (!Number.isInteger(days) || days < 1) fault('keeps days', 'A whole number of days.')
  const ml = cell('pack ml') === '' ? undefined : Number(cell('pack ml').replace(',', '.'))
  if (ml !== undefined && !(ml > 0)) fault('pack ml', 'Millilitres in a pack.')
  const price = cell('price') === '' ? 0 : readMoney(cell('price'), currency)
  if (price === undefined) fault('price', 'An amount like 45.50.')
  const [hand, machine, most] = [label('by hand'), label('by machine'), label('at most')]
  const purpose = role ? (purposesOf(role, catalogue)[0] ?? 'trim') : 'trim'
  const strengths: Strength[] = [
    ...(hand ? [{ purpose, by: 'hand' as const, ...hand }] : []),
    ...(machine ? [{ purpose, by: 'machine' as const, ...machine }] : []),
  ]
  if (faults.length > 0) return { faults, can: null }
  return {
    faults,
    can: {
      ...emptyCan(id),
      name: cell('name'),
      role: role ?? null,
      families: list(cell('families')).map((f) => f.toLowerCase()),
      ph: (ph || null) as OwnProduct['ph'],
      strengths,
      maximum: most ?? null,
      h: list(cell('h')),
      p: list(cell('p')),
      signal: signal as OwnProduct['signal'],
      flammable: /^(yes|true|1|x)$/i.test(cell('flammable')),
      lifeDays: days,
      packs: ml ? [{ ml, price: price! }] : [],
      ...(cell('barcode') ? { barcode: cell('barcode') } : {}),
    },
  }
}

/**
 * Reads a product list line by line: a bad line says what is wrong in which column and spoils no other.
 * @param lines cells by heading
 * @param idOf an id for the n-th line
 */
export const readProducts = (
  lines: readonly Readonly<Record<string, string>>[],
  ground: {
    currency: string
    catalogue: Catalogue
    roleOf: (name: string) => string | undefined
    idOf: (index: number) => string
  },
): ProductRow[] =>
  lines.map((cells, i) => ({
    line: i + 2,
    ...readLine(cells, ground.idOf(i), ground.currency, ground.catalogue, ground.roleOf),
  }))

/** A can as a line of the same list. */
export function productLine(can: OwnProduct, currency: string, roleName: string): Record<Column, string> {
  const by = (way: 'hand' | 'machine') => can.strengths.find((s) => s.by === way)?.label ?? ''
  return {
    name: can.name,
    'used as': roleName,
    families: can.families.join('; '),
    ph: can.ph ?? '',
    'by hand': by('hand'),
    'by machine': by('machine'),
    'at most': can.maximum?.label ?? '',
    h: can.h.join('; '),
    p: can.p.join('; '),
    signal: can.signal,
    flammable: can.flammable ? 'yes' : '',
    'keeps days': String(can.lifeDays),
    'pack ml': can.packs[0] ? String(can.packs[0].ml) : '',
    price: can.packs[0] ? sayMoney(can.packs[0].price, currency) : '',
    barcode: can.barcode ?? '',
  }
}
