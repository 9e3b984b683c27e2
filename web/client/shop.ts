import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { Own } from '#core/shop/schema.ts'
import type { BodyOf } from '#server/http/wire.ts'
import type { ShopView } from '#server/shop/views.ts'
import type { Api } from '#server/wire.ts'
import { ApiError, put } from './http.ts'
import { shopQuery } from './shop-query.ts'

export const useShop = () => useQuery(shopQuery)

/** The currency amounts are in; euro until the shop says another. */
export const useCurrency = (): string => useShop().data?.about?.currency ?? 'EUR'

/** What follows from the shop is asked for anew. */
function useTold() {
  const client = useQueryClient()
  return (shop: ShopView) => {
    client.setQueryData(['shop'], shop)
    for (const key of ['catalogue', 'session', 'stock', 'jobs', 'day-mix', 'demand'])
      void client.invalidateQueries({ queryKey: [key] })
  }
}

/** A change of what the shop writes: a function of what is there now, so that what another wrote meanwhile is kept. */
export function useWriteOwn() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async (change: (own: Own) => Own) => {
      const write = async ({ version, own }: ShopView) => put('/api/shop/own', { body: { version, own: change(own) } })
      try {
        return await write(client.getQueryData<ShopView>(['shop']) ?? (await shopQuery.queryFn()))
      } catch (error) {
        if (!(error instanceof ApiError && error.code === 'stale')) throw error
        return write(await shopQuery.queryFn())
      }
    },
    onSuccess: useTold(),
  })
}

export function useKeepAbout() {
  return useMutation({
    mutationFn: (body: BodyOf<Api['PUT /api/shop/about']>) => put('/api/shop/about', { body }),
    onSuccess: useTold(),
  })
}

export function useKeepMachines() {
  return useMutation({
    mutationFn: (machines: ShopView['machines']) => put('/api/shop/machines', { body: { machines } }),
    onSuccess: useTold(),
  })
}
