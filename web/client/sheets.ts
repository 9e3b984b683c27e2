import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import type { SheetView } from '#server/mixing/views.ts'
import { get, getFile } from './http.ts'

/** A larger sheet is fetched only when it is asked for (bytes): a phone keeps several. */
const largest = 3_000_000

/** As long as a shift: what was fetched is there when the signal is not. */
const gcTime = 12 * 3_600_000

/** Which products' data sheets are kept here. */
export const useSheets = (enabled = true) =>
  useQuery({
    queryKey: ['data-sheets'],
    queryFn: ({ signal }) => get('/api/mixing/sheets', { signal }),
    gcTime,
    enabled,
  })

/** A maker's data sheet itself. A newer one is another one. */
const sheetQuery = ({ product, at }: SheetView) =>
  queryOptions({
    queryKey: ['data-sheet', product, at],
    queryFn: ({ signal }) => getFile('/api/mixing/products/:id/sheet', { params: { id: product }, signal }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime,
  })

/** The sheet of a product as a file, where there is one and it is here or can be fetched. */
export function useSheet(product: string, enabled: boolean) {
  const sheets = useSheets(enabled)
  const sheet = sheets.data?.find((s) => s.product === product)
  const file = useQuery({
    ...sheetQuery(sheet ?? { product, at: '', bytes: 0 }),
    enabled: enabled && sheet !== undefined,
  })
  return { isKnown: sheets.isSuccess, isThere: sheet !== undefined, file: file.data, isAway: file.isError }
}

/** Fetches the sheets of what a car is worked with while there is a line: they are kept with what the server told (kept-answers.ts). */
export function useSheetsHere(products: readonly string[]): void {
  const client = useQueryClient()
  const { data } = useSheets(products.length > 0)
  useEffect(() => {
    for (const sheet of data ?? [])
      if (products.includes(sheet.product) && sheet.bytes <= largest) void client.prefetchQuery(sheetQuery(sheet))
  }, [client, data, products])
}
