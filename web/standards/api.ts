import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { HouseRulesView } from '#server/procedures/views.ts'
import { get, put } from '#web/app/http.ts'

export const useHouseRules = () =>
  useQuery({ queryKey: ['house-rules'], queryFn: () => get<HouseRulesView>('/api/house-rules') })

export function useKeepHouseRules() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (rules: HouseRulesView) => put<HouseRulesView>('/api/house-rules', rules),
    onSuccess: (rules) => {
      client.setQueryData(['house-rules'], rules)
      void client.invalidateQueries({ queryKey: ['jobs'] })
    },
  })
}
