/** Adds a value to the list that a map keeps under a key. */
export function fileUnder<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key)
  if (list) list.push(value)
  else map.set(key, [value])
}
