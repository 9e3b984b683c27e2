/** Measured points of a container: height (mm) from the bottom and volume (ml) up to there, both rising. */
export type FillPoints = readonly (readonly [height: number, volume: number])[]

/** Height in mm at which a volume stands, between measured points in proportion; clamped to the first and last. */
export function heightAt(points: FillPoints, volume: number): number {
  const first = points[0]!
  if (volume <= first[1]) return first[0]
  for (let i = 1; i < points.length; i++) {
    const [[h0, v0], [h1, v1]] = [points[i - 1]!, points[i]!]
    if (volume <= v1) return h0 + ((volume - v0) / (v1 - v0)) * (h1 - h0)
  }
  return points.at(-1)![0]
}
