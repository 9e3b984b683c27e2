/** Bits a word of a mask holds. */
const bits = 30

/** The places of one job as bits, so that whether two activities share any is one look. @returns a mask for each list of numbers */
export const maskOf = (places: readonly number[], count: number): Int32Array => {
  const mask = new Int32Array(Math.max(1, Math.ceil(count / bits)))
  for (const place of places) mask[Math.floor(place / bits)]! |= 1 << (place % bits)
  return mask
}

/** Who is where in one car: intervals in order of their starts, each with the places it takes. */
export class Places {
  private readonly starts: number[]
  private readonly ends: number[]
  private readonly masks: Int32Array[]
  /** What began earlier than this before a moment is over by then. */
  private longest = 0

  constructor(starts: number[] = [], ends: number[] = [], masks: Int32Array[] = []) {
    this.starts = starts
    this.ends = ends
    this.masks = masks
  }

  copy(): Places {
    const other = new Places(this.starts.slice(), this.ends.slice(), this.masks.slice())
    other.longest = this.longest
    return other
  }

  add(start: number, end: number, mask: Int32Array): void {
    if (end - start > this.longest) this.longest = end - start
    let i = this.starts.length
    while (i > 0 && this.starts[i - 1]! > start) i--
    this.starts.splice(i, 0, start)
    this.ends.splice(i, 0, end)
    this.masks.splice(i, 0, mask)
  }

  remove(start: number, end: number, mask: Int32Array): void {
    for (let i = this.starts.length - 1; i >= 0; i--)
      if (this.starts[i] === start && this.ends[i] === end && this.masks[i] === mask) {
        this.starts.splice(i, 1)
        this.ends.splice(i, 1)
        this.masks.splice(i, 1)
        return
      }
  }

  /** Smallest t ≥ from such that [t, t + length) meets nobody at any of these places. */
  next(from: number, length: number, mask: Int32Array): number {
    const { starts, ends } = this
    let low = 0
    let high = starts.length
    while (low < high) {
      const middle = (low + high) >> 1
      if (starts[middle]! + this.longest <= from) low = middle + 1
      else high = middle
    }
    let t = from
    for (let i = low; i < starts.length && starts[i]! < t + length; i++)
      if (ends[i]! > t && meets(this.masks[i]!, mask)) t = ends[i]!
    return t
  }
}

function meets(a: Int32Array, b: Int32Array): boolean {
  for (let w = 0; w < a.length; w++) if ((a[w]! & b[w]!) !== 0) return true
  return false
}
