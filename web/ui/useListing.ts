import { useState } from 'react'

/** How a list may be looked at: what is searched, in which orders it can stand, what may be shown alone. */
export interface Ways<T> {
  textOf(row: T): string
  orders: { id: string; label: string; compare(a: T, b: T): number }[]
  /** What the whole list is called where “everything” does not fit. */
  all?: string
  filters?: { id: string; label: string; keeps(row: T): boolean }[]
}

export interface Listing<T> {
  ways: Ways<T>
  shown: T[]
  find: string
  setFind(find: string): void
  order: string
  setOrder(order: string): void
  filter: string | null
  setFilter(filter: string | null): void
}

/** Every word typed stands in the row somewhere, whatever its case. */
const holds = (text: string, find: string) =>
  find
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.toLowerCase().includes(word))

/** A list that grows: searched, put in order, shown in part. The first order is the usual one. */
export function useListing<T>(rows: readonly T[], ways: Ways<T>): Listing<T> {
  const [find, setFind] = useState('')
  const [order, setOrder] = useState(ways.orders[0]!.id)
  const [filter, setFilter] = useState<string | null>(null)
  const { compare } = ways.orders.find((o) => o.id === order) ?? ways.orders[0]!
  const keeps = ways.filters?.find((f) => f.id === filter)?.keeps ?? (() => true)
  const shown = rows.filter((row) => keeps(row) && holds(ways.textOf(row), find.trim())).sort(compare)
  return { ways, shown, find, setFind, order, setOrder, filter, setFilter }
}
