import { useQuery } from '@tanstack/react-query'
import type { ReportView } from '#server/handover/views.ts'
import { get } from '#web/client/http.ts'

export const useReport = (id: string) =>
  useQuery({ queryKey: ['jobs', id, 'report'], queryFn: () => get<ReportView>(`/api/jobs/${id}/report`) })
