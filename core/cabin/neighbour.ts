import type { Box } from './parts.ts'

/** Directions of the arrow keys in sheet units. */
export const arrows: Record<string, readonly [dx: number, dy: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** More than any drawing is long. */
const aside = 1e5

/** How far apart two intervals are; 0 when they overlap. */
const apart = (a: number, aLength: number, b: number, bLength: number) =>
  Math.max(0, b - (a + aLength), a - (b + bLength))

/**
 * The box an arrow key leads to: the nearest one ahead; what is not straight ahead only where nothing is, its sideways distance counting twenty times over.
 * @returns undefined at the edge of the sheet
 */
export function neighbour<B extends Box>(boxes: readonly B[], from: B, dx: number, dy: number): B | undefined {
  let best: B | undefined
  let least = Number.POSITIVE_INFINITY
  for (const to of boxes) {
    const [x, y] = [to.x + to.w / 2 - from.x - from.w / 2, to.y + to.h / 2 - from.y - from.h / 2]
    const ahead = x * dx + y * dy
    if (to === from || ahead <= 0.5) continue
    const sideways = dx !== 0 ? apart(from.y, from.h, to.y, to.h) : apart(from.x, from.w, to.x, to.w)
    // Straight ahead where anything is; of equally near ones the one whose middle is closer to ours.
    const cost = ahead + (sideways > 0 ? aside : 0) + 20 * sideways + 0.1 * Math.abs(x * dy + y * dx)
    if (cost < least) {
      least = cost
      best = to
    }
  }
  return best
}
