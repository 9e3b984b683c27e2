/** A picture of a place, as far as pairing goes. */
interface Shot {
  surface: string | null
  kind: string
}

/** The last picture before and the last after of each place that has both, in the order the places were first taken. */
export function pairsOf<S extends Shot>(photos: readonly S[]): { surface: string; before: S; after: S }[] {
  const places = [...new Set(photos.map((p) => p.surface))]
  return places.flatMap((surface) => {
    const last = (kind: string) => photos.findLast((p) => p.surface === surface && p.kind === kind)
    const [before, after] = [last('before'), last('after')]
    return surface !== null && before && after ? [{ surface, before, after }] : []
  })
}

/** Pairs a customer is shown. */
export const mostPairs = 3
