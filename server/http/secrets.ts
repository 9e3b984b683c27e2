import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'

/** Argon2id, 19 MiB, two passes (the smaller of OWASP's profiles): about 30 ms here, so that a PIN cannot be tried at speed. */
const sized = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

export const hashSecret = (secret: string): Promise<string> => hash(secret, sized)

let decoy: string | undefined

/** Checks a PIN or password; with no hash at hand it takes as long and fails, so that names cannot be told apart by time. */
export async function secretMatches(hashed: string | null | undefined, secret: string): Promise<boolean> {
  decoy ??= await hashSecret(randomBytes(8).toString('hex'))
  const right = await verify(hashed ?? decoy, secret)
  return right && hashed !== null && hashed !== undefined
}

/** A random token for a cookie, and the hash it is stored by. */
export const newToken = (): string => randomBytes(32).toString('base64url')
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex')
