import 'fake-indexeddb/auto'
import { QueryClient } from '@tanstack/react-query'
import { expect, it } from 'vitest'
import { KeptAnswers } from './kept-answers.ts'

const now = Date.UTC(2026, 4, 4, 10)
let count = 0
const fresh = () => new KeptAnswers(`test ${count++}`)

it('gives a page that is opened without a line what an earlier one was told, as old as it is', async () => {
  const answers = fresh()
  const first = new QueryClient()
  answers.follow(first)
  first.setQueryData(['day'], { jobs: ['Alder'] }, { updatedAt: now })
  first.setQueryData(['jobs', 'j', 'work'], { state: 1 }, { updatedAt: now })
  first.setQueryData(['jobs', 'j', 'work'], { state: 2 }, { updatedAt: now + 1 })
  await answers.write()
  const second = new QueryClient()
  await answers.restore(second, now + 60_000)
  expect(second.getQueryData(['day'])).toEqual({ jobs: ['Alder'] })
  expect(second.getQueryState(['day'])?.dataUpdatedAt).toBe(now)
  expect(second.getQueryData(['jobs', 'j', 'work'])).toEqual({ state: 2 })
})

it('keeps no customers, no prices of the stock, nothing that is empty, and nothing of days ago', async () => {
  const answers = fresh()
  const first = new QueryClient()
  answers.follow(first)
  first.setQueryData(['customers'], ['somebody'], { updatedAt: now })
  first.setQueryData(['plan', 'odds'], { jobs: [] }, { updatedAt: now })
  first.setQueryData(['session'], null, { updatedAt: now })
  first.setQueryData(['plan'], { day: 'old' }, { updatedAt: now - 4 * 24 * 3_600_000 })
  await answers.write()
  const second = new QueryClient()
  await answers.restore(second, now)
  expect(second.getQueryCache().getAll()).toEqual([])
})

it('keeps a data sheet as the file it is, and takes off what is of days ago', async () => {
  const answers = fresh()
  const first = new QueryClient()
  answers.follow(first)
  const sheet = new Blob(['%PDF-1.4 …'], { type: 'application/pdf' })
  first.setQueryData(['data-sheet', 'apc', 'then'], sheet, { updatedAt: now })
  first.setQueryData(['data-sheet', 'apc', 'long ago'], sheet, { updatedAt: now - 4 * 24 * 3_600_000 })
  await answers.write()
  const second = new QueryClient()
  await answers.restore(second, now)
  const kept = second.getQueryData<Blob>(['data-sheet', 'apc', 'then'])
  expect(await kept?.text()).toBe('%PDF-1.4 …')
  expect(await answers.of(JSON.stringify(['data-sheet', 'apc', 'long ago']))).toBeUndefined()
})

it('never puts what was kept over what the page knows better', async () => {
  const answers = fresh()
  const first = new QueryClient()
  answers.follow(first)
  first.setQueryData(['day'], { jobs: ['old'] }, { updatedAt: now })
  await answers.write()
  const second = new QueryClient()
  second.setQueryData(['day'], { jobs: ['new'] })
  await answers.restore(second, now)
  expect(second.getQueryData(['day'])).toEqual({ jobs: ['new'] })
})

it('forgets everything when its person leaves, also what was about to be written', async () => {
  const answers = fresh()
  const first = new QueryClient()
  answers.follow(first)
  first.setQueryData(['day'], { jobs: ['Alder'] }, { updatedAt: now })
  await answers.write()
  first.setQueryData(['shop'], { name: 'Reedmere' }, { updatedAt: now })
  await answers.forget()
  await answers.write()
  const second = new QueryClient()
  await answers.restore(second, now)
  expect(second.getQueryCache().getAll()).toEqual([])
})
