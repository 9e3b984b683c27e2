import type { PlanAnswer, PlanRequest } from '#core/plan/schema.ts'

export interface PlanView {
  day: string
  version: number
  request: PlanRequest
  answer: PlanAnswer
  changed: boolean
  /** Names for the ids in it. */
  people: { id: string; name: string; skills: string[] }[]
  jobs: { id: string; callSign: string; colour: string; due: number | null }[]
  steps: Record<string, { title: string; stage: string; job: string; crew: number }>
  /** Minutes from the day's midnight on the shop's clock. */
  now: number
}
