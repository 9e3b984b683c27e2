import type { Scope } from './scope.ts'

/** What one request carries through the application. */
export type Env = { Variables: { requestId: string; scope: Scope } }
