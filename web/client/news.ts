import type { QueryClient } from '@tanstack/react-query'
import type { DayView } from '#server/day/views.ts'
import type { Topic } from '#server/http/views.ts'
import { get } from './http.ts'
import type { Stages } from './tail.ts'
import { issuedQuery, workQuery } from './work.ts'

/** A piece of news, as the live line tells it. */
export interface News {
  topic: Topic
  job: string | null
  position: number | null
  kind: string | null
}

/** What screens show of each topic; a job's own is below. */
const stale: Record<Exclude<News['topic'], 'job'>, (job: string | null) => (string | null)[][]> = {
  draft: (job) => [['jobs', job, 'row'], ['week']],
  photos: (job) => [['jobs', job, 'photos']],
  plan: () => [['plan'], ['day'], ['jobs']],
  mixing: () => [['batches'], ['containers'], ['day-mix'], ['stock']],
  people: () => [['people'], ['session'], ['house-rules'], ['plan'], ['week']],
  customers: () => [['customers']],
  vehicles: () => [['bodies'], ['models']],
  standards: () => [['standards']],
  stock: () => [['stock'], ['day-mix']],
  weather: () => [['weather'], ['day'], ['plan'], ['jobs']],
  shop: () => [['shop'], ['catalogue'], ['session'], ['stock'], ['jobs'], ['day-mix'], ['plan']],
}

/** Events that change what a job is, not only how far it has come: its procedure, its row, the plan, what is to be mixed. */
const changesTheJob = new Set([
  'checked-in',
  'procedure-issued',
  'condition-changed',
  'recheck-failed',
  'hazard-found',
  'stop-cleared',
  'handed-over',
])

const isShown = (client: QueryClient, queryKey: readonly unknown[]) =>
  (client.getQueryCache().find({ queryKey, exact: true })?.getObserversCount() ?? 0) > 0

/** Brings a job's work up to its ledger by what is new in it, instead of asking for all of it again. */
async function followLedger(client: QueryClient, job: string): Promise<void> {
  const { queryKey } = workQuery(job)
  const view = client.getQueryData(queryKey)
  const procedure = view && client.getQueryData(issuedQuery(job, view.version).queryKey)?.procedure
  const stages = client.getQueryData<{ stages: Stages }>(['catalogue'])?.stages
  if (!view || !procedure || !stages || !isShown(client, queryKey)) return void client.invalidateQueries({ queryKey })
  const events = await get('/api/jobs/:id/events', {
    params: { id: job },
    query: { after: String(view.state.position) },
  })
  if (events.some((e) => changesTheJob.has(e.type))) return void client.invalidateQueries({ queryKey: ['jobs', job] })
  // What folds events is no part of the first screen.
  const { withTail } = await import('./tail.ts')
  const now = client.getQueryData(queryKey)
  const next =
    now?.version === view.version ? withTail(now, procedure, events, stages, new Date().toISOString()) : undefined
  if (!next) return void client.invalidateQueries({ queryKey })
  client.setQueryData(queryKey, next)
}

/** Brings one vehicle's card on the Day up to date. */
async function followCard(client: QueryClient, job: string): Promise<void> {
  const queryKey = ['day']
  const known = client.getQueryData<DayView>(queryKey)?.jobs.some((j) => j.id === job)
  if (!known || !isShown(client, queryKey)) return void client.invalidateQueries({ queryKey })
  const card = await get('/api/jobs/:id/card', { params: { id: job } })
  if (!card) return void client.invalidateQueries({ queryKey })
  client.setQueryData<DayView>(
    queryKey,
    (day) => day && { ...day, jobs: day.jobs.map((j) => (j.id === job ? card : j)) },
  )
}

/** What runs for a job, and whether it is to run once more: many taps at once are followed by few questions. */
const running = new Map<string, { again: boolean }>()

async function once(name: string, follow: () => Promise<void>, orElse: () => void): Promise<void> {
  const known = running.get(name)
  if (known) {
    known.again = true
    return
  }
  const state = { again: false }
  running.set(name, state)
  try {
    do {
      state.again = false
      await follow()
    } while (state.again)
  } catch {
    // What is gone, or could not be followed, is asked for as a whole.
    orElse()
  } finally {
    running.delete(name)
  }
}

/** Follows a tap in a job's ledger where it is shown. */
export function followTap(client: QueryClient, job: string): void {
  void once(
    `ledger ${job}`,
    () => followLedger(client, job),
    () => void client.invalidateQueries({ queryKey: ['jobs', job] }),
  )
  void once(
    `card ${job}`,
    () => followCard(client, job),
    () => void client.invalidateQueries({ queryKey: ['day'] }),
  )
  // What is left to mix, and when what is planned will come, changes a little with each step: whoever looks at it anew sees it.
  for (const queryKey of [['demand'], ['day-mix'], ['plan']])
    void client.invalidateQueries({ queryKey, refetchType: 'none' })
  for (const queryKey of [
    ['jobs', job, 'report'],
    ['jobs', job, 'record'],
  ])
    void client.invalidateQueries({ queryKey })
  void client.invalidateQueries({ queryKey: ['records'], refetchType: 'none' })
}

/** Follows what was said here and is stored now: as far as it goes, like anybody's. */
export function followOwn(client: QueryClient, job: string, types: readonly string[]): void {
  const kind = types.find((type) => changesTheJob.has(type)) ?? null
  if (kind === null) followTap(client, job)
  else hear(client, { topic: 'job', job, position: null, kind })
}

/** Makes the screens that show what changed ask for it: as little as that is. */
export function hear(client: QueryClient, { topic, job, kind }: News): void {
  if (topic === 'job' && job !== null && kind !== null && !changesTheJob.has(kind)) {
    followTap(client, job)
    return
  }
  const keys = topic === 'job' ? [['day'], ['jobs', job], ['demand'], ['plan'], ['day-mix']] : stale[topic](job)
  for (const queryKey of keys) void client.invalidateQueries({ queryKey })
}
