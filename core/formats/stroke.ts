/** A stroke of a drawn signature, a list of x, y, x, y …, as the points of an SVG polyline. A last x without its y is left out. */
export const strokePoints = (stroke: readonly number[]): string =>
  stroke.flatMap((x, i) => (i % 2 === 0 && stroke[i + 1] !== undefined ? [`${x},${stroke[i + 1]}`] : [])).join(' ')
