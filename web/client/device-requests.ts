import type { BodyOf } from '#server/http/wire.ts'
import type { Api } from '#server/wire.ts'
import { Box, type BoxAnswer, type Waiting } from './box.ts'
import { outbox } from './device-outbox.ts'
import { isPassing, post } from './http.ts'

/** What is asked at an address, but for what the box puts to it. */
type Asked<P extends keyof Api> = Omit<BodyOf<Api[P]>, 'id' | 'when'>
/** Surfaces that failed when judged dry. */
export type FailedRecheck = Asked<'POST /api/jobs/:id/recheck'>
/** A finding that stops, and who was told. */
export type Finding = Asked<'POST /api/jobs/:id/findings'>
/** What was mixed, into which bottle. */
export type NewBatch = Asked<'POST /api/mixing/batches'>

/** What only the server can answer, said on this device while there was no line; its id is the server's. */
export type WaitingRequest = Waiting & {
  /** When it was said, by this device's clock. */
  deviceTime: string
} & (
    | { kind: 'recheck'; job: string; body: FailedRecheck }
    | { kind: 'finding'; job: string; body: Finding }
    | { kind: 'batch'; body: NewBatch }
  )

/** By its id the server knows it again, and by its times it knows how long ago it was. */
const said = ({ id, deviceTime }: WaitingRequest) => ({
  id,
  when: { deviceTime, sentAt: new Date().toISOString() },
})

/** Asks the server for what waited. */
function ask(request: WaitingRequest): Promise<unknown> {
  switch (request.kind) {
    case 'recheck':
      return post('/api/jobs/:id/recheck', { params: { id: request.job }, body: { ...request.body, ...said(request) } })
    case 'finding':
      return post('/api/jobs/:id/findings', {
        params: { id: request.job },
        body: { ...request.body, ...said(request) },
      })
    case 'batch':
      return post('/api/mixing/batches', { body: { ...request.body, ...said(request) } })
  }
}

/** Requests of this device that wait for a line. */
export const openBox = (stored: (request: WaitingRequest) => void): Box<WaitingRequest> =>
  new Box<WaitingRequest>({
    name: 'chamomile-requests',
    of: 'requests',
    stored,
    send: async (request): Promise<BoxAnswer> => {
      // What was tapped before it is told before it.
      if (!(await outbox.flush(request.person))) return 'no-line'
      try {
        await ask(request)
        return 'stored'
      } catch (error) {
        return isPassing(error) ? 'no-line' : { refused: (error as Error).message }
      }
    },
  })
