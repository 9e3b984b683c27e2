import { BadInput, type Fault } from '#core/units/fault.ts'
import { speak } from '#words/en/speak.ts'

/** A refusal the client can act on (RFC 9457). `code` is stable; `errors` point into the input. */
export class Problem extends Error {
  readonly status: number
  readonly code: string
  readonly errors: Fault[]
  readonly extra: object
  constructor(status: number, code: string, detail: string, errors: Fault[] = [], extra: object = {}) {
    super(detail)
    this.status = status
    this.code = code
    this.errors = errors
    this.extra = extra
  }
}

export const notFound = (what: string) => new Problem(404, 'not-found', `There is no such ${what} here.`)

export const notAllowed = (role: string) =>
  new Problem(403, 'not-allowed', `Your role here (${role}) does not include this.`)

/** Somebody else saved first: what is there now comes with the refusal, so that nothing is overwritten unseen. */
export const stale = (current: object) =>
  new Problem(
    409,
    'stale',
    'Somebody changed this since you opened it. Look at what is there now and save again.',
    [],
    { current },
  )

/** Input that core refused, in words. */
function ofInput({ faults }: BadInput): Problem {
  const said = faults.map(speak.fault)
  return new Problem(400, 'invalid', said.map((f) => `${f.pointer}: ${f.message}`).join('; '), said)
}

export function problemDocument(error: unknown, requestId: string) {
  const problem = error instanceof BadInput ? ofInput(error) : error instanceof Problem ? error : undefined
  if (!problem)
    return {
      status: 500,
      type: 'about:blank',
      title: 'Internal error',
      code: 'internal',
      detail: `Something failed on our side. Nothing was half-saved. Reference: ${requestId}.`,
      requestId,
    }
  return {
    ...problem.extra,
    status: problem.status,
    type: 'about:blank',
    title: problem.code,
    code: problem.code,
    detail: problem.message,
    errors: problem.errors,
    requestId,
  }
}
