const tails = new Map<string, Promise<unknown>>()

/**
 * Runs work on one thing after another within this process. It saves tries that would collide; between processes the database decides.
 */
export function inTurn<T>(key: string, work: () => Promise<T>): Promise<T> {
  const before = tails.get(key) ?? Promise.resolve()
  const mine = before.then(work, work)
  const settled = mine.catch(() => {})
  tails.set(key, settled)
  void settled.then(() => {
    if (tails.get(key) === settled) tails.delete(key)
  })
  return mine
}
