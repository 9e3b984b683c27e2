import type { QueryClient } from '@tanstack/react-query'
import { connectOutbox, keepsEvents, outbox } from './device-outbox.ts'
import { connectDrafts } from './draft-kinds.ts'
import { closeDrafts, flushDrafts, partFromDrafts, resumeDrafts, retryDrafts, wouldLose } from './kept-drafts.ts'
import { connectWaiting, waitingBoxes } from './waiting.ts'

// What a hand has done is kept in this browser until the server has it. Here that meets the page's own life: lines that come and go,
// pages that are hidden or closed, people who come and leave.

/** Longest that whoever leaves is kept waiting for what is still on its way, in ms. What is not sent by then stays kept. */
const longestWait = 4_000

/** Milliseconds after which the first screen stands. */
const afterFirst = 2_000
/** A part of the application that cannot be fetched now is fetched when the line is back. */
const later = () => {}
/** What the server has told this device: no part of the first screen. */
export const keptAnswers = () => import('./kept-answers.ts').then((m) => m.keptAnswers)

/** Wires what is kept to this page, once. */
export function startKeeping(client: QueryClient): void {
  connectDrafts(client)
  connectOutbox(client)
  connectWaiting(client)
  // It writes down what was told before it came, too.
  setTimeout(() => void keptAnswers().then((kept) => kept.follow(client), later), afterFirst)
  addEventListener('online', lineIsBack)
  addEventListener('pagehide', partFromDrafts)
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') partFromDrafts()
    else lineIsBack()
  })
  addEventListener('beforeunload', (event) => {
    // Only where leaving really loses something; everything else is kept.
    if (wouldLose() || (!keepsEvents() && outbox.snapshot().length > 0)) event.preventDefault()
  })
}

const sendBoxes = () => {
  for (const { box } of waitingBoxes) void box().then((b) => b.send(), later)
}
const serveBoxes = (person: string | undefined) => {
  for (const { box } of waitingBoxes) void box().then((b) => b.serve(person), later)
}

/** The line is there again: nothing waits for its next try. */
export function lineIsBack(): void {
  void outbox.send()
  sendBoxes()
  retryDrafts()
}

/** Somebody is here: what they left behind on this device is taken up. Nobody: it stays kept. */
export function personIsHere(person: string | undefined): void {
  outbox.serve(person)
  serveBoxes(person)
  if (person !== undefined) void resumeDrafts(person)
}

/** Sends what a person has done and not sent yet, for as long as one waits; the rest stays kept for them. */
export async function beforeLeaving(person: string): Promise<void> {
  const boxes = waitingBoxes.map(({ box }) => box().then((b) => b.send()))
  const sent = Promise.all([flushDrafts(person), outbox.flush(person), ...boxes])
  await Promise.race([sent, new Promise((resolve) => setTimeout(resolve, longestWait))])
}

/** The person is gone from this device. */
export function personHasLeft(person: string): void {
  closeDrafts(person)
  outbox.serve(undefined)
  serveBoxes(undefined)
  // Whoever comes next on this device, with a line or without, sees nothing that was told to somebody else.
  void keptAnswers().then((kept) => kept.forget(), later)
}
