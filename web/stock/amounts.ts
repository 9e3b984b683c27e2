import { sayVolume } from '#core/units/format.ts'
import { sayMoney } from '#core/units/money.ts'
import type { ItemView } from '#server/stock/views.ts'
import { words } from '#words/en/screens/stock.ts'
import { speak } from '#words/en/speak.ts'

/** Liquids as a volume, pieces as a number. */
export const say = (item: Pick<ItemView, 'unit'>, amount: number) =>
  item.unit === 'ml' ? sayVolume(amount) : Number(amount.toFixed(1)).toString()
/** Of minor units, as 12.50. */
export const money = (minor: number | null, currency: string) =>
  minor === null ? words.nothing : sayMoney(Math.round(minor), currency)

/** An item is a product in millilitres or a consumable in pieces. */
export const nameOf = ({ item, unit }: Pick<ItemView, 'item' | 'unit'>) =>
  speak.names.of(unit === 'ml' ? 'products' : 'consumables', item).name
