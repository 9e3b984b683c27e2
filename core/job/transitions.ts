import type { Step } from '#core/procedures/schema.ts'
import type { StepState, WorkEvent } from './schema.ts'

export type Status = StepState['status']
interface Way {
  from: readonly Status[]
  to: Status
}
type Ways = Partial<Record<WorkEvent['type'], Way>>

const open = ['waiting', 'running', 'paused'] as const
const over = ['finished', 'skipped'] as const

/** How a step that takes hands goes from one standing to another: by nothing else than these. */
const attended = {
  'step-started': { from: ['waiting', 'paused'], to: 'running' },
  'step-paused': { from: ['running'], to: 'paused' },
  'step-handed': { from: ['running', 'paused'], to: 'paused' },
  stuck: { from: ['running'], to: 'paused' },
  'step-finished': { from: ['running'], to: 'finished' },
  'step-skipped': { from: open, to: 'skipped' },
  'step-reopened': { from: over, to: 'paused' },
  // A finding that stops: anyone may refuse it, and it is cleared, or taken on and finished.
  'stop-refused': { from: open, to: 'waiting' },
  'stop-cleared': { from: open, to: 'finished' },
} as const satisfies Ways

/** The same of what passes by itself: nobody begins it, and somebody says that it is over. */
const passing = {
  'step-finished': { from: ['waiting'], to: 'finished' },
  'step-skipped': { from: ['waiting'], to: 'skipped' },
  'step-reopened': { from: over, to: 'waiting' },
} as const satisfies Ways

type Kind = Pick<Step, 'crew'>

/** Where a step may stand for an event to take it on; nowhere where the event takes it nowhere. */
export const fromWhere = ({ crew }: Kind, type: WorkEvent['type']): readonly Status[] =>
  (crew === 0 ? (passing as Ways) : (attended as Ways))[type]?.from ?? []

/**
 * Where an event that counts leaves a step. What was recorded without a line may take one on from where it does not stand: then too it ends
 * where the event leads.
 */
export const leadsTo = (type: keyof typeof attended, step?: Kind): Status =>
  (step?.crew === 0 ? (passing as Ways)[type] : undefined)?.to ?? attended[type].to
