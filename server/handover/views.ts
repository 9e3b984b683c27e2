import type { Report } from '#core/handover/report.ts'
import type { CheckIn } from '#core/procedures/schema.ts'

export interface ReportView {
  job: { id: string; callSign: string; colour: string; state: string }
  shopName: string
  checkIn: CheckIn
  report: Report
  names: Record<string, string>
}
