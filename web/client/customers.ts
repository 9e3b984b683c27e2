import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { get } from './http.ts'

/** As many as the server gives at once. */
const page = 100

/** Who brings cars to this shop, by name, page by page. @param find only those with this in name or contact */
export const useCustomers = (find = '') =>
  useInfiniteQuery({
    queryKey: ['customers', find],
    queryFn: ({ pageParam, signal }) =>
      get('/api/customers', { query: { find, ...(pageParam ? { after: pageParam } : {}) }, signal }),
    initialPageParam: '',
    getNextPageParam: (last) => (last.length === page ? last.at(-1)!.id : undefined),
    placeholderData: keepPreviousData,
  })

/** One customer; asked for only when there is one. @param going it is being erased: news of that does not ask for it again */
export const useCustomer = (id: string | undefined, going = false) =>
  useQuery({
    queryKey: ['customers', 'one', id],
    queryFn: ({ signal }) => get('/api/customers/:id', { params: { id: id! }, signal }),
    enabled: id !== undefined && !going,
  })
