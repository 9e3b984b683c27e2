/** What one request carries through the application. */
export type Env = { Variables: { requestId: string; token: string | undefined } }
