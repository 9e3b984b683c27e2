/** Plain data, as JSON has it. */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json | undefined }

/** One place where two people's versions of a document differ. */
export interface Difference {
  /** JSON Pointer (RFC 6901). */
  pointer: string
  mine: Json | undefined
  theirs: Json | undefined
  /** Who changed it since the version both began with. */
  by: 'mine' | 'theirs' | 'both'
}

export interface Merged<T> {
  /** What only one side changed is as that side has it; what both changed is as mine. */
  value: T
  differences: Difference[]
}

const isMap = (value: Json | undefined): value is { readonly [key: string]: Json | undefined } =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * Equal as JSON: the order of keys does not count, and a key without a value is not there. Written here because the common packages for
 * deep equality do neither (they look at constructors and at keys with no value), as the merge's properties show at once.
 */
export function sameJson(a: Json | undefined, b: Json | undefined): boolean {
  if (a === b) return true
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, i) => sameJson(item, b[i]))
  if (!isMap(a) || !isMap(b)) return false
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((key) => sameJson(a[key], b[key]))
}

/** Both lists go on from the same beginning: what either added is kept, theirs first. */
function bothAppended(base: Json | undefined, mine: Json | undefined, theirs: Json | undefined): Json[] | undefined {
  if (!Array.isArray(mine) || !Array.isArray(theirs)) return undefined
  const start = Array.isArray(base) ? base : []
  const goesOn = (list: readonly Json[]) =>
    list.length >= start.length && start.every((item, i) => sameJson(item, list[i]))
  return goesOn(mine) && goesOn(theirs) ? [...theirs, ...mine.slice(start.length)] : undefined
}

const escaped = (key: string) => key.replaceAll('~', '~0').replaceAll('/', '~1')

/**
 * Merges two versions of a document that began as the same one (a three-way merge, as version control does it, over JSON).
 * @param whole says which places are not looked into: they are one thing, and whoever changed any of it changed it
 */
export function threeWay<T extends Json>(
  base: T,
  mine: T,
  theirs: T,
  whole: (pointer: string) => boolean = () => false,
): Merged<T> {
  const differences: Difference[] = []
  const merge = (b: Json | undefined, m: Json | undefined, t: Json | undefined, pointer: string): Json | undefined => {
    if (sameJson(m, t)) return m
    if (isMap(m) && isMap(t) && !whole(pointer)) {
      const before = isMap(b) ? b : {}
      const keys = [...new Set([...Object.keys(t), ...Object.keys(m)])]
      const entries = keys.map((key) => [key, merge(before[key], m[key], t[key], `${pointer}/${escaped(key)}`)])
      return Object.fromEntries(entries.filter(([, value]) => value !== undefined))
    }
    const by = sameJson(b, t) ? 'mine' : sameJson(b, m) ? 'theirs' : 'both'
    differences.push({ pointer, mine: m, theirs: t, by })
    if (by === 'theirs') return t
    return by === 'both' ? (bothAppended(b, m, t) ?? m) : m
  }
  const value = merge(base, mine, theirs, '') as T
  return { value, differences }
}
